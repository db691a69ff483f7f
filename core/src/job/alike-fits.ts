import type { EntryOf, TapeEntry } from '../tape';

type Fit = EntryOf<'fit'>;

/**
 * Names in one run of words, those that follow each other as from the first to the last.
 * @example
 * nameRuns(['C1', 'C2', 'C3', 'C7', 'R1', 'R2']) //~> 'C1–C3, C7, R1, R2'
 */
export function nameRuns(names: readonly string[]): string {
  const runs: string[][] = [];
  const numberOf = (name: string): readonly [string, number] => [/^\D*/.exec(name)?.[0] ?? '', Number(/\d+$/.exec(name)?.[0] ?? NaN)];
  for (const name of names) {
    const run = runs.at(-1);
    const [[letters, number], [before, last]] = [numberOf(name), numberOf(run?.at(-1) ?? '')];
    if (run && letters === before && number === last + 1) run.push(name);
    else runs.push([name]);
  }
  return runs.map((run) => (run.length < 3 ? run.join(', ') : `${run[0]}–${run.at(-1)}`)).join(', ');
}

/** Fits of the same new part for the same old one, told alike, in the order of the first of each; a part that was renewed twice stands twice. */
export function alikeFits(fits: readonly Fit[]): readonly (readonly Fit[])[] {
  const groups = new Map<string, Fit[]>();
  for (const fit of fits) {
    const { oldPart, newPart, why, proof, priceMinor, quantity, designator } = fit;
    const key = JSON.stringify([oldPart, newPart, why, proof, priceMinor, quantity]);
    let at = key;
    for (let n = 1; groups.get(at)?.some((each) => each.designator === designator); n += 1) at = `${key} ${n}`;
    groups.set(at, [...(groups.get(at) ?? []), fit]);
  }
  return [...groups.values()];
}

/** The tape with fits that are alike told by the first of them, by its names together; what is told by others is left out. */
export function withFitsTogether(stood: readonly TapeEntry[], fits: readonly Fit[]): readonly TapeEntry[] {
  const told = new Map(alikeFits(fits).flatMap((group) => group.map((fit, k) => [fit.id, k === 0 ? group : undefined] as const)));
  return stood.flatMap((entry): TapeEntry[] => {
    if (entry.kind !== 'fit') return [entry];
    const group = told.get(entry.id);
    return group ? [{ ...entry, designator: nameRuns(group.map(({ designator }) => designator)) }] : [];
  });
}
