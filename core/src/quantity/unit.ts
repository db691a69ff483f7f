/** Units a reading may carry. Values are kept in these SI base units; levels in dB, and what an S-meter shows, are the exception. */
export const units = ['V', 'A', 'W', 'Hz', 'ohm', 'F', 'H', 's', 'm', 'degC', 'dBm', 'dBc', 'dB', 'S', '%', 'ppm', ''] as const;
export type Unit = (typeof units)[number];

/** Spellings met at the bench, in lower case, longest first where one begins another. */
export const unitSpellings: readonly (readonly [string, Unit])[] = [
  ['volts', 'V'],
  ['volt', 'V'],
  ['amps', 'A'],
  ['amp', 'A'],
  ['watts', 'W'],
  ['watt', 'W'],
  ['ohms', 'ohm'],
  ['ohm', 'ohm'],
  ['ω', 'ohm'],
  ['degc', 'degC'],
  ['°c', 'degC'],
  ['dbm', 'dBm'],
  ['dbc', 'dBc'],
  ['db', 'dB'],
  ['ppm', 'ppm'],
  ['hz', 'Hz'],
  ['v', 'V'],
  ['a', 'A'],
  ['w', 'W'],
  ['f', 'F'],
  ['h', 'H'],
  ['s', 's'],
  ['%', '%'],
];

/** Units that never take a prefix: "mdB" is a slip, not a thousandth. */
export const takesNoPrefix = (unit: Unit): boolean => ['dBm', 'dBc', 'dB', 'S', '%', 'ppm', 'degC'].includes(unit);

/** A level in decibels: it goes below nought, far below is small, and it is judged by difference, not by share. */
export const isLevel = (unit: Unit): boolean => ['dBm', 'dBc', 'dB'].includes(unit);

/** The sign people read beside a figure. */
export const unitSign = (unit: Unit): string => (unit === 'ohm' ? 'Ω' : unit === 'degC' ? '°C' : unit);
