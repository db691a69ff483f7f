import { formatVersion } from '../format';
import { CoreError } from '../errors/core-error';
import { smallCard, smallLaid } from '../testing/small-card';
import { conditionText } from './condition';
import { accessChain, expectationAt, pointOf } from './look-up';
import { layCard, layWhatFits } from './lay-card';
import { branchSections, readCard, routeSections } from './read-card';
import type { CardInput, Modification } from './card-schema';

const broken = (path: string | RegExp, change: (card: CardInput) => void): (() => void) => {
  const card = structuredClone(smallCard);
  change(card);
  return () =>
    expect(() => readCard(card)).toThrowMatching(
      (e) => e instanceof CoreError && (typeof path === 'string' ? e.path === path : path.test(e.path)),
    );
};

describe('readCard', () => {
  it('fills in what may be left out', () => {
    const card = readCard(smallCard);
    expect(card.sections[0]?.needs).toEqual([]);
    expect(card.testPoints[0]?.minutes).toBe(2);
  });
  it(
    'refuses a part of a section that is not there',
    broken('parts.0.section', (c) => c.parts?.splice(0, 1, { designator: 'F1', section: 'nowhere', kind: 'fuse', value: '' })),
  );
  it(
    'refuses a name given twice',
    broken('sections.11', (c) => c.sections.push({ id: 'vco', name: 'VCO', short: 'VCO', kind: 'oscillator' })),
  );
  it(
    'refuses a route over a section that is not there',
    broken('functions.0.route', (c) => c.functions?.[0]?.route.push('nowhere')),
  );
  it(
    'refuses an expectation the wrong way round',
    broken('testPoints.0.expect.0.high', (c) => c.testPoints?.[0]?.expect?.splice(0, 1, { condition: {}, low: 8.3, high: 7.8 })),
  );
  it(
    'refuses limits the wrong way round',
    broken('limits.0.high', (c) => Object.assign(c.limits?.[0] ?? {}, { low: 5, high: 4 })),
  );
  it(
    'refuses access that lies behind itself',
    broken(/access\.\d\.behind/, (c) => Object.assign(c.access?.[0] ?? {}, { behind: 'shield' })),
  );
  it(
    'names the field of a value of the wrong kind',
    broken('supply.nominalV', (c) => Object.assign(c.supply, { nominalV: -1 })),
  );
  it('refuses a card of a later version by saying so', () =>
    expect(() => readCard({ ...smallCard, version: formatVersion + 1 })).toThrowMatching(
      (e) => e instanceof CoreError && e.code === 'newer-version',
    ));
  it('refuses what is no card at all', () =>
    expect(() => readCard('hello')).toThrowMatching((e) => e instanceof CoreError && e.code === 'broken-card'));
  it('says that it is no card, or what is wrong where', () => {
    const said = (data: unknown): string => {
      try {
        readCard(data);
        return 'read';
      } catch (error) {
        return `${(error as CoreError).path}: ${(error as CoreError).message}`;
      }
    };
    expect(said(null)).toBe(': This is not a card.');
    expect(said({ ...smallCard, madeFrom: 'long ago' })).toContain('madeFrom: ');
    expect(said({ ...smallCard, madeFrom: 'long ago' })).not.toContain('This is not a card.');
  });
});

