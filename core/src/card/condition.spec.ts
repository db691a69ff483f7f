import { conditionKey, conditionText, meets, otherFigure, settings, settingSaid } from './condition';

describe('condition', () => {
  it('says each state in words that read back as that state', () => {
    for (const { state } of settings) expect(settingSaid(conditionText(state))?.state).toEqual(state);
  });
  it('reads a state however it is written', () => {
    expect(settingSaid('Low-Power')?.state).toEqual({ power: 'low' });
    expect(settingSaid(' att  in ')?.state).toEqual({ attenuator: 'in' });
    expect(settingSaid('lowish power')).toBeUndefined();
  });
  it('has no two states with the same words', () => {
    const words = settings.flatMap((each) => each.words);
    expect(new Set(words).size).toBe(words.length);
  });
  it('meets what is wanted, full power and no attenuator being what holds when nothing is said', () => {
    expect(meets({}, { power: 'high', attenuator: 'out', keyed: false })).toBeTrue();
    expect(meets({ power: 'low' }, { power: 'high' })).toBeFalse();
    expect(meets({}, { power: 'low' })).toBeFalse();
    expect(meets({}, { preamp: 'in' })).toBeFalse();
    expect(meets({ mode: 'AM', heat: 'hot' }, { mode: 'AM' })).toBeTrue();
    expect(meets({ attenuator: 'in' }, { attenuator: 'out' })).toBeFalse();
  });
  it('knows which figures of a card another state moves', () => {
    const keyed = { keyed: true };
    const low = { keyed: true, power: 'low' } as const;
    expect(otherFigure(keyed, low, 'W', true)).toContain('full power');
    expect(otherFigure(keyed, { keyed: true, power: 'mid' }, 'A', true)).toContain('mid power');
    expect(otherFigure(keyed, low, 'Hz', true)).toBeUndefined();
    expect(otherFigure(low, low, 'W', true)).toBeUndefined();
    expect(otherFigure(keyed, { keyed: true, power: 'high' }, 'W', true)).toBeUndefined();
    expect(otherFigure({}, { power: 'low' }, 'A', true))
      .withContext('in receive')
      .toBeUndefined();
    // A rail stays what it is; a level at a point does not.
    expect(otherFigure(keyed, low, 'V', false)).toBeUndefined();
    expect(otherFigure(keyed, low, 'dBm', false)).toContain('full power');
    expect(otherFigure({}, { attenuator: 'in' }, 'V', true)).toContain('without the attenuator');
    expect(otherFigure({}, { attenuator: 'in' }, 'V', false)).toBeUndefined();
    expect(otherFigure({}, { preamp: 'out' }, 'dBm', false)).toContain('preamplifier');
    expect(otherFigure({ preamp: 'out' }, { preamp: 'out' }, 'V', true)).toBeUndefined();
    expect(otherFigure(keyed, { keyed: true, attenuator: 'in' }, 'V', true)).toBeUndefined();
  });
  it('has one key for one condition, whatever the order of its words', () => {
    expect(conditionKey({ keyed: false, mode: 'AM' })).toBe(conditionKey({ mode: 'AM' }));
    expect(conditionKey({ mode: 'AM', channel: 1 })).toBe(conditionKey({ channel: 1, mode: 'AM' }));
    expect(conditionKey({ mode: 'AM', power: 'low' })).not.toBe(conditionKey({ mode: 'AM' }));
    expect(conditionKey({ keyed: true })).not.toBe(conditionKey({}));
  });
});
