import { attempt } from '../errors';
import { nodeFrequencies } from '../plan';
import { parseQuantity } from '../quantity';
import type { Card, CardChange, Expectation } from './card-schema';

/** A crystal that was changed for one of another frequency, and the nodes of the plan that run on it. */
export interface OtherCrystal {
  readonly designator: string;
  /** What was said of the change. */
  readonly title: string;
  readonly wasHz: number;
  readonly isHz: number;
  readonly nodes: readonly string[];
}

/** Within this share a crystal of the parts list is the one of a tuning. */
const sameShare = 1e-5;

const hzOf = (value: string): number | undefined => {
  const read = attempt(() => parseQuantity(/^[\d.,]+\s*[kM]?(?:Hz)?/i.exec(value.trim())?.[0] ?? '', { unit: 'Hz' }).value);
  return read.ok && read.value > 0 ? read.value : undefined;
};
const isSame = (a: number | undefined, b: number): boolean => a !== undefined && Math.abs(a / b - 1) < sameShare;

/** The nodes that run on a crystal: those of its own section, where any do. */
function nodesOn({ frequencyPlan, tunings }: Card, section: string, hz: number): readonly string[] {
  const on = frequencyPlan.filter(
    ({ id, does, hz: fixed }) => does === 'oscillates' && (isSame(fixed, hz) || tunings.some(({ set }) => isSame(set[id], hz))),
  );
  const own = on.filter((node) => node.section === section);
  return (own.length ? own : on).map(({ id }) => id);
}

/** The crystals that somebody changed, of those that the plan of the chassis runs on. */
export function otherCrystals(
  chassis: Card,
  laid: readonly { readonly title: string; readonly change: CardChange }[],
): readonly OtherCrystal[] {
  return laid.flatMap(({ title, change }) => {
    if (change.act !== 'set' || change.list !== 'parts') return [];
    const part = chassis.parts.find(({ designator, kind }) => designator === change.item && kind === 'crystal');
    const [wasHz, isHz] = [hzOf(part?.value ?? ''), hzOf(String(change.fields['value'] ?? ''))];
    if (!part || wasHz === undefined || isHz === undefined || isSame(isHz, wasHz)) return [];
    const nodes = nodesOn(chassis, part.section, wasHz);
    return nodes.length ? [{ designator: part.designator, title, wasHz, isHz, nodes }] : [];
  });
}

/** What is expected at a point, so many Hz higher. */
const expectedBy = ({ nominal, low, high, ...rest }: Expectation, hz: number): Expectation => ({
  ...rest,
  ...(nominal === undefined ? {} : { nominal: nominal + hz }),
  ...(low === undefined ? {} : { low: low + hz }),
  ...(high === undefined ? {} : { high: high + hz }),
});

/** The plan of a card as it is with other crystals: what runs on one of them is set to that, and what is counted at its points, received and sent follows. */
export function planWith(card: Card, crystals: readonly OtherCrystal[]): Pick<Card, 'frequencyPlan' | 'tunings' | 'testPoints'> {
  const other = (node: string, hz: number): number =>
    crystals.find(({ nodes, wasHz }) => nodes.includes(node) && isSame(hz, wasHz))?.isHz ?? hz;
  const frequencyPlan = card.frequencyPlan.map((node) => (node.hz === undefined ? node : { ...node, hz: other(node.id, node.hz) }));
  const moved = (nominal: number | undefined): number => {
    const crystal = crystals.find(({ wasHz }) => isSame(nominal, wasHz));
    return crystal ? crystal.isHz - crystal.wasHz : 0;
  };
  return {
    frequencyPlan,
    testPoints: card.testPoints.map((point) =>
      point.unit === 'Hz' ? { ...point, expect: point.expect.map((each) => expectedBy(each, moved(each.nominal))) } : point,
    ),
    tunings: card.tunings.map((tuning) => {
      const set = Object.fromEntries(Object.entries(tuning.set).map(([node, hz]) => [node, other(node, hz)]));
      if (tuning.hz === undefined) return { ...tuning, set };
      const carrier = card.frequencyPlan.find((node) => node.carrier === (tuning.condition.keyed ? 'transmit' : 'receive'))?.id ?? '';
      const [was, is] = [nodeFrequencies(card.frequencyPlan, tuning.set).get(carrier), nodeFrequencies(frequencyPlan, set).get(carrier)];
      return { ...tuning, set, hz: was === undefined || is === undefined ? tuning.hz : tuning.hz + is - was };
    }),
  };
}
