import * as z from 'zod';
import { defineSum } from '../define-sum';
import { text, whole } from '../field';
import { namesDiffer, refuse } from '../refusal';
import { step } from '../working';

/** More sets than anyone would look through; smaller ones come first. */
const mostSets = 2000;

/**
 * All minimal hitting sets: the sets of crystals that touch every dead channel and hold no smaller such set. Channels are
 * taken in one by one; a set that misses the next channel grows by each of its crystals, and supersets are dropped.
 * Source: C. Berge, Hypergraphs (1989), sequential method.
 */
export function minimalHittingSets(channels: readonly (readonly string[])[]): string[][] {
  let sets: string[][] = [[]];
  for (const channel of channels) {
    const grown = sets.flatMap((set) => (set.some((one) => channel.includes(one)) ? [set] : channel.map((one) => [...set, one])));
    grown.sort((a, b) => a.length - b.length);
    const minimal: string[][] = [];
    for (const set of grown) {
      if (!minimal.some((smaller) => smaller.every((one) => set.includes(one)))) minimal.push(set);
      if (minimal.length >= mostSets) break;
    }
    sets = minimal;
  }
  return sets;
}

export const crystalSuspects = defineSum({
  id: 'crystal-suspects',
  title: 'Which crystal is dead',
  topic: 'frequency',
  purpose: 'the crystals that explain the dead channels of a crystal-synthesised set',
  keywords: ['crystal', 'dead channel', 'synthesiser', 'channels', '23 channel'],
  input: z.strictObject({
    crystals: z.array(text('Crystal')).min(1).meta({ title: 'Crystals' }),
    channels: z
      .array(
        z.strictObject({
          channel: whole('Channel'),
          uses: z.array(text('Crystal')).min(1).meta({ title: 'Uses' }),
          works: z.boolean().meta({ title: 'Works' }),
        }),
      )
      .meta({ title: 'Channels' }),
  }),
  output: z.object({
    cleared: z.array(z.string()).meta({ title: 'Cleared' }),
    suspectSets: z.array(z.array(z.string())).meta({ title: 'Suspect' }),
    untested: z.array(z.string()).meta({ title: 'Not tested' }),
    contradictions: z.array(z.number()).meta({ title: 'Dead with every crystal cleared' }),
  }),
  source: 'A crystal of a working channel is cleared; minimal hitting sets of the dead channels (Berge, Hypergraphs, 1989).',
  example: {
    crystals: ['Y1', 'Y2', 'Y7', 'Y8'],
    channels: [
      { channel: 1, uses: ['Y1', 'Y7'], works: true },
      { channel: 2, uses: ['Y1', 'Y8'], works: true },
      { channel: 5, uses: ['Y2', 'Y7'], works: false },
      { channel: 6, uses: ['Y2', 'Y8'], works: false },
    ],
  },
  compute({ crystals, channels }) {
    namesDiffer(crystals, (k) => `crystals.${k}`);
    channels.forEach(({ uses }, k) =>
      uses.forEach((name, j) => {
        if (!crystals.includes(name))
          refuse(`channels.${k}.uses.${j}`, `There is no crystal ${name}.`, `The crystals are ${crystals.join(', ')}.`);
      }),
    );
    const working = new Set(channels.filter((each) => each.works).flatMap((each) => each.uses));
    const used = new Set(channels.flatMap((each) => each.uses));
    const cleared = crystals.filter((name) => working.has(name));
    const dead = channels
      .filter((each) => !each.works)
      .map((each) => ({ channel: each.channel, left: crystals.filter((name) => each.uses.includes(name) && !working.has(name)) }));
    const open = dead.filter((each) => each.left.length > 0);
    const place = (name: string): number => crystals.indexOf(name);
    const suspectSets = open.length === 0 ? [] : minimalHittingSets(open.map((each) => each.left));
    for (const set of suspectSets) set.sort((a, b) => place(a) - place(b));
    suspectSets.sort((a, b) => a.length - b.length || a.map(place).reduce((order, at, k) => order || at - place(b[k] ?? ''), 0));
    return {
      cleared,
      suspectSets,
      untested: crystals.filter((name) => !used.has(name)),
      contradictions: dead.filter((each) => each.left.length === 0).map((each) => each.channel),
      working: [
        step('Cleared by a working channel', undefined, cleared.join(', ') || 'none'),
        ...dead.map((each) =>
          step(
            `Dead channel ${each.channel}`,
            undefined,
            each.left.length > 0 ? `one of ${each.left.join(', ')}` : 'every crystal of it is cleared: look elsewhere',
          ),
        ),
        ...(channels.length ? [] : [step('Nothing has been tried yet: try a channel of each crystal')]),
        step('Suspect', undefined, suspectSets.map((set) => set.join(' with ')).join(', or ') || 'none'),
      ],
    };
  },
});
