import type { LinePicture, Report } from '@amber-relay/core/job';
import pdfMake from 'pdfmake/build/pdfmake';
import pdfFonts from 'pdfmake/build/vfs_fonts';
import type { Content, TableCell, TDocumentDefinitions } from 'pdfmake/interfaces';
import { dateText } from '../../ui/clock-text';
import { edgesOf, lineSvg } from './line-picture';

/** The minus sign and a few others are missing in the paper face; plain ones are put in their place. */
const plain = (text: string): string => text.replace(/\u2212/g, '-');

const heading = (text: string): Content => ({ text, bold: true, fontSize: 11, margin: [0, 9, 0, 2] });
const list = (lines: readonly string[]): Content =>
  lines.length ? { ul: lines.map(plain) } : { text: 'nothing recorded', color: '#555555' };
const table = (head: readonly string[], rows: readonly (readonly TableCell[])[], widths: (string | number)[]): Content => ({
  layout: 'lightHorizontalLines',
  table: { headerRows: 1, widths, body: [head.map((text) => ({ text, bold: true })), ...rows.map((row) => [...row])] },
});

type Margin = [number, number, number, number];
/** A picture with what stands at its edges. */
const drawn = (picture: LinePicture | undefined, of = ''): Content[] =>
  picture
    ? [
        { svg: lineSvg(picture), margin: [0, 4, 0, 0] as Margin },
        { text: plain(edgesOf(picture, of)), fontSize: 8, color: '#555555' },
      ]
    : [];
/** How something was left, with what is to be said of it. */
const left = (text: string, note: string): TableCell => ({
  stack: [{ text: plain(text), bold: true }, ...(note ? [{ text: plain(note), fontSize: 8, color: '#555555' }] : [])],
});
/** The cell of what was had after, with what came between and since. */
const after = ({ after: { text, verdict }, note }: Report['tests'][number] | Report['compared'][number]): TableCell =>
  left(`${text} ${verdict}`, note);

