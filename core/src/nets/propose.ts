import { routeSections, type Card } from '../card';
import type { CardNet, CardNets } from './card-nets';
import { carriesOf, givers, sectionOf } from './what-follows';

type Need = Card['sections'][number]['needs'][number];

/** What a line of the drawings shows and the card does not say yet: a need of a section, or a section that belongs into a route. */
export type Proposal =
  | { readonly kind: 'need'; readonly section: string; readonly needs: string; readonly by: Need['by']; readonly net: CardNet }
  | {
      readonly kind: 'route';
      /** The function whose route it is. */
      readonly fn: string;
      readonly section: string;
      /** The section of the route behind which it belongs. */
      readonly after: string;
      readonly net: CardNet;
    };

const byCarries = { supply: 'supply', agc: 'control', ptt: 'switching', bias: 'bias', injection: 'injection' } as const;

/** Needs that the nets of a card show: sections on a line need the one that gives it. */
function needsShown(nets: CardNets, card: Card): Proposal[] {
  const found = new Map<string, Proposal>();
  for (const net of nets.nets) {
    const carries = carriesOf(net);
    if (net.ground || carries === 'signal') continue;
    const touched = [...new Set(net.pins.flatMap(({ name }) => sectionOf(card, name) ?? []))];
    const named = card.sections.filter((s) =>
      net.labels.some((label) => label === s.short.toUpperCase() || label === s.name.toUpperCase()),
    );
    const giving = named.length ? named : card.sections.filter((s) => touched.includes(s.id) && givers.has(s.kind));
    const [source] = giving;
    if (!source || giving.length > 1) continue;
    for (const section of touched) {
      const own = card.sections.find(({ id }) => id === section);
      if (!own || section === source.id || own.needs.some((need) => need.section === source.id)) continue;
      found.set(`${section} ${source.id}`, { kind: 'need', section, needs: source.id, by: byCarries[carries], net });
    }
  }
  return [...found.values()];
}

interface Step {
  readonly from: string;
  readonly to: string;
  readonly net: CardNet;
}

const gives = /^(?:C|D|A|OUT)$/;
const takes = /^(?:B|G|G1|IN)$/;

/** Steps of the signal between sections: lines on which parts of two sections hang, in the direction of the pins that give and take. */
function stepsShown(nets: CardNets, card: Card): Step[] {
  return nets.nets.flatMap((net): Step[] => {
    if (net.ground || carriesOf(net) !== 'signal') return [];
    const own = net.pins.flatMap((pin) => {
      const section = sectionOf(card, pin.name);
      return section ? [{ ...pin, section }] : [];
    });
    const sections = [...new Set(own.map(({ section }) => section))];
    const [p, q] = sections;
    if (!p || !q || sections.length !== 2) return [];
    const by = (section: string, what: RegExp): boolean => own.some((pin) => pin.section === section && what.test(pin.pin));
    const left = (section: string): number => Math.min(...own.filter((pin) => pin.section === section).map((pin) => pin.at[0]));
    const pIsFirst = left(p) < left(q);
    const forward = by(p, gives) || by(q, takes);
    const backward = by(q, gives) || by(p, takes);
    return [forward === backward ? pIsFirst : forward].map((on) => (on ? { from: p, to: q, net } : { from: q, to: p, net }));
  });
}

/** Sections that belong into a route of the card: a line leads to them from one section of it, and another from them to the next. */
function routesShown(nets: CardNets, card: Card): Proposal[] {
  const found = new Map<string, Proposal>();
  const steps = stepsShown(nets, card);
  for (const { id, route } of card.functions) {
    const passed = routeSections(route);
    route.forEach((after, i) => {
      const next = route[i + 1];
      if (typeof after !== 'string' || typeof next !== 'string') return;
      for (const { to: section, net } of steps.filter(({ from }) => from === after)) {
        if (passed.includes(section) || !steps.some(({ from, to }) => from === section && to === next)) continue;
        found.set(`${id} ${section}`, { kind: 'route', fn: id, section, after, net });
      }
    });
  }
  return [...found.values()];
}

/** What the lines of the drawings show that the card does not say: to be ticked by who knows the set. */
export const proposals = (nets: CardNets, card: Card): Proposal[] => [...needsShown(nets, card), ...routesShown(nets, card)];

/** The card with what was ticked; what it says already, or no longer can, is left as it is. */
export function withProposals(card: Card, chosen: readonly Proposal[]): Card {
  let now = card;
  for (const one of chosen)
    if (one.kind === 'need') {
      const { section, needs, by } = one;
      now = {
        ...now,
        sections: now.sections.map((s) =>
          s.id === section && !s.needs.some((need) => need.section === needs) ? { ...s, needs: [...s.needs, { section: needs, by }] } : s,
        ),
      };
    } else {
      const { fn, section, after } = one;
      now = {
        ...now,
        functions: now.functions.map((f) => {
          const at = f.route.indexOf(after);
          if (f.id !== fn || at < 0 || routeSections(f.route).includes(section)) return f;
          return { ...f, route: f.route.toSpliced(at + 1, 0, section) };
        }),
      };
    }
  return now;
}
