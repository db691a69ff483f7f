/** `12.40`, with the shop's currency sign before it. */
export function moneyText(minor: number, currency = ''): string {
  const sign = minor < 0 ? '−' : '';
  const size = Math.abs(minor);
  return `${sign}${currency}${currency ? ' ' : ''}${Math.floor(size / 100)}.${String(size % 100).padStart(2, '0')}`;
}

/** Reads `12`, `12.4` or `12,40` as minor units; undefined when it is not money, or more than a shop ever asks (8 digits before the point). */
export function parseMoney(text: string): number | undefined {
  const match = /^(\d{1,8})(?:[.,](\d{1,2}))?$/.exec(text.trim());
  return match ? Number(match[1]) * 100 + Number((match[2] ?? '').padEnd(2, '0')) : undefined;
}
