/** The fuzz of decimal figures kept as binary ones: 118 − 118.4 is not −0.4 to the last bit. */
const fuzz = (a: number, b: number): number => 1e-9 * Math.max(Math.abs(a), Math.abs(b));

/** Truly below, by more than rounding can do. A limit met exactly is not below it. */
export const below = (a: number, b: number): boolean => a < b - fuzz(a, b);
/** Truly above, by more than rounding can do. */
export const above = (a: number, b: number): boolean => a > b + fuzz(a, b);
