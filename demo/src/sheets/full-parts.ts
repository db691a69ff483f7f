import type { Card, Part, Section, TestPoint } from '@amber-relay/core/card';
import { designedStage } from './designed-cells';

/** A part as it is drawn: one of the card's, or one of the many that every stage has beside those worth a word. */
export interface DrawnPart {
  readonly designator: string;
  readonly kind: Part['kind'];
  readonly value: string;
  readonly section: string;
  readonly onCard: boolean;
}

export type Role = 'series' | 'down' | 'up' | 'emitter';
interface Placed {
  readonly part: DrawnPart;
  readonly role: Role;
}

/** A section with everything that is drawn of it: along its line up to the device, about it, and behind it. */
export interface FullSection {
  readonly section: Section;
  readonly before: readonly Placed[];
  readonly devices: readonly { readonly part: DrawnPart; readonly load?: DrawnPart; readonly emitter: readonly DrawnPart[] }[];
  readonly after: readonly Placed[];
  /** Resistors that part points at which different voltages should be. */
  readonly between: readonly DrawnPart[];
  /** Of a stage that is drawn as it is built, its parts: those of the card, then those it has beside. */
  readonly designed?: { readonly own: readonly DrawnPart[]; readonly extras: readonly DrawnPart[] };
}

/** Points at which the line itself is measured: from the second voltage on that differs each has a resistor before it. */
const voltPoints = (card: Card, section: string): TestPoint[] => card.testPoints.filter((p) => p.section === section && p.unit === 'V');

const actives: readonly Part['kind'][] = ['transistor', 'fet', 'power-transistor', 'valve'];
export const boxed: readonly Part['kind'][] = ['ic', 'module', 'regulator-ic'];
const isActive = (kind: Part['kind']): boolean => actives.includes(kind) || boxed.includes(kind);

/** Numbers for the parts that the card does not name: from the next whole hundred on. */
function counter(card: Card): (letters: string) => string {
  const next = new Map<string, number>();
  return (letters) => {
    const own = card.parts.map((p) => /^([A-Z]+)(\d+)/.exec(p.designator)).filter((m) => m?.[1] === letters);
    const first = Math.floor(Math.max(0, ...own.map((m) => Number(m?.[2]))) / 100 + 1) * 100 + 1;
    const number = next.get(letters) ?? first;
    next.set(letters, number + 1);
    return `${letters}${number}`;
  };
}

const baseResistors = ['47k', '22k', '33k', '68k', '100k'];
const emitterResistors = ['470R', '220R', '1k', '330R', '680R'];
const couplings = ['10n', '1n', '4n7', '22n', '100p'];

const roleOf = (part: DrawnPart, section: Section): Role => {
  const capacitor = /capacitor|electrolytic|trimmer/.test(part.kind);
  if (section.kind === 'filter' || section.kind === 'tank') return capacitor ? 'down' : 'series';
  if (capacitor || ['varactor', 'lamp', 'crystal'].includes(part.kind)) return 'down';
  if (['resistor', 'high-value-resistor', 'potentiometer'].includes(part.kind)) return 'down';
  return 'series';
};

/** All sections of a card with their parts in the places that a drawing gives them. The same card gives the same parts. */
export function fullSections(card: Card): FullSection[] {
  const number = counter(card);
  return card.sections.map((section, at): FullSection => {
    const own = card.parts
      .filter((p) => p.section === section.id)
      .map((p): DrawnPart => ({ designator: p.designator, kind: p.kind, value: p.value, section: section.id, onCard: true }));
    const extra = (letters: string, kind: Part['kind'], values: readonly string[]): DrawnPart => ({
      designator: number(letters),
      kind,
      value: values[at % values.length] ?? '',
      section: section.id,
      onCard: false,
    });
    const built = designedStage(card, section.id);
    if (built)
      return {
        section,
        before: [],
        devices: [],
        after: [],
        between: [],
        designed: { own, extras: built.extras.map(([letters, kind, value]) => extra(letters, kind, [value])) },
      };
    const devices = own.filter((p) => isActive(p.kind));
    const rest = own.filter((p) => !isActive(p.kind));
    const loads = section.kind === 'filter' ? [] : rest.filter((p) => ['coil', 'cored-coil', 'transformer'].includes(p.kind));
    const placed = rest.filter((p) => !loads.includes(p)).map((part): Placed => ({ part, role: roleOf(part, section) }));
    const valve = card.kind === 'cb-crystal' || card.kind === 'linear-amplifier';
    const drawn = devices.map((part) => {
      if (boxed.includes(part.kind)) {
        const load = part.kind === 'regulator-ic' ? undefined : (loads.shift() ?? extra('R', 'resistor', ['100R', '47R', '220R']));
        return { part, ...(load ? { load } : {}), emitter: [] };
      }
      return {
        part,
        load: loads.shift() ?? extra('R', 'resistor', valve ? ['22k', '47k'] : ['1k5', '2k2', '3k3', '820R']),
        emitter: [extra('R', 'resistor', emitterResistors), extra('C', 'ceramic-capacitor', ['10n', '47n', '100n'])],
      };
    });
    const needsBias = devices.some((d) => !boxed.includes(d.kind));
    const before: Placed[] = devices.length
      ? [
          ...placed.filter((p) => p.role === 'series').slice(0, 1),
          { part: extra('C', 'ceramic-capacitor', couplings), role: 'series' },
          ...(needsBias
            ? [
                { part: extra('R', 'resistor', baseResistors), role: 'up' as const },
                { part: extra('R', 'resistor', ['10k', '4k7', '8k2', '15k']), role: 'down' as const },
              ]
            : []),
          ...placed.filter((p) => p.role === 'down').slice(0, 1),
        ]
      : [];
    const used = new Set(before.map((p) => p.part));
    const byPass: Placed[] = devices.some((d) => boxed.includes(d.kind))
      ? [{ part: extra('C', 'ceramic-capacitor', ['100n', '10n', '47n']), role: 'down' }]
      : [];
    const after = [...byPass, ...placed.filter((p) => !used.has(p.part)), ...loads.map((part): Placed => ({ part, role: 'series' }))];
    if (!devices.length && section.kind === 'filter') after.push({ part: extra('C', 'ceramic-capacitor', couplings), role: 'down' });
    if (!after.length) after.push({ part: extra('C', 'ceramic-capacitor', couplings), role: 'series' });
    const volts = voltPoints(card, section.id);
    const between = volts.slice(1).map(() => extra('R', 'resistor', ['10k', '22k', '4k7']));
    return { section, before, devices: drawn, after, between };
  });
}

/** Every part that is drawn, section by section. */
export const allParts = (sections: readonly FullSection[]): DrawnPart[] =>
  sections.flatMap((s) => [
    ...s.before.map((p) => p.part),
    ...s.devices.flatMap((d) => [d.part, ...(d.load ? [d.load] : []), ...d.emitter]),
    ...s.after.map((p) => p.part),
    ...s.between,
    ...(s.designed ? [...s.designed.own, ...s.designed.extras] : []),
  ]);
