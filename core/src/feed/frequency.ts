import { agrees, conditionText, type LaidCard } from '../card';
import { countedOn, follows, planAt, sourceName, sources, type Counted, type PlanNode } from '../run';
import { ofKind } from '../tape';
import { counted, ofCard } from './fed';

/** A reading says how many were left out because something was turned since. */
const older = (n: number): string => (n ? `, ${counted(n, 'older one')} left out` : '');

const off = ({ readHz, shouldHz }: Counted): number => (readHz ?? shouldHz) - shouldHz;

/** The oscillators that a reading is made of, by the names of the sum, with how far it follows each. */
const madeOf = (card: LaidCard, { plan, node }: Counted): Readonly<Record<string, number>> =>
  Object.fromEntries(
    sources(card, plan).flatMap((source) => {
      const by = follows(card, plan, node.id, source.id);
      return by === 0 ? [] : [[sourceName(card, source, plan), by]];
    }),
  );

/** Errors of frequency with what each is made of; a channel that wanders by a divider's step is no oscillator that is off. */
export const oscillatorErrors = ofCard(({ card, stood }) => {
  const { all, older: left } = countedOn(card, stood);
  const rows = all
    .filter((each) => each.readHz !== null && Math.abs(off(each)) <= 1e-3 * each.shouldHz)
    .map((each) => ({
      label: each.label,
      errorHz: off(each),
      coefficients: madeOf(card, each),
      ...(each.sigmaHz > 0 ? { sigmaHz: each.sigmaHz } : {}),
    }))
    .filter(({ coefficients }) => Object.keys(coefficients).length > 0);
  if (!rows.length) return [];
  const oscillators = [...new Set(rows.flatMap(({ coefficients }) => Object.keys(coefficients)))];
  return [{ key: 'frequencies', name: `frequencies, ${counted(rows.length)}${older(left)}`, input: { oscillators, readings: rows } }];
});

/** The loop whose number a frequency hangs on, and by how many Hz it goes when that goes by one. */
function numbered(card: LaidCard, { plan, node, shouldHz, readHz }: Counted) {
  for (const { id, does } of card.frequencyPlan) {
    const n = plan.set[id];
    if (does !== 'locks' || n === undefined || readHz === null) continue;
    const byOne = planAt({ ...card, tunings: [{ condition: {}, set: { ...plan.set, [id]: n + 1 } }] }, plan.condition)?.hz.get(node.id);
    const was = plan.hz.get(node.id);
    if (byOne === undefined || was === undefined || byOne === was) continue;
    return { loop: id, expectedN: n, measuredN: Math.round(n + (readHz - shouldHz) / (byOne - was)) };
  }
  return undefined;
}

/** Numbers that the divider must have had, from the channels that were counted. */
export const stuckLine = ofCard(({ card, stood }) => {
  const { all, older: left } = countedOn(card, stood);
  const rows = all.flatMap((each) => {
    const { channel } = each.plan.condition;
    const found = channel === undefined ? undefined : numbered(card, each);
    return found && found.measuredN >= 0 ? [{ channel: channel ?? 0, ...found }] : [];
  });
  const loops = [...new Set(rows.map(({ loop }) => loop))];
  return loops.flatMap((loop) => {
    const channels = [
      ...new Map(
        rows.filter((row) => row.loop === loop).map(({ channel, expectedN, measuredN }) => [channel, { channel, expectedN, measuredN }]),
      ).values(),
    ].sort((a, b) => a.channel - b.channel);
    if (channels.length < 2) return [];
    const most = Math.max(...card.tunings.map(({ set }) => set[loop] ?? 0), ...channels.map(({ measuredN }) => measuredN));
    return [
      {
        key: loop,
        name: `${counted(channels.length, 'channel')} counted${older(left)}`,
        input: { code: 'binary', bits: Math.ceil(Math.log2(most + 1)), channels },
      },
    ];
  });
});

/** Channels that work and that are dead, with the crystals of each. */
export const crystalSuspects = ofCard(({ card, stood }) => {
  // A set whose tuning chooses no oscillator has no bank of crystals.
  const banked = new Set(
    card.frequencyPlan.filter(({ id, does }) => does === 'oscillates' && card.tunings.some(({ set }) => id in set)).map(({ id }) => id),
  );
  if (!banked.size) return [];
  const { all, older: left } = countedOn(card, stood);
  return [false, true].flatMap((keyed) => {
    const used = (each: Counted): string[] =>
      card.frequencyPlan
        .filter(({ id }) => banked.has(id) && follows(card, each.plan, each.node.id, id) !== 0)
        .map((node) => sourceName(card, node, each.plan));
    const rows = all
      .filter(
        ({ plan, node }) => (plan.condition.keyed ?? false) === keyed && node.carrier !== undefined && plan.condition.channel !== undefined,
      )
      .map((each) => ({ channel: each.plan.condition.channel ?? 0, uses: used(each), works: each.readHz !== null }))
      .filter(({ uses }) => uses.length > 0);
    if (!rows.length) return [];
    const crystals = [...new Set(rows.flatMap(({ uses }) => uses))];
    return [
      {
        key: String(keyed),
        name: `${counted(rows.length, 'channel')} ${keyed ? 'sent' : 'received'}${older(left)}`,
        input: { crystals, channels: rows },
      },
    ];
  });
});

