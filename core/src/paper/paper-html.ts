import type { Paper, PaperBlock, PaperCell, PaperSignature, PaperTable } from './block';
import { drawingSvg, signatureSvg } from './svg';

/** A face of type that goes along within the file. */
export interface PaperFaces {
  readonly family: string;
  readonly weight: number;
  /** CSS `unicode-range` of the signs it holds. */
  readonly range: string;
  /** As a `data:` address. */
  readonly src: string;
}

const signs: Readonly<Record<string, string>> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&#39;' };
const safe = (text: string): string => text.replace(/[&<>"']/g, (sign) => signs[sign] ?? sign);
/** What was typed over several lines stands on several. */
const lined = (text: string): string => safe(text).replaceAll('\n', '<br>');
const drawing = (svg: string, label: string): string => svg.replace('<svg ', `<svg role="img" aria-label="${safe(label)}" `);

const cellHtml = ({ text, strong, small, note }: PaperCell): string =>
  [
    strong ? `<b>${lined(text)}</b>` : lined(text),
    small ? ` <small>${safe(small)}</small>` : '',
    note ? `<br><small>${safe(note)}</small>` : '',
  ]
    .filter(Boolean)
    .join('');

function tableHtml({ head, rows, figures = [] }: PaperTable): string {
  const kind = (k: number): string => (figures.includes(k) ? ' class="fig"' : '');
  const top = head ? `<thead><tr>${head.map((text, k) => `<th${kind(k)}>${safe(text)}</th>`).join('')}</tr></thead>` : '';
  const body = rows.map((row) => `<tr>${row.map((cell, k) => `<td${kind(k)}>${cellHtml(cell)}</td>`).join('')}</tr>`).join('');
  return `<table${head ? '' : ' class="few"'}>${top}<tbody>${body}</tbody></table>`;
}

const signatureHtml = ({ text, who, strokes }: PaperSignature): string =>
  `<div class="signed"><p>${safe(text)}</p>${strokes.length ? drawing(signatureSvg(strokes), who) : '<span class="line"></span>'}<small>${safe(who)}</small></div>`;

function blockHtml(block: PaperBlock, images: Readonly<Record<string, string>>): string {
  switch (block.kind) {
    case 'heading':
      return `<h2>${safe(block.text)}</h2>`;
    case 'text':
      return `<p${block.quiet ? ' class="quiet"' : ''}>${block.lead ? `<b>${safe(block.lead)}</b>` : ''}${lined(block.text)}</p>`;
    case 'list':
      return `<ul${block.quiet ? ' class="quiet"' : ''}>${block.lines.map((line) => `<li>${lined(line)}</li>`).join('')}</ul>`;
    case 'table':
      return tableHtml(block);
    case 'beside':
      return `<div class="beside">${tableHtml(block.table)}<div>${block.beside.map((one) => blockHtml(one, images)).join('')}</div></div>`;
    case 'drawing':
      return `<figure>${drawing(drawingSvg(block.picture), block.label)}<figcaption>${safe(block.edges)}</figcaption></figure>`;
    case 'pictures':
      return `<div class="pictures">${block.pictures
        .flatMap(({ id, caption }) =>
          images[id]
            ? `<figure><img src="${safe(images[id])}" alt="${safe(caption)}"><figcaption>${safe(caption)}</figcaption></figure>`
            : [],
        )
        .join('')}</div>`;
    case 'signatures':
      return `<div class="names">${block.of.map(signatureHtml).join('')}</div>`;
  }
}

const face = ({ family, weight, range, src }: PaperFaces): string =>
  `@font-face{font-family:"${family}";font-weight:${weight};src:url(${src});unicode-range:${range}}`;

const look = `
:root{color-scheme:light}
body{margin:0 auto;padding:24px;max-width:820px;font:16px/1.45 FAMILIES system-ui,sans-serif;color:#10191e;background:#fff}
header{display:flex;justify-content:space-between;gap:24px;align-items:flex-start}
h1{font-size:26px;line-height:1.2;margin:0}h2{font-size:17px;margin:18px 0 4px;break-after:avoid}
p{margin:0 0 4px}ul{margin:0;padding-left:20px}small,.quiet,figcaption{color:#43525b}small,figcaption{font-size:13px}
table{border-collapse:collapse;width:100%}table.few{width:auto;min-width:320px}
th,td{text-align:left;vertical-align:top;padding:4px 12px 4px 0;border-bottom:1px solid #b9c4ca}th{font-size:13px;color:#43525b}
tr{break-inside:avoid}.fig{text-align:right;white-space:nowrap}
.tag{clip-path:polygon(18px 0,100% 0,100% 100%,18px 100%,0 calc(100% - 18px),0 18px);background:#10191e;color:#fff;padding:10px 20px 10px 46px;position:relative;white-space:nowrap;print-color-adjust:exact;-webkit-print-color-adjust:exact}
.tag::before{content:"";position:absolute;left:16px;top:50%;width:14px;height:14px;margin-top:-7px;border-radius:50%;background:#fff}
.tag b{font-size:24px;display:block}
.set{margin:14px 0 0;padding-top:12px;border-top:2px solid #10191e}
.beside{display:grid;grid-template-columns:minmax(0,1fr) auto;gap:20px;align-items:start}
.pictures{display:grid;grid-template-columns:1fr 1fr;gap:14px}.pictures img{width:100%;max-height:360px;object-fit:contain;object-position:left top}
figure{margin:4px 0;break-inside:avoid}.names{display:grid;grid-template-columns:1fr 1fr;gap:24px;margin-top:18px;break-inside:avoid}.signed{display:flex;flex-direction:column;justify-content:flex-end}.signed svg{width:240px;height:80px;display:block}
.line{display:block;height:44px;border-bottom:1px solid #10191e}
footer{margin-top:22px;padding-top:10px;border-top:1px solid #b9c4ca;color:#43525b;white-space:pre-line}
@media (max-width:560px){.beside,.pictures,.names{grid-template-columns:1fr}}
@media print{body{padding:0;max-width:none;font-size:10.5pt}}
`;

/**
 * The sheet as one HTML file that needs nothing else: no script, no address outside it; pictures and type are within.
 *
 * @param images the pictures as `data:` addresses, by the id of their attachment; one that is missing is left out
 */
export function paperHtml(
  paper: Paper,
  { images, faces }: { images: Readonly<Record<string, string>>; faces: readonly PaperFaces[] },
): string {
  const families = [...new Set(faces.map(({ family }) => `"${family}",`))].join('');
  const { shop, tag, set } = paper;
  return `<!doctype html>
<html lang="${safe(paper.locale)}">
<meta charset="utf-8">
<meta name="viewport" content="width=device-width,initial-scale=1">
<meta http-equiv="Content-Security-Policy" content="default-src 'none'; img-src data:; font-src data:; style-src 'unsafe-inline'">
<title>${safe(paper.title)}</title>
<style>${faces.map(face).join('\n')}${look.replace('FAMILIES ', families)}</style>
<header><div><h1>${safe(shop.name)}</h1><p class="quiet">${lined(shop.address)}</p></div><div class="tag"><b>${safe(tag.job)}</b>${safe(tag.day)}</div></header>
<main>
<p class="set"><b>${safe(set.name)}</b>, ${safe(set.rest)}</p>
${paper.blocks.map((block) => blockHtml(block, images)).join('\n')}
</main>
${paper.foot ? `<footer>${safe(paper.foot)}</footer>` : ''}
</html>
`;
}
