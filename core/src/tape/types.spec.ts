import type { EntryBase } from './entry-kind';
import type { EntryOf, TapeBody, TapeEntry } from './tape-entry';

/** Where casts hold the types of entries together, the compiler is asked whether they say what they should: this file fails to compile otherwise. */
type Same<A, B> = (<T>() => T extends A ? 1 : 2) extends <T>() => T extends B ? 1 : 2 ? true : false;
const holds = <T extends true>(): T => true as T;

describe('the types of entries', () => {
  it('follow from the declarations, field by field', () => {
    holds<Same<EntryOf<'lift'>['recovers'], boolean>>();
    holds<Same<EntryOf<'reading'>['value'], number | null>>();
    holds<Same<EntryOf<'proof'>['result'], 'good' | 'bad'>>();
    holds<Same<EntryOf<'manipulation'>['act'], 'tap' | 'press' | 'heat' | 'cool'>>();
    holds<Same<EntryOf<'fit'>['quantity'], number>>();
    holds<Same<TapeEntry['seq'], number>>();
    holds<Same<keyof EntryBase, 'id' | 'jobId' | 'seq' | 'at' | 'by' | 'done'>>();
    expect(true).toBeTrue();
  });
  it('know every kind, and no other', () => {
    holds<TapeBody['kind'] extends string ? true : false>();
    holds<string extends TapeBody['kind'] ? false : true>();
    holds<'sign-off' extends TapeBody['kind'] ? true : false>();
    holds<'gossip' extends TapeBody['kind'] ? false : true>();
    expect(true).toBeTrue();
  });
});
