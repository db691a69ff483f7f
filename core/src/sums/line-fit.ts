/** Slope of the least-squares line of y on x; null with fewer than two different x. */
export function slopeOf(points: readonly (readonly [number, number])[]): number | null {
  const n = points.length;
  const mean = (of: (point: readonly [number, number]) => number): number => points.reduce((sum, point) => sum + of(point), 0) / n;
  const [mx, my] = [mean(([x]) => x), mean(([, y]) => y)];
  const sxx = points.reduce((sum, [x]) => sum + (x - mx) ** 2, 0);
  return n < 2 || sxx === 0 ? null : points.reduce((sum, [x, y]) => sum + (x - mx) * (y - my), 0) / sxx;
}
