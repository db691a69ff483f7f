import fc from 'fast-check';
import { CoreError } from '../errors/core-error';
import { smallLaid } from '../testing/small-card';
import { completions } from './completions';
import type { EntryContext } from '../line';
import { askedName } from './asked-name';
import { readLine } from './entry-line';
import type { Understood } from './understood';

const card = smallLaid();
const context: EntryContext = {
  card,
  condition: { keyed: false, mode: 'AM', channel: 19 },
  instruments: [
    { id: 'meter', name: 'Bench multimeter', measures: ['V', 'ohm', 'F'], percentOfReading: 0.5 },
    { id: 'watt', name: 'Wattmeter', measures: ['W'], percentOfReading: 5 },
  ],
};
const read = (line: string): Understood => readLine(line, context);

describe('readLine', () => {
  it('judges a test point against the narrowest limits of its condition', () => {
    expect(read('tp7 ch1 1.98v')).toEqual(
      jasmine.objectContaining({
        title: 'TP7 tuning voltage, ch 1, AM, receive',
        figure: '1.98 V',
        effect: 'Should be 1.8–2.2 V.',
        entry: jasmine.objectContaining({
          kind: 'reading',
          subject: { what: 'point', point: 'TP7' },
          value: 1.98,
          verdict: 'in',
          low: 1.8,
          high: 2.2,
          instrument: 'meter',
        }),
      }),
    );
  });

  it('takes the unit of the point where none is typed, and the sticky condition', () => {
    expect(read('tp7 6.62').entry).toEqual(
      jasmine.objectContaining({ unit: 'V', verdict: 'high', condition: { keyed: false, mode: 'AM', channel: 19 } }),
    );
  });

  it('says which instrument could not tell', () => {
    const got = read('pwr fm keyed 3.9w');
    expect(got.entry).toEqual(jasmine.objectContaining({ subject: { what: 'limit', limit: 'power-fm' }, verdict: 'cant-tell' }));
    expect(got.effect).toContain("Wattmeter spans 3.705–4.095 W: it can't tell.");
  });

  it('says what would tell', () =>
    expect(read('pwr fm keyed 3.9w').effect).toContain("it can't tell. It takes ±100 mW or better, 2.5% of the reading."));

  describe('of a carrier frequency', () => {
    const limit = {
      id: 'frequency-error',
      name: 'Frequency error',
      word: 'freq',
      condition: { keyed: true },
      unit: 'Hz' as const,
      low: -600,
      high: 600,
      from: 'channel' as const,
      hazard: 'rf' as const,
    };
    const onPlan = { ...card, channelPlan: 'cb-us-40', limits: [...card.limits, limit] };
    const counter = { id: 'c', name: 'Counter', measures: ['Hz' as const], ppm: 1, counter: { kind: 'direct' as const, gatesS: [0.1, 1] } };
    const readOn = (line: string) => readLine(line, { card: onPlan, condition: { mode: 'AM', channel: 19 }, instruments: [counter] });

    it('reckons with what the counter saw, not with the error alone', () => {
      expect(readOn('freq 120Hz').entry).toEqual(jasmine.objectContaining({ value: 120, verdict: 'in', instrument: 'c' }));
      expect((readOn('freq 120Hz').entry as { uncertainty: number }).uncertainty).toBeCloseTo(28.19, 2);
    });
    it('takes the whole frequency for its error', () =>
      expect(readOn('freq 27.18512M').entry).toEqual(
        jasmine.objectContaining({ subject: { what: 'limit', limit: 'frequency-error' }, value: 120, step: 10 }),
      ));
    it('judges a channel by the plan of the card, and names the gate that would tell', () => {
      expect(readOn('ch40 27.4051M').entry).toEqual(jasmine.objectContaining({ low: 27_404_400, high: 27_405_600, verdict: 'in' }));
      expect(readOn('ch40 27.4056M').effect).toContain('Counter spans');
      expect(readOn('ch1 27.96557M').entry).toEqual(jasmine.objectContaining({ verdict: 'high' }));
      expect(readOn('ch1 26.96557M').entry).toEqual(
        jasmine.objectContaining({ verdict: 'cant-tell', wouldTell: 'A gate of 1 s would tell.' }),
      );
    });
  });

  it('takes dead for a point at which nothing was there', () => {
    expect(read('tp5 dead').entry).toEqual(jasmine.objectContaining({ value: null, verdict: 'dead' }));
  });

  it('reads a frequency on a channel, the pin of a part, and a part out of circuit', () => {
    expect(read('ch19 27.18512M').entry).toEqual(
      jasmine.objectContaining({ subject: { what: 'channel', channel: 19 }, value: 27_185_120, unit: 'Hz' }),
    );
    expect(read('q3 c 13.2').entry).toEqual(
      jasmine.objectContaining({ subject: { what: 'part', designator: 'Q3', pin: 'c' }, value: 13.2, unit: 'V' }),
    );
    expect(read('c31 30.9p').entry).toEqual(jasmine.objectContaining({ subject: { what: 'part', designator: 'C31' }, unit: 'F' }));
    expect(read('ic3 9 -6.2v').entry).toEqual(
      jasmine.objectContaining({ subject: { what: 'part', designator: 'IC3', pin: '9' }, value: -6.2 }),
    );
  });

  it('lets condition words stand before the point as well', () => {
    expect(read('ch1 tp7 2.0v').entry).toEqual(jasmine.objectContaining({ subject: { what: 'point', point: 'TP7' }, verdict: 'in' }));
  });

  it('keeps a condition for what follows when it is typed alone', () => {
    expect(read('ch1 fm keyed')).toEqual(jasmine.objectContaining({ entry: null, condition: { keyed: true, mode: 'FM', channel: 1 } }));
  });

  it('reads functions with their result', () => {
    expect(read('receive am dead').entry).toEqual({ kind: 'function', functionId: 'receive-am', result: 'dead' });
    expect(read('rx fm comes').entry).toEqual({ kind: 'function', functionId: 'receive-fm', result: 'comes-and-goes' });
    expect(read('hailer works').entry).toEqual({ kind: 'function', functionId: 'hailer', result: 'works' });
  });

  it('reads the verbs', () => {
    expect(read('note socket corroded').entry).toEqual({ kind: 'note', text: 'socket corroded' });
    expect(read('found c31 cracked, previous hands').entry).toEqual(
      jasmine.objectContaining({ kind: 'finding', finding: 'cracked-part', designator: 'C31', section: 'vco', previousHands: true }),
    );
    expect(read('fit c12 220u 25v').entry).toEqual(
      jasmine.objectContaining({ kind: 'fit', designator: 'C12', section: 'audio', newPart: '220u 25v', oldPart: '220 µF 25 V' }),
    );
    expect(read('start').entry).toEqual({ kind: 'labour', act: 'start' });
    expect(read('break 20 min').entry).toEqual({ kind: 'labour', act: 'break', minutes: 20 });
    expect(read('tap l4 changed').entry).toEqual({ kind: 'manipulation', act: 'tap', changed: true, section: 'vco', designator: 'L4' });
    expect(read('tp6 keyed -40dbm').effect).toBe(
      'The card says what stands here only for ch 19, AM, receive; Trace takes nothing from it.',
    );
    expect(read('tp6 ch19 am receive -40dbm').effect).toBe('Should be −42 dBm to −34 dBm.');
    expect(read('proof vco good voltages too').entry).toEqual({ kind: 'proof', section: 'vco', result: 'good', text: 'voltages too' });
    expect(read('proof power amplifier bad').entry).toEqual({ kind: 'proof', section: 'pa', result: 'bad' });
    expect(read('proof c31 bad 30.9p').entry).toEqual({ kind: 'proof', designator: 'C31', result: 'bad', text: '30.9p' });
    expect(read('wait part C31 ordered').entry).toEqual({ kind: 'wait', reason: 'part', text: 'C31 ordered' });
    expect(read('watch relay was cleaned').entry).toEqual({ kind: 'remark', about: 'watch-for', text: 'relay was cleaned' });
  });

  // What is wrong, at which character of the line, and a word of what to do.
  const refused: readonly (readonly [string, number, RegExp])[] = [
    ['tp9 3.3v', 0, /The card has TP2, TP5/],
    ['c99 4.7u', 0, /The card has C31, C12/],
    ['tp7 3..3v', 6, /thousands/],
    ['tp7', 3, /Add it, in V/],
    ['tp7 3.3a', 7, /Give it in V/],
    ['ch41', 0, /channels 1 to 40/],
    ['fit c99 1u', 4, /Check the designator/],
    ['break soon', 6, /break 20 min/],
    ['tap l4', 6, /changed or steady/],
    ['wait forever', 5, /It knows part/],
    ['hello there', 0, /Begin with a test point/],
    ['proof c31', 9, /proof c31 bad/],
    ['receive dead', 0, /one word more/],
  ];
  for (const [line, position, remedy] of refused)
    it(`refuses "${line}" at ${position}`, () =>
      expect(() => read(line)).toThrowMatching((e) => e instanceof CoreError && e.position === position && remedy.test(e.remedy)));

  it('understands or refuses any line, and never fails in another way', () => {
    const words = fc.constantFrom(
      'tp7',
      'ch1',
      'fm',
      'keyed',
      '3.3v',
      'dead',
      'note',
      'fit',
      'c31',
      'q3',
      'c',
      '-4k7',
      'receive',
      'am',
      'pwr',
      'x',
      '12,000',
      'break',
      '20',
    );
    const any = fc.property(
      fc.oneof(
        fc.string(),
        fc.array(words, { maxLength: 6 }).map((w) => w.join(' ')),
      ),
      (line) => {
        try {
          read(line);
        } catch (error) {
          return error instanceof CoreError && (error.position ?? -1) >= 0;
        }
        return true;
      },
    );
    expect(() => fc.assert(any, { numRuns: 500 })).not.toThrow();
  });

  for (const word of ['__proto__', 'constructor', 'tp7 __proto__', 'receive constructor'])
    it(`does not take ${word} for a word of its own`, () => expect(() => read(word)).toThrowError(CoreError));

  it('works without a card: readings of parts, notes and labour', () => {
    const bare = { condition: {}, instruments: [] };
    expect(readLine('q3 c 13.2v', bare).entry).toEqual(jasmine.objectContaining({ kind: 'reading', verdict: 'no-limit' }));
    expect(readLine('fit q3 new one', bare).entry).toEqual(jasmine.objectContaining({ kind: 'fit', designator: 'Q3' }));
  });
});