/** The hand-back sheet as a PDF document on A4. */
function sheet(r: Report): TDocumentDefinitions {
  return {
    pageSize: 'A4',
    pageMargins: [46, 46, 46, 54],
    info: { title: `Job ${r.job.number}, hand-back sheet`, author: r.shop.name },
    defaultStyle: { fontSize: 9.5 },
    footer: (page, pages) => ({
      text: `Job ${r.job.number}, page ${page} of ${pages}`,
      alignment: 'right',
      margin: [46, 14],
      fontSize: 8,
      color: '#555555',
    }),
    content: [
      {
        columns: [
          {
            stack: [
              { text: r.shop.name, bold: true, fontSize: 15 },
              { text: r.shop.address, color: '#555555' },
            ],
          },
          {
            stack: [
              { text: `Job ${r.job.number}`, bold: true, fontSize: 15 },
              { text: dateText(r.job.bookedInAt), color: '#555555' },
            ],
            alignment: 'right',
          },
        ],
      },
      { text: `${r.set.maker} ${r.set.model}, serial ${r.set.serial || 'not noted'}, of ${r.customer.name}`, margin: [0, 8, 0, 0] },
      heading('Complaint'),
      plain(r.complaint),
      ...(r.agreed.length ? [heading('Agreed'), list(r.agreed)] : []),
      heading('Found'),
      list(r.found),
      ...r.causes.flatMap(({ what, lines }) => [heading(what), list(lines)]),
      heading('Done'),
      list(r.done),
      ...(r.parts.length
        ? [
            heading('Parts'),
            table(
              ['Part', 'Old', 'New', 'Why', 'Price'],
              r.parts.map((p) => [p.what, plain(p.old), plain(p.fitted), plain(p.why), { text: p.price, alignment: 'right' }]),
              ['auto', '*', '*', '*', 'auto'],
            ),
          ]
        : []),
      ...(r.aligned.length
        ? [
            heading('Alignment'),
            table(
              ['Step', 'Wanted', 'Before', 'After'],
              r.aligned.map((a) => [plain(a.name), plain(a.wanted), plain(a.before || '-'), left(a.after || '-', a.says)]),
              ['*', '*', 'auto', 'auto'],
            ),
          ]
        : []),
      ...r.swept.flatMap((sweep): Content[] => [
        heading(`Read step by step: ${plain(sweep.title)}`),
        table(
          ['Step', 'Before', 'After'],
          sweep.rows.map((row) => [plain(row.step), plain(row.before || '-'), left(`${row.after.text} ${row.after.verdict}`, '')]),
          ['*', 'auto', 'auto'],
        ),
        ...drawn(sweep.picture),
        ...(sweep.apart ? [{ text: plain(sweep.apart), margin: [0, 2, 0, 0] as Margin }] : []),
      ]),
      ...(r.tests.length || r.notDone.length ? [heading('Tests')] : []),
      ...(r.tests.length
        ? [
            table(
              ['Test', 'Condition', 'Limits', 'Before', 'After'],
              r.tests.map((t) => [t.name, t.condition, plain(t.limits), plain(`${t.before.text} ${t.before.verdict}`), after(t)]),
              ['*', 'auto', 'auto', 'auto', 'auto'],
            ),
          ]
        : []),
      ...(r.notDone.length
        ? [{ text: plain(`Not tested: ${r.notDone.join('; ')}`), color: '#555555', margin: [0, 3, 0, 0] as Margin }]
        : []),
      ...(r.compared.length
        ? [
            heading('Also before and after'),
            table(
              ['What', 'Before', 'After'],
              r.compared.map((t) => [plain(t.name), plain(`${t.before.text} ${t.before.verdict}`), after(t)]),
              ['*', 'auto', 'auto'],
            ),
          ]
        : []),
      ...r.recorded.flatMap((run): Content[] => [
        heading(`Recorded: ${plain(run.title)}`),
        run.compared
          ? table(
              ['What', 'Before', 'After'],
              run.rows.map((row) => [row.what, plain(row.before || '-'), left(row.after || '-', row.note)]),
              ['*', 'auto', 'auto'],
            )
          : table(
              ['What', 'Measured'],
              run.rows.map((row) => [row.what, plain(row.before)]),
              ['*', 'auto'],
            ),
        ...(run.by ? [{ text: plain(run.by), fontSize: 8, color: '#555555' }] : []),
        ...run.pictures.flatMap(({ of, picture }) => drawn(picture, of)),
      ]),
      ...(r.watched.length ? [heading('Watched')] : []),
      ...r.watched.flatMap((run): Content[] => [
        { text: [{ text: plain(run.title), bold: true }, plain(`: ${run.says}`)], margin: [0, 3, 0, 0] as Margin },
        ...drawn(run.picture),
      ]),
      ...(r.measured.length ? [heading('Measured and worked out'), list(r.measured)] : []),
      ...(r.modified.length ? [heading('Modified'), list(r.modified)] : []),
      ...(r.toDo.length ? [heading('Found, and still to do'), list(r.toDo)] : []),
      ...(r.leftAlone.length ? [heading('Found but left alone'), list(r.leftAlone)] : []),
      ...(r.watchFor.length ? [heading('Watch for'), list(r.watchFor)] : []),
      heading('Price'),
      {
        layout: 'noBorders',
        table: {
          widths: [160, 'auto'],
          body: r.priceLines.map((p, i) => [
            { text: p.what, bold: i === r.priceLines.length - 1 },
            { text: p.amount, alignment: 'right', bold: i === r.priceLines.length - 1 },
          ]),
        },
      },
      ...(r.limit === undefined ? [] : [{ text: `Limit agreed: ${r.limit}`, color: '#555555' }]),
      heading('Cautions'),
      list(r.cautions),
    ],
  };
}

/** Makes the PDF in the browser; nothing leaves the machine. */
export async function reportPdf(report: Report): Promise<Uint8Array> {
  const maker = pdfMake as unknown as {
    addVirtualFileSystem(fonts: unknown): void;
    createPdf(definition: TDocumentDefinitions): { getBuffer(): Promise<Uint8Array> };
  };
  maker.addVirtualFileSystem(pdfFonts);
  const buffer = await maker.createPdf(sheet(report)).getBuffer();
  return new Uint8Array(buffer);
}
