import {
  conditionKey,
  conditionOf,
  conditionText,
  partOf,
  spreadOf,
  usualSteps,
  type Card,
  type Condition,
  type Expectation,
} from '../card';
import { limitsText } from '../measure';
import { quantityText, type Unit } from '../quantity';
import type { Found } from './found';
import { sectionCalled, sectionFor } from './section-guess';

/** What was found, and the sheet it stands on. */
export interface FoundAt {
  /** Id of the sheet. */
  readonly sheet: string;
  readonly found: Found;
}

export const proposalLists = ['points', 'limits', 'alignment', 'parts', 'sections'] as const;
export type ProposalList = (typeof proposalLists)[number];

type Limit = Card['limits'][number];

/** Something a manual says that a card can take over, once a person has said so. */
export interface Proposal {
  readonly id: string;
  readonly list: ProposalList;
  readonly at: FoundAt;
  /** What it is of: `TP7`, `Sensitivity, AM`, `C31`. */
  readonly of: string;
  /** What the card would say. */
  readonly says: string;
  /** What the card says now, where that is something else. */
  readonly instead?: string;
  /** `same` stands on the card already, `conflict` is said twice in the manual, and differently. */
  readonly state: 'new' | 'other' | 'same' | 'conflict';
  /** The section it belongs to, where the words tell; it is asked for where they do not. */
  readonly section?: string;
  readonly asksSection: boolean;
  /** What one should know before one takes it over. */
  readonly doubt?: string;
  /** What goes onto the card. */
  readonly puts:
    | { readonly kind: 'point'; readonly point: string; readonly name: string; readonly unit: Unit; readonly expect: Expectation }
    | { readonly kind: 'limits'; readonly limits: readonly Limit[] }
    | { readonly kind: 'step'; readonly step: Omit<Card['alignment'][number], 'id' | 'after'> }
    | { readonly kind: 'part'; readonly designator: string; readonly value: string }
    | { readonly kind: 'section'; readonly name: string };
}

const oneFigure = 'The manual gives one figure; its limits are those usual at the bench.';

/** What of the condition the card knows; a mode that it does not have says nothing of it. */
const condition = (words: readonly string[], card: Card): Condition => {
  const known = words.filter((word) => typeof conditionOf([word], card.modes, card.bands) !== 'string');
  return conditionOf(known, card.modes, card.bands) as Condition;
};

function expectationOf(found: Extract<Found, { kind: 'point' }>, card: Card): { readonly expect: Expectation; readonly doubt?: string } {
  const { nominal, low, high, unit } = found.figures;
  const under = condition(found.condition, card);
  if (low !== undefined || high !== undefined) return { expect: { condition: under, nominal, low, high } };
  const middle = nominal ?? 0;
  const spread = spreadOf(middle, unit);
  return { expect: { condition: under, nominal: middle, low: middle - spread, high: middle + spread }, doubt: oneFigure };
}

const figures = (each: { nominal?: number | undefined; low?: number | undefined; high?: number | undefined }, unit: Unit): string =>
  limitsText(each.low, each.high, unit) || (each.nominal === undefined ? '' : quantityText(each.nominal, unit));
const said = (under: Condition, text: string): string => [conditionText(under), text].filter(Boolean).join(': ');
const alike = (a: number | undefined, b: number | undefined): boolean =>
  a === b || (a !== undefined && b !== undefined && Math.abs(a - b) <= 1e-6 * Math.max(Math.abs(a), Math.abs(b)));

