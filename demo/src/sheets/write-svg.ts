import type { Drawing, Shape } from './pen';

const escaped = (text: string): string => text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;');

function element(shape: Shape): string {
  if (shape.kind === 'text')
    return `<text x="${shape.x}" y="${shape.y}" font-size="${shape.size}"${shape.bold ? ' font-weight="700"' : ''}${shape.anchor === 'start' ? '' : ` text-anchor="${shape.anchor}"`} fill="${shape.ink}">${escaped(shape.text)}</text>`;
  const stroke = `fill="${shape.fill ?? 'none'}" stroke="${shape.ink}" stroke-width="${shape.width}"`;
  if (shape.kind === 'circle') return `<circle cx="${shape.x}" cy="${shape.y}" r="${shape.r}" ${stroke}/>`;
  const points = shape.points.map((p) => p.join(',')).join(' ');
  return `<${shape.closed ? 'polygon' : 'polyline'} points="${points}" ${stroke}${shape.dash ? ' stroke-dasharray="4 3"' : ''}/>`;
}

/** A drawing as SVG, its text as text. */
export const writeSvg = (drawing: Drawing): string =>
  [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${drawing.width}" height="${drawing.height}" viewBox="0 0 ${drawing.width} ${drawing.height}" font-family="Helvetica, Arial, sans-serif">`,
    `<title>${escaped(drawing.title)}</title>`,
    `<rect width="100%" height="100%" fill="#ffffff"/>`,
    ...drawing.shapes.map(element),
    '</svg>',
    '',
  ].join('\n');
