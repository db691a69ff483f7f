import { smallCard, smallLaid } from '../testing/small-card';
import { layCard, readCard, whatItTests, type CardInput } from './index';

const card = smallLaid();
const limit = (id: string) => card.limits.find((each) => each.id === id) ?? card.limits[0]!;

describe('what a test of a card measures', () => {
  it('is the carrier of its own mode, or the reception', () => {
    expect(whatItTests(card, limit('power-am'))).toEqual({ functionId: 'transmit-am', fails: 'low' });
    expect(whatItTests(card, limit('sensitivity'))).toEqual({ functionId: 'receive-am', fails: 'high' });
  });
  it('is nothing of a function that is tried in another mode: a carrier there clears nothing of it', () => {
    expect(whatItTests(card, limit('power-fm'))).toBeUndefined();
  });
  it('is nothing for a test that has many causes, or where two functions could be meant', () => {
    expect(whatItTests(card, { word: 'smeter', condition: { keyed: false } })).toBeUndefined();
    expect(whatItTests(card, { word: 'constructor', condition: {} })).toBeUndefined();
    expect(whatItTests(card, { word: 'sens', condition: { keyed: false } })).toBeUndefined();
  });
  it('is the frequency of whatever is sent, for all that is sent comes from one reference', () => {
    expect(whatItTests(card, { word: 'freq', condition: { keyed: true, channel: 19 } })).toEqual({
      ...{ functionId: 'transmit-am', fails: 'frequency' },
    });
  });
  it('takes speech for speech, and the function that is called as one before others in its state', () => {
    const input: CardInput = structuredClone(smallCard);
    const sent = { group: 'transmit' as const, condition: { keyed: true, mode: 'AM' }, route: ['driver'] };
    input.injections = [];
    input.forcings = [];
    input.loops = [];
    input.functions = [
      { ...sent, id: 'tune', name: 'Carrier for tuning' },
      { ...sent, id: 'send', name: 'Transmit AM' },
      { ...sent, id: 'speech', name: 'Modulation AM' },
    ];
    const with3 = layCard(readCard(input), 'plain');
    expect(whatItTests(with3, limit('power-am'))?.functionId).toBe('send');
    expect(whatItTests(with3, { word: 'mod', condition: { keyed: true, mode: 'AM' } })?.functionId).toBe('speech');
  });
});
