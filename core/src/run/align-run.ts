import { partOf, pointOf, sectionName, type Card, type LaidCard } from '../card';
import { isDesignator } from '../line';
import { parseQuantity, quantityText, type Quantity } from '../quantity';
import { attempt } from '../errors';
import { ofKind, type EntryOf, type TapeEntry } from '../tape';
import { adjustingNames, type Adjusting } from '../words';
import type { LiveAim } from './live-bar';

type CardStep = Card['alignment'][number];
type Turned = EntryOf<'adjustment'>;

/** How a step of alignment stands. `off` is turned, yet not to what is wanted; `again` was right, and has been disturbed since. */
export type StepState = 'open' | 'done' | 'off' | 'no-peak' | 'again';

/** A step of the card's alignment, with what the tape says of it. */
export interface AlignStep {
  readonly id: string;
  readonly name: string;
  readonly adjust: readonly string[];
  readonly at?: string;
  readonly expect: string;
  readonly state: StepState;
  /** Why it stands so, in a few words; empty where nothing need be said. */
  readonly says: string;
  readonly before?: string;
  readonly after?: string;
  /** By so many dB what was read has risen; for levels, volts and watts. */
  readonly riseDb?: number;
  /** All that it turns has been sealed since. */
  readonly sealed: boolean;
  /** Steps that come before and are not done. */
  readonly waits: readonly string[];
  /** The start of the line that tells it. */
  readonly start: string;
  /** What is looked for on a meter while one turns. */
  readonly aim: LiveAim;
  /** The entries that tell it, in order. */
  readonly entries: readonly string[];
}

/** What a step wants: a figure, the greatest, the least, or something in words. */
function wanted({ expect }: CardStep): { readonly how: Adjusting; readonly figure?: Quantity } {
  if (/\bpeak\b|\bmost\b|\bgreatest\b|\bmaximum\b/i.test(expect)) return { how: 'peak' };
  if (/\bdip\b|\bleast\b|\bnull\b|\bminimum\b/i.test(expect)) return { how: 'dip' };
  const [, text = ''] = /^([-−+]?[\d.,]+\s*[a-zµΩ%]+)(?=$|[\s,;])/i.exec(expect) ?? [];
  const read = attempt(() => parseQuantity(text));
  return read.ok && read.value.unit !== '' ? { how: 'set', figure: read.value } : { how: 'adjust' };
}

const aimOf = (how: Adjusting, figure: Quantity | undefined): LiveAim =>
  figure ? { for: 'figure', value: figure.value } : { for: how === 'dip' ? 'least' : 'most' };

/** The sections in which what a step turns lies. */
const sectionsOf = (card: LaidCard, { adjust }: CardStep): readonly string[] => [
  ...new Set(
    adjust.flatMap(
      (name) => partOf(card, name)?.section ?? card.sections.find((s) => s.name.toLowerCase() === name.toLowerCase())?.id ?? [],
    ),
  ),
];
const turns = (step: CardStep, { adjuster, section }: Turned, card: LaidCard): boolean =>
  step.adjust.some((name) => name.toLowerCase() === adjuster.toLowerCase()) ||
  (!isDesignator(adjuster) && section !== undefined && sectionsOf(card, step).includes(section));

/** Of each step what was turned for it, in order. What two steps turn goes to the first that has not had it yet. */
function turnedFor(card: LaidCard, all: readonly Turned[]): ReadonlyMap<string, readonly Turned[]> {
  const of = new Map<string, Turned[]>(card.alignment.map(({ id }) => [id, []]));
  for (const entry of all) {
    const fitting = card.alignment.filter((step) => (entry.step === undefined ? turns(step, entry, card) : step.id === entry.step));
    const had = ({ id }: CardStep): boolean => of.get(id)?.some(({ adjuster }) => adjuster === entry.adjuster) ?? false;
    const step = fitting.find((each) => !had(each)) ?? fitting.at(-1);
    if (step) of.get(step.id)?.push(entry);
  }
  return of;
}

/** All that has to come before a step, near or far. */
function before(card: Card, step: CardStep): readonly CardStep[] {
  const found = new Map<string, CardStep>();
  const queue = [...step.after];
  for (let id = queue.shift(); id !== undefined; id = queue.shift()) {
    const one = card.alignment.find((each) => each.id === id);
    if (!one || found.has(id) || id === step.id) continue;
    found.set(id, one);
    queue.push(...one.after);
  }
  return [...found.values()];
}

const figureText = (of: { readonly value: number; readonly step: number } | undefined, unit: Turned['unit']): string | undefined =>
  of && quantityText(of.value, unit ?? '', { step: of.step });

/** By how many dB a figure has risen; undefined where it is no level. */
function riseOf({ before: was, after: now, unit }: Turned): number | undefined {
  if (!was || !now) return undefined;
  if (unit === 'dBm' || unit === 'dB') return now.value - was.value;
  if ((unit !== 'V' && unit !== 'W') || was.value <= 0 || now.value <= 0) return undefined;
  return (unit === 'V' ? 20 : 10) * Math.log10(now.value / was.value);
}

/** What has disturbed a step since it was last turned, in words; empty where nothing has. */
function disturbed(
  card: LaidCard,
  step: CardStep,
  last: Turned,
  of: ReadonlyMap<string, readonly Turned[]>,
  stood: readonly TapeEntry[],
): string {
  const early = new Set(before(card, step).map(({ id }) => id));
  for (const [id, entries] of of) {
    const later = entries.findLast(
      ({ seq, adjuster }) => id !== step.id && seq > last.seq && (early.has(id) || step.adjust.includes(adjuster)),
    );
    if (later) return `${later.adjuster} ${adjustingNames[later.how]} since`;
  }
  const own = new Set(sectionsOf(card, step));
  const repair = stood.findLast(
    (entry) => entry.seq > last.seq && (entry.kind === 'fit' || entry.kind === 'remedy') && own.has(entry.section ?? ''),
  );
  if (repair?.kind === 'fit') return `${repair.designator} renewed since`;
  return repair?.kind === 'remedy' ? `${sectionName(card, repair.section ?? '')} repaired since` : '';
}

