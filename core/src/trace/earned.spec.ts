import { smallLaid } from '../testing/small-card';
import { stillWanted } from './earned';
import type { Evidence } from './evidence';
import { traceModel } from './model';
import { trace } from './trace';
import { stopAt } from './tables/certainty';

const model = traceModel(smallLaid(), 20);
const am = { keyed: false, mode: 'AM', channel: 19 };
let made = 0;
const id = (): string => `${made++}`;
const receives = (outcome: 'works' | 'dead'): Evidence => ({ id: id(), kind: 'function', functionId: 'receive-am', outcome });
const read = (point: string, outcome: 'in' | 'dead'): Evidence => ({ id: id(), kind: 'reading', point, condition: am, outcome, text: '' });
const chanceOf = (evidence: readonly Evidence[], section: string): number =>
  trace(model, evidence).sections.find((s) => s.section === section)?.chance ?? NaN;

describe('A stop', () => {
  // Behind a good mixer, not heard with a signal put in before it, and scorched; but nobody has read it.
  const others: Evidence[] = [
    receives('dead'),
    { id: id(), kind: 'function', functionId: 'transmit-am', outcome: 'works' },
    { id: id(), kind: 'function', functionId: 'hailer', outcome: 'works' },
    read('TP6', 'in'),
    { id: id(), kind: 'injection', injection: 'into-if', outcome: 'dead' },
    { id: id(), kind: 'finding', section: 'if-amp', severity: 'bad', previousHands: false, text: 'scorched' },
    { id: id(), kind: 'proof', section: 'detector', bad: false },
    { id: id(), kind: 'proof', section: 'audio', bad: false },
  ];

  it('waits until the section that leads has been read itself', () => {
    expect(chanceOf(others, 'if-amp')).toBeGreaterThan(stopAt);
    const told = trace(model, others);
    expect([told.stop, told.leads]).toEqual([null, 'if-amp']);
    expect(told.probes[0]?.test.point?.section).toBe('if-amp');
  });
  it('comes when it has been, and its supply', () => {
    const rail: Evidence = { id: id(), kind: 'reading', point: 'TP2', condition: {}, outcome: 'in', text: '' };
    const own = [...others, read('TP5', 'dead')];
    expect(trace(model, own).probes[0]?.test.id).toBe('reading TP2 ');
    const told = trace(model, [...own, rail]);
    expect([told.stop, told.leads]).toEqual(['if-amp', null]);
  });
  it('is named as it stands where this bench cannot read what it wants', () => {
    expect(trace(model, others, { measures: ['ohm'] }).stop).toBe('if-amp');
    expect(trace(model, others, { cold: true }).stop).toBe('if-amp');
  });
  it('wants nothing more once a part of it was proven bad', () => {
    expect(trace(model, [...others, { id: id(), kind: 'proof', section: 'if-amp', bad: true }]).stop).toBe('if-amp');
  });

  const seen = (evidence: readonly Evidence[]): string[] =>
    stillWanted(model, 'supply', { evidence, answered: new Set(['reading TP2 ']), good: new Set() }).map(([test]) => test?.id ?? '');
  it('at a supply wants what hangs on it lifted once', () => {
    expect(seen([])).toEqual(['unload supply']);
  });
  it('at what changed when it was tapped wants it tapped once more', () => {
    const tap: Evidence = { id: id(), kind: 'manipulation', section: 'supply', changed: true, text: '' };
    expect(seen([tap])).toEqual(['tap supply']);
    expect(seen([tap, tap])).toEqual([]);
  });
});
