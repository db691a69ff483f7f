import { smallCard } from '../../testing/small-card';
import { readTexts, shortName, textsOf, type CardTexts } from './index';
import type { Card } from '../card-schema';
import { withLesson } from '../learned';
import { readCard } from '../read-card';

const small: CardTexts = {
  chassis: 'Larkholm Two',
  kind: 'cb-pll',
  maker: 'Larkholm',
  model: 'Two',
  madeFrom: 1988,
  madeTo: 1992,
  supply: { kind: 'dc', nominalV: 13.8, currentLimitA: 2 },
  modes: 'AM, FM',
  bands: '',
  sections: `Supply input
8 V regulator < Supply input
Antenna filter
RF amplifier < 8 V regulator, AGC (control)
AGC < 8 V regulator
Mixer < 8 V regulator, VCO ! core works loose
VCO < 8 V regulator
Detector
Audio, audio < Supply input`,
  functions: `Receive AM (receive, AM): Antenna filter > RF amplifier > Mixer > Detector > Audio
Receive FM (receive, FM): Antenna filter > RF amplifier / Mixer > Detector > Audio`,
  points: `TP1\trail\t8 V regulator\t\tV\t\t8\t7.8\t8.3\tby IC1
TP2\tlevel\tMixer\t\tdBm\treceive, AM\t-40`,
  parts: `C3\t8 V regulator\t100 µF 16 V
Q1\tRF amplifier\tNPN`,
  tests: `pwr\tCarrier power\tAM, keyed, ch 19\tW\t3.4\t4\tinto 50 ohms
freq\tFrequency\tkeyed, ch 19\tHz off channel\t-500\t500
sens\tSensitivity\treceive, AM\tV\t\t1u`,
  checks: `Fuse\t2 A quick
Supply, switched on\tabove 20 ohms\tohm\t20\t\tSupply input`,
  cautions: 'rf\tKey only into a dummy load.',
  injections: '10.7 MHz into the detector\tDetector\t10.7M\t-60\tReceive AM\t3',
  alignment: `VCO\tL1\tTP1\t3.1 V on ch 19
Receiver\tL2, L3\t\tpeak\tVCO`,
  access: `Bottom cover\t2
Screen of the VCO\t5\tBottom cover`,
  forcings: 'Hold the loop at 3 V\tVCO\t3\t7\tV\tReceive AM\tVCO;\t5',
  plan: `reference\tVCO\toscillates\t\t10.24M
step\tVCO\tdivides\treference\t\t1024`,
  tunings: 'ch 19\t27.185M\tstep = 1719',
  levels: 'Mixer\treceive, AM\t-40',
  pins: `Q1\tE\temitter
Q1\tC\tcollector`,
  models: '',
  options: '',
};
const told = (change: Partial<CardTexts>): string[] =>
  readTexts({ ...small, ...change }).problems.map((p) => `${p.area} ${p.line}: ${p.message}`);

describe('what cannot be read in a line of injections', () => {
  const line = (...cells: readonly string[]): string[] => told({ injections: cells.join('\t') });
  it('is said with the line, and which of its cells it is', () => {
    expect(line('A tone', 'Detector', '10.7M', '-60', 'Receive AM', '3')).toEqual([]);
    expect(line('A tone', 'Detector', '10.7M', '-60', 'receive am')).toEqual([]);
    expect(line('', 'Detector', '10.7M', '-60', 'Receive AM')).toEqual(['injections 1: An injection needs a name.']);
    expect(line('A tone', 'Nowhere', '10.7M', '-60', 'Receive AM')).toEqual(['injections 1: "Nowhere" is no section.']);
    for (const hz of ['', '0', '-3', 'fast'])
      expect(line('A tone', 'Detector', hz, '-60', 'Receive AM')).toEqual([`injections 1: "${hz}" is no frequency.`]);
    for (const level of ['', 'loud'])
      expect(line('A tone', 'Detector', '10.7M', level, 'Receive AM')).toEqual([`injections 1: "${level}" is no level.`]);
    expect(line('A tone', 'Detector', '10.7M', '-60', 'Receive')).toEqual(['injections 1: "Receive" is no function.']);
    for (const minutes of ['soon', '0', '-1'])
      expect(line('A tone', 'Detector', '10.7M', '-60', 'Receive AM', minutes)).toEqual([`injections 1: "${minutes}" is no time.`]);
  });
});

