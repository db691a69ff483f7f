import { attempt, CoreError } from '../../errors/core-error';
import { plainIssue } from '../../errors/plain-issue';
import { formatVersion } from '../../format';
import { cardFormat, cardSchema, type Card } from '../card-schema';
import { circlesOf } from '../check-card';
import { layCard } from '../lay-card';
import { checkReferences } from '../read-card';
import type { CardTexts, ReadTexts, TextProblem } from './card-texts';
import { slug } from './guesses';
import { list } from './lines';
import { readAccess } from './access-list';
import { readAlignment } from './alignment-list';
import { readCautions } from './cautions-list';
import { readChecks } from './checks-list';
import { readForcings } from './forcings-list';
import { readInjections } from './injections-list';
import { readLevels } from './levels-list';
import { readModels, readOptions } from './models-list';
import { withPins } from './pins-list';
import { readPlan, readTunings } from './plan-list';
import { readTests } from './tests-list';
import { readFunctions } from './read-functions';
import { readParts } from './read-parts';
import { readPoints } from './read-points';
import { readSections, sectionDrafts } from './read-sections';
import type { Reading } from './reading';

/** Tells which models and options no longer fit the chassis: a set of theirs could not be laid over it. */
function tellUnlaid(card: Card, { tell }: Reading): void {
  const [first] = card.models;
  if (!first) return;
  const ways = [
    ...card.models.map(({ maker, name, differs }) => ({ area: 'models' as const, name: `${maker} ${name}`, differs })),
    ...card.options.map(({ name, changes }) => ({ area: 'options' as const, name, differs: changes })),
  ];
  for (const { area, name, differs } of ways) {
    const laid = attempt(() => layCard({ ...card, models: [{ ...first, differs }] }, first.id));
    if (!laid.ok)
      tell(area, 0, `${name} does not fit the chassis: ${laid.failure.message}`, 'Change its line, or put back what it refers to.');
  }
}

/**
 * Reads a card from what has been typed, as far as it goes: each line that cannot be read is told, with the others kept.
 * What the texts do not speak of (loops, chains, …) is taken over from `base`.
 */
export function readTexts(texts: CardTexts, base?: Card): ReadTexts {
  const problems: TextProblem[] = [];
  const drafts = sectionDrafts(texts.sections, base);
  const reading: Reading = {
    modes: list(texts.modes),
    bands: list(texts.bands),
    base,
    drafts,
    named: (word) => {
      const wanted = word.toLowerCase().trim();
      return drafts.find((d) => d.name.toLowerCase() === wanted || d.id === slug(wanted) || d.known?.short.toLowerCase() === wanted);
    },
    tell: (area, line, message, mend) => void problems.push({ area, line, message, mend }),
  };
  const { tell, modes, bands } = reading;
  const sections = readSections(reading);
  const functions = readFunctions(texts.functions, reading);
  const testPoints = readPoints(texts.points, reading);
  const parts = withPins(texts.pins, readParts(texts.parts, reading), reading);
  const frequencyPlan = readPlan(texts.plan, reading);

  if (!texts.chassis.trim())
    tell('head', 0, 'The card needs the name of its chassis.', 'Write what the maker calls it, or the model if nothing else is known.');
  const model = {
    ...base?.models[0],
    id: base?.models[0]?.id ?? (slug(texts.model || texts.chassis) || 'model'),
    maker: texts.maker.trim() || 'Unknown',
    name: texts.model.trim() || texts.chassis.trim(),
  };
  const held = {
    sections,
    functions,
    testPoints,
    parts,
    access: readAccess(texts.access, reading),
    limits: readTests(texts.tests, reading),
    coldChecks: readChecks(texts.checks, reading),
    injections: readInjections(texts.injections, reading, functions),
    alignment: readAlignment(texts.alignment, reading),
    forcings: readForcings(texts.forcings, reading, functions),
  };
  const draft: unknown = {
    ...base,
    format: cardFormat,
    version: formatVersion,
    id: base?.id ?? slug(texts.chassis),
    chassis: texts.chassis.trim(),
    kind: texts.kind,
    madeFrom: texts.madeFrom,
    madeTo: Math.max(texts.madeFrom, texts.madeTo),
    supply: texts.supply,
    modes,
    bands,
    models: [model, ...readModels(texts.models, reading, held, model)],
    options: readOptions(texts.options, reading, held),
    ...held,
    hazards: readCautions(texts.cautions, reading),
    frequencyPlan,
    tunings: readTunings(texts.tunings, reading, frequencyPlan),
    levels: readLevels(texts.levels, reading),
  };
  const parsed = cardSchema.safeParse(draft);
  if (!parsed.success) {
    if (sections.length > 0 && texts.chassis.trim()) {
      const { path, message } = plainIssue(parsed.error);
      tell('card', 0, `${path}: ${message}`, 'Correct it, and go on.');
    }
    return { problems };
  }
  try {
    const card = checkReferences(parsed.data);
    tellUnlaid(card, reading);
    // Sections that need each other round a circle are a loop.
    const loops = circlesOf(card)
      .filter((circle) => !card.loops.some((loop) => circle.every((id) => loop.sections.includes(id))))
      .map((circle, i) => ({ id: `loop-${card.loops.length + i + 1}`, name: `loop of ${circle.join(', ')}`, sections: circle }));
    return { card: { ...card, loops: [...card.loops, ...loops] }, problems };
  } catch (error) {
    if (!(error instanceof CoreError)) throw error;
    tell('card', 0, `${error.path}: ${error.message}`, error.remedy);
    return { problems };
  }
}
