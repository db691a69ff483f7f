import { collected, inMemory, packCards, type CardArchive } from '@amber-relay/core/archive';
import type { Card } from '@amber-relay/core/card';
import type { Sheet, SheetFile } from '@amber-relay/core/sheets';
import { demoCards } from '../demo-cards';
import { madeUpId } from '../made-up-id';
import type { Drawing } from './pen';
import { sheetSet } from './sheet-set';
import { writePdf } from './write-pdf';
import { writeScan } from './write-scan';
import { writeSvg } from './write-svg';

/** In what shape the service sheets of a card came to the shop. */
const cameAs: Readonly<Record<string, 'pdf' | 'svg' | 'scan'>> = {
  'oxbrae-ob7': 'pdf',
  'ternhal-hybrid-five': 'pdf',
  'ternhal-n9': 'pdf',
  'murrelo-twin': 'svg',
  'halyet-lamp-one': 'scan',
};

interface Filed {
  readonly file: SheetFile;
  readonly bytes: Uint8Array;
  readonly pages: readonly Drawing[];
  /** Pixels or points of the file to a point of the drawing. */
  readonly scale: number;
}

async function filesOf(card: Card, made: Date): Promise<Filed[]> {
  const drawings = sheetSet(card);
  const filed = (name: string, type: SheetFile['type'], bytes: Uint8Array, pages: readonly Drawing[], scale = 1): Filed => ({
    file: { id: madeUpId(`sheet file ${card.id} ${name}`), cardId: card.id, name, type, size: bytes.length },
    bytes,
    pages,
    scale,
  });
  switch (cameAs[card.id]) {
    case 'pdf':
      return [filed(`${card.id}-service.pdf`, 'pdf', await writePdf(drawings, `${card.chassis} service sheets`, made), drawings)];
    case 'svg':
      return drawings.map((d, i) => filed(`${card.id}-${i + 1}-${d.kind}.svg`, 'svg', new TextEncoder().encode(writeSvg(d)), [d]));
    case 'scan': {
      const wanted = drawings.filter((d) => d.kind === 'schematic' || d.kind === 'board-top');
      return Promise.all(wanted.map(async (d, i) => filed(`${card.id}-scan-${i + 1}.png`, 'png', await writeScan(d), [d], 2)));
    }
    default:
      return [];
  }
}

/** The sheets of the demo shop, not gone through yet: the program reads their text when they are first used. */
export async function demoSheets(now: Date): Promise<CardArchive> {
  const cards = demoCards().filter((card) => card.id in cameAs);
  const files = (await Promise.all(cards.map((card) => filesOf(card, now)))).flat();
  const orders = new Map<string, number>();
  const sheets = files.flatMap(({ file, pages, scale }) =>
    pages.map((drawing, i): Sheet => {
      const order = (orders.get(file.cardId) ?? 0) + 1;
      orders.set(file.cardId, order);
      return {
        id: madeUpId(`sheet ${file.name} ${i + 1}`),
        cardId: file.cardId,
        fileId: file.id,
        page: i + 1,
        order,
        title: drawing.title,
        kind: drawing.kind,
        width: drawing.width * scale,
        height: drawing.height * scale,
        turn: 0,
        mirrored: false,
        read: 'not-yet',
        words: 0,
      };
    }),
  );
  return {
    cards,
    sheetFiles: files.map(({ file }) => file),
    sheets,
    places: [],
    sheetBlobs: Object.fromEntries(files.map(({ file, bytes }) => [file.id, inMemory(bytes)])),
  };
}

/** The same as an archive file. */
export const packedDemoSheets = async (now: Date): Promise<Uint8Array> => {
  const sheets = await demoSheets(now);
  return collected((write) => packCards(sheets, now.toISOString(), write));
};
