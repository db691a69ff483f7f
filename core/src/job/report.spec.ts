import { smallLaid } from '../testing/small-card';
import { sampleCustomer, sampleJob, sampleSet, sampleShop, tapeOf } from '../testing/entries';
import { allKinds, paperLines, type TapeBody } from '../tape';
import { buildReport, type Report } from './report';

const card = {
  ...smallLaid(),
  alignment: [
    { id: 'loop', name: 'Loop voltage', adjust: ['C31'], at: 'TP7', expect: '3.10 V', after: [] },
    { id: 'if', name: 'IF coils', adjust: ['T2', 'T3'], expect: 'peak', after: ['loop'] },
    { id: 'meter', name: 'S-meter', adjust: ['VR1'], expect: 'S9', after: [] },
  ],
};
const sheetOf = (...bodies: readonly TapeBody[]): Report =>
  buildReport({ shop: sampleShop, job: sampleJob, customer: sampleCustomer, set: sampleSet, card, tape: tapeOf(...bodies), nowMs: 0 });
const turned = (adjuster: string, more: Partial<Extract<TapeBody, { kind: 'adjustment' }>> = {}): TapeBody => ({
  kind: 'adjustment',
  how: 'set',
  adjuster,
  ...more,
});

describe('the alignment on the sheet', () => {
  it('has each step that was begun, as it was left, and no other', () => {
    const sheet = sheetOf(
      turned('C31', { unit: 'V', before: { value: 3.6, step: 0.1 }, after: { value: 3.1, step: 0.01 } }),
      turned('T2', { how: 'peak' }),
    );
    expect(sheet.aligned).toEqual([
      { name: 'Loop voltage, C31', wanted: '3.10 V', before: '3.6 V', after: '3.10 V', says: '' },
      { name: 'IF coils, T2, T3', wanted: 'peak', before: '', after: '', says: 'T3 left' },
    ]);
    expect(sheetOf(turned('VR1')).aligned).toEqual([{ name: 'S-meter, VR1', wanted: 'S9', before: '', after: 'done', says: '' }]);
    expect(sheetOf().aligned).toEqual([]);
  });
  it('is told once: what belongs to no step stands among what was done', () => {
    const { done } = sheetOf(turned('C31', { unit: 'V', after: { value: 3.1, step: 0.01 } }), turned('VR9', { text: 'at the speaker' }));
    expect(done).toEqual(['VR9 set, at the speaker']);
  });
  it('says where it was read, as it was typed', () => {
    const at = (text: string): TapeBody => turned('C31', { text });
    expect(sheetOf(at('at tp7'), at('at tp7'), at('at the counter, stiff')).aligned[0]?.says).toBe('at tp7, at the counter, stiff');
  });
  it('says that a step is sealed', () => {
    const sheet = sheetOf(turned('C31'), turned('C31', { how: 'seal' }));
    expect([sheet.aligned[0]?.says, sheet.done]).toEqual(['sealed', []]);
    expect(sheetOf(turned('VR9', { how: 'seal' })).done).toEqual(['VR9 sealed']);
  });
  it('says of a step that it was disturbed, or had no peak', () => {
    const says = (...bodies: readonly TapeBody[]): string[] => sheetOf(...bodies).aligned.map((row) => row.says);
    expect(says(turned('C31'), turned('T2', { how: 'peak' }), turned('T3', { how: 'peak' }), turned('C31'))).toEqual(['', 'C31 set since']);
    expect(says(turned('T2', { how: 'peak', none: true }))).toEqual(['no peak found: core broken, or the stage open?']);
  });
});

describe('what was measured, on the sheet', () => {
  it('has what was watched, and what a soak proved', () => {
    const watched: TapeBody = {
      kind: 'watch',
      point: 'TP7',
      unit: 'V',
      step: 0.1,
      condition: {},
      seconds: 140,
      readings: 900,
      least: 3.1,
      most: 6.9,
      dropouts: 6,
      marks: [{ what: 'tap', at: 'vco', done: 7, changed: 6, byChance: 0.3 }],
      strip: [3.1, 6.9, null, 3.1],
    };
    const sheet = sheetOf(watched, { kind: 'soak', act: 'begin', cycles: 2 }, { kind: 'soak', act: 'cycles', cycles: 2 });
    expect(sheet.watched.map(({ title, says }) => `${title}: ${says}`)).toEqual([
      'TP7 tuning voltage watched for 2 min: 3.1 V to 6.9 V, 6 dropouts, changed at 6 of 7 taps of VCO, by chance 0.3',
    ]);
    expect(sheet.measured).toEqual(['Soaked 0 min, 2 cycles without a failure']);
  });
});

describe('a line that a kind of entry has for the sheet', () => {
  for (const kind of allKinds)
    for (const [k, example] of kind.examples.entries()) {
      const [entry] = tapeOf(example as TapeBody);
      const lines = entry ? paperLines(entry, card) : [];
      if (lines.length)
        it(`stands on it: ${kind.kind}, example ${k + 1}`, () => {
          // Without steps of alignment, which have a table of their own.
          const sheet = JSON.stringify(
            buildReport({
              shop: sampleShop,
              job: sampleJob,
              customer: sampleCustomer,
              set: sampleSet,
              card: { ...card, alignment: [] },
              tape: tapeOf(example as TapeBody),
              nowMs: 0,
            }),
          );
          for (const { text } of lines) expect(sheet).toContain(JSON.stringify(text).slice(1, -1));
        });
    }
});

describe('Parts that were renewed alike', () => {
  const fit = (designator: string, more: Partial<Extract<TapeBody, { kind: 'fit' }>> = {}): TapeBody => ({
    kind: 'fit',
    designator,
    oldPart: '',
    newPart: '47 µF 25 V',
    why: '',
    proof: '',
    priceMinor: 22,
    quantity: 1,
    source: '',
    ...more,
  });
  const sheet = (...bodies: TapeBody[]) => {
    const { parts, done } = buildReport({
      shop: sampleShop,
      job: sampleJob,
      customer: sampleCustomer,
      set: sampleSet,
      tape: tapeOf(...bodies),
      nowMs: 0,
    });
    return { done, parts: parts.map(({ what, fitted, price }) => [what, fitted, price]) };
  };

  it('stand on the sheet together, and cost what they cost one by one', () => {
    expect(sheet(fit('C1'), fit('C2'), fit('C3'), fit('C9'), fit('C4', { newPart: '220 µF 25 V', priceMinor: 31 }))).toEqual({
      done: ['C1–C3, C9: 47 µF 25 V fitted', 'C4: 220 µF 25 V fitted'],
      parts: [
        ['C1–C3, C9', '4 × 47 µF 25 V', '0.88'],
        ['C4', '220 µF 25 V', '0.31'],
      ],
    });
  });
  it('are told apart where they were proven apart, or renewed twice', () => {
    const { done, parts } = sheet(fit('C1'), fit('C2', { proof: '12 µF' }), fit('C1'));
    expect(parts.map(([what]) => what)).toEqual(['C1', 'C2', 'C1']);
    expect(done.length).toBe(3);
  });
});
