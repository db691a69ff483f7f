import asapBold from '@fontsource/asap/files/asap-latin-700-normal.woff';
import asap from '@fontsource/asap/files/asap-latin-400-normal.woff';
import asapExtBold from '@fontsource/asap/files/asap-latin-ext-700-normal.woff';
import asapExt from '@fontsource/asap/files/asap-latin-ext-400-normal.woff';
import asapVietnameseBold from '@fontsource/asap/files/asap-vietnamese-700-normal.woff';
import asapVietnamese from '@fontsource/asap/files/asap-vietnamese-400-normal.woff';
import cyrillicBold from '@fontsource/noto-sans/files/noto-sans-cyrillic-700-normal.woff';
import cyrillic from '@fontsource/noto-sans/files/noto-sans-cyrillic-400-normal.woff';
import greekBold from '@fontsource/noto-sans/files/noto-sans-greek-700-normal.woff';
import greek from '@fontsource/noto-sans/files/noto-sans-greek-400-normal.woff';
import type { FaceName } from './runs-of-type';

/** The faces of type that a paper takes along, as Base64, the first that has a sign before the others. `npm run docs` writes what each holds. */
export const paperFaces: Readonly<Record<FaceName, { readonly normal: string; readonly bold: string }>> = {
  'asap-latin': { normal: asap, bold: asapBold },
  'asap-latin-ext': { normal: asapExt, bold: asapExtBold },
  'asap-vietnamese': { normal: asapVietnamese, bold: asapVietnameseBold },
  'noto-sans-greek': { normal: greek, bold: greekBold },
  'noto-sans-cyrillic': { normal: cyrillic, bold: cyrillicBold },
};
