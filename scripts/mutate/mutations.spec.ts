import { mutated, mutationsOf, noting } from './mutations';

describe('mutations of a source', () => {
  const all = (text: string): string[] => mutationsOf('a.ts', text).map((one) => mutated(text, one));
  it('turn comparisons, sums, conditions, numbers and truth values', () => {
    expect(all('const a = b < 3 ? c + d : true;')).toEqual([
      'const a = !(b < 3) ? c + d : true;',
      'const a = b <= 3 ? c + d : true;',
      'const a = b < (3 + 1) ? c + d : true;',
      'const a = b < 3 ? c - d : true;',
      'const a = b < 3 ? c + d : false;',
    ]);
  });
  it('add one to what is counted, and double a size', () => {
    expect(all('f(0, 7, 250, 0.5);')).toEqual([
      'f((1), 7, 250, 0.5);',
      'f(0, (7 + 1), 250, 0.5);',
      'f(0, 7, (250 * 2), 0.5);',
      'f(0, 7, 250, (0.5 * 2));',
    ]);
  });
  it('leave types, imports and joined text alone', () => {
    expect(all("import x from 'x';\ntype T = 1 | true;\ninterface I { a: 2 }\nconst s = 'a' + b;")).toEqual([]);
  });
  it('leave the names of fields alone', () => {
    expect(all('const a = { 7: b };')).toEqual([]);
  });
});

describe('a source with notes', () => {
  const text = 'const pick = (a) => (a < 3 ? a + 1 : 0);';
  const places = mutationsOf('a.ts', text);
  const reached = (run: string): (string | undefined)[] => {
    const set = new Set<number>();
    const noted = noting(
      text,
      'set',
      places.map(({ around }, id) => ({ id, around })),
    );
    new Function('set', `${noted}\n${run}`)(set);
    return [...set].sort((a, b) => a - b).map((id) => places[id]?.says);
  };
  it('says which places were reached', () => {
    expect(reached('pick(5)')).toEqual(['a < 3 → !(a < 3)', '< → <=', '3 → (3 + 1)', '0 → (1)']);
    expect(reached('pick(1)')).toEqual(['a < 3 → !(a < 3)', '< → <=', '3 → (3 + 1)', '+ → -', '1 → (1 + 1)']);
    expect(reached('')).toEqual([]);
  });
});
