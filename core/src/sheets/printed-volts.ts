/** Voltage that a run of signs gives, in volts: `13.2V`, `-12 V`, `13V8`, `450mV`, `1.2kV`. Null for anything else. */
export function voltsIn(text: string): number | null {
  const plain = text
    .replace(/−/g, '-')
    .replace(/,(?=\d)/, '.')
    .replace(/\s+/g, '');
  const inside = /^([+-]?\d{1,4})V(\d{1,2})$/.exec(plain);
  if (inside) return Number(`${inside[1]}.${inside[2]}`);
  const match = /^(?:\+\/-|±|~|≈)?([+-]?\d{1,4}(?:\.\d{1,3})?)(mV|kV|V)(?:dc|ac|DC|AC|rms|pp|p-p)?$/.exec(plain);
  if (!match) return null;
  const by = match[2] === 'kV' ? 1000 : match[2] === 'mV' ? 0.001 : 1;
  return Number((Number(match[1]) * by).toPrecision(6));
}