describe('what stands in a list of a card', () => {
  it('takes a low frequency, and four minutes where none are said', () => {
    const read = readTexts({ ...small, injections: 'A tone\tDetector\t0.5\t-60\tReceive AM' }).card?.injections[0];
    expect([read?.hz, read?.minutes]).toEqual([0.5, 4]);
  });
  it('names of steps of alignment may come before the step itself, and are found however they are written', () => {
    const steps = (text: string) => readTexts({ ...small, alignment: text }).card?.alignment.map(({ name, after }) => [name, ...after]);
    expect(steps('Receiver\tL2\t\tpeak\tvco; Filter\nVCO\tL1\t\tpeak\nFilter\tL3\t\tpeak')).toEqual([
      ['Receiver', 'vco', 'filter'],
      ['VCO'],
      ['Filter'],
    ]);
    expect(told({ alignment: 'VCO\tL1\t\tpeak\nReceiver\tL2\t\tpeak\tLater' })).toEqual(['alignment 2: "Later" is no step of this list.']);
  });
  it('a section may need another twice, each time under a condition of its own', () => {
    const twice = (was?: Card) =>
      readTexts(
        {
          ...small,
          sections: small.sections.replace('Mixer < 8 V regulator, VCO !', 'Mixer < 8 V regulator (keyed), 8 V regulator (receive), VCO !'),
        },
        was,
      );
    const needs = twice().card?.sections.find(({ id }) => id === 'mixer')?.needs ?? [];
    expect(needs.map(({ section, when }) => [section, when?.keyed])).toEqual([
      ['8-v-regulator', true],
      ['8-v-regulator', false],
      ['vco', undefined],
    ]);
    // What the second was needed for is kept with the second.
    const was = twice().card!;
    const known = {
      ...was,
      sections: was.sections.map((section) => ({
        ...section,
        needs: section.needs.map((need, k) => (k === 1 ? { ...need, by: 'control' as const } : need)),
      })),
    };
    expect(
      twice(known)
        .card?.sections.find(({ id }) => id === 'mixer')
        ?.needs.map(({ by }) => `${by}`),
    ).toEqual([`${needs[0]?.by}`, 'control', `${needs[2]?.by}`]);
  });
});

