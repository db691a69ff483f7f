import { smallCard } from '../../testing/small-card';
import type { Card, CardChange } from '../card-schema';
import { layCard } from '../lay-card';
import { readCard } from '../read-card';
import { changesText, readTexts, textsOf } from './index';

/** The small card, of one model alone. */
const card = readCard({ ...structuredClone(smallCard), models: smallCard.models.slice(0, 1) });
const read = (models: string, base: Card = card): ReturnType<typeof readTexts> => readTexts({ ...textsOf(base), models }, base);
const told = (models: string, base?: Card): string[] => read(models, base).problems.map((p) => `${p.area} ${p.line}: ${p.message}`);
const differs = (models: string, base?: Card): readonly CardChange[] | undefined => read(models, base).card?.models[1]?.differs;
const [part] = card.parts;
const [fn] = card.functions;
const [section] = card.sections;

describe('other models of a chassis', () => {
  it('are lines with what they differ by', () => {
    const got = read(
      `Larkholm | Marine | ${part!.designator} = 3 A quick; no ${fn!.name.toLowerCase()}; + C99, ${section!.name}, 100n, 16 V | table cabinet`,
    );
    expect(got.problems).toEqual([]);
    expect(got.card?.models[1]).toEqual({
      id: 'marine',
      maker: 'Larkholm',
      name: 'Marine',
      note: 'table cabinet',
      differs: [
        { act: 'set', list: 'parts', item: part!.designator, fields: { value: '3 A quick' } },
        { act: 'drop', list: 'functions', item: fn!.id },
        {
          act: 'add',
          list: 'parts',
          value: { designator: 'C99', section: section!.id, kind: jasmine.any(String), value: '100n, 16 V' },
        },
      ],
    });
    const laid = layCard(got.card!, 'marine');
    expect(laid.parts.find(({ designator }) => designator === part!.designator)?.value).toBe('3 A quick');
    expect(laid.functions.some(({ id }) => id === fn!.id)).toBeFalse();
    expect(laid.parts.some(({ designator }) => designator === 'C99')).toBeTrue();
  });
  it('come back as they were written, and are read the same again', () => {
    const first = read(`Larkholm | Marine | ${part!.designator} = 3 A; no ${fn!.name} | of steel\nSkarrow | Simple`).card!;
    const again = textsOf(first);
    expect(again.models).toBe(`Larkholm\tMarine\t${part!.designator} = 3 A; no ${fn!.name}\tof steel\nSkarrow\tSimple`);
    expect(readTexts(again, first)).toEqual({ card: first, problems: [] });
  });
  it('take a section by its short name', () =>
    expect(differs('A | B | + C99, IF amp, 1n')?.[0]).toEqual(
      jasmine.objectContaining({ value: jasmine.objectContaining({ section: 'if-amp', value: '1n' }) }),
    ));
  it('are written as they can be typed, and named where they cannot', () => {
    const written = (change: CardChange): string => changesText(card, [change]);
    const set = (list: string, item: string, fields: Record<string, unknown>): string => written({ act: 'set', list, item, fields });
    const test = card.limits[0]!;
    expect(set('parts', part!.designator, { value: '1k' })).toBe(`${part!.designator} = 1k`);
    expect(set('parts', part!.designator, { value: '1k', where: 'elsewhere' })).toBe(`${part!.designator} otherwise: value, where`);
    expect(set('parts', part!.designator, { where: 'elsewhere' })).toBe(`${part!.designator} otherwise: where`);
    expect(set('coldChecks', 'fuse', { expect: '3 A' })).toBe('Fuse fitted = 3 A');
    expect(set('coldChecks', 'fuse', { expect: '3 A', low: 3 })).toBe('Fuse fitted otherwise: expect, low');
    expect(set('limits', test.id, { low: 3, high: 4 })).toBe(`${test.name} = 3 W to 4 W`);
    expect(set('limits', test.id, { low: 3 })).toBe(`${test.name} = from 3 W`);
    expect(set('limits', test.id, { high: 4 })).toBe(`${test.name} = up to 4 W`);
    expect(set('limits', test.id, {})).toBe(`${test.name} otherwise: `);
    expect(set('limits', test.id, { low: 3, how: 'x' })).toBe(`${test.name} otherwise: low, how`);
    expect(set('functions', fn!.id, { value: '1k' })).toBe(`${fn!.name} otherwise: value`);
    expect(set('loops', 'pll', { name: 'x' })).toBe('pll otherwise: name');
    expect(written({ act: 'drop', list: 'parts', item: 'C999' })).toBe('no C999');
    expect(written({ act: 'add', list: 'parts', value: { designator: 'C9', section: section!.id, value: '1n; 5 V' } })).toBe(
      `+ C9, ${section!.name}, 1n, 5 V`,
    );
    expect(written({ act: 'add', list: 'parts', value: { designator: 'C9', section: 'nowhere', value: '1n' } })).toBe('+ parts C9');
    expect(written({ act: 'add', list: 'access', value: { id: 'lid', name: 'Lid' } })).toBe('+ access Lid');
    expect(written({ act: 'add', list: 'access', value: { id: 'lid' } })).toBe('+ access lid');
  });
  it('keep differences that cannot be typed', () => {
    const odd = readCard({
      ...card,
      models: [
        ...card.models,
        {
          id: 'odd',
          maker: 'Larkholm',
          name: 'Odd',
          differs: [
            { act: 'set', list: 'functions', item: fn!.id, fields: { minutes: 3, name: fn!.name } },
            { act: 'set', list: 'testPoints', item: card.testPoints[0]!.id, fields: { where: 'elsewhere' } },
            { act: 'add', list: 'access', value: { id: 'lid', remove: 'Lid', minutes: 1 } },
          ],
        },
      ],
    });
    const typed = textsOf(odd).models;
    expect(typed).toContain('otherwise: minutes, name');
    expect(readTexts(textsOf(odd), odd).card).toEqual(odd);
    // One taken away, the others stay.
    expect(differs(typed.replace(/; \+ access lid/i, ''), odd)).toEqual(odd.models[1]!.differs.slice(0, 2));
  });
  it('stay the same for sets of theirs when one is called otherwise', () => {
    const first = read('Larkholm | Marine | \nSkarrow | Simple').card!;
    const renamed = read('Larkholm | Marine Two\nSkarrow | Simple', first).card!;
    expect(renamed.models.map(({ id, name }) => [id, name]).slice(1)).toEqual([
      ['marine', 'Marine Two'],
      ['simple', 'Simple'],
    ]);
    expect(
      read('Skarrow | Simple\nLarkholm | Marine', first)
        .card?.models.map(({ id }) => id)
        .slice(1),
    ).toEqual(['simple', 'marine']);
    expect(
      read('Skarrow | Simple', first)
        .card?.models.map(({ id }) => id)
        .slice(1),
    ).toEqual(['simple']);
  });
  it('keep what the first model differs by', () => {
    const own = readCard({
      ...card,
      models: [{ ...card.models[0]!, differs: [{ act: 'drop', list: 'functions', item: fn!.id }], note: 'late' }],
    });
    expect(readTexts(textsOf(own), own).card?.models).toEqual(own.models);
  });
  it('may be typed with semicolons alone', () =>
    expect(differs(`Larkholm; Marine; ${part!.designator} = 3 A; no ${fn!.name}`)?.length).toBe(2));
  it('may differ by the limits of a test and by a cold check', () => {
    const test = card.limits[0]!;
    const change = (text: string): unknown => differs(`Larkholm | Marine | ${text}`)?.[0];
    const set = (fields: object): unknown => ({ act: 'set', list: 'limits', item: test.id, fields });
    expect(change(`${test.name} = 3 to 4.5`)).toEqual(set({ low: 3, high: 4.5 }));
    expect(change(`${test.name} = from 3`)).toEqual(set({ low: 3 }));
    expect(change(`${test.name} = up to 4.5`)).toEqual(set({ high: 4.5 }));
    for (const text of ['= 3 to 4.5', '= from 3', '= up to 4.5']) {
      const once = read(`Larkholm | Marine | ${test.name} ${text}`).card!;
      expect(readTexts(textsOf(once), once).card).toEqual(once);
      expect(
        readTexts({ ...textsOf(once), models: textsOf(once).models.replace('Marine', 'Other') }, once).card?.models[1]?.differs,
      ).toEqual(once.models[1]!.differs);
    }
    const check = { id: 'fuse', name: 'Fuse', expect: '2 A' };
    const checked = readCard({ ...card, coldChecks: [check] });
    expect(differs('Larkholm | Marine | Fuse = 3 A quick', checked)).toEqual([
      { act: 'set', list: 'coldChecks', item: 'fuse', fields: { expect: '3 A quick' } },
    ]);
  });
  it('are refused by line, saying what is wrong', () => {
    expect(told('Larkholm')).toEqual(['models 1: A model has a maker and a name.']);
    expect(told(`${card.models[0]!.maker} | ${card.models[0]!.name}`)).toEqual([
      `models 1: ${card.models[0]!.maker} ${card.models[0]!.name} is there twice.`,
    ]);
    expect(told('A | B\na | b')).toEqual(['models 2: a b is there twice.']);
    expect(told('A | B | no hovercraft')).toEqual(['models 1: Nothing on this card is called "hovercraft".']);
    expect(told('A | B | shinier')).toEqual(['models 1: "shinier" says nothing that could differ.']);
    expect(told(`A | B | ${section!.name} = 3`)).toEqual([`models 1: What is otherwise of ${section!.name} cannot be written here.`]);
    expect(told(`A | B | + ${part!.designator}, ${section!.name}, 1k`)).toEqual([`models 1: ${part!.designator} is on the card already.`]);
    expect(told('A | B | + C99, nowhere, 1n')).toEqual(['models 1: Where is C99?']);
    expect(told('A | B | + thing, VCO')).toEqual(['models 1: "thing, VCO" is no part that could be added.']);
    expect(told(`A | B | ${card.limits[0]!.name} = some`)).toEqual(['models 1: "some" are no limits.']);
  });
  it('ask which is meant where two lists have one name, and take the word of the list', () => {
    const both = readCard({ ...card, functions: card.functions.map((f, k) => (k === 0 ? { ...f, name: section!.name } : f)) });
    expect(told(`A | B | no ${section!.name}`, both)).toEqual([`models 1: "${section!.name}" is a function and a section.`]);
    const one = read(`A | B | no function ${section!.name}`, both).card!;
    expect(one.models[1]!.differs).toEqual([{ act: 'drop', list: 'functions', item: fn!.id }]);
    expect(textsOf(one).models).toBe(`A\tB\tno function ${section!.name}`);
  });
  it('are told when they no longer fit the chassis', () => {
    const bare = readCard({ ...card, injections: [], forcings: [], loops: [{ ...card.loops[0]!, forcing: undefined }] });
    const one = read(`A | B | no ${fn!.name}`, bare).card!;
    const [, ...others] = textsOf(one).functions.split('\n');
    const got = readTexts({ ...textsOf(one), functions: others.join('\n') }, one);
    expect(got.problems.map((p) => `${p.area} ${p.line}: ${p.message}`)).toEqual([
      `models 0: A B does not fit the chassis: "${fn!.id}" is not on the card.`,
    ]);
    expect(told(`A | B | no ${section!.name}`)[0]).toContain('A B does not fit the chassis');
  });
});

