import { formatVersion } from '../format';
import { layCard, readCard, type CardInput, type LaidCard } from '../card';

/**
 * A small made-up receiver for specs: antenna filter, mixer, IF, detector, audio, an oscillator, a supply, and a
 * transmitter that shares oscillator and filter. Small enough to reckon by hand.
 */
export const smallCard: CardInput = {
  format: 'amber-relay-card',
  version: formatVersion,
  id: 'small-one',
  chassis: 'Small One',
  kind: 'cb-pll',
  madeFrom: 1980,
  madeTo: 1985,
  supply: { kind: 'dc', nominalV: 13.8, currentLimitA: 2 },
  channels: { from: 1, to: 40, usual: 19 },
  modes: ['AM', 'FM'],
  bands: [],
  models: [
    { id: 'plain', maker: 'Oxbrae', name: 'Wren' },
    {
      id: 'marine',
      maker: 'Skarrow Marine',
      name: 'Teal',
      differs: [
        { act: 'set', list: 'parts', item: 'F1', fields: { value: '3 A quick' } },
        { act: 'drop', list: 'functions', item: 'hailer' },
      ],
    },
  ],
  sections: [
    { id: 'supply', name: 'Supply', short: 'Supply', kind: 'regulator' },
    { id: 'filter', name: 'Antenna filter', short: 'Filter', kind: 'filter' },
    {
      id: 'mixer',
      name: 'Mixer',
      short: 'Mixer',
      kind: 'mixer',
      needs: [
        { section: 'supply', by: 'supply' },
        { section: 'vco', by: 'injection' },
      ],
    },
    { id: 'if-amp', name: 'IF amplifier', short: 'IF amp', kind: 'amplifier', needs: [{ section: 'supply', by: 'supply' }] },
    { id: 'detector', name: 'Detector', short: 'Detector', kind: 'detector' },
    { id: 'audio', name: 'Audio', short: 'Audio', kind: 'audio', needs: [{ section: 'supply', by: 'supply' }] },
    {
      id: 'vco',
      name: 'VCO',
      short: 'VCO',
      kind: 'oscillator',
      needs: [
        { section: 'supply', by: 'supply' },
        { section: 'loop', by: 'control' },
      ],
    },
    { id: 'loop', name: 'Loop filter', short: 'Loop filter', kind: 'loop', needs: [{ section: 'vco', by: 'injection' }] },
    {
      id: 'driver',
      name: 'Driver',
      short: 'Driver',
      kind: 'amplifier',
      needs: [
        { section: 'supply', by: 'supply', when: { keyed: true } },
        { section: 'vco', by: 'injection' },
      ],
    },
    { id: 'pa', name: 'Power amplifier', short: 'PA', kind: 'power-amplifier', needs: [{ section: 'supply', by: 'supply' }] },
    { id: 'mic', name: 'Microphone amplifier', short: 'Mic amp', kind: 'audio', needs: [{ section: 'supply', by: 'supply' }] },
  ],
  parts: [
    { designator: 'F1', section: 'supply', kind: 'fuse', value: '2 A quick' },
    { designator: 'Q3', section: 'mixer', kind: 'transistor', value: 'NPN' },
    { designator: 'C31', section: 'vco', kind: 'ceramic-capacitor', value: '22 pF', access: 'shield' },
    { designator: 'L4', section: 'vco', kind: 'cored-coil', value: 'coil', access: 'shield' },
    { designator: 'IC3', section: 'if-amp', kind: 'ic', value: 'IF amplifier' },
    { designator: 'C12', section: 'audio', kind: 'electrolytic', value: '220 µF 25 V' },
  ],
  functions: [
    {
      id: 'receive-am',
      name: 'Receive AM',
      group: 'receive',
      condition: { keyed: false, mode: 'AM' },
      route: ['filter', 'mixer', 'if-amp', 'detector', 'audio'],
    },
    {
      id: 'receive-fm',
      name: 'Receive FM',
      group: 'receive',
      condition: { keyed: false, mode: 'FM' },
      route: ['filter', 'mixer', 'if-amp', 'detector', 'audio'],
    },
    {
      id: 'transmit-am',
      name: 'Transmit AM',
      group: 'transmit',
      condition: { keyed: true, mode: 'AM' },
      route: ['driver', 'pa', 'filter'],
    },
    { id: 'hailer', name: 'Hailer', group: 'control', condition: { keyed: false }, route: ['mic', 'audio'] },
  ],
  testPoints: [
    { id: 'TP2', name: 'rail', section: 'supply', sees: 'own', unit: 'V', expect: [{ condition: {}, low: 7.8, high: 8.3 }] },
    {
      id: 'TP5',
      name: 'IF level',
      section: 'if-amp',
      sees: 'signal',
      unit: 'dBm',
      expect: [{ condition: { keyed: false, mode: 'AM', channel: 19 }, low: -11, high: -1 }],
    },
    {
      id: 'TP6',
      name: 'mixer output',
      section: 'mixer',
      sees: 'signal',
      unit: 'dBm',
      expect: [{ condition: { keyed: false, mode: 'AM', channel: 19 }, low: -42, high: -34 }],
    },
    {
      id: 'TP7',
      name: 'tuning voltage',
      section: 'loop',
      sees: 'own',
      unit: 'V',
      access: 'shield',
      expect: [
        { condition: { channel: 1 }, low: 1.8, high: 2.2 },
        { condition: { channel: 19 }, low: 2.9, high: 3.3 },
        { condition: {}, low: 1.5, high: 5 },
      ],
    },
    {
      id: 'TP8',
      name: 'detector audio',
      section: 'detector',
      sees: 'signal',
      unit: 'V',
      expect: [{ condition: { keyed: false, mode: 'AM', channel: 19 }, low: 0.06, high: 0.14 }],
    },
  ],
  injections: [
    { id: 'into-if', name: 'Put 455 kHz in before the IF amplifier', into: 'if-amp', hz: 455e3, dBm: -40, responds: 'receive-am' },
  ],
  forcings: [
    {
      id: 'hold-loop',
      name: 'Hold the tuning line at 3.1 V',
      line: 'loop',
      value: 3.1,
      limit: 7,
      unit: 'V',
      responds: 'receive-am',
      cuts: ['loop'],
    },
  ],
  access: [
    { id: 'cover', remove: 'top cover', minutes: 2 },
    { id: 'shield', remove: 'VCO shield', minutes: 4, behind: 'cover' },
  ],
  limits: [
    {
      id: 'power-am',
      word: 'pwr',
      name: 'Carrier power AM',
      condition: { keyed: true, mode: 'AM', channel: 19 },
      unit: 'W',
      low: 3.4,
      high: 4,
    },
    {
      id: 'power-fm',
      word: 'pwr',
      name: 'Carrier power FM',
      condition: { keyed: true, mode: 'FM', channel: 19 },
      unit: 'W',
      low: 3.4,
      high: 4,
    },
    {
      id: 'sensitivity',
      word: 'sens',
      name: 'Sensitivity AM',
      condition: { keyed: false, mode: 'AM', channel: 19 },
      unit: 'V',
      high: 1e-6,
    },
  ],
  coldChecks: [{ id: 'fuse', name: 'Fuse fitted', expect: '2 A quick' }],
  hazards: [{ kind: 'rf', text: 'Key only into a dummy load.' }],
  loops: [{ id: 'pll', name: 'loop', sections: ['vco', 'loop'], forcing: 'hold-loop' }],
};

export const smallLaid = (model = 'plain'): LaidCard => layCard(readCard(structuredClone(smallCard)), model);