describe('completions', () => {
  it('offers points first, then tests, parts and verbs', () => {
    expect(completions('t', context).map((c) => c.line)).toContain('tp7 ');
    expect(completions('p', context).map((c) => c.line)).toContain('pwr ');
    expect(completions('tp7 ch19 re', context)[0]?.line).toBe('tp7 ch19 receive ');
  });
  it('offers nothing for a word that is whole, or for none', () => {
    expect(completions('tp7', context)).toEqual([]);
    expect(completions('tp7 ', context)).toEqual([]);
  });

  it('takes a result of several words, and a name with a comma in it', () => {
    expect(readLine('receive am comes and goes', context).entry).toEqual(
      jasmine.objectContaining({ kind: 'function', result: 'comes-and-goes' }),
    );
    expect(readLine('receive, am wrong frequency', context).entry).toEqual(
      jasmine.objectContaining({ kind: 'function', result: 'wrong-frequency' }),
    );
  });

  it('takes a comparison, a lifted feed and a trial repair', () => {
    expect(readLine('compare tp5 lower', context).entry).toEqual({ kind: 'comparison', point: 'TP5', result: 'low' });
    expect(readLine('lift audio recovers', context).entry).toEqual({ kind: 'lift', section: 'audio', recovers: true });
    expect(readLine('reflow c12 cured', context).entry).toEqual({
      kind: 'remedy',
      remedy: 'reflow',
      cured: true,
      section: 'audio',
      designator: 'C12',
    });
    for (const [line, word] of [
      ['compare tp5', /healthy set/],
      ['compare tp99 same', /Which point/],
      ['lift audio', /come back/],
      ['reseat', /done to/],
    ] as const)
      expect(() => readLine(line, context)).toThrowError(word);
  });
});

describe('a part that only the sheets name', () => {
  it('can be read, without a section; one that nothing names cannot', () => {
    const onSheets = (name: string): boolean => name === 'R201';
    expect(readLine('r201 470', { ...context, onSheets }).entry).toEqual(
      jasmine.objectContaining({ subject: { what: 'part', designator: 'R201' }, value: 470, unit: 'ohm' }),
    );
    expect(() => readLine('r202 470', { ...context, onSheets })).toThrowError(/no part R202/);
  });
});

describe('a part or point named alone', () => {
  it('asks to be shown, with what the card says of it', () => {
    const [part] = card.parts;
    expect(askedName(` ${part?.designator.toLowerCase()} `, card)).toEqual({
      name: part?.designator ?? '',
      says: part?.value ?? '',
      known: true,
    });
    expect(askedName('q999', card)).toEqual({ name: 'Q999', says: 'not on the card', known: false });
  });
  it('is nothing else', () => {
    for (const line of ['', 'q7 c 13.2', 'note q7', '27.185', 'receive']) expect(askedName(line, card)).toBeUndefined();
  });
});
