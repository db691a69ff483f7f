/** What an input of a stand-in instrument sees: a figure in the base unit, or null where nothing is there. */
export type StandInInput = (quantity: string) => number | null;

/** The queries that a stand-in understands, long and short, and the quantity each asks for. */
const queries: readonly (readonly [RegExp, string])[] = [
  [/^meas(ure)?:volt(age)?(:dc)?\?$/, 'V'],
  [/^meas(ure)?:volt(age)?:ac\?$/, 'V ac'],
  [/^meas(ure)?:curr(ent)?(:dc)?\?$/, 'A'],
  [/^meas(ure)?:curr(ent)?:ac\?$/, 'A ac'],
  [/^meas(ure)?:(f)?res(istance)?\?$/, 'ohm'],
  [/^meas(ure)?:cap(acitance)?\?$/, 'F'],
  [/^meas(ure)?:freq(uency)?\?$/, 'Hz'],
  [/^meas(ure)?:temp(erature)?\?$/, 'degC'],
];
/** Quantities that read as nothing, not as nought, where there is nothing. */
const needSignal = new Set(['Hz', 'ohm', 'F', 'degC', 'dBm']);
const overRange = '+9.90000000E+37';
const noNumber = '+9.91000000E+37';

export interface StandInMakeUp {
  /** Its answer to `*IDN?`: maker, model, serial number and version, by commas. */
  readonly identity: string;
  /** Quantities it has an input for, and the most it takes of each. */
  readonly takes: Readonly<Record<string, number>>;
}

/**
 * An instrument that is not there: it answers the common SCPI messages one line at a time, as a simple bench instrument
 * does, and reads what its input is given. Source of the messages: IEEE 488.2 and SCPI-1999.
 */
export class StandInInstrument {
  private readonly errors: string[] = [];
  private power: 'W' | 'dBm' = 'dBm';

  constructor(
    private readonly makeUp: StandInMakeUp,
    private readonly input: StandInInput,
  ) {}

  /** The answer to one line, or undefined where it asks for none. */
  answer(line: string): string | undefined {
    const message = line.trim().replace(/^:/, '').toLowerCase();
    if (message === '' || message === '*rst') return undefined;
    const [, power] = /^unit:pow(?:er)? (w|dbm)$/.exec(message) ?? [];
    if (power) {
      this.power = power === 'w' ? 'W' : 'dBm';
      return undefined;
    }
    if (message === '*cls') {
      this.errors.length = 0;
      return undefined;
    }
    if (message === '*idn?') return this.makeUp.identity;
    if (/^syst(em)?:err(or)?(:next)?\?$/.test(message)) return this.errors.shift() ?? '+0,"No error"';
    const quantity = /^meas(ure)?:pow(er)?\?$/.test(message) ? this.power : queries.find(([query]) => query.test(message))?.[1];
    const most = quantity === undefined ? undefined : this.makeUp.takes[quantity];
    if (quantity === undefined || most === undefined) {
      this.errors.push('-113,"Undefined header"');
      return undefined;
    }
    const value = this.input(quantity);
    if (value === null) return needSignal.has(quantity) ? noNumber : figure(0);
    return (quantity === 'dBm' ? value : Math.abs(value)) > most ? overRange : figure(value);
  }
}

/** `+1.32045000E+01`. */
function figure(value: number): string {
  const [mantissa = '', exponent = '0'] = value.toExponential(8).split('e');
  const power = Number(exponent);
  return `${value < 0 ? '' : '+'}${mantissa}E${power < 0 ? '-' : '+'}${String(Math.abs(power)).padStart(2, '0')}`;
}
