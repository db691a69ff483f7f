import type { Card, CardInput } from '../card-schema';
import { cells, figureOf } from './lines';
import { asLines, figureCell, ownId, stillTypical } from './lists';
import type { Reading } from './reading';

type InjectionInput = NonNullable<CardInput['injections']>[number];

/** Injections as cells: name, section at whose input it goes in, frequency, level in dBm, function that responds, minutes. */
export function readInjections(text: string, reading: Reading, functions: NonNullable<CardInput['functions']>): InjectionInput[] {
  const { base, named, tell } = reading;
  const injections: InjectionInput[] = [];
  for (const { cells: row, line } of cells(text)) {
    const [name = '', place = '', hzText = '', levelText = '', functionName = '', minutesText = ''] = row;
    const into = named(place);
    const responds = functions.find((fn) => fn.name.toLowerCase() === functionName.toLowerCase());
    const [hz, dBm, minutes] = [figureOf(hzText, 'Hz'), figureOf(levelText, 'dBm'), figureOf(minutesText, '')];
    if (!name) tell('injections', line, 'An injection needs a name.', 'Begin the line with it, such as 455 kHz into the IF amplifier.');
    else if (!into) tell('injections', line, `"${place}" is no section.`, 'The second cell names the section into which it goes.');
    else if (!hz || hz < 0) tell('injections', line, `"${hzText}" is no frequency.`, 'Write it like 455k or 10.695M.');
    else if (dBm === null || dBm === undefined) tell('injections', line, `"${levelText}" is no level.`, 'Write it in dBm, like -60.');
    else if (!responds)
      tell('injections', line, `"${functionName}" is no function.`, 'The fifth cell names the function that must respond.');
    else if (minutes === null || (minutes !== undefined && minutes <= 0))
      tell('injections', line, `"${minutesText}" is no time.`, 'Give the minutes that it takes, such as 4.');
    else {
      const known = base?.injections.find((each) => each.name === name);
      const made = {
        ...(known?.access ? { access: known.access } : {}),
        id: known?.id ?? ownId(name, [...injections, ...(base?.injections ?? [])]),
        name,
        into: into.id,
        hz,
        dBm,
        responds: responds.id,
        minutes: minutes ?? known?.minutes ?? 4,
      };
      injections.push({ ...made, ...stillTypical(base?.injections, made) });
    }
  }
  return injections;
}

export const injectionLines = (card: Card): string =>
  asLines(
    card.injections.map((each) => [
      each.name,
      card.sections.find(({ id }) => id === each.into)?.name,
      figureCell(each.hz, 'Hz'),
      figureCell(each.dBm, 'dBm'),
      card.functions.find(({ id }) => id === each.responds)?.name,
      String(each.minutes),
    ]),
  );