describe('what may be fitted', () => {
  const fitted = (options: string, base: Card = card): ReturnType<typeof readTexts> => readTexts({ ...textsOf(base), options }, base);
  it('is a line with what is otherwise then, and comes back as it was', () => {
    const got = fitted(`Hailer kit | + K9, ${section!.name}, 12 V; ${part!.designator} = 4k7\nCover`);
    expect(got.problems).toEqual([]);
    expect(got.card?.options.map(({ id, name, changes }) => [id, name, changes.length])).toEqual([
      ['hailer-kit', 'Hailer kit', 2],
      ['cover', 'Cover', 0],
    ]);
    expect(readTexts(textsOf(got.card!), got.card).card).toEqual(got.card);
    expect(fitted(`Kit; + K9, ${section!.name}, 12 V; ${part!.designator} = 4k7`).card?.options[0]?.changes.length).toBe(2);
  });
  it('is refused by line', () => {
    const problems = (options: string): string[] => fitted(options).problems.map((p) => `${p.area} ${p.line}: ${p.message}`);
    expect(problems('| R1 = 3')).toEqual(['options 1: An option has a name.']);
    expect(problems('Kit\nkit')).toEqual(['options 2: kit is there twice.']);
    expect(problems('Kit | no hovercraft')).toEqual(['options 1: Nothing on this card is called "hovercraft".']);
    expect(problems(`Kit | no ${section!.name}`)[0]).toContain('Kit does not fit the chassis');
  });
});