describe('a card that was changed since', () => {
  const card = readCard(smallCard);
  const mod = (id: string, item: string): Modification => ({
    id,
    title: id,
    changes: [{ act: 'set', list: 'parts', item, fields: { value: '1k' } }],
    rolledBack: false,
  });
  it('is laid as far as it goes: one difference that no longer fits takes none of the others with it', () => {
    const laid = layWhatFits(card, 'plain', [mod('a', 'C12'), mod('b', 'C999'), mod('c', 'C31')]);
    expect(laid?.laid.map(({ title }) => title)).toEqual(['a', 'c']);
    const thinner = { ...card, functions: card.functions.filter(({ id }) => id !== 'hailer') };
    expect(layWhatFits(thinner, 'marine', [])?.laid.map(({ change }) => change.act)).toEqual(['set']);
    expect(layWhatFits(card, 'marine', [mod('a', 'C12')])).toEqual(layCard(card, 'marine', [mod('a', 'C12')]));
  });
  it('is that of its first model where it has not this one any more', () =>
    expect(layWhatFits(card, 'gone', [mod('a', 'C12')])?.model.id).toBe('plain'));
  it('without a function has nothing that is put in or held to try it', () => {
    const laid = layCard(
      { ...card, models: [{ ...card.models[0]!, differs: [{ act: 'drop', list: 'functions', item: 'receive-am' }] }] },
      'plain',
    );
    expect([laid.injections, laid.forcings, laid.loops[0]?.forcing]).toEqual([[], [], undefined]);
    expect(layCard(card, 'marine').injections).toEqual(card.injections);
    expect(layCard(card, 'marine').loops).toEqual(card.loops);
  });
});

describe('layCard', () => {
  it('lays the differences of a model over the chassis and leaves the chassis as it was', () => {
    const card = readCard(smallCard);
    const laid = layCard(card, 'marine');
    expect(laid.parts.find((p) => p.designator === 'F1')?.value).toBe('3 A quick');
    expect(laid.functions.map((f) => f.id)).not.toContain('hailer');
    expect(card.parts.find((p) => p.designator === 'F1')?.value).toBe('2 A quick');
    expect(laid.laid.map((l) => l.from)).toEqual(['model', 'model']);
  });

  const mod: Modification = {
    id: 'm1',
    title: 'tone board added',
    rolledBack: false,
    changes: [
      { act: 'add', list: 'sections', value: { id: 'tone-board', name: 'Tone board', short: 'Tone board', kind: 'audio' } },
      { act: 'set', list: 'parts', item: 'C12', fields: { value: '470 µF 25 V' } },
    ],
  };
  it('lays a set’s own modifications over its model, and rolls them back', () => {
    const card = readCard(smallCard);
    expect(layCard(card, 'plain', [mod]).sections.some((s) => s.id === 'tone-board')).toBeTrue();
    expect(layCard(card, 'plain', [{ ...mod, rolledBack: true }]).sections.some((s) => s.id === 'tone-board')).toBeFalse();
  });
  it('refuses a modification of a part that is not there, by its title', () => {
    const wrong: Modification = { ...mod, changes: [{ act: 'set', list: 'parts', item: 'C99', fields: {} }] };
    expect(() => layCard(readCard(smallCard), 'plain', [wrong])).toThrowMatching(
      (e) => e instanceof CoreError && e.path === 'tone board added, difference 1',
    );
  });
  it('refuses a model the card does not have', () =>
    expect(() => layCard(readCard(smallCard), 'unknown')).toThrowMatching((e) => e instanceof CoreError && e.code === 'unknown-name'));
});

describe('look-ups', () => {
  const card = smallLaid();
  it('takes the narrowest expectation that holds', () => {
    const point = pointOf(card, 'tp7');
    if (!point) return fail('TP7 is missing');
    expect(expectationAt(point, { channel: 1, mode: 'AM' })?.high).toBe(2.2);
    expect(expectationAt(point, { channel: 7 })?.high).toBe(5);
  });
  it('takes no expectation of another condition', () => {
    const point = pointOf(card, 'TP5');
    expect(point && expectationAt(point, { keyed: true, mode: 'AM', channel: 19 })).toBeUndefined();
  });
  it('opens what lies outermost first', () => expect(accessChain(card, 'shield').map((a) => a.id)).toEqual(['cover', 'shield']));
  it('says a condition as one says it', () =>
    expect(conditionText({ keyed: false, mode: 'AM', channel: 19, supplyV: 13.8 })).toBe('ch 19, AM, receive, at 13.8 V'));
  it('walks branches one after the other', () => {
    const route = ['filter', { parallel: [['mixer'], ['driver', 'pa']] }, 'audio'];
    expect(routeSections(route)).toEqual(['filter', 'mixer', 'driver', 'pa', 'audio']);
    expect([...branchSections(route)]).toEqual(['mixer', 'driver', 'pa']);
  });
});
