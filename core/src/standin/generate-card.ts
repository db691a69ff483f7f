import { formatVersion } from '../format';
import { readCard, type Card, type CardInput } from '../card';
import { chanceFrom, type Chance } from '../chance';
import { lettersOf, partsOf } from './usual-parts';

type SectionInput = CardInput['sections'][number];
type PartInput = NonNullable<CardInput['parts']>[number];
type PointInput = NonNullable<CardInput['testPoints']>[number];
type FunctionInput = NonNullable<CardInput['functions']>[number];
type Need = NonNullable<SectionInput['needs']>[number];
type Kind = SectionInput['kind'];

/** Collects a card bit by bit. */
class Draft {
  readonly sections: SectionInput[] = [];
  readonly parts: PartInput[] = [];
  readonly points: PointInput[] = [];
  readonly functions: FunctionInput[] = [];
  private readonly numbers = new Map<string, number>();

  constructor(readonly chance: Chance) {}

  section(id: string, kind: Kind, ...needs: Need[]): string {
    const board = this.chance.oneOf(['main', 'main', 'front', 'synthesiser']);
    this.sections.push({ id, name: id, short: id.slice(0, 15), kind, board, needs });
    const kinds = partsOf[kind] ?? ['resistor'];
    const many = Math.floor(this.chance.between(1, 5));
    for (let i = 0; i < many; i++) {
      const part = this.chance.oneOf(kinds);
      const letter = lettersOf[part] ?? 'C';
      const number = (this.numbers.get(letter) ?? 0) + 1;
      this.numbers.set(letter, number);
      this.parts.push({ designator: `${letter}${number}`, section: id, kind: part, value: part });
    }
    return id;
  }

  point(section: string, sees: PointInput['sees'], unit: PointInput['unit'], nominal: number, condition: object, half: number): void {
    this.points.push({
      id: `TP${this.points.length + 1}`,
      name: section,
      section,
      sees,
      unit,
      minutes: sees === 'signal' && unit === 'dBm' ? this.chance.oneOf([3, 4, 5]) : unit === 'Hz' ? 2 : this.chance.oneOf([1, 1, 2]),
      hazard: 'keyed' in condition && condition.keyed === true ? 'rf' : 'none',
      expect: [{ condition, nominal, low: nominal - half, high: nominal + half }],
      ...(this.chance.happens(0.4) ? { access: this.chance.oneOf(['cover', 'shield', 'board']) } : {}),
    });
  }
}

const by = (kind: Need['by'], section: string, when?: Need['when']): Need => ({ section, by: kind, ...(when ? { when } : {}) });

/**
 * A made-up transceiver of so many sections, for measuring: a receiver and a transmitter that share rails, a synthesiser
 * or an oscillator, audio and antenna, with functions, points, injections and access of a likely kind.
 * @param size 6 to 60 sections. @throws RangeError outside that.
 */