/** Dividers one behind the other, from what goes into the first. */
export const dividerChain = ofCard(({ card, stood, condition }) => {
  const plan = planAt(card, condition);
  if (!plan) return [];
  const divides = (node: PlanNode | undefined): boolean => node?.does === 'divides' && node.factor !== undefined;
  const nodes = card.frequencyPlan;
  const heads = nodes.filter((node) => divides(node) && !divides(nodes.find(({ id }) => id === node.from[0])));
  const { all } = countedOn(card, stood);
  return heads.flatMap((head) => {
    const chain = [head];
    for (let next: PlanNode | undefined = head; next;) {
      const { id }: PlanNode = next;
      next = nodes.find((node) => divides(node) && node.from[0] === id);
      if (next) chain.push(next);
    }
    const inputHz = plan.hz.get(head.from[0] ?? '');
    if (inputHz === undefined) return [];
    const read = chain.flatMap(({ id, section }) => {
      const found = all.find(({ node, plan: at }) => node.id === id && agrees(at.condition, condition));
      return found ? [{ name: section, hz: found.readHz ?? 0 }] : [];
    });
    return [
      {
        key: head.id,
        name: `${chain.map(({ section }) => section).join(', ')}: ${counted(read.length)}`,
        input: {
          inputHz,
          stages: chain.map(({ section, factor }) => ({ name: section, ratio: factor })),
          ...(read.length ? { readings: read } : {}),
        },
      },
    ];
  });
});

/** The number of each loop in the state the set stands in. */
export const pllN = ofCard(({ card, condition }) => {
  const plan = planAt(card, condition);
  return (plan ? card.frequencyPlan : []).flatMap((node) => {
    const [step, out] = [plan?.hz.get(node.from[0] ?? ''), plan?.hz.get(node.id)];
    return node.does === 'locks' && step !== undefined && out !== undefined
      ? [{ key: node.id, name: `${node.section}, ${conditionText(condition)}`, input: { outputHz: out, referenceHz: step } }]
      : [];
  });
});

/** A channel's frequency against its limit, with the counter that read it. */
export const frequencyCheck = ofCard(({ card, stood, instruments = [] }) =>
  [...countedOn(card, stood).all]
    .reverse()
    .filter(({ readHz }) => readHz !== null)
    .slice(0, 6)
    .map(({ entry, label, shouldHz, readHz }) => {
      const counter = instruments.find(({ id, name }) => id === entry.instrument || name === entry.instrument);
      // A test of the channel is of how far it lies off; the limits of all else are frequencies.
      const bound = entry.high === undefined ? undefined : entry.subject.what === 'limit' ? entry.high : entry.high - shouldHz;
      return {
        key: label,
        name: label,
        input: {
          nominalHz: shouldHz,
          readingHz: readHz,
          ...(bound !== undefined && bound > 0 ? { limitHz: bound } : {}),
          ...(counter?.counter
            ? { gateS: Math.max(...counter.counter.gatesS), counter: counter.counter.kind, displayDigits: counter.counter.displayDigits }
            : {}),
          ...(counter?.ppm === undefined ? {} : { timebasePpm: counter.ppm }),
        },
      };
    }),
);

/** The two that a mixer of the plan mixes. */
export const mixerProducts = ofCard(({ card, condition }) => {
  const plan = planAt(card, condition);
  return (plan ? card.frequencyPlan : []).flatMap((node) => {
    const [f1Hz, f2Hz] = node.from.map((id) => plan?.hz.get(id));
    const wantedHz = plan?.hz.get(node.id);
    return (node.does === 'mixes-up' || node.does === 'mixes-down') && f1Hz !== undefined && f2Hz !== undefined
      ? [
          {
            key: node.id,
            name: `${node.section}, ${conditionText(condition)}`,
            input: { f1Hz, f2Hz, maxOrder: 7, ...(wantedHz ? { wantedHz } : {}) },
          },
        ]
      : [];
  });
});

/** The oscillators that run in the state the set stands in, and what is wanted there. */
export const peakNames = ofCard(({ card, condition }) => {
  const plan = planAt(card, condition);
  const running = plan ? card.frequencyPlan.filter(({ does, id }) => (does === 'oscillates' || does === 'locks') && plan.hz.has(id)) : [];
  if (!plan || !running.length) return [];
  const wantedHz = plan.carrier && plan.hz.get(plan.carrier.id);
  return [
    {
      key: 'oscillators',
      name: conditionText(condition) || 'the oscillators',
      input: {
        sources: running.slice(0, 6).map((node) => ({ name: sourceName(card, node, plan), hz: plan.hz.get(node.id) })),
        ...(wantedHz === undefined ? {} : { wantedHz }),
        toleranceHz: 2000,
      },
    },
  ];
});

/** The frequency of the last channel that was counted. */
export const channel = ofCard(({ card, stood }) => {
  const last = ofKind(stood, 'reading').findLast(({ subject, value }) => subject.what === 'channel' && value !== null);
  return card.channelPlan && last
    ? [{ key: 'channel', name: `ch ${last.condition.channel}`, input: { plan: card.channelPlan, frequencyHz: last.value } }]
    : [];
});