function pointProposal(
  at: FoundAt,
  found: Extract<Found, { kind: 'point' }>,
  card: Card,
  sections: ReadonlyMap<string, string>,
): Omit<Proposal, 'id'> {
  const { expect, doubt } = expectationOf(found, card);
  const { unit } = found.figures;
  const known = card.testPoints.find(({ id }) => id === found.point);
  const was = known?.expect.find((e) => conditionKey(e.condition) === conditionKey(expect.condition));
  const isSame = was !== undefined && !was.typical && known?.unit === unit && alike(was.low, expect.low) && alike(was.high, expect.high);
  const part = /^[A-Z]+\d+/.exec(found.point)?.[0] ?? '';
  const section = known?.section ?? partOf(card, part)?.section ?? sections.get(part) ?? sectionFor(card, found.name);
  return {
    list: 'points',
    at,
    of: found.point,
    says: [found.name, said(expect.condition, figures(expect, unit))].filter(Boolean).join(', '),
    state: isSame ? 'same' : was ? 'other' : 'new',
    ...(was && !isSame ? { instead: `${figures(was, known?.unit ?? unit)}${was.typical ? ', typical of the kind' : ''}` } : {}),
    ...(section ? { section } : {}),
    asksSection: known === undefined,
    ...(known && known.unit !== unit
      ? { doubt: `The card reads ${known.id} in ${known.unit || 'no unit'}; the manual in ${unit}.` }
      : found.drawn
        ? { doubt: 'Printed in the drawing, which does not say under which condition.' }
        : doubt
          ? { doubt }
          : {}),
    puts: { kind: 'point', point: found.point, name: found.name || known?.name || found.point, unit, expect },
  };
}

/** Whether a limit is of the case that the manual speaks of: what it names, the other names as well. */
const isCaseOf = (limit: Limit, under: Condition): boolean =>
  (Object.keys(under) as (keyof Condition)[]).every((key) => limit.condition[key] === under[key]);

function limitProposal(at: FoundAt, found: Extract<Found, { kind: 'limit' }>, card: Card): Omit<Proposal, 'id'> {
  const under = condition(found.condition, card);
  const { unit, nominal } = found.figures;
  let { low, high } = found.figures;
  const single = low === undefined && high === undefined;
  if (single && nominal !== undefined) {
    low = nominal - spreadOf(nominal, unit);
    high = nominal + spreadOf(nominal, unit);
  }
  const told = {
    ...(low === undefined ? {} : { low }),
    ...(high === undefined ? {} : { high }),
  };
  const cases = card.limits.filter(
    (limit) =>
      limit.word === found.word && limit.unit === unit && isCaseOf(limit, under) && (limit.from === 'channel') === found.offChannel,
  );
  // Two tests of one word, as image and adjacent channel, are told apart by what they are called.
  const named = cases.filter(({ name }) => name.toLowerCase() === found.name.toLowerCase());
  const typical = cases.filter((limit) => limit.typical);
  const known = named.length ? named : typical.length ? typical : cases;
  const limits: Limit[] = known.length
    ? known.map((limit) => ({
        ...limit,
        low: undefined,
        high: undefined,
        ...told,
        typical: undefined,
        ...(found.how ? { how: found.how } : {}),
      }))
    : [
        {
          id: '',
          name: found.name,
          word: found.word,
          condition: under,
          unit,
          ...told,
          ...(found.offChannel ? { from: 'channel' as const } : {}),
          ...(found.how ? { how: found.how } : {}),
          hazard: under.keyed ? 'rf' : 'none',
        },
      ];
  const isSame = known.length > 0 && known.every((limit) => !limit.typical && alike(limit.low, low) && alike(limit.high, high));
  const now = [
    ...new Set(known.map((limit) => `${said(limit.condition, figures(limit, unit))}${limit.typical ? ', typical of the kind' : ''}`)),
  ];
  return {
    list: 'limits',
    at,
    of: found.name,
    says: said(under, `${figures({ low, high }, unit)}${found.offChannel ? ' off the channel' : ''}`),
    state: isSame ? 'same' : known.length ? 'other' : 'new',
    ...(known.length && !isSame ? { instead: now.join('; ') } : {}),
    asksSection: false,
    ...(single ? { doubt: oneFigure } : {}),
    puts: { kind: 'limits', limits },
  };
}

function stepProposal(at: FoundAt, found: Extract<Found, { kind: 'step' }>, card: Card): Omit<Proposal, 'id'> {
  const name = found.name || `${sentenceCase(found.heading)} ${found.number}`;
  const known = card.alignment.find((step) => step.name.toLowerCase() === name.toLowerCase());
  const usual = usualSteps(card).some(({ id }) => id === known?.id);
  const isSame = known !== undefined && !usual && known.expect === found.expect && known.adjust.join() === found.adjust.join();
  return {
    list: 'alignment',
    at,
    of: name,
    says: [found.adjust.join(', '), found.at ? `at ${found.at}` : '', found.expect].filter(Boolean).join(' · '),
    state: isSame ? 'same' : known ? 'other' : 'new',
    ...(known && !isSame ? { instead: `${known.expect}${usual ? ', usual for the kind' : ''}` } : {}),
    asksSection: false,
    puts: { kind: 'step', step: { name, adjust: [...found.adjust], ...(found.at ? { at: found.at } : {}), expect: found.expect } },
  };
}

