import { readScpiError, readScpiReply } from '../link';
import { StandInInstrument } from './stand-in-instrument';

describe('a stand-in instrument', () => {
  const shown = new Map<string, number | null>();
  let meter: StandInInstrument;
  beforeEach(() => {
    shown.clear();
    meter = new StandInInstrument(
      { identity: 'Quoy Lane,Stand-in,1,1.0', takes: { V: 200, 'V ac': 200, ohm: 2e6 } },
      (what) => shown.get(what) ?? null,
    );
  });

  it('says what it is', () => expect(meter.answer('*IDN?')).toBe('Quoy Lane,Stand-in,1,1.0'));

  it('reads what its input is given, asked in short or in full', () => {
    shown.set('V', -13.2045);
    for (const query of ['MEAS:VOLT:DC?', ':measure:voltage:dc?', 'MEAS:VOLT?', ' Meas:Volt:DC? '])
      expect(readScpiReply(meter.answer(query) ?? '').value).toBeCloseTo(-13.2045, 9);
    shown.set('V ac', 6.3);
    expect(meter.answer('MEAS:VOLT:AC?')).toBe('+6.30000000E+00');
  });

  it('reads nought volts and no ohms where nothing is connected, and says when it is over its range', () => {
    expect(readScpiReply(meter.answer('MEAS:VOLT:DC?') ?? '').value).toBe(0);
    expect(readScpiReply(meter.answer('MEAS:RES?') ?? '').value).toBeNull();
    shown.set('V', 900);
    expect(() => readScpiReply(meter.answer('MEAS:VOLT:DC?') ?? '')).toThrowError(/over its range/);
  });

  it('reads power in the unit that was set', () => {
    const level = new StandInInstrument({ identity: 'x', takes: { dBm: 30, W: 1 } }, (what) =>
      what === 'W' ? 0.001 : what === 'dBm' ? -30.5 : null,
    );
    expect(readScpiReply(level.answer('MEAS:POW?') ?? '').value).toBe(-30.5);
    expect(level.answer('UNIT:POW W')).toBeUndefined();
    expect(readScpiReply(level.answer('measure:power?') ?? '').value).toBe(0.001);
    level.answer('UNIT:POWER DBM');
    expect(readScpiReply(level.answer('MEAS:POW?') ?? '').value).toBe(-30.5);
  });

  it('keeps an error for what it does not take, until it is asked or cleared', () => {
    expect(meter.answer('MEAS:FREQ?')).toBeUndefined();
    expect(meter.answer('NONSENSE')).toBeUndefined();
    expect(readScpiError(meter.answer('SYST:ERR?') ?? '')).toContain('Undefined header');
    meter.answer('*CLS');
    expect(readScpiError(meter.answer('SYSTEM:ERROR:NEXT?') ?? '')).toBeUndefined();
  });
});
