import { guessedKind, guessedPart, noted, ownId, readCard, shortName, slug, usualSteps, type Card } from '../card';
import type { Proposal } from './propose';

/** What is taken over, with the section that a person chose for it. */
export interface Taken {
  readonly proposal: Proposal;
  readonly section?: string;
}

/** Direct voltages above this are marked as dangerous: the limit that is usual for what may be touched. */
const touchableV = 60;

/** What was taken over, in words: `14 points, 12 limits`. */
function countText(taken: readonly Taken[]): string {
  const names: Readonly<Record<Proposal['list'], string>> = {
    points: 'figure of a point',
    limits: 'limit',
    alignment: 'step of alignment',
    parts: 'part',
    sections: 'section',
  };
  return Object.entries(names)
    .map(([list, name]) => [taken.filter(({ proposal }) => proposal.list === list).length, name] as const)
    .filter(([count]) => count > 0)
    .map(([count, name]) => `${count} ${count === 1 ? name : name.includes(' of ') ? name.replace(' of', 's of') : `${name}s`}`)
    .join(', ');
}

function withOne(card: Card, { proposal, section }: Taken): Card {
  const { puts } = proposal;
  const place = section ?? proposal.section;
  switch (puts.kind) {
    case 'section': {
      const id = ownId(puts.name, card.sections);
      return {
        ...card,
        sections: [...card.sections, { id, name: puts.name, short: shortName(puts.name), kind: guessedKind(puts.name), needs: [] }],
      };
    }
    case 'part': {
      const { designator, value } = puts;
      if (card.parts.some((part) => part.designator === designator))
        return { ...card, parts: card.parts.map((part) => (part.designator === designator ? { ...part, value } : part)) };
      return place
        ? { ...card, parts: [...card.parts, { designator, section: place, kind: guessedPart(designator, value), value }] }
        : card;
    }
    case 'step': {
      const known = card.alignment.find((step) => step.name.toLowerCase() === puts.step.name.toLowerCase());
      if (known) return { ...card, alignment: card.alignment.map((step) => (step === known ? { ...step, ...puts.step } : step)) };
      return { ...card, alignment: [...card.alignment, { ...puts.step, id: ownId(puts.step.name, card.alignment), after: [] }] };
    }
    case 'limits': {
      const changed = new Map(puts.limits.filter(({ id }) => id !== '').map((limit) => [limit.id, limit]));
      const kept = card.limits.map((limit) => changed.get(limit.id) ?? limit);
      const fresh = puts.limits
        .filter(({ id }) => id === '')
        .map((limit) => ({ ...limit, id: ownId([limit.word, slug(limit.name)].join(' '), kept) }));
      return { ...card, limits: [...kept, ...fresh] };
    }
    case 'point': {
      const { point: id, name, unit, expect } = puts;
      const under = JSON.stringify(expect.condition);
      const known = card.testPoints.find((each) => each.id === id);
      if (known) {
        // Figures that are but usual give way to those of the manual.
        const others = known.expect.filter((each) => !each.typical && JSON.stringify(each.condition) !== under);
        const testPoints = card.testPoints.map((each) =>
          each === known ? { ...known, unit, expect: [...(known.unit === unit ? others : []), expect] } : each,
        );
        return { ...card, testPoints };
      }
      if (!place) return card;
      const isLive = unit === 'V' && Math.max(Math.abs(expect.low ?? 0), Math.abs(expect.high ?? 0)) > touchableV;
      const isRf = expect.condition.keyed === true && (unit === 'dBm' || unit === 'W');
      const sees = unit === 'V' || unit === 'A' || unit === 'ohm' ? ('own' as const) : ('signal' as const);
      const added = {
        id,
        name,
        section: place,
        sees,
        unit,
        expect: [expect],
        minutes: 2,
        hazard: isLive ? 'high-voltage' : isRf ? 'rf' : 'none',
      } as const;
      return { ...card, testPoints: [...card.testPoints, { ...added, expect: [expect] }] };
    }
  }
}

/**
 * The card with what was ticked taken over, and a line of it in its history. Steps that are but usual for the kind give way to the
 * order of the manual. A point or part without a section stays out.
 * @param from what the manual is called
 * @param on ISO date
 * @throws CoreError `broken-card` where what was chosen makes no card
 */
export function withProposals(card: Card, taken: readonly Taken[], from: string, on: string): Card {
  if (taken.length === 0) return card;
  const usual = new Set(usualSteps(card).map(({ id }) => id));
  const hasSteps = taken.some(({ proposal }) => proposal.list === 'alignment');
  const base = hasSteps ? { ...card, alignment: card.alignment.filter(({ id }) => !usual.has(id)) } : card;
  const grown = taken.reduce(withOne, base);
  return noted(card, readCard(grown), { on, what: `${countText(taken)} from ${from}` });
}
