import fc from 'fast-check';
import { functionName } from '../card';
import type { EntryContext } from '../line';
import { takesNoPrefix, units } from '../quantity';
import { allKinds, entryTitle, entryWords, kindOf, paperLines, tapeEntrySchema, type TapeBody } from '../tape';
import { tapeOf } from '../testing/entries';
import { smallLaid } from '../testing/small-card';
import { unitOfPart } from '../line';
import { readLine } from './entry-line';
import { writeLine } from './write-line';

const small = smallLaid();
/** It holds high voltage as well, for the proof that it is gone. */
const card = { ...small, hazards: [...small.hazards, { kind: 'high-voltage' as const, text: 'It holds 650 V.', dischargeAt: 'C1' }] };
const context: EntryContext = {
  card,
  condition: {},
  instruments: [{ id: 'meter', name: 'Bench multimeter', measures: ['V', 'ohm', 'F'], percentOfReading: 0.5 }],
};
const back = (line: string): TapeBody | null => readLine(line, context).entry;

/** A reading without what judging adds to it. */
const bare = (entry: TapeBody | null): unknown => {
  if (entry?.kind !== 'reading') return entry;
  const { subject, value, unit, step, condition: under } = entry;
  return { subject, value, unit, step, condition: under };
};

describe('a kind of entry', () => {
  for (const kind of allKinds) {
    describe(kind.kind, () => {
      const examples = kind.examples as readonly TapeBody[];

      it('says what it is, and has examples that may stand on a tape', () => {
        expect([kind.title, kind.about].every((text) => text.length > 2)).toBe(true);
        expect(examples.length).toBeGreaterThan(0);
        for (const entry of tapeOf(...examples)) expect(tapeEntrySchema.parse(entry)).toEqual(entry);
      });
      it('has words, with a card and without one', () => {
        for (const entry of examples) for (const laid of [card, undefined]) expect(entryTitle(entry, laid)).toMatch(/\S{2}/);
      });
      it('reads back from the line that is written of it, or says why it is not typed', () => {
        const { line } = kind;
        if ('none' in line) return void expect(line.none.length).toBeGreaterThan(10);
        const written = examples.flatMap((entry) => {
          const text = writeLine(entry, card);
          return text === undefined ? [] : [[text, entry] as const];
        });
        expect(written.length).withContext('of its examples, a line can be written').toBeGreaterThan(0);
        for (const [text, entry] of written)
          expect(bare(back(text)))
            .withContext(text)
            .toEqual(bare(entry));
      });
      it('has a place on paper, or a reason why not', () => {
        const { paper } = kind;
        if ('none' in paper) expect(paper.none.length).toBeGreaterThan(10);
        else if ('counted' in paper) expect(paper.counted.length).toBeGreaterThan(10);
        else expect(examples.flatMap((entry) => paperLines(entry, card)).length).toBeGreaterThan(0);
      });
      it('titles each of its fields', () => {
        for (const [name, field] of Object.entries(kind.fields))
          expect((field as { meta: () => { title?: string } | undefined }).meta()?.title)
            .withContext(name)
            .toMatch(/\S/);
      });
    });
  }

  it('shares no verb with another', () => {
    const verbs = allKinds.flatMap(({ line }) => ('verbs' in line ? Object.keys(line.verbs ?? {}) : []));
    expect(new Set(verbs).size).toBe(verbs.length);
  });
  it('has a name of its own', () => expect(new Set(allKinds.map(({ kind }) => kind)).size).toBe(allKinds.length));
});

describe('a repair at a part that only a sheet names', () => {
  it('is written as it is typed', () => {
    expect(writeLine({ kind: 'remedy', remedy: 'clean', designator: 'K9', text: 'contacts' }, card)).toBe('clean k9 contacts');
    // The last word would be read as the answer, the first as a section.
    expect(writeLine({ kind: 'remedy', remedy: 'clean', text: 'all the same' }, card)).toBeUndefined();
    expect(writeLine({ kind: 'remedy', remedy: 'clean', text: 'vco can' }, card)).toBeUndefined();
  });
});

