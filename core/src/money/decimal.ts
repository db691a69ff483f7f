/** A decimal as a whole number over a power of ten, exactly as it is written. */
interface Decimal {
  readonly units: bigint;
  readonly scale: bigint;
}

function decimal(value: number): Decimal {
  const [mantissa = '0', exponent = '0'] = String(value).split('e');
  const [whole = '0', fraction = ''] = mantissa.split('.');
  const power = Number(exponent) - fraction.length;
  const units = BigInt(whole + fraction);
  return power >= 0 ? { units: units * 10n ** BigInt(power), scale: 1n } : { units, scale: 10n ** BigInt(-power) };
}

/** num / den to the nearest whole number, halves away from nothing below; num 0 or more. */
const halfUp = (num: bigint, den: bigint): bigint => (2n * num + den) / (2n * den);

/** The product of decimals over a whole divisor, rounded half up, without passing through a binary fraction. All 0 or more. */
export function productHalfUp(factors: readonly number[], divisor = 1): bigint {
  let [num, den] = [1n, BigInt(divisor)];
  for (const factor of factors) {
    const { units, scale } = decimal(factor);
    num *= units;
    den *= scale;
  }
  return halfUp(num, den);
}
