import * as z from 'zod';
import { defineSum } from '../define-sum';
import { above0, figure, whole, words } from '../field';
import { shown, shownHz, step } from '../working';

export interface Product {
  readonly m: number;
  readonly n: number;
  readonly hz: number;
  readonly order: number;
}

/** Two frequencies that differ by no more than rounding. */
const same = (a: number, b: number): boolean => Math.abs(a - b) <= 1e-6 + 1e-12 * Math.max(Math.abs(a), Math.abs(b));

/**
 * Products m·f1 + n·f2 at 0 Hz and above, of order |m| + |n| up to `maxOrder`, ascending; of products at one frequency the
 * one of lowest order stays.
 */
export function mixerTerms(f1Hz: number, f2Hz: number, maxOrder: number): Product[] {
  const all: Product[] = [];
  for (let m = -maxOrder; m <= maxOrder; m += 1) {
    for (let n = -(maxOrder - Math.abs(m)); n <= maxOrder - Math.abs(m); n += 1) {
      if (m === 0 && n === 0) continue;
      const hz = m * f1Hz + n * f2Hz;
      const nought = same(hz + f1Hz, f1Hz);
      // The pair with both signs turned is the same product; at 0 Hz the one with the positive first coefficient stays.
      if (nought ? m > 0 || (m === 0 && n > 0) : hz > 0) all.push({ m, n, hz: nought ? 0 : hz, order: Math.abs(m) + Math.abs(n) });
    }
  }
  all.sort((a, b) => a.hz - b.hz || a.order - b.order);
  const rows: Product[] = [];
  for (const product of all) {
    const last = rows.at(-1);
    if (!last || !same(last.hz, product.hz)) rows.push(product);
    else if (product.order < last.order) rows[rows.length - 1] = product;
  }
  return rows;
}

const term = (k: number, name: string): string => (k === 0 ? '' : `${Math.abs(k) === 1 ? '' : Math.abs(k)}${name}`);
/** `2·f1 − f2` and the like, from coefficients by name. */
export function termLabel(coefficients: readonly (readonly [string, number])[]): string {
  const used = coefficients.filter(([, k]) => k !== 0).sort(([, a], [, b]) => Math.sign(b) - Math.sign(a));
  return used.map(([name, k], index) => `${index === 0 ? (k < 0 ? '−' : '') : k < 0 ? ' − ' : ' + '}${term(k, name)}`).join('');
}

const productLabel = ({ m, n }: Product): string =>
  termLabel([
    ['f1', m],
    ['f2', n],
  ]);

/** The product closest to a wanted one that is not the wanted one itself. */
function nearestUnwanted(products: readonly Product[], wantedHz: number): { hz: number; label: string; awayHz: number } | undefined {
  const [nearest] = products
    .filter(({ hz }) => !same(hz, wantedHz))
    .sort((a, b) => Math.abs(a.hz - wantedHz) - Math.abs(b.hz - wantedHz) || a.order - b.order);
  return nearest && { hz: nearest.hz, label: productLabel(nearest), awayHz: nearest.hz - wantedHz };
}

export const mixerProducts = defineSum({
  id: 'mixer-products',
  title: 'Mixer products',
  topic: 'frequency',
  purpose: 'what else comes out of a mixer, and where',
  keywords: ['mixer', 'spurious', 'image', 'harmonic', 'sum', 'difference', 'intermodulation', 'birdie'],
  input: z.strictObject({
    f1Hz: above0('First frequency', 'Hz'),
    f2Hz: above0('Second frequency', 'Hz'),
    maxOrder: whole('Up to order', 1, 25),
    wantedHz: above0('Wanted', 'Hz').optional(),
  }),
  output: z.object({
    nearest: z
      .object({ hz: figure('Frequency', 'Hz'), label: words('Product'), awayHz: figure('Away', 'Hz', { digits: 6 }) })
      .optional()
      .meta({ title: 'Nearest unwanted' }),
    products: z
      .array(z.object({ hz: figure('Frequency', 'Hz'), m: figure('m'), n: figure('n'), order: figure('Order') }))
      .meta({ title: 'Products' }),
  }),
  source: 'Products of a mixer at |m·f1 + n·f2|, of order |m| + |n|.',
  example: { f1Hz: 37_660_000, f2Hz: 10_695_000, maxOrder: 3, wantedHz: 26_965_000 },
  compute({ f1Hz, f2Hz, maxOrder, wantedHz }) {
    const products = mixerTerms(f1Hz, f2Hz, maxOrder);
    const nearest = wantedHz === undefined ? undefined : nearestUnwanted(products, wantedHz);
    return {
      products,
      ...(nearest ? { nearest } : {}),
      working: [
        ...products.map((product) => step(`Order ${product.order}`, productLabel(product), shownHz(product.hz))),
        ...(nearest
          ? [step('Nearest unwanted', `${nearest.label}, ${shownHz(nearest.hz)}`, `${shown(nearest.awayHz, 'Hz', 6)} away`)]
          : []),
      ],
    };
  },
  plots({ wantedHz }, { products: all }) {
    // The wanted one amid its surroundings, or everything where none is wanted.
    const products = wantedHz === undefined ? all : all.filter(({ hz }) => hz >= wantedHz / 2 && hz <= wantedHz * 1.5);
    return [
      {
        kind: 'graph',
        x: { title: 'Frequency', unit: 'Hz' },
        y: { title: 'Order', unit: '', falling: true },
        traces: [
          {
            name: 'Products',
            as: 'sticks',
            points: products.map(({ hz, order }) => [hz, order] as const),
            labels: products.map(productLabel),
          },
        ],
        ...(wantedHz === undefined ? {} : { marks: [{ name: 'wanted', axis: 'x' as const, at: wantedHz }] }),
      },
    ];
  },
});
