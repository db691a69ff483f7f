import { safeSvg, svgWords } from './svg-page';

const svg = (inside: string, attributes = 'width="400" height="300"'): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" ${attributes}>${inside}</svg>`;
const rect = '<rect x="1" y="1" width="9" height="9"/>';

describe('safeSvg', () => {
  it('keeps what is drawn', () => {
    const safe = safeSvg(svg(`${rect}<g fill="url(#a)"><text x="10" y="20">R1</text></g>`));
    expect(safe?.text).toContain('<rect');
    expect(safe?.text).toContain('url(#a)');
    expect([safe?.width, safe?.height, safe?.leftOut]).toEqual([400, 300, 0]);
  });

  const tricks: readonly (readonly [string, string])[] = [
    ['a script', '<script>evil()</script>'],
    ['a handler', '<text x="1" y="9" onclick="evil()">R1</text>'],
    ['a foreign element', '<foreignObject><body xmlns="http://www.w3.org/1999/xhtml"><img src="evil"/></body></foreignObject>'],
    ['a link', '<a xlink:href="javascript:evil()"><text>R1</text></a>'],
    ['a picture from elsewhere', '<image href="http://evil/x.png" width="9" height="9"/>'],
    ['a drawing from elsewhere', '<use href="http://evil/x.svg#a"/>'],
    ['a style sheet from elsewhere', '<style>@import url(http://evil/x.css); text { fill: red }</style>'],
    ['a pattern from elsewhere', '<rect width="9" height="9" fill="url(http://evil/x.svg#a)"/>'],
    ['an address in disguise', '<style>text { fill: u\\72l(http://evil/x) }</style>'],
    ['a style of its own', '<rect width="9" height="9" style="fill: url( \'http://evil/x\' )"/>'],
  ];
  for (const [what, inside] of tricks)
    it(`leaves out ${what}`, () => {
      const safe = safeSvg(svg(rect + inside));
      expect(safe?.text).toContain('<rect');
      expect(safe?.text).not.toContain('evil');
    });

  it('takes nothing that is no whole SVG', () => {
    for (const text of ['', 'hello', '<svg', '<html></html>', svg(''), `${svg(rect)}<b`]) expect(safeSvg(text)).toBeUndefined();
  });
  it('takes its size from what it shows, and no size out of proportion', () => {
    expect(safeSvg(svg(rect, 'viewBox="0 0 1190 842"'))).toEqual(jasmine.objectContaining({ width: 1190, height: 842 }));
    const huge = safeSvg(svg(rect, 'width="900000" height="450000"'));
    expect([huge?.width, huge?.height]).toEqual([8000, 4000]);
  });
});

describe('svgWords', () => {
  it('gives each text with its box, as it is drawn', async () => {
    const safe = safeSvg(
      svg('<text x="100" y="50" font-size="10">Q7</text><g transform="translate(50 60) rotate(90)"><text font-size="10">R12</text></g>'),
    );
    const [q7, r12] = await svgWords(safe?.text ?? '');
    expect(q7?.text).toBe('Q7');
    expect(q7?.x).toBeCloseTo(100, 0);
    expect((q7?.y ?? 0) + (q7?.h ?? 0)).toBeGreaterThan(48);
    expect(r12).toEqual(jasmine.objectContaining({ text: 'R12', quarter: 1 }));
    expect(document.querySelectorAll('body > div[style*="100000"]').length).toBe(0);
  });
});
