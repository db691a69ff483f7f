import { conditionMemory, inHandMemory } from './job-memory';

describe('the condition of a job', () => {
  beforeEach(() => localStorage.removeItem('amber-relay-conditions'));
  afterEach(() => localStorage.removeItem('amber-relay-conditions'));

  it('is remembered by the job, the latest of it, and of the latest jobs', () => {
    expect(conditionMemory.of('a')).toBeUndefined();
    conditionMemory.keep('a', { mode: 'FM', keyed: true });
    conditionMemory.keep('b', { channel: 19 });
    conditionMemory.keep('a', { mode: 'AM' });
    expect([conditionMemory.of('a'), conditionMemory.of('b')]).toEqual([{ mode: 'AM' }, { channel: 19 }]);
    for (let k = 0; k < 40; k += 1) conditionMemory.keep(`job ${k}`, {});
    expect(conditionMemory.of('a')).toBeUndefined();
    expect(conditionMemory.of('job 39')).toEqual({});
  });
  it('is none where what was kept cannot be read', () => {
    for (const text of ['{', '7', '{"a":{"keyed":"perhaps"}}']) {
      localStorage.setItem('amber-relay-conditions', text);
      expect(conditionMemory.of('a')).toBeUndefined();
      expect(conditionMemory.of('toString')).toBeUndefined();
    }
  });
});

describe('the instrument in hand at a job', () => {
  afterEach(() => localStorage.removeItem('amber-relay-in-hand'));
  it('is remembered until it is put down', () => {
    inHandMemory.keep('a', 'meter');
    inHandMemory.keep('b', 'counter');
    inHandMemory.keep('a', undefined);
    expect([inHandMemory.of('a'), inHandMemory.of('b')]).toEqual([undefined, 'counter']);
  });
});
