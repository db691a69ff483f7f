import { wordsOf } from '../line';
import { smallLaid } from '../testing/small-card';
import { functionsNamed } from './functions-named';

const small = smallLaid();
const card = { ...small, functions: [...small.functions, { ...small.functions[0]!, id: 'receive', name: 'Receive' }] };
const named = (line: string): readonly string[] | undefined => {
  const got = functionsNamed(wordsOf(line), card);
  return got && [...got.functions.map(({ id }) => id), got.result];
};

describe('functions that a line names', () => {
  it('are all that begin so, or the one that is called so exactly', () => {
    expect(named('receive dead')).toEqual(['receive', 'dead']);
    expect(named('receive am dead')).toEqual(['receive-am', 'dead']);
    expect(named('rx f weak')).toEqual(['receive-fm', 'weak']);
    expect(named('am dead')).toEqual(['receive-am', 'transmit-am', 'dead']);
    expect(named('tx, am comes and goes')).toEqual(['transmit-am', 'comes-and-goes']);
  });
  it('are none without a result, a name or a card', () => {
    expect([named('receive'), named('dead'), named('receive purple')]).toEqual([undefined, undefined, undefined]);
    expect(functionsNamed(wordsOf('receive dead'), undefined)).toBeUndefined();
    expect(named('hum dead')).toEqual(['dead']);
  });
});
