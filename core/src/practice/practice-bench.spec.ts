import { setKindList, type Card } from '../card';
import type { Act, Asked } from './asked';
import { hideCase } from './hidden-case';
import { toldCase, toldSchema } from './lesson';
import { endOf, PracticeBench } from './practice-bench';
import { practiceCards } from './practice-card';

const cardOf = (kind: string): Card => practiceCards()[setKindList.findIndex(({ id }) => id === kind)]!;
const cb = cardOf('cb-am-fm');
/** A case with one thing hidden in it. */
const hidden = (card: Card, functionId: string, faults: object[], more: object = {}) =>
  toldCase(
    card,
    toldSchema.parse({
      title: 'A case',
      owner: 'Nobody',
      words: 'It is dead.',
      complaint: { functionId, result: 'dead' },
      hidden: { faults, ...more },
    }),
  );
const audio = () => hidden(cb, 'receive-am', [{ section: 'af-power-stage', how: 'dead', part: 'IC5' }]);
const checks: Asked = { what: 'check', check: 'cold' };
const load: Asked = { what: 'load', on: true };
const tried = (id: string): Asked => ({ what: 'function', id });
const askedAll = (bench: PracticeBench, ...all: Asked[]): Act[] => all.map((asked) => bench.ask(asked));

describe('the practice bench', () => {
  it('answers what is asked, in the minutes that it takes', () => {
    const bench = new PracticeBench(audio());
    const [, receive, transmit] = askedAll(bench, checks, tried('receive-am'), tried('squelch-closes'));
    expect([receive?.says, receive?.minutes]).toEqual(['dead', 1.7]);
    expect(transmit?.danger).toBeUndefined();
    expect(bench.tests).toBe(2);
    expect(bench.minutes).toBeCloseTo(4 + 1.7 * 2, 1);
  });
  it('takes covers off once', () => {
    const bench = new PracticeBench(audio());
    const [, first, again] = askedAll(bench, checks, { what: 'look', section: 'vco' }, { what: 'look', section: 'vco' });
    expect(first?.opened).toEqual(['cover, 6 screws', 'screen, 4 tabs']);
    expect(again?.opened).toBeUndefined();
    expect((first?.minutes ?? 0) - (again?.minutes ?? 0)).toBeCloseTo(6, 5);
  });
  it('stands as it stood when it is laid anew: the same answers, minutes and parts', () => {
    const one = hideCase(cb, 'comes-and-goes', 3);
    const bench = new PracticeBench(one);
    askedAll(bench, checks, load, tried('receive-am'), tried('transmit-am'), { what: 'warm', minutes: 12 }, tried('receive-am'));
    askedAll(bench, { what: 'fit', designator: 'Q7' }, { what: 'point', point: 'RAIL1', condition: {} }, tried('receive-fm'));
    const anew = new PracticeBench(one, JSON.parse(JSON.stringify(bench.acts)) as Act[]);
    expect(anew.acts).toEqual(bench.acts);
    expect([anew.minutes, anew.isCured, anew.hasLoad]).toEqual([bench.minutes, bench.isCured, bench.hasLoad]);
    expect(anew.ask(tried('receive-am'))).toEqual(bench.ask(tried('receive-am')));
  });
  it('is cured by the part that is bad, and by no other', () => {
    const bench = new PracticeBench(audio());
    const [, other, right] = askedAll(bench, checks, { what: 'fit', designator: 'C6' }, { what: 'fit', designator: 'IC5' });
    expect([other?.says, right?.says]).toEqual(['needless', 'renewed']);
    expect(endOf(bench, 'mended')).toBe('mended');
    expect(endOf(bench, 'sound')).toBe('wrongly-sound');
  });
  it('names the bad part where all parts of a section are measured', () => {
    const bench = new PracticeBench(audio());
    const says = Array.from({ length: 4 }, () => bench.ask({ what: 'proof', section: 'af-power-stage' }).says);
    expect(says).toContain('bad IC5');
  });
  it('undoes what was wired wrong, which no part cures', () => {
    const one = hidden(cb, 'transmit-am', [{ section: 'ptt-switch', how: 'dead', wiring: true, visible: true }]);
    const bench = new PracticeBench(one);
    askedAll(bench, checks, { what: 'fit', designator: 'Q1' }, { what: 'fit', designator: 'K1' });
    expect(bench.isCured).toBeFalse();
    expect(bench.ask({ what: 'look', section: 'ptt-switch' }).says).toContain('wired otherwise');
    expect(bench.ask({ what: 'remedy', remedy: 'undo', section: 'ptt-switch' }).says).toBe('cured');
    expect(bench.isCured).toBeTrue();
  });
  it('is aligned section by section where previous hands have turned it', () => {
    const bench = new PracticeBench(hidden(cb, 'receive-am', [], { turnedDb: 6 }));
    const turned = cb.parts.filter(({ kind }) => ['cored-coil', 'trimmer', 'potentiometer'].includes(kind));
    for (const { designator } of turned) {
      expect(bench.isCured).toBeFalse();
      bench.ask({ what: 'adjust', adjuster: designator });
    }
    expect(endOf(bench, 'mended')).toBe('mended');
  });
  it('says rightly that nothing is wrong inside', () => {
    const bench = new PracticeBench(hideCase(cb, 'healthy', 4));
    askedAll(bench, checks, load, tried('receive-am'));
    expect([endOf(bench, 'sound'), endOf(bench, 'mended'), endOf(bench, 'given-up')]).toEqual(['rightly-sound', 'not-mended', 'given-up']);
  });
});