/** How far what was read lies from what is wanted, in words; empty where it is as wanted, to the coarser of the two last digits. */
function offText(figure: Quantity | undefined, { after: got, unit }: Turned): string {
  if (!figure || !got || (unit !== undefined && unit !== '' && unit !== figure.unit)) return '';
  const by = got.value - figure.value;
  const coarse = Math.max(figure.step, got.step);
  if (Math.abs(by) <= coarse * 1.000_001) return '';
  return `${quantityText(by, figure.unit, { step: coarse, signed: true })} from what is wanted`;
}

/**
 * The alignment of a set as far as it has come: the card's steps in their order, each as the tape says. A step is to be done again when
 * one that has to come before it was turned later, when what it turns was turned for another, or when a part of its section was renewed.
 * @param stood the tape without what was struck
 */
export function alignRun(card: LaidCard, stood: readonly TapeEntry[]): readonly AlignStep[] {
  const all = ofKind(stood, 'adjustment');
  const sealed = all.filter(({ how }) => how === 'seal');
  const of = turnedFor(
    card,
    all.filter(({ how }) => how !== 'seal'),
  );
  const standing = card.alignment.map((step): Omit<AlignStep, 'waits'> => {
    const entries = of.get(step.id) ?? [];
    const seals = sealed.filter((entry) => (entry.step === undefined ? turns(step, entry, card) : entry.step === step.id));
    const { how, figure } = wanted(step);
    const left = step.adjust.filter(
      (name) => isDesignator(name) && !entries.some(({ adjuster }) => adjuster.toLowerCase() === name.toLowerCase()),
    );
    const [target = step.adjust[0] ?? step.name] = left;
    const { id, name, adjust, at, expect } = step;
    const plain = {
      id,
      name,
      adjust,
      ...(at === undefined ? {} : { at }),
      expect,
      entries: [...entries, ...(entries.length ? seals : [])].map((entry) => entry.id),
      sealed:
        entries.length > 0 && entries.every(({ adjuster, seq }) => seals.some((seal) => seal.adjuster === adjuster && seal.seq > seq)),
      aim: aimOf(how, figure),
      start: `${how} ${(isDesignator(target) ? target : name).toLowerCase()} `,
    };
    const last = entries.at(-1);
    if (!last) return { ...plain, state: 'open', says: '' };
    const first = entries.find((entry) => entry.before);
    const texts = { before: figureText(first?.before, first?.unit), after: figureText(last.after, last.unit) };
    const rise = riseOf(last);
    const seen = {
      ...plain,
      ...(texts.before === undefined ? {} : { before: texts.before }),
      ...(texts.after === undefined ? {} : { after: texts.after }),
      ...(rise === undefined ? {} : { riseDb: rise }),
    };
    if (entries.some((entry) => entry.none && !entries.some((other) => other.seq > entry.seq && other.adjuster === entry.adjuster)))
      return { ...seen, state: 'no-peak', says: `no ${last.none ? last.how : how} found: core broken, or the stage open?` };
    if (left.length && isDesignator(last.adjuster)) return { ...seen, state: 'open', says: `${left.join(', ')} left` };
    const cause = disturbed(card, step, last, of, stood);
    if (cause) return { ...seen, state: 'again', says: cause };
    const off = offText(figure, last);
    if (off) return { ...seen, state: 'off', says: off };
    if (how === 'peak' && rise !== undefined && rise < -0.1) return { ...seen, state: 'off', says: 'less than before: no peak' };
    return { ...seen, state: 'done', says: '' };
  });
  const open = new Set(standing.filter(({ state }) => state !== 'done').map(({ id }) => id));
  return standing.map((step, k) => ({
    ...step,
    waits: before(card, card.alignment[k] as CardStep)
      .filter(({ id }) => open.has(id))
      .map(({ name }) => name),
  }));
}

/** The step to do now: the first that is not done and waits for no other; where all that are left wait, the first of them. */
export const nextStep = (steps: readonly AlignStep[]): AlignStep | undefined => {
  const left = steps.filter(({ state }) => state !== 'done');
  return left.find(({ waits }) => waits.length === 0) ?? left[0];
};

/** Where a step is read: a point of the card with its name, or the words. */
export const readAt = (card: LaidCard, { at }: Pick<AlignStep, 'at'>): string => {
  const point = at === undefined ? undefined : pointOf(card, at);
  return point ? `${point.id} ${point.name}` : (at ?? '');
};

/** Under this a rise needs no less from the generator. */
const leastRiseDb = 3;

/**
 * What the generator is to be set to when what it makes has risen, so that the receiver's AGC stays out of the next step.
 * @param level as it stands in the condition: `1 mV` or `-73 dBm`
 * @param riseDb by so much the reading has risen
 * @returns the next level, undefined where it has risen too little to matter or no level is known
 */
export function backedOff(level: string | undefined, riseDb: number | undefined): string | undefined {
  if (level === undefined || riseDb === undefined || riseDb < leastRiseDb) return undefined;
  const read = attempt(() => parseQuantity(level));
  if (!read.ok) return undefined;
  const { value, unit } = read.value;
  if (unit === 'dBm') return quantityText(value - riseDb, unit, { digits: 3 });
  return unit === 'V' && value > 0 ? quantityText(Number((value * 10 ** (-riseDb / 20)).toPrecision(2)), unit) : undefined;
}
