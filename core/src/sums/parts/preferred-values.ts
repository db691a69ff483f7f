/** Preferred values of one decade. Source: IEC 60063. */
const preferred = {
  E12: [10, 12, 15, 18, 22, 27, 33, 39, 47, 56, 68, 82],
  E24: [10, 11, 12, 13, 15, 16, 18, 20, 22, 24, 27, 30, 33, 36, 39, 43, 47, 51, 56, 62, 68, 75, 82, 91],
  E96: [
    100, 102, 105, 107, 110, 113, 115, 118, 121, 124, 127, 130, 133, 137, 140, 143, 147, 150, 154, 158, 162, 165, 169, 174, 178, 182, 187,
    191, 196, 200, 205, 210, 215, 221, 226, 232, 237, 243, 249, 255, 261, 267, 274, 280, 287, 294, 301, 309, 316, 324, 332, 340, 348, 357,
    365, 374, 383, 392, 402, 412, 422, 432, 442, 453, 464, 475, 487, 499, 511, 523, 536, 549, 562, 576, 590, 604, 619, 634, 649, 665, 681,
    698, 715, 732, 750, 768, 787, 806, 825, 845, 866, 887, 909, 931, 953, 976,
  ],
} as const;
export type Series = keyof typeof preferred;

/** The value of a series nearest to `value` (above 0). */
export function nearestPreferred(value: number, series: Series): number {
  const digits = preferred[series];
  const exponent = Math.floor(Math.log10(value)) - Math.floor(Math.log10(digits[0]));
  const candidates = [exponent - 1, exponent, exponent + 1].flatMap((power) =>
    digits.map((digit) => (power >= 0 ? digit * 10 ** power : digit / 10 ** -power)),
  );
  return candidates.reduce((best, each) => (Math.abs(each - value) < Math.abs(best - value) ? each : best));
}
