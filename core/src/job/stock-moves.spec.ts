import { entryId, fitBody, tapeOf } from '../testing/entries';
import type { TapeBody } from '../tape';
import { stockMoves } from './stock-moves';

describe('stock', () => {
  const from = (stock: string, quantity: number): TapeBody => ({ ...fitBody('C12', 'audio'), stock, quantity }) as TapeBody;
  const strike = (n: number): TapeBody => ({ kind: 'strike', entry: entryId(n), reason: 'slip' });
  const moves = (before: number, ...bodies: readonly TapeBody[]): unknown => {
    const tape = tapeOf(...bodies);
    return Object.fromEntries(stockMoves(tape.slice(0, before), tape));
  };
  it('is counted down by what is fitted from it, and by nothing else', () => {
    expect(moves(0, from('a', 2), from('b', 1), from('a', 1), fitBody('C13', 'audio'))).toEqual({ a: -3, b: -1 });
    expect(moves(1, from('a', 2))).toEqual({});
    expect(moves(1, from('a', 2), { kind: 'note', text: 'x' })).toEqual({});
  });
  it('is counted up when that is struck, and down when it is brought back', () => {
    expect(moves(1, from('a', 2), strike(1))).toEqual({ a: 2 });
    expect(moves(2, from('a', 2), strike(1), strike(2))).toEqual({ a: -2 });
  });
});
