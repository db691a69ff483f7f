import type { Card, CardInput } from '../card-schema';
import { conditionText } from '../condition';
import { cells, conditionOf, figureOf, list } from './lines';
import { asLines, figureCell, stillTypical } from './lists';
import { slug } from './guesses';
import type { Reading } from './reading';

type Node = NonNullable<CardInput['frequencyPlan']>[number];
type Tuning = NonNullable<CardInput['tunings']>[number];

const acts = ['oscillates', 'multiplies', 'divides', 'mixes-up', 'mixes-down', 'locks', 'passes'] as const;
const words = (text: string): string[] =>
  text
    .split(/[;,]/)
    .map((word) => word.trim())
    .filter(Boolean);

/** The frequency plan as cells: name, section, what it does, from which others, hertz, factor, `receive` or `transmit` where it is the carrier. */
export function readPlan(text: string, { base, named, tell }: Reading): Node[] {
  const rows = cells(text);
  const all = new Set(rows.map(({ cells: [name = ''] }) => slug(name)));
  const nodes: Node[] = [];
  for (const { cells: row, line } of rows) {
    const [name = '', place = '', doesText = '', fromText = '', hzText = '', factorText = '', carrierText = ''] = row;
    const section = named(place);
    const does = acts.find((act) => act === doesText.toLowerCase().replace(/\s+/g, '-'));
    const [hz, factor] = [figureOf(hzText, 'Hz'), figureOf(factorText.replace(/^[×x÷/]\s*/, ''), '')];
    const from = words(fromText).map(slug);
    const unknown = from.find((other) => !all.has(other));
    const carrier = (['receive', 'transmit'] as const).find((each) => each === carrierText.toLowerCase());
    if (!slug(name)) tell('plan', line, 'A frequency needs a name.', 'Begin the line with it, such as reference.');
    else if (nodes.some(({ id }) => id === slug(name)))
      tell('plan', line, `"${name}" is there twice.`, 'Give the second one another name.');
    else if (!section) tell('plan', line, `"${place}" is no section.`, 'The second cell names the section that makes it.');
    else if (!does) tell('plan', line, `"${doesText}" is not what a stage does.`, `The third cell is one of ${acts.join(', ')}.`);
    else if (unknown !== undefined)
      tell('plan', line, `"${unknown}" is no frequency of this list.`, 'The fourth cell names others of it, with semicolons between.');
    else if (hz === null || factor === null || (hz ?? 1) <= 0 || (factor ?? 1) <= 0)
      tell('plan', line, 'A figure cannot be read.', 'The fifth cell is hertz, like 10.24M, the sixth a factor, like 1024.');
    else if (carrierText && !carrier)
      tell('plan', line, `"${carrierText}" is no carrier.`, 'The seventh cell is receive, transmit or empty.');
    else {
      const node = {
        id: slug(name),
        section: section.id,
        from,
        does,
        ...(hz === undefined ? {} : { hz }),
        ...(factor === undefined ? {} : { factor }),
        ...(carrier ? { carrier } : {}),
      };
      nodes.push({ ...node, ...stillTypical(base?.frequencyPlan, node) });
    }
  }
  return nodes;
}

export const planLines = (card: Card): string =>
  asLines(
    card.frequencyPlan.map((node) => [
      node.id,
      card.sections.find(({ id }) => id === node.section)?.name,
      node.does,
      node.from.join('; '),
      figureCell(node.hz, 'Hz'),
      node.factor === undefined ? '' : String(node.factor),
      node.carrier,
    ]),
  );

/** What the plan is set to, as cells: condition, hertz of the carrier where no channel says it, and `name = figure` with semicolons between. */
export function readTunings(text: string, { modes, bands, base, tell }: Reading, plan: readonly Node[]): Tuning[] {
  const tunings: Tuning[] = [];
  for (const { cells: row, line } of cells(text)) {
    const [conditionCell = '', hzText = '', setText = ''] = row;
    const condition = conditionOf(list(conditionCell), modes, bands);
    const hz = figureOf(hzText, 'Hz');
    const set = words(setText).map((word) => {
      const [, name = '', figure = ''] = /^(.+?)\s*=\s*(.+)$/.exec(word) ?? [];
      return { word, name: slug(name), value: figureOf(figure, '') };
    });
    const wrong = set.find(({ name, value }) => !plan.some(({ id }) => id === name) || typeof value !== 'number' || value <= 0);
    if (typeof condition === 'string')
      tell('tunings', line, `"${condition}" is no condition.`, 'Write ch 19, a band or a mode, with commas between.');
    else if (hz === null || (hz ?? 1) <= 0)
      tell('tunings', line, `"${hzText}" is no frequency.`, 'Write it like 27.185M, or leave it empty.');
    else if (wrong)
      tell('tunings', line, `"${wrong.word}" sets nothing of the plan.`, 'The third cell is like loop = 343; offset = 11.25M.');
    else {
      const tuning = {
        condition,
        ...(hz === undefined ? {} : { hz }),
        set: Object.fromEntries(set.map(({ name, value }) => [name, value ?? 0])),
      };
      tunings.push({ ...tuning, ...stillTypical(base?.tunings, tuning) });
    }
  }
  return tunings;
}

export const tuningLines = (card: Card): string =>
  asLines(
    card.tunings.map((tuning) => [
      conditionText(tuning.condition),
      figureCell(tuning.hz, 'Hz'),
      Object.entries(tuning.set)
        .map(([name, value]) => `${name} = ${value}`)
        .join('; '),
    ]),
  );