describe('a card as one types it', () => {
  const read = readTexts(small);
  it('is a card', () => {
    expect(read.problems).toEqual([]);
    expect(read.card?.forcings[0]).toEqual(jasmine.objectContaining({ value: 3, limit: 7, responds: 'receive-am', cuts: ['vco'] }));
    expect(read.card?.frequencyPlan.map(({ id, hz, factor }) => [id, hz, factor])).toEqual([
      ['reference', 10_240_000, undefined],
      ['step', undefined, 1024],
    ]);
    expect(read.card?.tunings).toEqual([{ condition: { channel: 19 }, hz: 27_185_000, set: { step: 1719 } }]);
    expect(read.card?.levels).toEqual([{ after: 'mixer', condition: { keyed: false, mode: 'AM' }, dBm: -40 }]);
    expect(read.card?.parts.at(-1)?.pins?.map(({ name }) => name)).toEqual(['emitter', 'collector']);
    expect(read.card?.id).toBe('larkholm-two');
    expect(read.card?.sections.map((s) => s.kind)).toEqual([
      'connector',
      'regulator',
      'filter',
      'amplifier',
      'control',
      'mixer',
      'oscillator',
      'detector',
      'audio',
    ]);
  });
  it('takes what a section needs, and by what, from its name or from what is said', () => {
    expect(read.card?.sections[3]?.needs).toEqual([
      { section: '8-v-regulator', by: 'supply' },
      { section: 'agc', by: 'control' },
    ]);
    expect(read.card?.sections[5]?.needs[1]).toEqual({ section: 'vco', by: 'injection' });
    expect(read.card?.sections[5]?.watch).toBe('core works loose');
  });
  it('reads routes with branches, and keys what transmits', () => {
    expect(read.card?.functions[0]?.condition).toEqual({ mode: 'AM', keyed: false });
    expect(read.card?.functions[1]?.route[1]).toEqual({ parallel: [['rf-amplifier'], ['mixer']] });
  });
  it('takes points from a spreadsheet, with limits of its own where none are given', () => {
    expect(read.card?.testPoints[0]?.expect[0]).toEqual({ condition: {}, nominal: 8, low: 7.8, high: 8.3 });
    expect(read.card?.testPoints[1]).toEqual(jasmine.objectContaining({ sees: 'signal', unit: 'dBm' }));
    expect(read.card?.testPoints[1]?.expect[0]).toEqual({ condition: { keyed: false, mode: 'AM' }, nominal: -40, low: -44, high: -36 });
  });
  it('guesses a part from its letters and value', () =>
    expect(read.card?.parts.map((p) => p.kind)).toEqual(['electrolytic', 'transistor']));
  it('lets a point stand whose value is not known yet', () => {
    const half = readTexts({ ...small, points: 'TP9\tAGC line\tAGC\t\tV' });
    expect(half.card?.testPoints[0]?.expect).toEqual([]);
  });
  it('declares the loop that its needs close', () => {
    const looped = readTexts({
      ...small,
      sections: small.sections.replace('VCO < 8 V regulator', 'VCO < 8 V regulator, Divider (control)\nDivider < VCO'),
    });
    expect(looped.card?.loops.map((l) => l.sections)).toEqual([['vco', 'divider']]);
  });

  it('reads when something is needed, and writes it so again', () => {
    const sections = small.sections
      .replace('RF amplifier < 8 V regulator,', 'RF amplifier < 8 V regulator (supply, receive),')
      .replace('Mixer < 8 V regulator, VCO', 'Mixer < 8 V regulator (keyed, AM), 8 V regulator (bias, FM), VCO (wide)')
      .replace('VCO < 8 V regulator', 'VCO (wide), oscillator < 8 V regulator');
    const change = {
      sections,
      forcings: '',
      plan: '',
      tunings: '',
      alignment: '',
      parts: '',
      pins: '',
      levels: '',
      functions: small.functions,
    };
    const { card: made, problems } = readTexts({ ...small, ...change });
    expect(problems).toEqual([]);
    const needs = (id: string): unknown => made?.sections.find((s) => s.id === id)?.needs;
    expect(needs('rf-amplifier')).toEqual([
      { section: '8-v-regulator', by: 'supply', when: { keyed: false } },
      { section: 'agc', by: 'control' },
    ]);
    expect(needs('mixer')).toEqual([
      { section: '8-v-regulator', by: 'supply', when: { keyed: true, mode: 'AM' } },
      { section: '8-v-regulator', by: 'bias', when: { mode: 'FM' } },
      { section: 'vco-wide', by: 'injection' },
    ]);
    const again = made && readTexts(textsOf(made), made).card;
    expect(again?.sections).toEqual(made?.sections);
    // What is taken off a line is off the card.
    const off = made && readTexts({ ...textsOf(made), sections: textsOf(made).sections.replace('(receive)', '') }, made).card;
    expect(off?.sections.find((s) => s.id === 'rf-amplifier')?.needs[0]).toEqual({ section: '8-v-regulator', by: 'supply' });
  });

  it('tells each line that it cannot read, and keeps the others', () => {
    expect(told({ sections: small.sections.replace('AGC (control)', 'AGC (sometimes)') })).toEqual([
      'sections 4: "sometimes" says neither what AGC is needed for nor when.',
    ]);
    expect(told({ sections: small.sections + '\nIF amplifier < 9 V rail' })).toEqual([
      'sections 10: "9 V rail" is no section of this list.',
    ]);
    expect(told({ sections: small.sections + '\nMixer' })).toEqual(['sections 10: "Mixer" is there twice.']);
    expect(told({ injections: '', forcings: '', functions: 'Receive AM (receive, AM): Antenna filter > Noise blanker' })).toEqual([
      'functions 1: "Noise blanker" is no section.',
    ]);
    expect(told({ injections: '', forcings: '', functions: 'Receive AM' })).toEqual(['functions 1: A function needs a route.']);
    expect(told({ injections: '', forcings: '', functions: 'Receive USB (receive, USB): Mixer' })).toEqual([
      'functions 1: "USB" is no mode or band of this card.',
    ]);
    expect(told({ points: 'TP1\trail\tNowhere\t\tV' })).toEqual(['points 1: "Nowhere" is no section.']);
    expect(told({ points: 'TP1\trail\tMixer\t\tfurlong' })).toEqual(['points 1: "furlong" is no unit known here.']);
    expect(told({ points: 'TP1\trail\tMixer\t\tV\t\teight' })).toEqual(['points 1: "eight" cannot be read as V.']);
    expect(told({ pins: '', parts: 'resistor\tMixer\t4k7' })).toEqual(['parts 1: "resistor" is no designator.']);
    expect(told({ forcings: 'Hold it\tMixer\t3\tmuch\tV\tReceive AM' })).toEqual(['forcings 1: A figure cannot be read.']);
    expect(told({ forcings: 'Hold it\tMixer\t3\t7\tV\tReceive AM\tNoise blanker;' })).toEqual([
      'forcings 1: "Noise blanker" is no section.',
    ]);
    expect(told({ tunings: '', plan: 'loop\tVCO\tsings' })).toEqual(['plan 1: "sings" is not what a stage does.']);
    expect(told({ tunings: '', plan: 'loop\tVCO\tlocks\tstep' })).toEqual(['plan 1: "step" is no frequency of this list.']);
    expect(told({ tunings: 'ch 19\t27.185M\tloop = 3' })).toEqual(['tunings 1: "loop = 3" sets nothing of the plan.']);
    expect(told({ levels: 'Mixer\treceive\tloud' })).toEqual(['levels 1: "loud" is no level.']);
    expect(told({ pins: 'Q9\tE\temitter' })).toEqual(['pins 1: "Q9" is no part of this card.']);
    expect(told({ pins: 'Q1\tE\temitter\nQ1\tE\tbase' })).toEqual(['pins 2: Pin E of Q1 is there twice.']);
    expect(told({ chassis: '' })).toEqual(['head 0: The card needs the name of its chassis.']);
    expect(told({ sections: '' }).some((line) => line.startsWith('sections 0: There are no sections yet'))).toBeTrue();
  });

  it('takes tests, checks, cautions, injections, steps of alignment and access', () => {
    expect(
      read.card?.limits.map(({ id, word, condition, unit, low, high, from, hazard }) => [
        id,
        word,
        condition,
        unit,
        low,
        high,
        from,
        hazard,
      ]),
    ).toEqual([
      ['pwr-am-keyed-ch-19', 'pwr', { keyed: true, mode: 'AM', channel: 19 }, 'W', 3.4, 4, undefined, 'rf'],
      ['freq-keyed-ch-19', 'freq', { keyed: true, channel: 19 }, 'Hz', -500, 500, 'channel', 'rf'],
      ['sens-receive-am', 'sens', { keyed: false, mode: 'AM' }, 'V', undefined, 1e-6, undefined, 'none'],
    ]);
    expect(read.card?.coldChecks[1]).toEqual({
      id: 'supply-switched-on',
      name: 'Supply, switched on',
      expect: 'above 20 ohms',
      unit: 'ohm',
      low: 20,
      section: 'supply-input',
    });
    expect(read.card?.hazards).toEqual([{ kind: 'rf', text: 'Key only into a dummy load.' }]);
    expect(read.card?.injections[0]).toEqual(
      jasmine.objectContaining({ into: 'detector', hz: 10.7e6, dBm: -60, responds: 'receive-am', minutes: 3 }),
    );
    expect(read.card?.alignment.map(({ id, adjust, after }) => [id, adjust, after])).toEqual([
      ['vco', ['L1'], []],
      ['receiver', ['L2', 'L3'], ['vco']],
    ]);
    expect(read.card?.access).toEqual([
      { id: 'bottom-cover', remove: 'Bottom cover', minutes: 2 },
      { id: 'screen-of-the-vco', remove: 'Screen of the VCO', minutes: 5, behind: 'bottom-cover' },
    ]);
  });
  it('tells each line of these that it cannot read', () => {
    const first = (change: Partial<CardTexts>): string => told(change)[0] ?? '';
    expect(first({ tests: '9x\tPower\tkeyed\tW\t1' })).toBe('tests 1: "9x" is no word for a test.');
    expect(first({ tests: 'pwr\tPower\tkeyed\tfurlong\t1' })).toBe('tests 1: "furlong" is no unit known here.');
    expect(first({ tests: 'pwr\tPower\tUSB\tW\t1' })).toBe('tests 1: "USB" is no condition.');
    expect(first({ tests: 'pwr\tPower\tkeyed\tW\tfour' })).toBe('tests 1: "four" cannot be read as W.');
    expect(first({ tests: 'pwr\tPower\tkeyed\tW' })).toBe('tests 1: A test needs a limit.');
    expect(first({ tests: 'pwr\tPower\tkeyed\tW\t4\t3' })).toBe('tests 1: The most is below the least.');
    expect(first({ checks: 'Fuse' })).toBe('checks 1: What should "Fuse" be?');
    expect(first({ checks: 'Fuse\t2 A\tfurlong' })).toBe('checks 1: "furlong" is no unit known here.');
    expect(first({ checks: 'Supply\tabove\tohm\tmany' })).toBe('checks 1: A figure cannot be read.');
    expect(first({ checks: 'Supply\tabove\tohm\t20\t\tNowhere' })).toBe('checks 1: "Nowhere" is no section.');
    expect(first({ cautions: 'danger\tMind it.' })).toBe('cautions 1: "danger" is no kind of hazard.');
    expect(first({ cautions: 'rf' })).toBe('cautions 1: What is there to mind?');
    expect(first({ cautions: 'high-voltage\tIt kills.\tC1\tfew' })).toBe('cautions 1: "few" cannot be read as V.');
    expect(first({ injections: 'IF\tNowhere\t455k\t-60\tReceive AM' })).toBe('injections 1: "Nowhere" is no section.');
    expect(first({ injections: 'IF\tMixer\tx\t-60\tReceive AM' })).toBe('injections 1: "x" is no frequency.');
    expect(first({ injections: 'IF\tMixer\t455k\tloud\tReceive AM' })).toBe('injections 1: "loud" is no level.');
    expect(first({ injections: 'IF\tMixer\t455k\t-60\tHear' })).toBe('injections 1: "Hear" is no function.');
    expect(first({ injections: 'IF\tMixer\t455k\t-60\tReceive AM\tlong' })).toBe('injections 1: "long" is no time.');
    expect(first({ alignment: 'VCO\tL1' })).toBe('alignment 1: What is wanted of "VCO"?');
    expect(first({ alignment: 'VCO\tL1\t\tpeak\tLater' })).toBe('alignment 1: "Later" is no step of this list.');
    expect(first({ access: 'Cover\tsoon' })).toBe('access 1: "soon" is no time.');
    expect(first({ access: 'Cover\t2\tLid' })).toBe('access 1: "Lid" is nothing that is taken off.');
  });
  it('keeps of a figure that it is but usual, until it is changed', () => {
    const usual = {
      ...read.card!,
      limits: read.card!.limits.map((limit) => ({ ...limit, typical: true as const })),
      testPoints: read.card!.testPoints.map((point) => ({ ...point, expect: point.expect.map((e) => ({ ...e, typical: true as const })) })),
    };
    const again = (tests: (text: string) => string, points = (text: string): string => text): Card | undefined => {
      const texts = textsOf(usual);
      return readTexts({ ...texts, tests: tests(texts.tests), points: points(texts.points) }, usual).card;
    };
    expect(again((text) => text)).toEqual(usual);
    expect(again((text) => text.replace('3.4 W', '3.5 W'))?.limits.map(({ typical }) => typical)).toEqual([undefined, true, true]);
    expect(
      again(
        (text) => text,
        (text) => text.replace('8.3 V', '8.2 V'),
      )?.testPoints.map(({ expect: [first] }) => first?.typical),
    ).toEqual([undefined, true]);
  });

  it('comes back from its texts as it was', () => {
    const card = readCard(structuredClone(smallCard));
    expect(readTexts(textsOf(card), card)).toEqual({ card, problems: [] });
  });

  it('shortens a name at a word', () => {
    expect(shortName('Mixer')).toBe('Mixer');
    expect(shortName('Transmit IF amplifier').length).toBeLessThanOrEqual(15);
    expect(shortName('Programmable divider chain')).toBe('Programmable');
  });
});

