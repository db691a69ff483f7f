import { layCard } from '../card';
import { sampleSet } from '../testing/entries';
import { smallLaid } from '../testing/small-card';
import { mayBeForbidden, type TapeBody } from '../tape';
import { entryId, tapeOf } from '../testing/entries';
import { modificationText, modified, rolledBack, setAfter, type ModificationTyped } from './modifications';

const card = smallLaid();
const typed = (change: Partial<ModificationTyped>): ModificationTyped => ({
  title: 'Made louder',
  designator: '',
  value: '',
  section: '',
  ...change,
});
const with_ = (change: Partial<ModificationTyped>): ReturnType<typeof modified> =>
  modified({ ...sampleSet, modifications: [] }, card, typed(change), { id: 'm', on: '2026-02-12' });

describe('a modification of one set', () => {
  it('changes a part of its card, adds one or takes one away, and no other set', () => {
    const value = (change: Partial<ModificationTyped>, designator: string): string | undefined =>
      layCard(card, card.model.id, with_(change).set.modifications).parts.find((part) => part.designator === designator)?.value;
    expect(value({ designator: 'c12', value: '100u' }, 'C12')).toBe('100u');
    expect(value({ designator: 'C12', value: 'removed' }, 'C12')).toBeUndefined();
    expect(value({ designator: 'R99', value: '4k7', section: card.sections[0]!.id }, 'R99')).toBe('4k7');
    expect(card.parts.find((part) => part.designator === 'C12')?.value).not.toBe('100u');
  });
  it('is but words where no part is named, or the set has no card', () => {
    expect(with_({}).modification?.changes).toEqual([]);
    expect(
      modified({ ...sampleSet, modifications: [] }, undefined, typed({ designator: 'R1', value: '1k' }), { id: 'm', on: '2026-02-12' })
        .modification,
    ).toEqual(jasmine.objectContaining({ changes: [], title: 'Made louder: R1 is 1k' }));
  });
  it('is refused by the field that is wrong', () => {
    expect(Object.keys(with_({ title: ' ' }).wrong)).toEqual(['title']);
    expect(Object.keys(with_({ designator: '12', value: '1k', section: 'vco' }).wrong)).toEqual(['designator']);
    expect(Object.keys(with_({ designator: 'C12' }).wrong)).toEqual(['value']);
    expect(Object.keys(with_({ designator: 'R99', value: '1k' }).wrong)).toEqual(['section']);
    expect(Object.keys(with_({ designator: 'R99', value: 'cut' }).wrong)).toEqual(['designator']);
    expect(with_({ title: '' }).set.modifications).toEqual([]);
  });
  it('is rolled back one by one, and put in again', () => {
    const { set } = with_({ designator: 'C12', value: '100u' });
    const back = rolledBack(set, 'm', true);
    expect(layCard(card, card.model.id, back.modifications).parts).toEqual(card.parts);
    expect(rolledBack(back, 'm', false)).toEqual(set);
    expect(rolledBack(set, 'other', true)).toEqual(set);
  });
  it('is what the card says may be fitted, where it is called so', () => {
    const changes = [
      { act: 'set' as const, list: 'parts', item: 'C12', fields: { value: '220u' } },
      { act: 'drop' as const, list: 'coldChecks', item: 'fuse' },
    ];
    const optioned = { ...card, options: [{ id: 'kit', name: 'Loud kit', changes }] };
    const fit = (title: string): unknown =>
      modified({ ...sampleSet, modifications: [] }, optioned, typed({ title }), { id: 'm', on: '2026-02-12' }).modification?.changes;
    expect([fit('loud kit'), fit('Loud kit fitted'), fit('louder kit'), fit('kit')]).toEqual([changes, changes, [], []]);
    expect(modificationText({ title: 'Loud kit fitted', changes, id: 'm', rolledBack: false })).toBe(
      'Loud kit fitted: C12 is 220u, fuse removed',
    );
    const check = { act: 'set' as const, list: 'coldChecks', item: 'fuse', fields: { expect: '3 A' } };
    const added = { act: 'add' as const, list: 'parts', value: { designator: 'K9' } };
    expect(modificationText({ title: 'Kit', changes: [check, added], id: 'm', rolledBack: false })).toBe('Kit: fuse is 3 A, K9 added');
  });
  it('is told in words, with what may be forbidden', () => {
    expect(modificationText(with_({ designator: 'C12', value: '100u' }).modification!)).toBe('Made louder: C12 is 100u');
    expect(modificationText(with_({ designator: 'C12', value: 'cut' }).modification!)).toBe('Made louder: C12 removed');
    expect(modificationText(with_({ designator: 'R99', value: '1k', section: 'vco' }).modification!)).toBe('Made louder: R99 added, 1k');
    expect(modificationText(with_({}).modification!)).toBe('Made louder');
    expect([mayBeForbidden('extra channels'), mayBeForbidden('Clarifier opened'), mayBeForbidden('new lamp')]).toEqual([true, true, false]);
  });
});

describe('a set as its tape goes on', () => {
  const plain = { ...sampleSet, modifications: [] };
  const opened: TapeBody = { kind: 'modification', title: 'clarifier opened', designator: 'C12', value: '100u' };
  const louder: TapeBody = { kind: 'modification', title: 'made louder' };
  const strike = (n: number): TapeBody => ({ kind: 'strike', entry: entryId(n), reason: 'undone' });
  it('is modified by each line, on the day on which it was done', () => {
    const tape = tapeOf({ ...opened, done: '2026-01-04' }, louder);
    const { modifications } = setAfter(plain, card, [], tape);
    expect(modifications.map(modificationText)).toEqual(['clarifier opened: C12 is 100u', 'made louder']);
    expect(modifications.map(({ on }) => on)).toEqual(['2026-01-04', tape[1]?.at.slice(0, 10) ?? '']);
    // What stood before is not made again.
    expect(setAfter(plain, card, tape, tape)).toBe(plain);
  });
  it('is rolled back by a strike and put in again when that is struck', () => {
    const [one, two, three] = [tapeOf(opened), tapeOf(opened, strike(1)), tapeOf(opened, strike(1), strike(2))];
    const made = setAfter(plain, card, [], one);
    const back = setAfter(made, card, one, two);
    expect(back.modifications.map((each) => each.rolledBack)).toEqual([true]);
    expect(setAfter(back, card, two, three)).toEqual(made);
  });
  it('says in words what cannot be laid over its card', () => {
    const unknown: TapeBody = { kind: 'modification', title: 'squeal tamed', designator: 'C99', value: '100n' };
    const [only] = setAfter(plain, card, [], tapeOf(unknown)).modifications;
    expect(only && [modificationText(only), only.changes]).toEqual(['squeal tamed: C99 is 100n', []]);
  });
});
