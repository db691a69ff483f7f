/** Text at a place of a page, in points from its lower left corner. */
export interface PdfText {
  readonly text: string;
  readonly x: number;
  readonly y: number;
  readonly size?: number;
}

/** A PDF written by hand, a page for each list of texts, 600 by 400 points; for specs. */
export function tinyPdf(...pages: readonly (readonly PdfText[])[]): Uint8Array {
  const kids = pages.map((_, i) => `${4 + i * 2} 0 R`).join(' ');
  const objects = [
    '<< /Type /Catalog /Pages 2 0 R >>',
    `<< /Type /Pages /Kids [${kids}] /Count ${pages.length} >>`,
    '<< /Type /Font /Subtype /Type1 /BaseFont /Helvetica >>',
    ...pages.flatMap((texts, i) => {
      const drawn = texts.map(({ text, x, y, size = 10 }) => `BT /F1 ${size} Tf ${x} ${y} Td (${text}) Tj ET`).join('\n');
      return [
        `<< /Type /Page /Parent 2 0 R /MediaBox [0 0 600 400] /Resources << /Font << /F1 3 0 R >> >> /Contents ${5 + i * 2} 0 R >>`,
        `<< /Length ${drawn.length} >>\nstream\n${drawn}\nendstream`,
      ];
    }),
  ];
  let file = '%PDF-1.4\n';
  const starts = objects.map((object, i) => {
    const at = file.length;
    file += `${i + 1} 0 obj\n${object}\nendobj\n`;
    return at;
  });
  const table = starts.map((at) => `${String(at).padStart(10, '0')} 00000 n \n`).join('');
  const end = file.length;
  file += `xref\n0 ${objects.length + 1}\n0000000000 65535 f \n${table}trailer\n<< /Size ${objects.length + 1} /Root 1 0 R >>\nstartxref\n${end}\n%%EOF\n`;
  return new TextEncoder().encode(file);
}
