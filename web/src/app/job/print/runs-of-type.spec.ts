import { htmlFaces } from './html-faces';
import { paperFaces } from './paper-faces';
import { runsOfType } from './runs-of-type';

const runs = (text: string): string[] => runsOfType(text).runs.map((run) => `${run.face}:${run.text}`);

describe('runsOfType', () => {
  it('writes each sign in a face that holds it, and parts a text only where it must', () => {
    expect(runs('FL2 at 10.7 MHz ±5 %')).toEqual(['asap-latin:FL2 at 10.7 MHz ±5 %']);
    expect(runs('50 Ω load')).toEqual(['asap-latin:50 ', 'noto-sans-greek:Ω ', 'asap-latin:load']);
    expect(runs('Łukas Ferry')).toEqual(['asap-latin-ext:Ł', 'asap-latin:ukas Ferry']);
    expect(runs('Анна')).toEqual(['noto-sans-cyrillic:Анна']);
    expect(runs('−71 dBm')).toEqual(['asap-latin:−71 dBm']);
  });
  it('takes a letter and its accent as the one sign that they are', () => expect(runs('e\u0301')).toEqual(['asap-latin:é']));
  it('says with others what no face has, and names what cannot be said', () => {
    expect(runsOfType('≤ 5 → 6')).toEqual({ runs: [{ text: '<= 5 -> 6', face: 'asap-latin' }], missing: '' });
    expect(runsOfType('山 Ferry')).toEqual({ runs: [{ text: '? Ferry', face: 'asap-latin' }], missing: '山' });
  });
  it('gives an HTML file the faces that its text needs, and no more', () => {
    expect(htmlFaces('plain').length).toBe(2);
    const [normal, bold] = htmlFaces('50 Ω').slice(2);
    expect(normal?.src).toBe(`data:font/woff;base64,${paperFaces['noto-sans-greek'].normal}`);
    expect(bold?.weight).toBe(700);
    expect(normal?.range).toContain('U+03A3-');
  });
});
