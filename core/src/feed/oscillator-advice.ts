import type { LaidCard } from '../card';
import { quantityText } from '../quantity';
import { countedOn, follows, sourceName, sources } from '../run';
import { solve } from '../sums';
import { oscillatorErrors as errorsSum } from '../sums/frequency/oscillator-errors';
import { oscillatorErrors } from './frequency';
import type { JobFigures } from './fed';

/** An oscillator that is off, and what is turned for it. */
export interface OscillatorAdvice {
  readonly name: string;
  /** How far it is off, and ± of that, in Hz. */
  readonly errorHz: number;
  readonly sigmaHz: number;
  /** Adjusters of the card's alignment that lie where it is made; none where the card names none. */
  readonly adjust: readonly string[];
  /** `X1 is 60 Hz low, ± 2 Hz: turn C33; the carrier goes 1.61 Hz for each Hz of it`. */
  readonly says: string;
}

/** Beyond so many ± an error is one, and no chance. */
const sure = 2;

/** The adjusters of the alignment that lie in a section, the first step first, with the place of that step. */
function adjustersIn(card: LaidCard, section: string): { readonly at: number; readonly adjust: readonly string[] } {
  const partsIn = new Set(card.parts.filter((part) => part.section === section).map(({ designator }) => designator));
  const at = card.alignment.findIndex(({ adjust }) => adjust.some((name) => partsIn.has(name)));
  return { at: at < 0 ? Infinity : at, adjust: at < 0 ? [] : (card.alignment[at]?.adjust.filter((name) => partsIn.has(name)) ?? []) };
}

/**
 * Which oscillators are off by what was counted, in the order in which the card aligns them, each with what is turned for it.
 * Source: the sum "Which oscillator is off", fed from the tape.
 */
export function oscillatorAdvice(job: JobFigures): readonly OscillatorAdvice[] {
  const { card } = job;
  const [fed] = oscillatorErrors(job);
  if (!card || !fed) return [];
  const madeBy = new Map(
    countedOn(card, job.stood).all.flatMap(({ plan }) =>
      sources(card, plan).map((node) => {
        const carries = plan.carrier ? follows(card, plan, plan.carrier.id, node.id) : 0;
        return [sourceName(card, node, plan), { section: node.section, carries }] as const;
      }),
    ),
  );
  const { estimates } = solve(errorsSum, fed.input).output;
  return estimates
    .filter(({ errorHz, sigmaHz }) => Math.abs(errorHz) > sure * sigmaHz)
    .map(({ name, errorHz, sigmaHz }) => {
      const { section = '', carries = 0 } = madeBy.get(name) ?? {};
      const { at, adjust } = adjustersIn(card, section);
      const by = quantityText(Math.abs(errorHz), 'Hz', { digits: 3 });
      const spread = quantityText(sigmaHz, 'Hz', { digits: 2 });
      return {
        at,
        name,
        errorHz,
        sigmaHz,
        adjust,
        says: `${name} is ${by} ${errorHz < 0 ? 'low' : 'high'}, ± ${spread}${adjust.length ? `: turn ${adjust.join(', ')}` : ''}${
          carries === 0 ? '' : `; the carrier goes ${quantityText(carries, '', { digits: 3 })} Hz for each Hz of it`
        }`,
      };
    })
    .sort((a, b) => a.at - b.at)
    .map(({ at: _, ...advice }) => advice);
}