describe('carelessness on the practice bench', () => {
  it('costs the final of who keys without a load, once', () => {
    const bench = new PracticeBench(audio());
    const [, keyed, again] = askedAll(bench, checks, tried('transmit-am'), tried('transmit-am'));
    expect(keyed?.danger).toBe('no-load');
    expect(keyed?.told).toContain('Q22');
    expect(keyed?.says).toBe('dead');
    expect(again?.danger).toBeUndefined();
    expect(bench.uncured).toContain('power-amplifier');
    const careful = new PracticeBench(audio());
    expect(askedAll(careful, checks, load, tried('transmit-am')).at(-1)?.danger).toBeUndefined();
  });
  it('costs a supply where something pulls it down and nobody looked for shorts', () => {
    const faults = [{ section: 'af-power-stage', how: 'pulls-supply' }];
    // Of those that pull it down, one that pulls hard.
    const seed = Array.from({ length: 40 }, (_, n) => n).find((n) => {
      const one = toldCase(cb, { ...pulled(faults), seed: n });
      return (one.faults[0]?.effect.drag ?? 1) < 0.35;
    });
    const one = toldCase(cb, { ...pulled(faults), seed: seed ?? 0 });
    const bench = new PracticeBench(one);
    expect(bench.ask(tried('receive-am')).danger).toBe('unchecked');
    expect(bench.uncured.length).toBe(2);
    const careful = new PracticeBench(one);
    expect(careful.ask(checks).says).toContain('as good as a short');
    expect(careful.ask(tried('receive-am')).danger).toBeUndefined();
  });
  it('kills again what its cause kills, until the cause is out', () => {
    const one = hidden(
      cardOf('cb-ssb'),
      'transmit-am',
      [
        { section: 'bias', how: 'weak', part: 'Q29' },
        { section: 'power-amplifier', how: 'dead', part: 'Q30' },
      ],
      { kills: { cause: 'bias', casualty: 'power-amplifier' } },
    );
    const bench = new PracticeBench(one);
    askedAll(
      bench,
      checks,
      load,
      { what: 'fit', designator: 'Q30' },
      { what: 'check', check: 'again-shorts' },
      { what: 'check', check: 'again-bias' },
    );
    expect(bench.ask(tried('transmit-am')).danger).toBe('died-again');
    askedAll(bench, { what: 'fit', designator: 'Q29' }, checks);
    for (const fault of cardOf('cb-ssb').parts.filter(({ section }) => section === 'power-amplifier'))
      askedAll(bench, { what: 'fit', designator: fault.designator }, checks, { what: 'check', check: 'again-bias' });
    expect(bench.ask(tried('transmit-am')).danger).toBeUndefined();
    expect(bench.isCured).toBeTrue();
  });
  it('now and then leaves solder across a rail where nobody looks for shorts after a part', () => {
    const danger = Array.from({ length: 30 }, (_, seed) => {
      const bench = new PracticeBench({ ...audio(), seed });
      return askedAll(bench, checks, { what: 'fit', designator: 'IC5' }, tried('receive-am')).at(-1)?.danger;
    });
    expect(danger).toContain('blob');
    expect(danger).toContain(undefined);
    const looked = Array.from({ length: 30 }, (_, seed) => {
      const bench = new PracticeBench({ ...audio(), seed });
      const again: Asked = { what: 'check', check: 'again-shorts' };
      return askedAll(bench, checks, { what: 'fit', designator: 'IC5' }, again, tried('receive-am')).at(-1)?.danger;
    });
    expect(new Set(looked)).toEqual(new Set([undefined]));
  });
  it('ends the case where hands go in and high voltage was not proven gone since it had power', () => {
    const card = cardOf('amp-valve');
    const one = hidden(card, 'amplify-80-m', [{ section: 'input-network', how: 'dead' }]);
    const careless = new PracticeBench(one);
    const act = careless.ask({ what: 'look', section: 'input-network' });
    expect([act.danger, careless.over?.danger]).toEqual(['high-voltage', 'high-voltage']);
    expect(endOf(careless, 'mended')).toBe('lost');
    expect(careless.ask(tried('amplify-80-m')).says).toBe('');
    const careful = new PracticeBench(one);
    // Both places at which the card says it is proven gone.
    const gone = ['hazard-high-voltage', 'hazard-high-voltage-2'].map((check): Asked => ({ what: 'gone', check }));
    expect(askedAll(careful, ...gone, { what: 'look', section: 'input-network' }).at(-1)?.danger).toBeUndefined();
    askedAll(careful, checks, load, tried('amplify-80-m'));
    expect(careful.ask({ what: 'look', section: 'input-network' }).danger).toBe('high-voltage');
  });
});

/** A lesson of which something pulls a supply down. */
function pulled(faults: object[]) {
  return toldSchema.parse({
    title: 'A case',
    owner: 'Nobody',
    words: 'It is dead.',
    complaint: { functionId: 'receive-am', result: 'dead' },
    hidden: { faults },
  });
}
