import { limitName } from '../card';
import { attempt } from '../errors';
import type { EntryContext } from '../line';
import { entryTitle, type EntryOf } from '../tape';
import { smallLaid } from '../testing/small-card';
import { readLine } from './entry-line';
import { valueWanted } from './value-wanted';
import { writeLine } from './write-line';

const bare: EntryContext = { condition: {}, instruments: [] };
const read = (line: string, context = bare): EntryOf<'reading'> | string => {
  const got = attempt(() => readLine(line, context));
  return got.ok ? (got.value.entry as EntryOf<'reading'>) : `${got.failure.position}: ${got.failure.message}`;
};
const told = (line: string, context = bare): unknown[] => {
  const entry = read(line, context);
  return typeof entry === 'string'
    ? [entry]
    : [entry.subject.what === 'limit' && entry.subject.limit, entry.value, entry.unit, entry.condition, entry.verdict];
};

describe('a usual test of a set without a card', () => {
  it('is kept without a limit, in the state in which it is done', () => {
    expect(told('pwr 44w')).toEqual(['pwr', 44, 'W', { keyed: true }, 'no-limit']);
    expect(told('power 100')).toEqual(['pwr', 100, 'W', { keyed: true }, 'no-limit']);
    expect(told('sens 0.3uV')).toEqual(['sens', 0.3e-6, 'V', { keyed: false }, 'no-limit']);
    expect(told('cur 2.1A')).toEqual(['cur', 2.1, 'A', {}, 'no-limit']);
    expect(told('cur keyed 18A')).toEqual(['cur', 18, 'A', { keyed: true }, 'no-limit']);
    expect(told('pwr dead')).toEqual(['pwr', null, 'W', { keyed: true }, 'dead']);
    expect(told('swr 1.3:1')).toEqual(['swr', 1.3, '', { keyed: true }, 'no-limit']);
    expect(told('swr 1.3')).toEqual(told('swr 1.3 : 1'));
  });
  it('takes band and mode as they are written, and the states of any bench', () => {
    expect(told('pwr 40m 100w')).toEqual(['pwr', 100, 'W', { keyed: true, band: '40 m' }, 'no-limit']);
    expect(told('pwr usb 70cm low power 5W')[3]).toEqual({ keyed: true, band: '70 cm', mode: 'USB', power: 'low' });
    expect(told('sens fm at 12V 0.25 uV')[3]).toEqual({ keyed: false, mode: 'FM', supplyV: 12 });
    // A bare figure is the value, whatever unit stands behind it.
    expect(told('pwr 40m')).toEqual(['pwr', 0.04, 'W', { keyed: true }, 'no-limit']);
    // What was said of the band stays for the lines that follow.
    expect(readLine('pwr 40m 100w', bare).condition).toEqual({ keyed: true, band: '40 m' });
  });
  it('reads a level across 50 ohm', () => {
    const entry = read('sens -107dBm') as EntryOf<'reading'>;
    expect([entry.unit, entry.typed, (entry.value ?? 0) * 1e6]).toEqual(['V', '-107dBm', jasmine.any(Number)]);
    expect((entry.value ?? 0) * 1e6).toBeCloseTo(1, 2);
  });
  it('is named by its words wherever it is told, and written as it is typed', () => {
    expect([limitName(undefined, 'pwr'), limitName(smallLaid(), 'swr'), limitName(undefined, 'gone')]).toEqual(['Power', 'SWR', 'gone']);
    const entry = read('pwr 100w') as EntryOf<'reading'>;
    expect(entryTitle(entry, undefined)).toContain('Power, keyed');
    const line = writeLine(entry, undefined) ?? '';
    expect(read(line)).toEqual(entry);
  });
  it('wants its value, and says what is wrong with one', () => {
    expect(valueWanted('sens ', bare)?.unit).toBe('V');
    expect(read('pwr')).toBe('3: The value is missing.');
    expect(read('pwr lots')).toMatch(/^4: /);
    for (const line of ['sens 0.3', 'dev 2.1', 'sql fm 0.5'])
      expect(read(line))
        .withContext(line)
        .toMatch(/The unit is missing/);
    expect(read('swr 0.9')).toBe('4: SWR is never less than 1.');
    expect(read('pwr -4W')).toBe('4: Power is never less than 0.');
    expect(told('swr 1')[1]).toBe(1);
    expect(told('sens dead')[1]).toBeNull();
    expect(read('pwr 4 extra')).toMatch(/^\d+: /);
    expect(read('wibble 4W')).toBe('0: "wibble" is not understood.');
  });
  it('stands back where the card has the test, and helps where it has not', () => {
    const withCard = { ...bare, card: smallLaid() };
    expect(told('pwr am 3.7w', withCard)[0]).toBe('power-am');
    expect(told('swr 1.2', withCard)).toEqual(['swr', 1.2, '', { keyed: true }, 'no-limit']);
    // The bands of a card are those it names.
    expect(read('swr 40m 1.2', withCard)).toMatch(/^\d+: /);
  });
});
