import { rememberCondition, rememberedCondition } from './condition-memory';

describe('the condition of a job', () => {
  beforeEach(() => localStorage.removeItem('amber-relay-conditions'));
  afterEach(() => localStorage.removeItem('amber-relay-conditions'));

  it('is remembered by the job, the latest of it, and of the latest jobs', () => {
    expect(rememberedCondition('a')).toBeUndefined();
    rememberCondition('a', { mode: 'FM', keyed: true });
    rememberCondition('b', { channel: 19 });
    rememberCondition('a', { mode: 'AM' });
    expect([rememberedCondition('a'), rememberedCondition('b')]).toEqual([{ mode: 'AM' }, { channel: 19 }]);
    for (let k = 0; k < 40; k += 1) rememberCondition(`job ${k}`, {});
    expect(rememberedCondition('a')).toBeUndefined();
    expect(rememberedCondition('job 39')).toEqual({});
  });
  it('is none where what was kept cannot be read', () => {
    for (const text of ['{', '7', '{"a":{"keyed":"perhaps"}}']) {
      localStorage.setItem('amber-relay-conditions', text);
      expect(rememberedCondition('a')).toBeUndefined();
      expect(rememberedCondition('toString')).toBeUndefined();
    }
  });
});
