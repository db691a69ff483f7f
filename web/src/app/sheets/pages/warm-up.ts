const pageContent =
  'q 1 w 10 10 m 90 60 l S 20 20 30 30 re f Q BT /A 9 Tf 1 0 0 1 12 70 Tm (R1 13.2 V) Tj /B 9 Tf 1 0 0 1 12 50 Tm (Q1) Tj ET';

/**
 * A PDF of one page with a line, a box and a few words in the reader's own fonts. Drawing it once loads and readies all that the
 * reader needs, so that the first page of a manual does not wait for it.
 */
export function warmUpPdf(): Blob {
  const objects = [
    '<</Type/Catalog/Pages 2 0 R>>',
    '<</Type/Pages/Kids[3 0 R]/Count 1>>',
    '<</Type/Page/Parent 2 0 R/MediaBox[0 0 100 100]/Contents 4 0 R/Resources<</Font<</A 5 0 R/B 6 0 R>>>>>>',
    `<</Length ${pageContent.length}>>stream\n${pageContent}\nendstream`,
    '<</Type/Font/Subtype/Type1/BaseFont/Helvetica/Encoding/WinAnsiEncoding>>',
    '<</Type/Font/Subtype/Type1/BaseFont/Helvetica-Bold/Encoding/WinAnsiEncoding>>',
  ];
  let text = '%PDF-1.4\n';
  const offsets = objects.map((object, i) => {
    const at = text.length;
    text += `${i + 1} 0 obj\n${object}\nendobj\n`;
    return `${String(at).padStart(10, '0')} 00000 n \n`;
  });
  const size = objects.length + 1;
  const table = `xref\n0 ${size}\n0000000000 65535 f \n${offsets.join('')}`;
  return new Blob([text, table, `trailer<</Size ${size}/Root 1 0 R>>\nstartxref\n${text.length}\n%%EOF`]);
}
