import { recordedMode } from './recorded-mode';

describe('the mode of a recording', () => {
  const of = (modulation: 'fm' | 'am' | 'two-tone' | 'none', mode: string | undefined, modes: readonly string[]) =>
    recordedMode(modulation, { keyed: true, channel: 19, ...(mode === undefined ? {} : { mode }) }, modes);

  it('is as the line has it where the recording does not speak against it', () => {
    for (const [modulation, mode] of [
      ['fm', 'FM'],
      ['fm', 'NFM'],
      ['am', 'AM'],
      ['none', 'AM'],
      ['none', 'FM'],
      ['fm', 'USB'],
      ['am', 'LSB'],
      ['am', 'CW'],
      ['two-tone', 'USB'],
      ['two-tone', 'LSB'],
      ['fm', undefined],
    ] as const)
      expect(of(modulation, mode, ['AM', 'FM']))
        .withContext(`${modulation} ${mode}`)
        .toEqual({ condition: { keyed: true, channel: 19, ...(mode === undefined ? {} : { mode }) } });
  });
  it('is left out where it does, until it is said', () => {
    const fm = of('fm', 'AM', ['AM', 'FM']);
    expect(fm.condition).toEqual({ keyed: true, channel: 19 });
    expect(fm.trouble).toBe(
      'It is frequency modulated, and the line stands at AM: press FM there, if the set stood so. Until then it is kept without a mode.',
    );
    const am = of('am', 'NFM', ['AM', 'AM narrow', 'NFM']);
    const two = of('two-tone', 'AM', ['AM', 'LSB', 'USB']);
    expect(two.condition.mode).toBeUndefined();
    expect(two.trouble).toContain('It is two tones without a carrier, and the line stands at AM: press LSB or USB there');
    expect(am.condition.mode).toBeUndefined();
    expect(am.trouble).toContain('It is amplitude modulated, and the line stands at NFM: press AM or AM narrow there');
  });
  it('stays where the set has no other: then it is a fault', () => {
    const hum = of('fm', 'AM', ['AM']);
    expect(hum.condition.mode).toBe('AM');
    expect(hum.trouble).toContain('this set has only AM: look for hum');
    expect(of('am', 'FM', ['FM']).trouble).toContain('amplitude modulated');
  });
});
