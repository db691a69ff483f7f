import { hundredText } from '../words';
import type { Evidence, ShopHistory } from './evidence';
import { amongFaulty, logPriorWith, posterior, weigh } from './infer';
import type { TraceModel } from './model';
import type { TraceResult } from './trace';

/** What one entry did to the suspicion when it was made: the section that it moved most. */
export interface Effect {
  readonly evidence: string;
  readonly section: string;
  readonly was: number;
  readonly now: number;
}

/** A move of less than this is not told. */
const leastMove = 0.03;

/**
 * What each entry did, in the order in which they were made. An entry that moved no section by three in a hundred is
 * left out.
 * @param from how many of the first are passed over, since what they did is known already.
 */
export function effectsOf(model: TraceModel, evidence: readonly Evidence[], history: ShopHistory = {}, from = 0): Effect[] {
  const logPrior = logPriorWith(model, history);
  const standing = (upTo: number): Float64Array => amongFaulty(model, posterior(logPrior, weigh(model, evidence.slice(0, upTo))));
  let before = standing(from);
  return evidence.slice(from).flatMap((one, i) => {
    const after = standing(from + i + 1);
    let [most, at] = [0, -1];
    model.sections.forEach((_, s) => {
      const move = Math.abs((after[s] ?? 0) - (before[s] ?? 0));
      if (move > most) [most, at] = [move, s];
    });
    const effect = { evidence: one.id, section: model.sections[at] ?? '', was: before[at] ?? 0, now: after[at] ?? 0 };
    before = after;
    return most >= leastMove ? [effect] : [];
  });
}

/**
 * What an entry would do to the suspicion, in words: the section it would lift most and the one it would drop most.
 * Shown before the entry is kept, so that a slip is seen for what it would do.
 */
export function effectText(before: TraceResult, after: TraceResult, nameOf: (section: string) => string): string {
  const moves = after.sections
    .map((section, i) => ({ name: nameOf(section.section), was: before.sections[i]?.chance ?? 0, now: section.chance }))
    .sort((a, b) => b.now - b.was - (a.now - a.was));
  const up = moves[0];
  const down = moves.at(-1);
  const told = [
    up && up.now - up.was >= 0.015 ? `lift ${up.name} from ${hundredText(up.was)} to ${hundredText(up.now)}` : '',
    down && down.was - down.now >= 0.015 ? `drop ${down.name} from ${hundredText(down.was)} to ${hundredText(down.now)}` : '',
  ].filter(Boolean);
  return told.length ? `Would ${told.join(', ')}.` : 'Would change the suspicion little.';
}
