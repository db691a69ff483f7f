import PDFDocument from 'pdfkit';
import { deflateSync } from 'node:zlib';

export interface FileGiven {
  readonly name: string;
  readonly mimeType: string;
  readonly buffer: Buffer;
}

const given = (name: string, mimeType: string, content: string | Uint8Array): FileGiven => ({
  name,
  mimeType,
  buffer: Buffer.from(content),
});

/** A PDF of one page, with whatever else is asked for. */
function pdf(options: PDFKit.PDFDocumentOptions, draw: (made: PDFKit.PDFDocument) => void = () => undefined): Promise<Buffer> {
  return new Promise((resolve, reject) => {
    const made = new PDFDocument({ size: 'A4', ...options });
    const chunks: Buffer[] = [];
    made.on('data', (chunk: Buffer) => chunks.push(chunk));
    made.on('end', () => resolve(Buffer.concat(chunks)));
    made.on('error', reject);
    made.fontSize(20).text('Schematic diagram').text('R1 R2 Q7 TP3');
    draw(made);
    made.end();
  });
}

export const goodPdf = async (name = 'good.pdf'): Promise<FileGiven> => given(name, 'application/pdf', await pdf({}));
export const lockedPdf = async (): Promise<FileGiven> =>
  given('locked.pdf', 'application/pdf', await pdf({ userPassword: 'amber', ownerPassword: 'relay' }));

/** A PDF that wants a script run when it is opened. */
export async function scriptedPdf(): Promise<FileGiven> {
  const made = await pdf({}, (document) => {
    const action = document.ref({
      Type: 'Action',
      S: 'JavaScript',
      JS: new String("app.alert('run'); this.submitForm('http://127.0.0.1:9/gone');"),
    });
    (action as unknown as { end(): void }).end();
    const root = (document as unknown as { _root: { data: Record<string, unknown> } })._root;
    root.data['OpenAction'] = action;
  });
  return given('scripted.pdf', 'application/pdf', made);
}

/** A PDF whose page unfolds to `megabytes` of drawing out of a few kilobytes. */
export function swollenPdf(megabytes: number): FileGiven {
  const body = deflateSync(Buffer.alloc(megabytes * 1_000_000, ' '), { level: 9 });
  const objects = [
    Buffer.from('<< /Type /Catalog /Pages 2 0 R >>'),
    Buffer.from('<< /Type /Pages /Kids [3 0 R] /Count 1 >>'),
    Buffer.from('<< /Type /Page /Parent 2 0 R /MediaBox [0 0 600 400] /Contents 4 0 R >>'),
    Buffer.concat([Buffer.from(`<< /Length ${body.length} /Filter /FlateDecode >>\nstream\n`), body, Buffer.from('\nendstream')]),
  ];
  const parts: Buffer[] = [Buffer.from('%PDF-1.5\n')];
  const starts: number[] = [];
  objects.forEach((object, i) => {
    starts.push(parts.reduce((sum, part) => sum + part.length, 0));
    parts.push(Buffer.from(`${i + 1} 0 obj\n`), object, Buffer.from('\nendobj\n'));
  });
  const at = parts.reduce((sum, part) => sum + part.length, 0);
  const table = starts.map((n) => `${String(n).padStart(10, '0')} 00000 n \n`).join('');
  parts.push(Buffer.from(`xref\n0 5\n0000000000 65535 f \n${table}trailer\n<< /Size 5 /Root 1 0 R >>\nstartxref\n${at}\n%%EOF\n`));
  return given('swollen.pdf', 'application/pdf', Buffer.concat(parts));
}

/** An SVG that tries to run and to fetch in every way it can; `mark` is what it would leave behind. */
export const scriptedSvg = (mark: string): FileGiven =>
  given(
    'scripted.svg',
    'image/svg+xml',
    `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" width="400" height="300" onload="${mark}">
      <script>${mark}</script>
      <foreignObject width="100" height="100"><body xmlns="http://www.w3.org/1999/xhtml"><img src="x" onerror="${mark}"/><iframe src="javascript:${mark}"/></body></foreignObject>
      <a xlink:href="javascript:${mark}"><text x="10" y="40" onclick="${mark}">R1</text></a>
      <image href="http://127.0.0.1:9/fetched.png" width="10" height="10"/>
      <use href="http://127.0.0.1:9/fetched.svg#a"/>
      <style>@import url(http://127.0.0.1:9/fetched.css); text { fill: url(http://127.0.0.1:9/fetched.svg#b) }</style>
      <animate attributeName="href" values="javascript:${mark}"/>
      <rect x="5" y="50" width="80" height="40" fill="none" stroke="black"/><text x="10" y="75">Q7</text><text x="10" y="120">TP3</text>
    </svg>`,
  );

/** The entities of this SVG would unfold to a thousand million letters. */
export const swollenSvg = (): FileGiven => {
  const entities = Array.from({ length: 9 }, (_, i) => `<!ENTITY e${i + 1} "${`&e${i};`.repeat(10)}">`).join('');
  return given(
    'swollen.svg',
    'image/svg+xml',
    `<?xml version="1.0"?><!DOCTYPE svg [<!ENTITY e0 "Q">${entities}]><svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><text>&e9;</text></svg>`,
  );
};

/** A PNG of a few hundred bytes that says it has `side` times `side` pixels. */
export function swollenPng(side: number): FileGiven {
  const chunk = (type: string, data: Buffer): Buffer => {
    const length = Buffer.alloc(4);
    length.writeUInt32BE(data.length);
    return Buffer.concat([length, Buffer.from(type), data, Buffer.alloc(4)]);
  };
  const head = Buffer.alloc(13);
  head.writeUInt32BE(side, 0);
  head.writeUInt32BE(side, 4);
  head[8] = 1;
  const png = Buffer.concat([
    Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]),
    chunk('IHDR', head),
    chunk('IDAT', deflateSync(Buffer.alloc(200))),
    chunk('IEND', Buffer.alloc(0)),
  ]);
  return given('swollen.png', 'image/png', png);
}

export const plain = given;
