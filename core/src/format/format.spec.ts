import { attempt } from '../errors/core-error';
import { formatVersion, upDocument, upRecord, versionOf, type Step } from './format';

describe('the way up', () => {
  const way: readonly Step[] = [
    { what: 'watts', up: { tape: (d) => ({ ...d, watts: Number(d['power']) }), cards: (d) => ({ ...d, supply: 'dc' }) } },
    { what: 'milliwatts', up: { tape: (d) => ({ ...d, milliwatts: Number(d['watts']) * 1000 }) } },
  ];
  it('is walked one version after the other, from where a record stands', () => {
    expect(upRecord('tape', { power: 4 }, 1, way)).toEqual({ power: 4, watts: 4, milliwatts: 4000 });
    expect(upRecord('tape', { watts: 4 }, 2, way)).toEqual({ watts: 4, milliwatts: 4000 });
    expect(upRecord('tape', { a: 1 }, 3, way)).toEqual({ a: 1 });
    expect(upRecord('stock', { power: 4 }, 1, way)).toEqual({ power: 4 });
  });
  it('begins for a card where the card itself says', () => {
    expect(upRecord('cards', { version: 1 }, 3, way)).toEqual({ version: 3, supply: 'dc' });
    expect(upRecord('cards', { version: 2 }, 1, way)).toEqual({ version: 3 });
  });
  it('leaves what is no record to its schema', () => expect(upRecord('tape', 'nonsense', 1, way)).toBe('nonsense'));

  it('brings up each record of a document, alone or in a list', () => {
    const { document, from } = upDocument({ version: 1, tape: [{ id: 1 }], note: 'a', card: { version: 1 } }, 'x', {
      tape: 'tape',
      card: 'cards',
    });
    expect(from).toBe(1);
    expect(document).toEqual({ version: formatVersion, tape: [{ id: 1 }], note: 'a', card: { version: formatVersion } });
  });
});

describe('a version', () => {
  const fails = (data: unknown): readonly [string, string] | 'read' => {
    const outcome = attempt(() => versionOf(data, 'x.json'));
    return outcome.ok ? 'read' : [outcome.failure.code, outcome.failure.path];
  };
  it('is read where it is one of this program or an earlier one', () => {
    expect(fails({ version: formatVersion })).toBe('read');
    expect(fails({ version: formatVersion + 1 })).toEqual(['newer-version', 'x.json: version']);
    for (const version of [0, 1.5, '1', undefined]) expect(fails({ version })).toEqual(['broken-archive', 'x.json: version']);
    expect(fails([])).toEqual(['broken-archive', 'x.json']);
  });
});
