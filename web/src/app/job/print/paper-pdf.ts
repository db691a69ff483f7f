import {
  drawingSvg,
  signatureSvg,
  type Paper,
  type PaperBlock,
  type PaperCell,
  type PaperSignature,
  type PaperTable,
} from '@amber-relay/core/paper';
import type { Column, Content, TableCell, TDocumentDefinitions } from 'pdfmake/interfaces';
import { makePdf, type MadePdf, type Typesetter } from './pdf-maker';

type Margin = [number, number, number, number];
const quiet = '#43525b';
/** A column of so few letters is never broken. */
const short = 16;
/** Width between the margins of A4, in points. */
const across = 503;

function cellOf(type: Typesetter, { text, strong, small, note }: PaperCell, figure: boolean): TableCell {
  const line = [type.text(text, strong ? { bold: true } : {}), ...(small ? [type.text(` ${small}`, { fontSize: 8.5 })] : [])];
  const stack: Content[] = [
    // One line of several pieces: their runs are put behind one another.
    { text: line.flatMap((piece) => (piece as { text: Content[] }).text as never[]), ...(figure ? { alignment: 'right' } : {}) },
    ...(note ? [type.text(note, { fontSize: 8, color: quiet })] : []),
  ];
  return { stack, ...(figure ? { noWrap: true } : {}) };
}

function tableOf(type: Typesetter, { head, rows, figures = [] }: PaperTable): Content {
  const columns = Math.max(head?.length ?? 0, ...rows.map((row) => row.length));
  const longest = (k: number): number =>
    Math.max(...rows.flatMap((row) => [row[k]?.text.length ?? 0, row[k]?.note?.length ?? 0]), head?.[k]?.length ?? 0);
  // What is short takes its own width, and leaves the rest to what is long.
  const wide = (k: number): string => (figures.includes(k) || longest(k) <= short ? 'auto' : '*');
  const body = rows.map((row) => row.map((cell, k) => cellOf(type, cell, figures.includes(k))));
  const top = head?.map((text, k): TableCell => ({
    stack: [type.text(text, { fontSize: 8.5, color: quiet })],
    ...(figures.includes(k) ? { alignment: 'right' } : {}),
  }));
  return {
    layout: head ? 'lightHorizontalLines' : 'noBorders',
    table: {
      headerRows: head ? 1 : 0,
      dontBreakRows: true,
      widths: head ? Array.from({ length: columns }, (_, k) => wide(k)) : [240, 'auto'],
      body: [...(top ? [top] : []), ...body],
    },
  };
}

function blockOf(type: Typesetter, block: PaperBlock, images: Readonly<Record<string, string>>): Content[] {
  switch (block.kind) {
    case 'heading':
      return [{ ...(type.text(block.text, { bold: true, fontSize: 11.5 }) as object), headlineLevel: 1, margin: [0, 9, 0, 2] } as Content];
    case 'text': {
      const color = block.quiet ? { color: quiet } : {};
      const parts = [...(block.lead ? [type.text(block.lead, { bold: true })] : []), type.text(block.text, color)];
      return [{ text: parts.flatMap((part) => (part as { text: Content[] }).text as never[]), margin: [0, 2, 0, 0] as Margin }];
    }
    case 'list':
      return [{ ul: block.lines.map((line) => type.text(line, block.quiet ? { color: quiet } : {})) }];
    case 'table':
      return [tableOf(type, block)];
    case 'beside':
      return [tableOf(type, block.table), ...block.beside.flatMap((one) => blockOf(type, one, images))];
    case 'drawing':
      return [{ svg: drawingSvg(block.picture), margin: [0, 4, 0, 0] as Margin }, type.text(block.edges, { fontSize: 8, color: quiet })];
    case 'pictures':
      return picturesOf(type, block.pictures, images);
    case 'signatures':
      return [
        { unbreakable: true, margin: [0, 10, 0, 0], stack: [{ columns: block.of.map((name) => signatureOf(type, name)), columnGap: 30 }] },
      ];
  }
}

/** A name written by hand, or the line on which one signs. */
const signatureOf = (type: Typesetter, { text, who, strokes }: PaperSignature): Column => ({
  width: '*',
  stack: [
    type.text(text || ' '),
    strokes.length
      ? { svg: signatureSvg(strokes), width: 180, height: 60 }
      : { canvas: [{ type: 'line', x1: 0, y1: 40, x2: 220, y2: 40, lineWidth: 0.7 }] },
    { ...(type.text(who, { fontSize: 8, color: quiet }) as object), margin: [0, 2, 0, 0] } as Content,
  ],
});

