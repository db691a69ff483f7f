import { conditionText, type Card } from '@amber-relay/core/card';
import { limitsText } from '@amber-relay/core/measure';
import { allParts, type DrawnPart, type FullSection } from './full-parts';
import { margin, page, pageWidth } from './page-frame';
import { cut, type Drawing } from './pen';

const rowHeight = 11.5;
const rowsPerColumn = 60;
const columns = 4;

interface Row {
  readonly names: readonly string[];
  readonly text: string;
  readonly value: string;
}

const byName = (a: DrawnPart, b: DrawnPart): number => {
  const [la, lb] = [a, b].map((p) => /^[A-Z]+/.exec(p.designator)?.[0] ?? '') as [string, string];
  return la.localeCompare(lb) || Number(/\d+/.exec(a.designator)?.[0]) - Number(/\d+/.exec(b.designator)?.[0]);
};

/** Parts one a row; three or more of one value in a row of numbers are put together, as lists do. */
function rowsOf(parts: readonly DrawnPart[]): Row[] {
  const rows: { names: string[]; value: string }[] = [];
  for (const part of [...parts].sort(byName)) {
    const last = rows.at(-1);
    const before = last?.names.at(-1);
    const follows = before && /^[A-Z]+\d+$/.test(before) && part.designator === before.replace(/\d+$/, (d) => String(Number(d) + 1));
    if (last && follows && last.value === part.value && !part.onCard) last.names.push(part.designator);
    else rows.push({ names: [part.designator], value: part.value });
  }
  return rows.map(({ names, value }) => ({
    names,
    value,
    text: names.length === 1 ? (names[0] ?? '') : names.length === 2 ? names.join(', ') : `${names[0]}-${names.at(-1)}`,
  }));
}

/** The parts list: designator and value, sorted, in columns. */
export function partsPages(card: Card, sections: readonly FullSection[], firstPage: number): Drawing[] {
  const rows = rowsOf(allParts(sections));
  const perPage = rowsPerColumn * columns;
  return Array.from({ length: Math.ceil(rows.length / perPage) }, (_, p) =>
    page(card, 'Parts list', 'parts-list', firstPage + p, (pen) => {
      const width = (pageWidth - 2 * margin) / columns;
      rows.slice(p * perPage, (p + 1) * perPage).forEach((row, i) => {
        const x = margin + Math.floor(i / rowsPerColumn) * width;
        const y = margin + 14 + (i % rowsPerColumn) * rowHeight;
        if (row.names.length === 1) pen.name(x, y, row.text);
        else {
          pen.text(x, y, row.text, { size: 7.5, bold: true });
          pen.also(x, y, row.names);
        }
        pen.text(x + 76, y, cut(row.value, 34), { size: 7 });
        pen.line(
          [
            [x, y + 2.8],
            [x + width - 14, y + 2.8],
          ],
          { width: 0.3 },
        );
      });
    }),
  );
}

/** Alignment in its order, and what every test point should show. */
export function alignmentPage(card: Card, n: number): Drawing {
  return page(card, 'Alignment and test points', 'alignment', n, (pen) => {
    pen.text(margin, margin + 14, 'Alignment, in this order', { size: 11, bold: true });
    card.alignment.forEach((step, i) => {
      const y = margin + 34 + i * 16;
      pen.text(margin, y, `${i + 1}. ${step.name}`, { size: 8 });
      let x = margin + 200;
      for (const word of step.adjust) {
        if (/^[A-Z]{1,4}\d+$/.test(word)) pen.name(x, y, word, { size: 8 });
        else pen.text(x, y, cut(word, 20), { size: 8 });
        x += 54;
      }
      if (step.at && /^[A-Z]{1,4}\d+$/.test(step.at)) pen.name(margin + 420, y, step.at, { size: 8 });
      else if (step.at) pen.text(margin + 420, y, cut(step.at, 24), { size: 8 });
      pen.text(margin + 560, y, step.expect, { size: 8 });
    });
    const top = margin + 60 + card.alignment.length * 16;
    pen.text(margin, top, 'Test points', { size: 11, bold: true });
    const rows = card.testPoints.flatMap((p) => p.expect.map((e, i) => ({ p, e, i })));
    const half = Math.ceil(rows.length / 2);
    rows.forEach(({ p, e, i }, k) => {
      const x = margin + Math.floor(k / half) * 560;
      const y = top + 18 + (k % half) * Math.min(14, 560 / half);
      if (i === 0) pen.name(x, y, p.id);
      if (i === 0) pen.text(x + 34, y, cut(p.name, 34));
      pen.text(x + 190, y, cut(conditionText(e.condition) || 'always', 28));
      pen.text(x + 320, y, limitsText(e.low, e.high, p.unit));
    });
  });
}