const sentenceCase = (text: string): string => (text === text.toUpperCase() ? text.charAt(0) + text.slice(1).toLowerCase() : text);

function partProposals(at: FoundAt, found: Extract<Found, { kind: 'part' }>, card: Card): Omit<Proposal, 'id'>[] {
  const section = sectionCalled(card, found.heading);
  return found.designators.map((designator) => {
    const known = partOf(card, designator);
    const isSame = known !== undefined && known.value === found.value;
    return {
      list: 'parts',
      at,
      of: designator,
      says: found.value,
      state: isSame ? 'same' : known?.value ? 'other' : 'new',
      ...(known?.value && !isSame ? { instead: known.value } : {}),
      ...((known?.section ?? section) ? { section: known?.section ?? section ?? '' } : {}),
      asksSection: known === undefined,
      puts: { kind: 'part', designator, value: found.value },
    };
  });
}

/**
 * What a manual says that the card does not, or says otherwise: a proposal for each figure, step, limit and part. Nothing of it is on
 * the card before a person takes it over (`withProposals`). What two places of the manual say differently is told as such.
 */
export function propose(card: Card, founds: readonly FoundAt[]): Proposal[] {
  // Headings of a parts list tell where its parts belong, and with them the pins of its transistors.
  const sections = new Map<string, string>();
  for (const { found } of founds)
    if (found.kind === 'part') {
      const section = sectionCalled(card, found.heading);
      if (section) for (const designator of found.designators) sections.set(designator, section);
    }
  const listed = new Set(founds.flatMap(({ found }) => (found.kind === 'point' && !found.drawn ? [found.point] : [])));
  const made = founds.flatMap((at): Omit<Proposal, 'id'>[] => {
    const { found } = at;
    if (found.kind === 'point' && found.drawn && listed.has(found.point)) return [];
    if (found.kind === 'point') return [pointProposal(at, found, card, sections)];
    if (found.kind === 'limit') return [limitProposal(at, found, card)];
    if (found.kind === 'step') return [stepProposal(at, found, card)];
    if (found.kind === 'part') return partProposals(at, found, card);
    const name = found.name;
    const isThere = card.sections.some((section) =>
      [section.name, section.short].some((each) => each.toLowerCase() === name.toLowerCase()),
    );
    return [
      {
        list: 'sections',
        at,
        of: name,
        says: 'a new section, on no route yet',
        state: isThere ? 'same' : 'new',
        asksSection: false,
        puts: { kind: 'section', name },
      },
    ];
  });
  return withoutTwins(made);
}

/** What is said twice alike is proposed once; what is said twice otherwise is marked. */
function withoutTwins(made: readonly Omit<Proposal, 'id'>[]): Proposal[] {
  const keyOf = ({ list, of, puts }: Omit<Proposal, 'id'>): string =>
    `${list} ${of} ${puts.kind === 'point' ? conditionKey(puts.expect.condition) : puts.kind === 'limits' ? conditionKey(puts.limits[0]?.condition ?? {}) : ''}`;
  const groups = new Map<string, Omit<Proposal, 'id'>[]>();
  for (const one of made) groups.set(keyOf(one), [...(groups.get(keyOf(one)) ?? []), one]);
  return [...groups].flatMap(([key, each]) => {
    const different = each.filter((one, i) => each.findIndex((other) => other.says === one.says) === i);
    return different.map((one, i): Proposal => ({
      ...one,
      id: i === 0 ? key : `${key} ${i + 1}`,
      ...(different.length > 1 && one.state !== 'same' && one.list !== 'alignment'
        ? { state: 'conflict' as const, doubt: `The manual says this in ${different.length} ways: look at both.` }
        : {}),
    }));
  });
}
