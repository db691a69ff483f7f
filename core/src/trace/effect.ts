import type { TraceResult } from './trace';

const percent = (chance: number): string => (chance < 0.01 ? 'under 1' : String(Math.round(chance * 100)));

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
    up && up.now - up.was >= 0.015 ? `lift ${up.name} from ${percent(up.was)} to ${percent(up.now)}` : '',
    down && down.was - down.now >= 0.015 ? `drop ${down.name} from ${percent(down.was)} to ${percent(down.now)}` : '',
  ].filter(Boolean);
  return told.length ? `Would ${told.join(', ')}.` : 'Would change the suspicion little.';
}
