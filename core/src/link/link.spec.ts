import fc from 'fast-check';
import { readLine, type ValueWanted } from '../entry';
import { CoreError } from '../errors/core-error';
import type { Instrument } from '../measure';
import type { Unit } from '../quantity';
import { canBeLinked, honestStep, isSteady, lineWith, readerFor, readScpiError, readScpiReply, scpiFor } from './index';

const meter: Instrument = {
  id: 'meter',
  name: 'Bench meter',
  measures: ['V', 'ohm'],
  ranges: [2, 20, 200],
  displaySteps: 20_000,
  link: { host: 'meter.local', port: 5025 },
};
const wanted = (over: Partial<ValueWanted> = {}): ValueWanted => ({
  subject: { what: 'point', point: 'TP7' },
  title: 'TP7',
  unit: 'V',
  ac: false,
  condition: {},
  caution: '',
  ...over,
});
const failing = (act: () => unknown): CoreError => {
  try {
    act();
  } catch (error) {
    if (error instanceof CoreError) return error;
  }
  throw new Error('It did not fail.');
};

describe('messages to an instrument', () => {
  const asked: readonly (readonly [Unit, boolean, string])[] = [
    ['V', false, 'MEAS:VOLT:DC?'],
    ['V', true, 'MEAS:VOLT:AC?'],
    ['A', true, 'MEAS:CURR:AC?'],
    ['ohm', false, 'MEAS:RES?'],
    ['Hz', false, 'MEAS:FREQ?'],
    ['W', false, 'UNIT:POW W|MEAS:POW?'],
    ['dBm', false, 'UNIT:POW DBM|MEAS:POW?'],
  ];
  for (const [unit, ac, messages] of asked)
    it(`ask for ${unit}${ac ? ' AC' : ''} by ${messages}`, () => expect(scpiFor({ unit, ac }).join('|')).toBe(messages));

  it('are not made for what no instrument reads', () => {
    expect(canBeLinked('dBc')).toBeFalse();
    expect(failing(() => scpiFor({ unit: '%' })).code).toBe('unknown-name');
  });
});

describe('answers of an instrument', () => {
  // The three forms of IEEE 488.2 (NR1, NR2, NR3), with the worth of the last digit.
  const read: readonly (readonly [string, number, number])[] = [
    ['13', 13, 1],
    ['+13.20', 13.2, 0.01],
    ['-0.0042', -0.0042, 0.0001],
    ['+1.32045000E+01', 13.2045, 1e-7],
    ['2.71850012E+07', 27_185_001.2, 0.1],
    ['.5E-3', 0.0005, 0.0001],
    ['5.01,"VDC"', 5.01, 0.01],
  ];
  for (const [reply, value, step] of read)
    it(`"${reply}" is ${value}`, () => {
      const got = readScpiReply(`${reply}\r`);
      expect(got.value).toBeCloseTo(value, 9);
      expect(got.step / step).toBeCloseTo(1, 6);
    });

  it('may be that there is no number', () => expect(readScpiReply('+9.91000000E+37').value).toBeNull());

  it('are refused where the instrument is over its range, or says no number', () => {
    expect(failing(() => readScpiReply('9.9E37')).code).toBe('out-of-range');
    expect(failing(() => readScpiReply('-9.9E+37')).code).toBe('out-of-range');
    for (const nonsense of ['', 'volts', '<html>', '12 34', '1.2.3', 'NaN', '0x10'])
      expect(failing(() => readScpiReply(nonsense)).code).toBe('unreadable');
  });

  it('never come out as anything but a finite number, nothing, or a CoreError', () => {
    fc.assert(
      fc.property(fc.string(), (text) => {
        try {
          const { value } = readScpiReply(text);
          return value === null || Number.isFinite(value);
        } catch (error) {
          return error instanceof CoreError;
        }
      }),
    );
    expect().nothing();
  });

  it('tell an error, or that there was none', () => {
    expect(readScpiError('-113,"Undefined header"')).toBe('Undefined header (-113)');
    expect(readScpiError('+0,"No error"')).toBeUndefined();
    expect(readScpiError('1.32E+01')).toBeUndefined();
  });
});

describe('the instrument that reads', () => {
  it('is one that is linked, is reached for first, and takes what may stand there', () => {
    const other = { ...meter, id: 'other', ranges: [1000] };
    expect(readerFor(wanted(), [meter, other])).toEqual({ instrument: meter });
    expect(readerFor(wanted({ most: 600 }), [meter, other])).toEqual({ instrument: other });
  });

  it('is not one whose ranges end below it', () => {
    expect(readerFor(wanted({ most: 3000 }), [meter])).toEqual({
      why: 'Bench meter goes to 200 V, and 3 kV may stand here: take another by hand.',
    });
  });

  it('is named where it is not linked, and missed where there is none', () => {
    const { link, ...unlinked } = meter;
    expect(link).toBeDefined();
    expect(readerFor(wanted(), [unlinked])).toEqual({ why: 'Bench meter is not linked: type what it shows.' });
    expect(readerFor(wanted({ unit: 'dBc' }), [meter])).toEqual({ why: 'No instrument of the shop reads this.' });
  });
});

describe('a reading over a link', () => {
  it('has no more digits than the instrument shows, whatever it sends', () => {
    expect(honestStep({ value: 13.2045, step: 1e-7 }, 'V', meter)).toBeCloseTo(0.001, 12);
    expect(honestStep({ value: 13.2, step: 0.1 }, 'V', meter)).toBeCloseTo(0.1, 12);
    const counter: Instrument = {
      id: 'c',
      name: 'Counter',
      measures: ['Hz'],
      counter: { kind: 'direct', gatesS: [1], displayDigits: 8 },
    };
    expect(honestStep({ value: 27_185_001.23, step: 0.01 }, 'Hz', counter)).toBe(1);
  });

  it('is steady where two in a row agree', () => {
    expect(isSteady(13.2, 13.201, 0.001, 'V')).toBeTrue();
    expect(isSteady(13.2, 13.3, 0.001, 'V')).toBeFalse();
    expect(isSteady(-30.1, -30.3, 0.1, 'dBm')).toBeTrue();
    expect(isSteady(-30.1, -31, 0.1, 'dBm')).toBeFalse();
    expect(isSteady(null, null, 0, 'Hz')).toBeTrue();
    expect(isSteady(null, 5, 0, 'Hz')).toBeFalse();
  });

  it('stands in the line as it would be typed, and is read back to its last digit', () => {
    expect(lineWith('tp7 ', { value: 13.2045, step: 0.001 }, 'V')).toBe('tp7 13.205 V');
    expect(lineWith('q4 c', { value: -0.62, step: 0.01 }, 'V')).toBe('q4 c -0.62 V');
    expect(lineWith('tp7', { value: 0.000_312, step: 1e-5 }, 'V')).toBe('tp7 0.31 mV');
    expect(lineWith('ch19', { value: null, step: 0 }, 'Hz')).toBe('ch19 dead');
    const context = { condition: {}, instruments: [], onSheets: () => true };
    fc.assert(
      fc.property(
        fc.double({ min: -900, max: 900, noNaN: true }).filter((value) => Math.abs(value) > 1e-5),
        fc.integer({ min: -5, max: 0 }),
        (value, power) => {
          const step = 10 ** power;
          const { entry } = readLine(lineWith('q4 c', { value, step }, 'V'), context);
          return entry?.kind === 'reading' && Math.abs((entry.value ?? NaN) - value) <= step * 0.51;
        },
      ),
    );
  });
});
