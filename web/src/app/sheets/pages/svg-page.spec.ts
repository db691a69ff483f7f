import { safeSvg } from '../../ui/clean-svg';
import { svgWords } from './svg-page';

const svg = (inside: string, attributes = 'width="400" height="300"'): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" ${attributes}>${inside}</svg>`;
const rect = '<rect x="1" y="1" width="9" height="9"/>';

describe('safeSvg', () => {
  it('keeps what is drawn', async () => {
    const safe = await safeSvg(svg(`${rect}<g fill="url(#a)"><text x="10" y="20">R1</text></g>`));
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
    it(`leaves out ${what}`, async () => {
      const safe = await safeSvg(svg(rect + inside));
      expect(safe?.text).toContain('<rect');
      expect(safe?.text).not.toContain('evil');
    });

  it('takes nothing that is no whole SVG', async () => {
    for (const text of ['', 'hello', '<svg', '<html></html>', svg(''), `${svg(rect)}<b`]) expect(await safeSvg(text)).toBeUndefined();
  });
  it('takes its size from what it shows, and no size out of proportion', async () => {
    expect(await safeSvg(svg(rect, 'viewBox="0 0 1190 842"'))).toEqual(jasmine.objectContaining({ width: 1190, height: 842 }));
    const huge = await safeSvg(svg(rect, 'width="900000" height="450000"'));
    expect([huge?.width, huge?.height]).toEqual([8000, 4000]);
  });
});

describe('a large drawing', () => {
  const texts = (n: number): string => Array.from({ length: n }, (_, i) => `<text x="${i % 300}" y="${i % 200}">R${i}</text>`).join('');

  it('is cleaned in pieces, within groups too, and again to the same', async () => {
    const inside = `<g id="front" transform="scale(2)">${texts(3000)}<g>${rect}<script>evil()</script></g></g><g>${texts(700)}<text onclick="evil()">Q1</text></g>`;
    const safe = await safeSvg(svg(inside));
    expect(safe?.text).not.toContain('evil');
    const drawn = new DOMParser().parseFromString(safe?.text ?? '', 'image/svg+xml');
    expect(drawn.querySelectorAll('text').length).toBe(3701);
    expect(drawn.querySelectorAll('#front[transform] text').length).toBe(3000);
    expect((await safeSvg(safe?.text ?? ''))?.text).toBe(safe?.text);
  });

  it('gets the page its turn while it is cleaned and read', async () => {
    let turns = 0;
    const counting = setInterval(() => (turns += 1), 0);
    const safe = await safeSvg(svg(texts(4000)));
    const cleaned = turns;
    expect(cleaned).toBeGreaterThanOrEqual(4);
    expect((await svgWords(safe?.text ?? '')).length).toBe(4000);
    clearInterval(counting);
    expect(turns - cleaned).toBeGreaterThanOrEqual(20);
  });

  it('is refused where it has too many elements or texts, before anything is made of it', async () => {
    await expectAsync(safeSvg(svg(texts(20_001)), 'wall.svg')).toBeRejectedWith(
      jasmine.objectContaining({ code: 'too-large', path: 'wall.svg' }),
    );
    await expectAsync(safeSvg(svg('<g/>'.repeat(100_001)))).toBeRejectedWith(jasmine.objectContaining({ code: 'too-large' }));
  });
});

describe('svgWords', () => {
  it('gives each text with its box, as it is drawn', async () => {
    const safe = await safeSvg(
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