describe('a line', () => {
  const one = <const T>(...of: readonly T[]): fc.Arbitrary<T> => fc.constantFrom(...of);
  const designator = one(...card.parts.map((part) => part.designator));
  const section = one(...card.sections.map(({ id }) => id));
  const place = fc.oneof(
    section.map((id) => ({ section: id })),
    one(...card.parts).map((part) => ({ section: part.section, designator: part.designator })),
  );
  const words = fc
    .array(one('joint', 'dull', 'green', 'at', 'pin', '3', 'c12', 'µ', '—', 'warm'), { minLength: 1, maxLength: 5 })
    .map((list) => list.join(' '));
  const condition = fc.record(
    {
      keyed: fc.boolean(),
      mode: one('AM', 'FM'),
      channel: fc.integer({ min: 1, max: 40 }),
      power: one('high', 'mid', 'low'),
      preamp: one('in', 'out'),
      attenuator: one('in', 'out'),
      heat: one('hot', 'cold'),
      meter: one('average', 'peak'),
      elementW: one(5, 50, 2500),
      generator: one('1 mV', '-73 dBm', '0.25 µV'),
      supplyV: one(11.5, 13.8),
    },
    { requiredKeys: ['keyed', 'mode', 'channel'] },
  );
  /** A value of up to six digits of which the last is worth a power of ten. */
  const figure = fc.oneof(
    fc.constant({ value: null, step: 0 }),
    fc
      .tuple(fc.integer({ min: -999_999, max: 999_999 }), fc.integer({ min: -9, max: 3 }))
      .map(([digits, power]) => ({ value: Number(`${digits}e${power}`), step: Number(`1e${power}`) })),
  );
  const base = { kind: 'reading' as const, uncertainty: 0, verdict: 'no-limit' as const };
  const reading = fc
    .tuple(
      fc.oneof(
        one(...card.testPoints.map(({ id, unit }) => ({ subject: { what: 'point' as const, point: id }, unit }))),
        designator.map((name) => ({ subject: { what: 'part' as const, designator: name }, unit: unitOfPart(name) ?? ('V' as const) })),
        fc.tuple(designator, one('1', '14', 'b', 'c')).map(([name, pin]) => ({
          subject: { what: 'part' as const, designator: name, pin },
          unit: 'V' as const,
        })),
      ),
      condition,
      figure,
    )
    // Nobody reads a level to tens of decibels, and no line can say so; nor megavolts.
    .filter(([{ unit }, , { value, step }]) => Math.abs(value ?? 0) <= 100 && (!takesNoPrefix(unit) || step <= 1))
    .map(([of, under, shown]): TapeBody => ({ ...base, ...of, ...shown, condition: under }));
  const channelReading = fc.tuple(condition, figure).map(([under, shown]): TapeBody => ({
    ...base,
    unit: 'Hz',
    subject: { what: 'channel', channel: under.channel },
    condition: under,
    ...shown,
  }));
  const other: fc.Arbitrary<TapeBody> = fc.oneof(
    words.map((text): TapeBody => ({ kind: 'note', text })),
    fc.tuple(one('done', 'left-alone', 'watch-for'), words).map(([about, text]): TapeBody => ({ kind: 'remark', about, text })),
    fc
      .tuple(place, one('tap', 'press', 'heat', 'cool'), fc.boolean())
      .map(([at, act, changed]): TapeBody => ({ kind: 'manipulation', act, changed, ...at })),
    fc
      .tuple(place, one('reflow', 'reseat', 'clean'), fc.boolean())
      .map(([at, remedy, cured]): TapeBody => ({ kind: 'remedy', remedy, cured, ...at })),
    fc.tuple(section, fc.boolean()).map(([id, recovers]): TapeBody => ({ kind: 'lift', section: id, recovers })),
    fc
      .tuple(one(...card.testPoints), one('in', 'low', 'high', 'dead'))
      .map(([point, result]): TapeBody => ({ kind: 'comparison', point: point.id, result })),
    fc
      .tuple(designator, one('good', 'bad'), words)
      .map(([name, result, text]): TapeBody => ({ kind: 'proof', designator: name, result, text })),
    fc
      .tuple(
        one(...card.functions),
        one('works', 'weak', 'dead', 'distorted', 'wrong-frequency', 'comes-and-goes', 'stuck-on', 'not-tried'),
      )
      .map(([fn, result]): TapeBody => ({ kind: 'function', functionId: fn.id, result })),
    fc.integer({ min: 0, max: 999 }).map((minutes): TapeBody => ({ kind: 'labour', act: 'break', minutes })),
  );
  const told = fc
    .tuple(fc.oneof(reading, channelReading, other), one(undefined, undefined, '2026-01-03'))
    .map(([entry, done]): TapeBody => (done && entry.kind !== 'labour' ? { ...entry, done } : entry));
  it('written of an entry reads back to it', () => {
    fc.assert(
      fc.property(told, (entry) => {
        const line = writeLine(entry, card);
        // Of a part whose kind has no usual unit, "dead" says nothing.
        if (line === undefined) return void expect(entry).toEqual(jasmine.objectContaining({ kind: 'reading', value: null, unit: 'V' }));
        expect(bare(back(line)))
          .withContext(line)
          .toEqual(bare(entry));
      }),
      { numRuns: 2000 },
    );
  });
  it('shows before it is kept what will stand on the tape', () =>
    fc.assert(
      fc.property(other, (entry) => {
        const { title } = readLine(writeLine(entry, card) ?? '', context);
        expect(title).toBe(entryTitle(entry, card));
      }),
    ));
  it('is written in units that the program knows', () => {
    expect(new Set<string>(units).size).toBe(units.length);
    expect(entryWords({ kind: 'function', functionId: 'gone', result: 'works' }, card).what).toBe('gone: works');
    expect(functionName(undefined, 'receive-am')).toBe('receive-am');
    expect(kindOf({ kind: 'note' }).title).toBe('Note');
  });
});
