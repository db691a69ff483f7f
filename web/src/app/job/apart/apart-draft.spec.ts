import { apartEntry, counted, countOf, emptyDraft, loosenedOf, putOf, type ApartDraft } from './apart-draft';

describe('a step as it is recorded', () => {
  const spots: ApartDraft['spots'] = [
    { x: 0.1, y: 0.1, what: 'screw' },
    { x: 0.9, y: 0.1, what: 'screw' },
    { x: 0.5, y: 0.5, what: 'clip' },
  ];
  it('counts what was placed on the picture and what was not', () => {
    const draft = counted({ ...emptyDraft, spots, which: { screw: ' M3 × 8 ' } }, 'screw', 1);
    expect(loosenedOf(draft)).toEqual([
      { what: 'screw', count: 3, text: 'M3 × 8' },
      { what: 'clip', count: 1 },
    ]);
    const less = counted(counted(draft, 'screw', -1), 'screw', -1);
    expect([countOf(less, 'screw'), less.spots.length]).toEqual([1, 2]);
    expect(counted(emptyDraft, 'nut', -1)).toBe(emptyDraft);
    expect(loosenedOf({ ...emptyDraft, which: { connector: 'P3', nut: ' ' } })).toEqual([{ what: 'connector', count: 1, text: 'P3' }]);
  });
  it('is called by its number where nobody named it, and has its spots only with its picture', () => {
    expect(apartEntry({ ...emptyDraft, spots, renew: 'gasket; thermal paste' }, 4)).toEqual({
      kind: 'apart',
      what: 'step 4',
      loosened: [
        { what: 'screw', count: 2 },
        { what: 'clip', count: 1 },
      ],
      renew: ['gasket', 'thermal paste'],
    });
    expect(apartEntry({ ...emptyDraft, what: 'lid', spots }, 4, 'a')).toEqual(
      jasmine.objectContaining({ what: 'lid', attachment: 'a', spots: [...spots] }),
    );
  });
  it('goes back whole where nothing else is said, and else as it was pressed and counted', () => {
    const step = { ...apartEntry({ ...emptyDraft, what: 'lid', spots, unplaced: { screw: 1, knob: 2 } }, 1, 'a') };
    expect(putOf(step, new Set(), new Map())).toBeUndefined();
    expect(putOf(step, new Set([0, 1, 2]), new Map())).toBeUndefined();
    expect(putOf(step, new Set([0]), new Map())).toEqual([
      { what: 'screw', count: 2 },
      { what: 'clip', count: 0 },
      { what: 'knob', count: 2 },
    ]);
    expect(putOf(step, new Set(), new Map([[2, 1]]))?.[2]).toEqual({ what: 'knob', count: 1 });
  });
});
