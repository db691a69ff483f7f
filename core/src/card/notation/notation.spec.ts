import { smallCard } from '../../testing/small-card';
import { cardPatterns } from '../card-patterns';
import { readTexts, shortName, textsOf, type CardTexts } from './index';
import { checkCard } from '../check-card';
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
};
const told = (change: Partial<CardTexts>): string[] =>
  readTexts({ ...small, ...change }).problems.map((p) => `${p.area} ${p.line}: ${p.message}`);

describe('a card as one types it', () => {
  const read = readTexts(small);
  it('is a card', () => {
    expect(read.problems).toEqual([]);
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

  it('tells each line that it cannot read, and keeps the others', () => {
    expect(told({ sections: small.sections + '\nIF amplifier < 9 V rail' })).toEqual([
      'sections 10: "9 V rail" is no section of this list.',
    ]);
    expect(told({ sections: small.sections + '\nMixer' })).toEqual(['sections 10: "Mixer" is there twice.']);
    expect(told({ functions: 'Receive AM (receive, AM): Antenna filter > Noise blanker' })).toEqual([
      'functions 1: "Noise blanker" is no section.',
    ]);
    expect(told({ functions: 'Receive AM' })).toEqual(['functions 1: A function needs a route.']);
    expect(told({ functions: 'Receive USB (receive, USB): Mixer' })).toEqual(['functions 1: "USB" is no mode or band of this card.']);
    expect(told({ points: 'TP1\trail\tNowhere\t\tV' })).toEqual(['points 1: "Nowhere" is no section.']);
    expect(told({ points: 'TP1\trail\tMixer\t\tfurlong' })).toEqual(['points 1: "furlong" is no unit known here.']);
    expect(told({ points: 'TP1\trail\tMixer\t\tV\t\teight' })).toEqual(['points 1: "eight" cannot be read as V.']);
    expect(told({ parts: 'resistor\tMixer\t4k7' })).toEqual(['parts 1: "resistor" is no designator.']);
    expect(told({ chassis: '' })).toEqual(['head 0: The card needs the name of its chassis.']);
    expect(told({ sections: '' }).some((line) => line.startsWith('sections 0: There are no sections yet'))).toBeTrue();
  });

  it('comes back from its texts as it was', () => {
    const card = readCard(structuredClone(smallCard));
    expect(readTexts(textsOf(card), card)).toEqual({ card, problems: [] });
  });

  it('can be begun from every pattern', () => {
    for (const pattern of cardPatterns) {
      const { card, problems } = readTexts({ ...small, points: '', parts: '', ...pattern.texts });
      expect(problems).withContext(pattern.name).toEqual([]);
      expect(card && checkCard(card).filter((flaw) => flaw.weight === 'wrong'))
        .withContext(pattern.name)
        .toEqual([]);
    }
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