describe('what is learned at the bench', () => {
  const card = readCard(structuredClone(smallCard));
  it('goes into the card as what is right at a point', () => {
    const learned = withLesson(card, { kind: 'reading', point: 'TP2', value: 5, condition: { keyed: true } });
    const expectation = learned?.testPoints.find((p) => p.id === 'TP2')?.expect.at(-1);
    expect(expectation).toEqual(jasmine.objectContaining({ nominal: 5, low: 4.5, high: 5.5, condition: { keyed: true } }));
  });
  it('takes a new point, a part and a limit that holds, and keeps where it learned them', () => {
    const at = { on: '2026-02-12', job: 431 };
    const [section, limit] = [card.sections[2]!, card.limits[0]!];
    const point = withLesson(card, { kind: 'point', section: section.id, point: 'TP31', unit: 'V' }, at);
    expect(point?.testPoints.at(-1)).toEqual(
      jasmine.objectContaining({ id: 'TP31', section: section.id, sees: 'own', unit: 'V', expect: [] }),
    );
    expect(point?.history).toEqual([jasmine.objectContaining({ on: '2026-02-12', what: `TP31 is at ${section.name}`, job: 431 })]);
    expect(withLesson(card, { kind: 'point', section: section.id, point: 'TP31', unit: 'dBm' })?.testPoints.at(-1)?.sees).toBe('signal');
    // What is known already teaches nothing, and nothing is told of it.
    expect(withLesson(point!, { kind: 'point', section: section.id, point: 'TP31', unit: 'V' }, at)).toBe(point);
    const part = withLesson(point!, { kind: 'part', section: section.id, designator: 'Q99' }, { on: '2026-02-13' });
    expect(part?.history?.at(-1)).toEqual(jasmine.objectContaining({ on: '2026-02-13', what: `Q99 belongs to ${section.name}` }));
    const usual = { ...card, limits: card.limits.map((each) => ({ ...each, typical: true as const })) };
    const own = withLesson(usual, { kind: 'limit', limit: limit.id }, at);
    expect(own?.limits.map(({ typical }) => typical)).toEqual([undefined, true, true]);
    expect(own?.history?.[0]?.what).toBe(`${limit.name}: its limits are this chassis’ own`);
    expect(withLesson(card, { kind: 'limit', limit: 'gone' })).toBeUndefined();
    expect(withLesson(card, { kind: 'reading', point: 'TP2', value: 5, condition: { keyed: true } }, at)?.history?.[0]?.what).toBe(
      'TP2 is 5 V, keyed',
    );
  });
  it('replaces what stood there under the same condition', () => {
    const learned = withLesson(card, { kind: 'reading', point: 'TP2', value: 8, condition: {} });
    expect(learned?.testPoints.find((p) => p.id === 'TP2')?.expect.length).toBe(1);
  });
  it('takes a part that only a sheet names into its section, once', () => {
    const taught = withLesson(card, { kind: 'part', section: 'vco', designator: 'R201' });
    expect(taught?.parts.at(-1)).toEqual({ designator: 'R201', section: 'vco', kind: 'resistor', value: '' });
    expect(taught && withLesson(taught, { kind: 'part', section: 'audio', designator: 'R201' })).toBe(taught);
    expect(withLesson(card, { kind: 'part', section: 'nowhere', designator: 'R201' })).toBeUndefined();
  });
  it('goes in as a known fault, once', () => {
    const once = withLesson(card, { kind: 'fault', section: 'vco', text: 'core chipped' });
    expect(once?.sections.find((s) => s.id === 'vco')?.watch).toBe('core chipped');
    expect(once && withLesson(once, { kind: 'fault', section: 'vco', text: 'core chipped' })).toBe(once);
  });
  it('goes nowhere when the card has no such place', () =>
    expect(withLesson(card, { kind: 'fault', section: 'nowhere', text: 'x' })).toBeUndefined());
});
