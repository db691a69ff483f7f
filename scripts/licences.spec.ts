import { licences } from './lib/licences.mjs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const root = fileURLToPath(new URL('..', import.meta.url));

describe('the licences of what ships', () => {
  const { text, packages, without } = licences(root, [join(root, 'web'), join(root, 'core')]);
  it('hold those of every package, and of the fonts and decoders that are served as they are', () => {
    for (const name of ['@angular/core', 'dexie', 'zod', 'pdfjs-dist', 'echarts', 'rxjs', '@fontsource-variable/asap', 'fontkit'])
      expect(packages).toContain(name);
    expect(text).toContain('SIL OPEN FONT LICENSE');
    expect(text).toContain('wasm/LICENSE_OPENJPEG:');
    expect(text).toMatch(/^Amber Relay\n\nMIT License/);
  });
  it('name at least the licence of each that brings no text of it', () => {
    for (const one of without) expect(one).toMatch(/\((MIT|ISC|BSD|Apache)/);
  });
});
