import type { StockItem } from '@amber-relay/core/job';
import type { Content, TableCell } from 'pdfmake/interfaces';
import { makePdf, type MadePdf, type Typesetter } from '../job/print/pdf-maker';

/** Labels across an A4 sheet, and their height in points: 63.5 × 38.1 mm, three by seven. */
const across = 3;
const [width, height] = [180, 108];

const labelOf = (type: Typesetter, item: StockItem, says: string): TableCell => ({
  columns: [
    {
      width: '*',
      stack: [
        type.text(item.part, { bold: true, fontSize: item.part.length > 24 ? 10 : 13 }),
        ...(says ? [type.text(says, { fontSize: 8.5 })] : []),
        ...(item.minimum ? [type.text(`order below ${item.minimum}`, { fontSize: 8.5 })] : []),
        { ...(type.text(item.drawer || ' ', { bold: true, fontSize: 20 }) as object), margin: [0, 4, 0, 0] } as Content,
      ],
    },
    // Read by a scanner it is what one types into the search of the drawers.
    { width: 58, qr: item.part, fit: 56, eccLevel: 'M' },
  ],
  columnGap: 6,
  margin: [10, 8, 6, 4],
});

/**
 * Labels for the drawers as a PDF, on a sheet of three by seven: part, what it is, its drawer, and a code for the search field.
 * @param says what stands beneath the part, by the item
 */
export function drawerLabels(items: readonly StockItem[], says: (item: StockItem) => string): Promise<MadePdf> {
  const rows = Array.from({ length: Math.ceil(items.length / across) }, (_, k) => items.slice(k * across, (k + 1) * across));
  return makePdf((type) => ({
    pageSize: 'A4',
    pageMargins: [26, 42, 26, 30],
    info: { title: 'Drawer labels' },
    defaultStyle: { fontSize: 9.5, font: 'asap-latin' },
    content: [
      {
        layout: {
          hLineWidth: () => 0.4,
          vLineWidth: () => 0.4,
          hLineColor: () => '#b5c0c6',
          vLineColor: () => '#b5c0c6',
          ...{ paddingLeft: () => 0, paddingRight: () => 0, paddingTop: () => 0, paddingBottom: () => 0 },
        },
        table: {
          dontBreakRows: true,
          widths: Array.from({ length: across }, () => width),
          heights: height,
          body: rows.map((row) =>
            Array.from({ length: across }, (_, k): TableCell => {
              const item = row[k];
              return item ? labelOf(type, item, says(item)) : '';
            }),
          ),
        },
      },
    ],
  }));
}
