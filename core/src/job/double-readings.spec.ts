import { readLine } from '../entry';
import type { Instrument } from '../measure';
import type { TapeBody } from '../tape';
import { tapeOf } from '../testing/entries';
import { smallLaid } from '../testing/small-card';
import { doubleReadings } from './double-readings';

const card = smallLaid();
const instruments: readonly Instrument[] = [
  { id: 'bench-meter', name: 'Bench meter', measures: ['V'], percentOfReading: 0.1 },
  { id: 'pocket-meter', name: 'Pocket meter', measures: ['V'], percentOfReading: 1 },
  { id: 'counter', name: 'Counter', measures: ['Hz'], ppm: 1 },
];
const context = { card, condition: { channel: 19 }, instruments };
const typed = (line: string): TapeBody => {
  const { entry } = readLine(line, context);
  if (!entry) throw new Error(line);
  return entry;
};
const doubles = (...lines: string[]) => doubleReadings(card, tapeOf(...lines.map(typed)), instruments);
const refusal = (line: string): string => {
  try {
    readLine(line, context);
    return '';
  } catch (error) {
    return String((error as Error).message);
  }
};

describe('the instrument of a reading, said on the line', () => {
  it('is that by which it is judged, by its name or words of it', () => {
    for (const said of ['by pocket-meter', 'by Pocket meter', 'with pocket', 'by pock met']) {
      const entry = typed(`tp7 3.10v ${said}`);
      expect(entry.kind === 'reading' && [entry.instrument, entry.named, entry.value]).toEqual(['pocket-meter', true, 3.1]);
    }
    const usual = typed('tp7 3.10v');
    expect(usual.kind === 'reading' && [usual.instrument, usual.named]).toEqual(['bench-meter', undefined]);
  });
  it('is refused where the shop has none so called, more than one, or one that does not read it', () => {
    expect(refusal('tp7 3.1v by ammeter')).toBe('The shop has no instrument called ammeter.');
    expect(refusal('tp7 3.1v by meter')).toBe('More than one instrument is called so: Bench meter; Pocket meter.');
    expect(refusal('tp7 3.1v by counter')).toBe('Counter does not read V.');
  });
  it('leaves words alone that are not of a reading', () => {
    expect(typed('note read by the pocket meter').kind).toBe('note');
    expect(typed('found cracked joint by pocket meter').kind).toBe('finding');
  });
});

describe('double readings of a job', () => {
  it('are of one thing, by two instruments that were named', () => {
    const [pair, more] = doubles('tp7 3.10v by bench meter', 'tp7 3.30v by pocket meter');
    expect([pair?.of, pair?.agree, pair?.believe?.id, more]).toEqual(['TP7, ch 19', false, 'bench-meter', undefined]);
    expect(doubles('tp7 3.10v by bench meter', 'tp7 3.11v by pocket meter')[0]?.agree).toBeTrue();
  });
  it('are not of another state, another point, one instrument, or one that was not named', () => {
    expect(doubles('tp7 ch1 3.10v by bench meter', 'tp7 ch19 3.30v by pocket meter')).toEqual([]);
    expect(doubles('tp7 3.10v by bench meter', 'tp7 3.30v by bench meter')).toEqual([]);
    expect(doubles('tp7 3.10v', 'tp7 3.30v by pocket meter')).toEqual([]);
  });
  it('are none where something was turned in between', () => {
    expect(doubles('tp7 3.10v by bench meter', 'set c31 3.1v > 3.3v', 'tp7 3.30v by pocket meter')).toEqual([]);
  });
});