/** Pictures two in a row, each with its words; a row is never parted. */
function picturesOf(
  type: Typesetter,
  pictures: readonly { readonly id: string; readonly caption: string }[],
  images: Readonly<Record<string, string>>,
): Content[] {
  const there = pictures.flatMap(({ id, caption }) => {
    const image = images[id];
    return image ? [{ image, caption }] : [];
  });
  const gap = 14;
  const each = (across - gap) / 2;
  const one = ({ image, caption }: (typeof there)[number]): Column => ({
    stack: [{ image, fit: [each, 240] }, type.text(caption, { fontSize: 8.5, color: quiet })],
    width: each,
  });
  return there.flatMap((first, k) => {
    if (k % 2) return [];
    const second = there[k + 1];
    return [
      {
        unbreakable: true,
        stack: [{ columns: [one(first), ...(second ? [one(second)] : [])], columnGap: gap }],
        margin: [0, 2, 0, 8] as Margin,
      },
    ];
  });
}

/** The tag with its cut corners and hole, as it is tied to the set. */
function tagOf(type: Typesetter, { job, day }: Paper['tag']): Column {
  const [width, height, cut] = [150, 46, 11];
  const corner = (x: number, y: number) => ({ x, y });
  return {
    width,
    stack: [
      {
        canvas: [
          {
            type: 'polyline',
            closePath: true,
            color: '#10191e',
            lineWidth: 0,
            points: [corner(cut, 0), corner(width, 0), corner(width, height), corner(cut, height), corner(0, height - cut), corner(0, cut)],
          },
          { type: 'ellipse', x: 15, y: height / 2, r1: 4.5, r2: 4.5, color: '#ffffff' },
        ],
      },
      {
        relativePosition: { x: 30, y: -height + 6 },
        stack: [type.text(job, { bold: true, fontSize: 15, color: '#ffffff' }), type.text(day, { fontSize: 9, color: '#ffffff' })],
      },
    ],
  };
}

function documentOf(paper: Paper, images: Readonly<Record<string, string>>, type: Typesetter): TDocumentDefinitions {
  return {
    pageSize: 'A4',
    pageMargins: [46, 46, 46, 54],
    info: { title: paper.title, author: paper.shop.name },
    defaultStyle: { fontSize: 9.5, font: 'asap-latin', lineHeight: 1.12 },
    // A heading goes with what it is of.
    pageBreakBefore: (node, { getFollowingNodesOnPage }) => node.headlineLevel === 1 && getFollowingNodesOnPage().length === 0,
    footer: (page, pages) => ({
      stack: [type.text(paper.page(page, pages), { fontSize: 8, color: quiet })],
      alignment: 'right',
      margin: [46, 14],
    }),
    content: [
      {
        columns: [
          {
            width: '*',
            stack: [type.text(paper.shop.name, { bold: true, fontSize: 16 }), type.text(paper.shop.address, { color: quiet })],
          },
          tagOf(type, paper.tag),
        ],
      },
      { canvas: [{ type: 'line', x1: 0, y1: 0, x2: across, y2: 0, lineWidth: 1.2, lineColor: '#10191e' }], margin: [0, 10, 0, 6] },
      {
        text: [type.text(paper.set.name, { bold: true }), type.text(`, ${paper.set.rest}`)].flatMap(
          (part) => (part as { text: Content[] }).text as never[],
        ),
      },
      ...paper.blocks.flatMap((block) => blockOf(type, block, images)),
      ...(paper.foot ? [{ ...(type.text(paper.foot, { fontSize: 8.5, color: quiet }) as object), margin: [0, 16, 0, 0] } as Content] : []),
    ],
  };
}

/**
 * A paper as a PDF document on A4, made in the browser; nothing leaves the machine.
 *
 * @param images JPEG or PNG pictures as `data:` addresses, by the id of their attachment
 */
export const paperPdf = (paper: Paper, images: Readonly<Record<string, string>> = {}): Promise<MadePdf> =>
  makePdf((type) => documentOf(paper, images, type));
