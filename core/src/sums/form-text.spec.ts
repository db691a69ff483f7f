import { allSums, fieldsOf, sumById, type FieldSpec, type Sum } from './index';
import { formText, readForm } from './form-text';
import { resultText } from './result-text';
import { answer } from './solve';

const sum = (id: string): Sum => {
  const found = sumById(id);
  if (!found) throw new Error(`There is no sum ${id}.`);
  return found;
};

describe('the text of a form', () => {
  for (const each of allSums)
    it(`of ${each.id} is read back as the same input`, () => {
      const { input, wrong } = readForm(each, formText(each, each.example));
      expect(wrong).toEqual({});
      expect(input).toEqual(each.example);
    });

  it('takes trade notation in the unit of its field', () => {
    const { input, wrong } = readForm(sum('divider'), { topOhm: '4k7', bottomOhm: '2,2k', supplyV: '13.8', loadOhm: '', topOpen: 'no' });
    expect(wrong).toEqual({});
    expect(input).toEqual({ topOhm: 4700, bottomOhm: 2200, supplyV: 13.8, topOpen: false });
  });
  it('takes hours and minutes for a time', () =>
    expect(readForm(sum('soak-plan'), { failures: '3', observedS: '2h', confidence: '0.95' }).input).toEqual({
      failures: 3,
      observedS: 7200,
      confidence: 0.95,
    }));
  it('takes ± behind a figure, plain or in percent', () => {
    const { input, plusMinus } = readForm(sum('divider'), { topOhm: '10k ± 5%', bottomOhm: '1k±10', supplyV: '9V +- 0.1V' });
    expect(input).toEqual({ topOhm: 10_000, bottomOhm: 1000, supplyV: 9 });
    expect(plusMinus).toEqual({ topOhm: 500, bottomOhm: 10, supplyV: 0.1 });
  });
  it('takes null where nothing happened, and drops the empty rows at the end', () => {
    expect(
      readForm(sum('squelch'), { openDbm: '-118', closeDbm: '-121', tightOpenDbm: 'never', tightLimitDbm: '-90' }).input['tightOpenDbm'],
    ).toBeNull();
    expect(
      readForm(sum('duty'), {
        ratedW: '50',
        curve: [
          { watts: '100', minutes: '60' },
          { watts: '', minutes: '' },
        ],
        powerW: '80',
      }).input['curve'],
    ).toEqual([{ watts: 100, minutes: 60 }]);
  });
  it('says by path what it cannot read', () => {
    const { wrong } = readForm(sum('divider-chain'), { inputHz: '10.24M', stages: [{ name: 'a', ratio: 'two' }] });
    expect(Object.keys(wrong)).toEqual(['stages.0.ratio']);
    expect(Object.keys(readForm(sum('divider'), { topOhm: '5V' }).wrong)).toEqual(['topOhm']);
  });
});

describe('the result in one line', () => {
  it('leads with what matters', () =>
    expect(resultText(sum('swr'), answer(sum('swr'), { forwardW: 100, reflectedW: 4 }))).toBe(
      'SWR 1.5, return loss 13.98 dB, mismatch loss 0.177 dB',
    ));
  it('tells the first row where there are only tables, and nothing where nothing came out', () => {
    const bank = sum('resistor-bank');
    expect(resultText(bank, answer(bank, bank.example))).toBe('bank 4 × 220 Ω in parallel, makes 55 Ω, off by 3.189%');
    expect(resultText(bank, { options: [] })).toBe('');
  });
  it('tells money as one writes it', () =>
    expect(resultText(sum('job-price'), answer(sum('job-price'), sum('job-price').example))).toBe('total 33.80, labour 30.00, parts 1.41'));
});

describe('what people type into a form', () => {
  const level = sumById('level-convert')!;
  it('a unit wins over the box beside it, and one that is not there is refused', () => {
    expect(readForm(level, { value: '0.3uV', unit: 'uVrms' }).input).toEqual({ value: 0.3e-6, unit: 'Vrms' });
    expect(readForm(level, { value: '4W', unit: 'uVrms' }).input).toEqual({ value: 4, unit: 'W' });
    expect(readForm(level, { value: '-107dBm', unit: 'uVrms' }).input).toEqual({ value: -107, unit: 'dBm' });
    expect(readForm(level, { value: '0.3', unit: 'uVrms' }).input).toEqual({ value: 0.3, unit: 'uVrms' });
    expect(readForm(level, { value: '3A', unit: 'uVrms' }).wrong['value']).toContain('not told in A here');
  });
  const all = allSums.flatMap((sum) => fieldsOf(sum.input).map((field) => ({ sum, field })));
  const reads = (text: string, wanted: (field: FieldSpec) => boolean): unknown => {
    const { sum, field } = all.find((one) => one.field.kind === 'number' && wanted(one.field))!;
    const { input, wrong } = readForm(sum, { [field.name]: text });
    return wrong[field.name] ?? input[field.name];
  };
  const bare = (field: FieldSpec): boolean => !field.unit && !field.shownUnit && !field.unitIn;
  it('a unit where none belongs is refused, and not dropped', () => expect(reads('4W', bare)).toMatch(/without a unit, not one in W/));
  it('a share is written as one says it', () => {
    expect(reads('99.9%', bare)).toBeCloseTo(0.999, 12);
    expect(reads('1 in 10 s', bare)).toBeCloseTo(0.1, 12);
    expect(reads('3/4', bare)).toBe(0.75);
  });
  it('a level may be told in volts, in dBµV or in watts, and a voltage as a level, but never as watts', () => {
    const inDbm = (field: FieldSpec): boolean => field.unit === 'dBm';
    const inV = (field: FieldSpec): boolean => field.unit === 'V';
    expect(reads('50uV', inDbm)).toBeCloseTo(-73, 0);
    expect(reads('34dBuV', inDbm)).toBeCloseTo(-73, 0);
    expect(reads('-73', inDbm)).toBe(-73);
    expect(reads('-107 dBm', inV)).toBeCloseTo(1e-6, 7);
    expect(reads('4W', inV)).toMatch(/V belongs here, not W/);
    expect(reads('3A', inDbm)).toMatch(/dBm belongs here, not A/);
  });
  it('a size without a unit is in millimetres', () => {
    const fit = sumById('capacitor-fit')!;
    const text = formText(fit, fit.example);
    const size = Object.entries(text).find(([, value]) => typeof value === 'object' && 'diameterM' in (value as object));
    const { input, wrong } = readForm(fit, { ...text, [size![0]]: { ...(size![1] as object), diameterM: '8' } });
    expect(wrong).toEqual({});
    expect((input[size![0]] as { diameterM: number }).diameterM).toBe(0.008);
  });
  it('a span is written in hours and minutes', () => {
    expect(reads('10 h 51 min', (field) => field.unit === 's')).toBe(39_060);
    expect(reads('2h10', (field) => field.unit === 's')).toBe(7800);
    expect(reads('3 h', (field) => field.unit === 's')).toBe(10_800);
  });
});
