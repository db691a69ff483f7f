import { mutated, mutationsOf } from './mutations';

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
});
