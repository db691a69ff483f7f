import { CoreError } from '../errors/core-error';
import type { Unit } from '../quantity';

/** What one reading over a link is to be of. */
export interface Asked {
  readonly unit: Unit;
  /** Alternating volts or amperes, as an RMS figure. */
  readonly ac?: boolean;
}

const queries: Partial<Record<Unit, readonly string[]>> = {
  V: ['MEAS:VOLT:DC?'],
  A: ['MEAS:CURR:DC?'],
  ohm: ['MEAS:RES?'],
  F: ['MEAS:CAP?'],
  Hz: ['MEAS:FREQ?'],
  degC: ['MEAS:TEMP?'],
  W: ['UNIT:POW W', 'MEAS:POW?'],
  dBm: ['UNIT:POW DBM', 'MEAS:POW?'],
};

/**
 * The messages that ask an instrument for one reading: settings first, the query last.
 * Source: SCPI-1999 volume 2, MEASure and UNIT subsystems.
 *
 * @throws CoreError `unknown-name` for a unit that no instrument is asked for.
 */
export function scpiFor({ unit, ac }: Asked): readonly string[] {
  const found = queries[unit];
  if (!found)
    throw new CoreError('unknown-name', 'unit', `A link does not read ${unit || 'a bare number'}.`, 'Type the figure from its display.');
  return ac ? found.map((query) => query.replace(':DC?', ':AC?')) : found;
}

/** Whether a link can be asked for this unit. */
export const canBeLinked = (unit: Unit): boolean => queries[unit] !== undefined;

export interface ScpiReading {
  /** In the base unit; null where the instrument had nothing to read. */
  readonly value: number | null;
  /** What one step of the last digit sent is worth. */
  readonly step: number;
}

const number = /^([+-]?)(\d+(?:\.(\d*))?|\.(\d+))(?:\s*[eE]\s*([+-]?\d+))?$/;
/** What stands for "over the range" and for "no number" in a reply. Source: SCPI-1999 volume 1, 7.2.1. */
const infinite = 9.9e37;
const none = 9.91e37;

/**
 * Reads the answer to a query for one number: NR1, NR2 or NR3, the first where there are several.
 *
 * @throws CoreError `unreadable` for anything but a number, `out-of-range` for an instrument that is over its range.
 */
export function readScpiReply(reply: string): ScpiReading {
  const first = (reply.split(',')[0] ?? '').trim();
  const found = number.exec(first);
  if (!found)
    throw new CoreError(
      'unreadable',
      'reply',
      first === '' ? 'The instrument answered with nothing.' : `The instrument answered "${first.slice(0, 40)}", which is no number.`,
      'Check that this is the address of the right instrument, and that it takes SCPI.',
    );
  const value = Number(first.replace(/\s+/g, ''));
  if (Math.abs(value) >= none * 0.9999) return { value: null, step: 0 };
  if (Math.abs(value) >= infinite * 0.9999)
    throw new CoreError(
      'out-of-range',
      'reply',
      'The instrument is over its range.',
      'Set a higher range, or let it choose one, and read again.',
    );
  const decimals = (found[3] ?? found[4] ?? '').length;
  return { value, step: 10 ** (Number(found[5] ?? 0) - decimals) };
}

/** What an instrument says of its last error; undefined where there was none. Source: SCPI-1999 volume 2, SYSTem:ERRor. */
export function readScpiError(reply: string): string | undefined {
  const [, code, text] = /^\s*([+-]?\d+)\s*,\s*"?([^"]*)"?/.exec(reply) ?? [];
  return code === undefined || Number(code) === 0 ? undefined : `${text?.trim() || 'error'} (${Number(code)})`;
}
