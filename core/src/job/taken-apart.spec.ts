import fc from 'fast-check';
import { readLine } from '../entry';
import { entryWords, standing, type TapeBody } from '../tape';
import { sampleJob, sampleShop, tapeOf } from '../testing/entries';
import { fasteners } from '../words';
import { beforeHandBack } from './before-hand-back';
import { apartOpen, stillOff, takenApart } from './taken-apart';

const read = (line: string): readonly TapeBody[] => {
  const { entry } = readLine(line, { condition: {}, instruments: [] });
  return Array.isArray(entry) ? (entry as TapeBody[]) : [entry as TapeBody];
};
const stoodOf = (...lines: string[]) => standing(tapeOf(...lines.flatMap(read)));

describe('A step of taking apart', () => {
  for (const [line, body] of [
    [
      'apart top cover 6 screws 2 clips',
      {
        what: 'top cover',
        loosened: [
          { what: 'screw', count: 6 },
          { what: 'clip', count: 2 },
        ],
      },
    ],
    [
      'apart top cover: 6 screws (M3 x 8), 2 clips and 1 plug',
      {
        what: 'top cover',
        loosened: [
          { what: 'screw', count: 6, text: 'M3 x 8' },
          { what: 'clip', count: 2 },
          { what: 'connector', count: 1 },
        ],
      },
    ],
    [
      'apart heat sink, 2 hidden screws, renew thermal paste and mica',
      { what: 'heat sink', loosened: [{ what: 'hidden-screw', count: 2 }], renew: ['thermal paste', 'mica'] },
    ],
    [
      'apart shield 3 joints note the tab points to C12',
      { what: 'shield', loosened: [{ what: 'joint', count: 3 }], note: 'the tab points to C12' },
    ],
    ['apart speaker', { what: 'speaker', loosened: [] }],
    ['apart board 2 of the relay', { what: 'board 2 of the relay', loosened: [] }],
  ] as const)
    it(`is read as people type it: ${line}`, () => expect(read(line)).toEqual([{ kind: 'apart', ...body } as never]));
  it('says what came off, in words', () =>
    expect(entryWords(read('apart top cover 1 screw 2 joints renew gasket')[0] as TapeBody, undefined).what).toBe(
      'Off: top cover; 1 screw, 2 soldered joints; to be renewed: gasket',
    ));
  it('asks what came off', () => {
    for (const line of ['apart', 'apart 6 screws', 'together', 'together 2 clips'])
      expect(() => readLine(line, { condition: {}, instruments: [] })).toThrowError(/missing|What/);
  });
});

describe('What was taken apart', () => {
  const set = ['apart top cover 6 screws', 'apart front panel 4 knobs, 2 clips', 'apart shield 3 joints renew gasket'];
  it('goes back in the other order', () =>
    expect(stillOff(takenApart(stoodOf(...set))).map(({ entry }) => entry.what)).toEqual(['shield', 'front panel', 'top cover']));
  it('is put back whole by its name alone', () => {
    const steps = takenApart(stoodOf(...set, 'together the Top Cover'));
    expect(stillOff(steps).map(({ entry }) => entry.what)).toEqual(['shield', 'front panel']);
    expect(steps[0]?.leftOver).toEqual([]);
  });
  it('says what is left over, what is too many, and what was not renewed', () => {
    expect(apartOpen(stoodOf(...set, 'together shield, 2 joints', 'together front panel', 'together top cover 7 screws'))).toEqual([
      'More put into top cover than came out of it: 1 screw.',
      'Left over from shield: 1 soldered joint.',
      'Not said to be renewed at shield: gasket.',
    ]);
    expect(apartOpen(stoodOf(...set, 'together shield renewed gasket', 'together front panel', 'together top cover'))).toEqual([]);
  });
  it('tells fasteners apart where they were said to differ', () => {
    const cover = 'apart cover 4 screws (M3 x 8) 2 screws (M3 x 12)';
    expect(apartOpen(stoodOf(cover, 'together cover 4 screws (M3 x 8) 1 screw (M3 x 12)'))).toEqual([
      'Left over from cover: 1 screw (M3 x 12).',
    ]);
    expect(apartOpen(stoodOf(cover, 'together cover 5 screws'))).toEqual(['Left over from cover: 1 screw (M3 x 12).']);
    expect(apartOpen(stoodOf(cover, 'together cover 6 screws'))).toEqual([]);
  });
  it('asks where something is put back that is not off', () =>
    expect(apartOpen(stoodOf('apart top cover 6 screws', 'together lid'))).toEqual([
      'Still off: top cover.',
      'Put back, and nothing of that name is off: lid.',
    ]));
  it('holds up the hand-back', () => {
    const tape = tapeOf(...read('apart top cover 6 screws'), ...read('together top cover 4 screws'));
    expect(
      beforeHandBack({ job: sampleJob, shop: sampleShop, tape, nowMs: Date.parse('2026-03-09T12:00:00Z') }).map(({ says }) => says),
    ).toContain('Left over from top cover: 2 screws.');
  });
  it('never loses a fastener: what was loosened is off, in again or left over', () => {
    const piece = fc.record({
      what: fc.constantFrom(...fasteners),
      count: fc.integer({ min: 1, max: 9 }),
      text: fc.option(fc.constantFrom('M3', 'M4'), { nil: undefined }),
    });
    const pieces = fc.array(piece, { maxLength: 4 });
    const count = (list: readonly { count: number }[]): number => list.reduce((sum, each) => sum + each.count, 0);
    const law = fc.property(pieces, pieces, (loosened, put) => {
      const clean = (list: typeof loosened) =>
        list.map(({ what, count: n, text }) => ({ what, count: n, ...(text === undefined ? {} : { text }) }));
      const [step] = takenApart(
        standing(tapeOf({ kind: 'apart', what: 'cover', loosened: clean(loosened) }, { kind: 'put-back', what: 'cover', put: clean(put) })),
      );
      if (!step) return false;
      return fasteners.every((what) => {
        const own = <T extends { what: string }>(list: readonly T[]): readonly T[] => list.filter((each) => each.what === what);
        const [out, back] = [count(own(loosened)), count(own(put))];
        const [left, many] = [count(own(step.leftOver)), count(own(step.tooMany))];
        // Which is which matters only where both sides say it.
        const isPlain = own(put).every(({ text }) => text === undefined);
        return (
          many === Math.max(0, back - out) &&
          left >= Math.max(0, out - back) &&
          left <= out &&
          (!isPlain || left === Math.max(0, out - back))
        );
      });
    });
    expect(() => fc.assert(law, { numRuns: 300 })).not.toThrow();
  });
});
