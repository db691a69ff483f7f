import pdfMake from 'pdfmake/build/pdfmake';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';
import { paperFaces } from './paper-faces';
import { runsOfType } from './runs-of-type';

/** Writes text in the faces that hold it, and notes the signs that none holds. */
export class Typesetter {
  readonly missing = new Set<string>();

  text(text: string, look: { readonly bold?: boolean; readonly fontSize?: number; readonly color?: string } = {}): Content {
    const { runs, missing } = runsOfType(text);
    for (const sign of missing) this.missing.add(sign);
    return { text: runs.map((run) => ({ text: run.text, font: run.face, ...look })) };
  }
}

interface Maker {
  addVirtualFileSystem(files: Readonly<Record<string, string>>): void;
  addFonts(fonts: Readonly<Record<string, Readonly<Record<string, string>>>>): void;
  createPdf(definition: TDocumentDefinitions): { getBuffer(): Promise<Uint8Array> };
}

export interface MadePdf {
  readonly bytes: Uint8Array;
  /** Signs that no face of the program holds, for which a question mark stands. */
  readonly missing: string;
}

/** A PDF document in the program's own type, made in the browser; nothing leaves the machine. */
export async function makePdf(build: (type: Typesetter) => TDocumentDefinitions): Promise<MadePdf> {
  const maker = pdfMake as unknown as Maker;
  const faces = Object.entries(paperFaces);
  maker.addVirtualFileSystem(
    Object.fromEntries(
      faces.flatMap(([name, { normal, bold }]) => [
        [`${name}.woff`, normal],
        [`${name}-bold.woff`, bold],
      ]),
    ),
  );
  maker.addFonts(
    Object.fromEntries(
      faces.map(([name]) => [
        name,
        { normal: `${name}.woff`, bold: `${name}-bold.woff`, italics: `${name}.woff`, bolditalics: `${name}-bold.woff` },
      ]),
    ),
  );
  const type = new Typesetter();
  const buffer = await maker.createPdf(build(type)).getBuffer();
  return { bytes: new Uint8Array(buffer), missing: [...type.missing].join('') };
}