export function generateCard(size: number, seed: number): Card {
  if (size < 6 || size > 60) throw new RangeError(`A made-up card has 6 to 60 sections, not ${size}.`);
  const d = new Draft(chanceFrom(seed));
  const { chance } = d;
  const transmits = size >= 12;
  const synthesised = size >= 17;
  const modes = size >= 45 ? ['AM', 'FM', 'SSB'] : size >= 20 ? ['AM', 'FM'] : ['AM'];
  const bands = size >= 34 ? ['low', 'high'] : [];

  const supply = d.section('supply', 'connector');
  const rail = d.section('rail', 'regulator', by('supply', supply));
  d.point(supply, 'own', 'V', 13.8, {}, 0.6);
  d.point(rail, 'own', 'V', 8, {}, 0.25);
  const second = size >= 26 ? d.section('rail-2', 'regulator', by('supply', supply)) : rail;
  if (second !== rail) d.point(second, 'own', 'V', 5, {}, 0.2);
  const ptt = transmits ? d.section('ptt', 'switch', by('supply', rail)) : rail;
  if (transmits) d.point(ptt, 'own', 'V', 7.9, { keyed: true }, 0.35);

  let oscillator: string;
  const loop: string[] = [];
  if (synthesised) {
    const reference = d.section('reference', 'oscillator', by('supply', second));
    const divider = d.section('divider', 'divider', by('supply', second), by('injection', 'buffer'));
    const phase = d.section('phase', 'loop', by('supply', second), by('injection', reference), by('injection', divider));
    const filter = d.section('loop-filter', 'loop', by('control', phase));
    const vco = d.section('vco', 'oscillator', by('supply', rail), by('control', filter));
    oscillator = d.section('buffer', 'amplifier', by('supply', rail), by('injection', vco));
    loop.push(divider, phase, filter, vco, oscillator);
    d.point(reference, 'own', 'Hz', 10.24e6, {}, 200);
    d.point(filter, 'own', 'V', 3.1, {}, 0.3);
    d.point(oscillator, 'own', 'Hz', 16.49e6, {}, 1000);
    if (chance.happens(0.6)) d.point(divider, 'own', 'Hz', 10e3, {}, 10);
  } else {
    oscillator = d.section('oscillator', 'oscillator', by('supply', rail));
    d.point(oscillator, 'own', 'Hz', 16.49e6, {}, 1000);
  }

  const antenna = d.section('antenna', 'filter');
  const fronts = bands.map((band) => d.section(`front-${band}`, 'filter', by('switching', second, { band })));
  const tail = ['af', 'speaker'];
  const transmitters = transmits ? Math.max(3, Math.round(size / 9)) : 0;
  const fixed = d.sections.length + modes.length + tail.length + transmitters + (transmits ? 1 : 0) + (size >= 14 ? 1 : 0);
  const stages = Math.max(1, size - fixed);
  const agc = size >= 14 ? 'agc' : undefined;
  const chain: string[] = [];
  for (let i = 0; i < stages; i++) {
    const kind: Kind = i === Math.floor(stages / 4) ? 'mixer' : chance.oneOf(['amplifier', 'filter', 'amplifier', 'mixer']);
    const needs: Need[] =
      kind === 'filter'
        ? []
        : [by('supply', transmits && chance.happens(0.5) ? ptt : rail), ...(kind === 'mixer' ? [by('injection', oscillator)] : [])];
    if (kind === 'amplifier' && agc && chance.happens(0.5)) needs.push(by('control', agc));
    chain.push(d.section(`stage-${i + 1}`, kind, ...needs));
  }
  if (agc) {
    d.section(agc, 'control', by('supply', rail));
    d.point(agc, 'own', 'V', 2.3, { keyed: false }, 0.3);
  }
  const detectors = modes.map((mode) => d.section(`detector-${mode.toLowerCase()}`, 'detector', by('supply', second)));
  const audio = [d.section('af', 'audio', by('supply', rail)), d.section('speaker', 'connector')];
  const mode = modes[0] ?? 'AM';
  let level = -40;
  const listening = { keyed: false, mode, ...(bands[0] ? { band: bands[0] } : {}) };
  for (const id of chain) {
    level += Math.round(chance.between(-6, 12));
    if (chance.happens(0.75)) d.point(id, 'signal', 'dBm', level, listening, 4);
    if (chance.happens(0.5)) d.point(id, 'own', 'V', Math.round(chance.between(2, 7)), { keyed: false }, 0.6);
  }
  detectors.forEach((id, i) => d.point(id, 'signal', 'V', 0.1, { ...listening, mode: modes[i] ?? mode }, 0.04));
  d.point('af', 'signal', 'V', 0.5, listening, 0.2);

  const sending: string[] = [];
  if (transmits) {
    const mic = d.section('mic', 'audio', by('supply', rail));
    for (let i = 0; i < transmitters; i++) {
      const last = i === transmitters - 1;
      const kind: Kind = last ? 'power-amplifier' : i === 0 ? 'mixer' : 'amplifier';
      const needs = [
        by('supply', last ? supply : ptt),
        ...(i === 0 ? [by('injection', oscillator)] : []),
        ...(last ? [by('bias', ptt)] : []),
      ];
      sending.push(d.section(last ? 'pa' : `send-${i + 1}`, kind, ...needs));
      const id = sending.at(-1) ?? 'pa';
      if (chance.happens(0.8)) d.point(id, 'signal', last ? 'W' : 'V', last ? 4 : 0.6, { keyed: true }, last ? 1 : 0.25);
      if (chance.happens(0.4)) d.point(id, 'own', 'V', last ? 13.3 : 7, { keyed: true }, 0.7);
    }
    d.functions.push({ id: 'hailer', name: 'hailer', group: 'control', condition: { keyed: false }, route: [mic, ...audio] });
    for (const m of modes)
      d.functions.push({
        id: `modulation-${m.toLowerCase()}`,
        name: `modulation ${m}`,
        group: 'transmit',
        condition: { keyed: true, mode: m },
        route: [mic, ...sending, antenna],
      });
  }
  const perBand = (bands.length ? bands : [undefined]).map((band, b) => ({
    suffix: band ? `-${band}` : '',
    condition: band ? { band } : {},
    front: fronts[b] ? [fronts[b]] : [],
  }));
  for (const { suffix, condition, front } of perBand) {
    modes.forEach((m, i) =>
      d.functions.push({
        id: `receive-${m.toLowerCase()}${suffix}`,
        name: `receive ${m}${suffix}`,
        group: 'receive',
        condition: { keyed: false, mode: m, ...condition },
        route: [antenna, ...front, ...chain, detectors[i] ?? rail, ...audio],
      }),
    );
    if (transmits)
      d.functions.push({
        id: `transmit${suffix}`,
        name: `transmit${suffix}`,
        group: 'transmit',
        condition: { keyed: true, ...condition },
        route: [...sending, ...front, antenna],
      });
  }
  const listen = `receive-${mode.toLowerCase()}${bands[0] ? `-${bands[0]}` : ''}`;
  const into = [...new Set([Math.floor(stages / 3), Math.floor((2 * stages) / 3)])].map((i) => chain[i] ?? 'af');
  return readCard({
    format: 'amber-relay-card',
    version: formatVersion,
    id: `made-up-${size}-${seed}`,
    chassis: `Made up ${size}`,
    kind: 'cb-pll',
    madeFrom: 1980,
    madeTo: 1990,
    supply: { kind: 'dc', nominalV: 13.8, currentLimitA: 2 },
    modes,
    bands,
    models: [{ id: 'only', maker: 'Oxbrae', name: 'Made up' }],
    sections: d.sections,
    parts: d.parts,
    functions: d.functions,
    testPoints: d.points,
    injections: [...new Set([...into, 'af'])].map((id) => ({
      id: `into-${id}`,
      name: id,
      into: id,
      hz: 455e3,
      dBm: -40,
      responds: listen,
    })),
    forcings: [
      ...(agc
        ? [{ id: 'hold-agc', name: 'hold', line: agc, value: 2.3, limit: 4, unit: 'V' as const, responds: listen, cuts: [agc] }]
        : []),
      ...(loop.length
        ? [
            {
              id: 'hold-tuning',
              name: 'hold',
              line: 'loop-filter',
              value: 3.1,
              limit: 7,
              unit: 'V' as const,
              responds: listen,
              cuts: ['loop-filter', 'phase', 'divider'],
            },
          ]
        : []),
    ],
    access: [
      { id: 'cover', remove: 'cover', minutes: 2 },
      { id: 'shield', remove: 'shield', minutes: 4, behind: 'cover' },
      { id: 'board', remove: 'board, 6 screws', minutes: 9, behind: 'cover' },
    ],
    loops: loop.length ? [{ id: 'loop', name: 'loop', sections: loop, forcing: 'hold-tuning' }] : [],
  } satisfies CardInput);
}
