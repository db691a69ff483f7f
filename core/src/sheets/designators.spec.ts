import * as fc from 'fast-check';
import { designatorsIn, nextName, prefixesFor } from './designators';
import { voltsIn } from './printed-volts';

const prefixes = prefixesFor(['S1', 'R2']);
const names = (text: string): string[] => designatorsIn(text, prefixes).map((n) => n.name + (n.unit ?? '') + (n.pin ? ` ${n.pin}` : ''));

describe('designatorsIn', () => {
  const cases: readonly (readonly [string, readonly string[]])[] = [
    ['R12', ['R12']],
    ['IC2A', ['IC2A']],
    ['IC2-A', ['IC2A']],
    ['Q7-C', ['Q7C']],
    ['Q7-2', ['Q7 2']],
    ['TP3', ['TP3']],
    ['(C107)', ['C107']],
    ['R12-R15', ['R12', 'R13', 'R14', 'R15']],
    ['R12–15', ['R12', 'R13', 'R14', 'R15']],
    ['C3/4/5', ['C3', 'C4', 'C5']],
    ['C3/C9', ['C3', 'C9']],
    ['S1', ['S1']],
  ];
  for (const [text, wanted] of cases) it(`reads ${text}`, () => expect(names(text)).toEqual([...wanted]));

  for (const text of ['4k7', '100n', '2SC1945', 'r12', 'A4', 'CH19', '13V8', 'R', '12', 'MIXER', 'R0012X9', 'D'])
    it(`takes ${text} for no designator`, () => expect(names(text)).toEqual([]));

  it('takes no range of hundreds for parts', () => expect(names('R1-R900').length).toBeLessThan(3));
  it('counts a prefix that the card uses', () => {
    expect(designatorsIn('M3', prefixes)).toEqual([]);
    expect(designatorsIn('M3', prefixesFor(['M1']))).toEqual([{ name: 'M3' }]);
  });
  it('never fails, and gives only names that begin as allowed', () => {
    fc.assert(
      fc.property(fc.string(), (text) =>
        designatorsIn(text, prefixes).every(
          ({ name }) => prefixes.has(/^[A-Z]+/.exec(name)?.[0] ?? '') && /^[A-Z]{1,4}\d{1,4}$/.test(name),
        ),
      ),
    );
  });
});

describe('nextName', () => {
  it('counts on, units first', () => {
    expect(nextName('r12')).toBe('R13');
    expect(nextName('IC2A')).toBe('IC2B');
    expect(nextName('X99')).toBe('X100');
    expect(nextName('??')).toBe('??');
  });
});

describe('voltsIn', () => {
  const cases: readonly (readonly [string, number | null])[] = [
    ['13.2V', 13.2],
    ['-12 V', -12],
    ['−6,5V', -6.5],
    ['13V8', 13.8],
    ['450mV', 0.45],
    ['1.2kV', 1200],
    ['+9V', 9],
    ['0.6Vdc', 0.6],
    ['4k7', null],
    ['V12', null],
    ['12', null],
    ['27MHz', null],
  ];
  for (const [text, volts] of cases) it(`reads ${text} as ${String(volts)}`, () => expect(voltsIn(text)).toBe(volts));
});
