import { hazardCautions, partOf, pointOf, sectionOf, type Card, type Condition } from '@amber-relay/core/card';
import { findingNames } from '@amber-relay/core/words';
import { measureNames, ofKind, readingText, type TapeEntry } from '@amber-relay/core/tape';
import { quantityText } from '@amber-relay/core/quantity';
import { baseName, type PlaceIndex, type Spot } from '@amber-relay/core/sheets';
import { expectedAt } from './sheet-marks';

/** `regulator-ic` as one says it. */
const kindName = (kind: string): string =>
  kind
    .replaceAll('-', ' ')
    .replace(/\b(ic|fet)\b/g, (word) => word.toUpperCase())
    .replace('pin diode', 'PIN diode');

export interface PartHistory {
  /** Finished jobs of this chassis. */
  readonly jobs: number;
  /** In how many of them each designator was replaced. */
  readonly replaced: Readonly<Record<string, number>>;
}

/** All that is known of what was jumped to. */
export interface PartFacts {
  readonly name: string;
  /** `transistor, NPN mixer`, or the name of a point. */
  readonly what: string;
  readonly section: { readonly id: string; readonly name: string; readonly watch: string } | undefined;
  /** What can hurt here; empty where nothing is known to. */
  readonly caution: string;
  readonly expected: readonly string[];
  readonly pins: readonly { readonly pin: string; readonly name: string }[];
  readonly readings: readonly {
    readonly key: string;
    readonly text: string;
    readonly verdict: Extract<TapeEntry, { kind: 'reading' }>['verdict'];
  }[];
  readonly history: string;
  /** What was found on it in First look, and the pictures of it. */
  readonly found: readonly string[];
  readonly pictures: readonly string[];
  readonly spots: readonly Spot[];
}

export function partFacts(
  name: string,
  card: Card,
  index: PlaceIndex,
  condition: Condition,
  tape: readonly TapeEntry[],
  history: PartHistory | undefined,
): PartFacts {
  const point = pointOf(card, name);
  const part = partOf(card, name) ?? card.parts.find((p) => baseName(p.designator) === baseName(name));
  const section = sectionOf(card, point?.section ?? part?.section ?? '');
  const spots = index.spots(name);
  const printed = [...new Set(spots.flatMap(({ place }) => place.volts ?? []))].map((v) => quantityText(v, 'V'));
  const near = part && section ? card.testPoints.filter((p) => p.section === section.id).slice(0, 3) : [];
  const own = (designator: string | undefined): boolean => designator !== undefined && baseName(designator) === baseName(name);
  const latest = new Map(
    ofKind(tape, 'reading').flatMap((reading) => {
      const { subject } = reading;
      const of = subject.what === 'point' ? subject.point : subject.what === 'part' ? subject.designator : undefined;
      if (!own(of)) return [];
      const at =
        subject.what !== 'part'
          ? undefined
          : subject.pin
            ? `pin ${subject.pin.toUpperCase()}`
            : subject.measure && measureNames[subject.measure];
      return [[at ?? 'here', reading] as const];
    }),
  );
  const replaced = history?.replaced[part?.designator ?? name] ?? 0;
  return {
    name: part?.designator ?? point?.id ?? name,
    what: point ? point.name : part ? `${kindName(part.kind)}, ${part.value}${part.rating ? `, ${part.rating}` : ''}` : 'not on the card',
    section: section && { id: section.id, name: section.name, watch: section.watch ?? '' },
    caution: point ? hazardCautions[point.hazard] : '',
    expected: [
      ...(point ? [expectedAt(card, point.id, condition)] : []),
      ...near.map((p) => `${p.id} ${expectedAt(card, p.id, condition)}`),
      ...(printed.length ? [`printed beside it: ${printed.join(', ')}`] : []),
    ],
    pins: part?.pins ?? [],
    readings: [...latest].map(([key, reading]) => ({
      key, // Its verdict says that it is dead.
      text: reading.value === null ? '–' : readingText(reading),
      verdict: reading.verdict,
    })),
    history: history?.jobs
      ? `replaced in ${replaced} of ${history.jobs} finished jobs of this chassis`
      : 'no finished job of this chassis yet',
    found: ofKind(tape, 'finding').flatMap((f) => (own(f.designator) ? [`${f.text || findingNames[f.finding]}, ${f.severity}`] : [])),
    pictures: ofKind(tape, 'picture').flatMap((p) => (own(p.designator) ? [p.attachment] : [])),
    spots,
  };
}
