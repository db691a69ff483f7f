import Papa from 'papaparse';
import type { CardNets } from './card-nets';

/**
 * The parts of a card and what they hang on, as lines of `part, pin, net`: it can be opened in any table.
 * @param only Names of the parts wanted; all when left out.
 */
export function netlistCsv(nets: CardNets, only?: ReadonlySet<string>): string {
  const rows = nets.parts
    .filter(({ name }) => !only || only.has(name))
    .flatMap(({ name, pins, texts }) =>
      [...pins]
        .sort((a, b) => a.pin.localeCompare(b.pin, undefined, { numeric: true }))
        .map(({ pin, net }) => [name, pin, nets.nets[net]?.name ?? '', String(net), texts[0] ?? '']),
    );
  return Papa.unparse([['part', 'pin', 'net', 'net number', 'written beside it'], ...rows]);
}
