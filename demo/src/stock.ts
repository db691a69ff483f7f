import type { StockItem } from '@amber-relay/core/job';

const item = (
  id: string,
  part: string,
  kind: string,
  quantity: number,
  priceMinor: number,
  drawer: string,
  supplier = 'Mell & Tarrant Parts',
  more: Partial<StockItem> = {},
): StockItem => ({ id, part, kind, quantity, priceMinor, drawer, supplier, costMinor: Math.round(priceMinor / 2), ...more });

export const stock: StockItem[] = [
  item('c-22p-np0', '22 pF NP0', 'ceramic capacitor', 40, 12, 'A3'),
  item('c-10n', '10 nF', 'ceramic capacitor', 60, 8, 'A4'),
  item('c-1u-50', '1 µF 50 V', 'electrolytic', 22, 15, 'B1'),
  item('c-2u2-25', '2.2 µF 25 V', 'electrolytic', 18, 16, 'B1'),
  item('c-4u7-16', '4.7 µF 16 V', 'electrolytic', 25, 16, 'B1'),
  item('c-100u-16', '100 µF 16 V', 'electrolytic', 14, 24, 'B2'),
  item('c-470u-16', '470 µF 16 V', 'electrolytic', 9, 40, 'B2'),
  item('c-220u-450', '220 µF 450 V', 'electrolytic', 8, 690, 'H1', 'Osmund Valve Stores'),
  item('fl-455', '455 kHz filter, 6 kHz wide', 'ceramic filter', 3, 460, 'F2', 'Osmund Valve Stores'),
  item('fl-10695', '10.695 MHz filter', 'ceramic filter', 2, 520, 'F2', 'Osmund Valve Stores', {
    minimum: 4,
    offers: [
      { supplier: 'Osmund Valve Stores', costMinor: 260 },
      { supplier: 'Mell & Tarrant Parts', costMinor: 285, pack: 5 },
    ],
  }),
  item('d-switch', 'switching diode', 'PIN diode', 12, 65, 'D4'),
  item('ic-6w', '6 W audio', 'ic', 2, 340, 'E1'),
  item('q-final', 'NPN final', 'power transistor', 2, 780, 'E3', 'Mell & Tarrant Parts', {
    minimum: 4,
    offers: [
      { supplier: 'Mell & Tarrant Parts', costMinor: 420 },
      { supplier: 'Osmund Valve Stores', costMinor: 390, least: 2 },
    ],
  }),
  item('f-2a', '2 A quick', 'fuse', 30, 20, 'G1', 'Mell & Tarrant Parts', { minimum: 20 }),
  item('r-47k-7w', '47 kΩ 7 W', 'resistor', 16, 85, 'H2'),
  item('k-24v', '24 V relay, two change-over', 'relay', 1, 1480, 'H3', 'Osmund Valve Stores'),
];
