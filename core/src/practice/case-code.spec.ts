import fc from 'fast-check';
import { type CoreError } from '../errors';
import { cardMark, caseCode, caseWays, readCode, seeds } from './case-code';
import { practiceCards } from './practice-card';

const [card] = practiceCards();

describe('the code of a case', () => {
  it('reads back to what it was made of, whatever that was', () => {
    fc.assert(
      fc.property(fc.nat(2 ** 20 - 1), fc.constantFrom(...caseWays), fc.nat(seeds - 1), (mark, way, seed) => {
        const code = caseCode({ card: mark, way, seed });
        expect(code).toMatch(/^[0-9A-HJKMNP-TV-Z]{4}-[0-9A-HJKMNP-TV-Z]{4}-[0-9A-HJKMNP-TV-Z]{4}$/);
        expect(readCode(code)).toEqual({ card: mark, way, seed });
      }),
    );
  });
  it('is read as people write it', () => {
    const spec = { card: 1, way: 'second', seed: 1986 } as const;
    const code = caseCode(spec);
    expect(readCode(` ${code.toLowerCase().replaceAll('-', ' ')} `)).toEqual(spec);
    expect(readCode(code.replaceAll('0', 'o').replaceAll('1', 'l'))).toEqual(spec);
  });
  it('is refused where one sign is another, too few stand there, or one that is in no code', () => {
    const code = caseCode({ card: 77, way: 'one', seed: 4 });
    const spoilt = [...code].findIndex((sign) => sign === '2');
    const other =
      spoilt < 0 ? `${code.slice(0, -1)}${code.endsWith('3') ? '4' : '3'}` : `${code.slice(0, spoilt)}3${code.slice(spoilt + 1)}`;
    for (const [typed, says] of [
      [other, 'not as it was given'],
      ['K7F2', 'twelve signs'],
      [`${code.slice(0, -1)}!`, 'stands in no code'],
    ] as const)
      expect(() => readCode(typed)).toThrowMatching(
        (e: CoreError) => e.code === 'unreadable' && e.message.includes(says) && e.remedy !== '',
      );
  });
  it('does not show the sort of trouble in any one place', () => {
    const codes = caseWays.map((way) => caseCode({ card: 5, way, seed: 3 }));
    for (let at = 5; at < 12; at += 1) expect(new Set(codes.map((code) => code[at])).size).toBeGreaterThan(at === 9 ? 0 : 3);
  });
});

describe('the mark of a card', () => {
  it('is its own for each of the made-up sets', () => {
    expect(new Set(practiceCards().map(cardMark)).size).toBe(practiceCards().length);
  });
  it('is that of what decides how a set behaves: not of the order of its fields, nor of notes', () => {
    const turned = JSON.parse(JSON.stringify(card), (_, value: unknown) =>
      typeof value === 'object' && value !== null && !Array.isArray(value) ? Object.fromEntries(Object.entries(value).reverse()) : value,
    ) as NonNullable<typeof card>;
    expect(cardMark({ ...turned, chassis: 'Another name' })).toBe(cardMark(card!));
    const [first, ...points] = card!.testPoints;
    expect(cardMark({ ...card!, testPoints: [{ ...first!, minutes: 99 }, ...points] })).not.toBe(cardMark(card!));
  });
});
