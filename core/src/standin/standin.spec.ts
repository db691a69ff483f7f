import { checkCard } from '../card';
import { smallLaid } from '../testing/small-card';
import { settle, walk } from './behaviour';
import { chanceFrom } from '../chance';
import { generateCard } from './generate-card';
import { drawFault, faultWays, type FaultWay, type HiddenFault } from './hidden-fault';
import { StandInSet } from './stand-in-set';

const card = smallLaid();
const am = { keyed: false, mode: 'AM', channel: 19 };
const faultOf = (section: string, way: FaultWay, seed = 2): HiddenFault => {
  const fault = drawFault(card, section, way, chanceFrom(seed));
  if (!fault) throw new Error(`${section} cannot be ${way}`);
  return fault;
};
/** Stone dead: no leak past it, no switch stuck. */
const dead = (section: string): HiddenFault => {
  const fault = faultOf(section, 'dead');
  return { ...fault, effect: { ...fault.effect, lossDb: 60, output: 0.05, stuck: false } };
};
const setWith = (...faults: HiddenFault[]): StandInSet => new StandInSet(card, faults, { seed: 7, noise: 0 });

describe('a stand-in set', () => {
  it('does all that it should when nothing is wrong with it', () => {
    const set = setWith();
    for (const fn of card.functions) expect(set.tryFunction(fn.id)).withContext(fn.id).toBe('works');
    expect(set.read('TP2', {})).toBeCloseTo(8.05, 6);
    expect(set.read('TP5', am)).toBeCloseTo(-6, 6);
  });

  it('answers the same to the same seed', () => {
    const answers = (): unknown[] => {
      const set = new StandInSet(card, [faultOf('audio', 'intermittent')], { seed: 11 });
      return [set.tryFunction('hailer'), set.read('TP2', {}), set.tap('audio'), set.read('TP5', am)];
    };
    expect(answers()).toEqual(answers());
  });

  it('loses the signal behind a dead stage and not before it', () => {
    const set = setWith(dead('if-amp'));
    expect(set.tryFunction('receive-am')).toBe('dead');
    expect(set.tryFunction('transmit-am')).toBe('works');
    expect(set.read('TP6', am)).toBeCloseTo(-38, 6);
    expect(set.read('TP8', am)).toBeNull();
  });

  it('takes all that a rail feeds down with it', () => {
    const set = setWith(dead('supply'));
    expect(set.tryFunction('receive-am')).toBe('dead');
    expect(set.tryFunction('transmit-am')).toBe('dead');
    expect(set.read('TP2', {}) ?? 0).toBeLessThan(1.2);
  });

  it('has a stage drag its rail down until its feed is lifted', () => {
    const set = setWith(faultOf('audio', 'drags-supply'));
    expect(set.read('TP2', {}) ?? 8).toBeLessThan(7);
    expect(set.lift('audio')).toBeTrue();
    expect(set.lift('mixer')).toBeFalse();
  });

  it('runs out of lock when the loop is broken, and back when its line is held', () => {
    const broken = dead('loop');
    const behaviour = settle(card, [broken], am);
    expect(behaviour.unlocked('vco')).toBeTrue();
    expect(settle(card, [broken], am, { cuts: ['loop'] }).unlocked('vco')).toBeFalse();
    const set = setWith(broken);
    expect(set.tryFunction('receive-am')).not.toBe('works');
    expect(set.force('hold-loop')).toBe('works');
  });

  it('works from the point on where a signal is put in past the fault', () => {
    const set = setWith(dead('mixer'));
    expect(set.tryFunction('receive-am')).toBe('dead');
    expect(set.inject('into-if')).toBe('works');
  });

  it('has a partial fault act under its own condition alone', () => {
    const fault = { ...dead('supply'), when: { keyed: true } };
    const set = setWith(fault);
    expect(set.tryFunction('receive-am')).toBe('works');
    expect(set.tryFunction('transmit-am')).toBe('dead');
  });

  it('shows an intermittent fault about as often as its rate', () => {
    const fault = { ...dead('audio'), rate: 0.4 };
    const set = setWith(fault);
    const bad = Array.from({ length: 400 }, () => set.read('TP2', {}) !== undefined && set.tryFunction('hailer') !== 'works').filter(
      Boolean,
    ).length;
    expect(bad / 400).toBeGreaterThan(0.3);
    expect(bad / 400).toBeLessThan(0.75);
  });

  it('measures the failed part bad and the others good, and is well again once it is renewed', () => {
    const fault = { ...dead('vco'), part: 'L4' };
    const set = setWith(fault);
    expect(set.proof('L4')).toBeTrue();
    expect(set.proof('C31')).toBeFalse();
    set.repair('vco');
    expect(set.tryFunction('receive-am')).toBe('works');
    expect(set.proof('L4')).toBeFalse();
  });

  it('is weak, not dead, where every tuned circuit is a little out', () => {
    const set = new StandInSet(card, [], { seed: 3, noise: 0, misalignedDb: 2 });
    expect(set.tryFunction('receive-am')).toBe('works');
    expect(new StandInSet(generateCard(20, 3), [], { seed: 3, noise: 0, misalignedDb: 7 }).tryFunction('receive-am')).toBe('weak');
  });

  it('does not fail in a way that its section cannot', () => {
    expect(drawFault(card, 'detector', 'drags-supply', chanceFrom(1))).toBeUndefined();
    expect(drawFault(card, 'detector', 'partial', chanceFrom(1))).toBeUndefined();
    expect(drawFault(card, 'no-such', 'dead', chanceFrom(1))).toBeUndefined();
    for (const way of faultWays) if (way !== 'partial') expect(drawFault(card, 'audio', way, chanceFrom(4))?.section).toBe('audio');
  });
});

describe('a signal on its way', () => {
  it('takes the better of two branches', () => {
    const behaviour = settle(card, [dead('mixer')], am);
    const both = walk(behaviour, ['filter', { parallel: [['mixer'], ['mic']] }, 'audio']);
    expect(both.lossDb).toBeLessThan(1);
    expect(walk(behaviour, ['filter', 'mixer', 'audio']).lossDb).toBeGreaterThan(10);
  });
});

describe('a made-up card', () => {
  it('is of the size asked for, give or take a few, and holds together', () => {
    for (const size of [6, 12, 20, 34, 60]) {
      const made = generateCard(size, size);
      expect(Math.abs(made.sections.length - size)).toBeLessThanOrEqual(3);
      expect(checkCard(made).filter((flaw) => flaw.weight === 'wrong' && flaw.what.includes('circle'))).toEqual([]);
    }
  });
  it('is the same for the same seed, and refuses a size out of range', () => {
    expect(generateCard(20, 5)).toEqual(generateCard(20, 5));
    expect(() => generateCard(3, 1)).toThrowError(/6 to 60/);
  });
});
