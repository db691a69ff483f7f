import { attempt, CoreError, type Outcome } from '../errors/core-error';
import { keyOfList, type Card, type CardChange, type ListName, type Modification } from './card-schema';
import { otherCrystals, planWith, type OtherCrystal } from './other-crystals';
import { readCard } from './read-card';

/** A card as it holds for one set: the chassis, with its model's differences and its own modifications laid over it. */
export interface LaidCard extends Card {
  readonly model: Card['models'][number];
  /** What differs from the chassis, in the order in which it was laid. */
  readonly laid: readonly { readonly from: 'model' | 'set'; readonly title: string; readonly change: CardChange }[];
  /** Crystals that are others than those of the chassis: the plan and what it is set to hold theirs. */
  readonly otherCrystals?: readonly OtherCrystal[];
}

type Item = Record<string, unknown>;

const isListName = (name: string): name is ListName => name in keyOfList;

function applyChange(card: Record<string, unknown>, change: CardChange, path: string): void {
  const refuse = (message: string): never => {
    throw new CoreError('broken-card', path, message, 'Correct the difference or take it off the set.');
  };
  if (!isListName(change.list)) return refuse(`A card has no list "${change.list}".`);
  const key = keyOfList[change.list];
  const items = card[change.list] as Item[];
  if (change.act === 'add') {
    if (items.some((item) => item[key] === change.value[key])) refuse(`"${String(change.value[key])}" is on the card already.`);
    card[change.list] = [...items, change.value];
    return;
  }
  const found = items.findIndex((item) => item[key] === change.item);
  if (found < 0) refuse(`"${change.item}" is not on the card.`);
  if (change.act === 'drop' && change.list === 'functions') dropWhatTries(card, change.item);
  card[change.list] =
    change.act === 'drop'
      ? items.filter((_, i) => i !== found)
      : items.map((item, i) => (i === found ? { ...item, ...change.fields } : item));
}

/** What is so called that may be fitted to sets of this chassis: by its name, with or without `fitted`. */
export function optionCalled(card: Pick<Card, 'options'>, words: string): Card['options'][number] | undefined {
  const said = words.trim().toLowerCase();
  return card.options.find(({ name }) => [name.toLowerCase(), `${name.toLowerCase()} fitted`].includes(said));
}

/** Where there is no such function, nothing is put in or held to try it. */
function dropWhatTries(card: Record<string, unknown>, fn: string): void {
  const left = (list: string): Item[] => ((card[list] ?? []) as Item[]).filter((item) => item['responds'] !== fn);
  const forcings = left('forcings');
  card['injections'] = left('injections');
  card['forcings'] = forcings;
  card['loops'] = ((card['loops'] ?? []) as Item[]).map(({ forcing, ...loop }) =>
    forcings.some(({ id }) => id === forcing) ? { ...loop, forcing } : loop,
  );
}

/**
 * Lays a model's differences and a set's modifications (save those rolled back) over a chassis.
 * The card itself is not changed.
 * @throws CoreError `unknown-name` for a model that is not on the card, `broken-card` when a difference does not fit.
 * @example
 * layCard(card, 'marine').parts[0].value //~> '3 A quick'
 * layCard(card, 'marine').laid.length //~> 2
 */
export function layCard(card: Card, modelId: string, modifications: readonly Modification[] = []): LaidCard {
  const model = card.models.find((m) => m.id === modelId);
  if (!model)
    throw new CoreError(
      'unknown-name',
      'model',
      `${card.chassis} has no model "${modelId}".`,
      `Known: ${card.models.map((m) => m.id).join(', ')}.`,
    );
  const laid: LaidCard['laid'] = [
    ...model.differs.map((change) => ({ from: 'model' as const, title: `${model.maker} ${model.name}`, change })),
    ...modifications
      .filter((m) => !m.rolledBack)
      .flatMap((m) => m.changes.map((change) => ({ from: 'set' as const, title: m.title, change }))),
  ];
  const draft: Record<string, unknown> = { ...card };
  laid.forEach(({ change, title }, i) => applyChange(draft, change, `${title}, difference ${i + 1}`));
  const read = readCard(draft);
  const crystals = otherCrystals(card, laid);
  return { ...read, ...(crystals.length ? { ...planWith(read, crystals), otherCrystals: crystals } : {}), model, laid };
}

/**
 * The same of a card that has been changed since: what no longer fits is left away, a model that it has no more is its first one, and all
 * the rest stays. Undefined only where the chassis itself cannot be read.
 */
export function layWhatFits(card: Card, modelId: string, modifications: readonly Modification[]): LaidCard | undefined {
  const whole = attempt(() => layCard(card, modelId, modifications));
  const model = card.models.find(({ id }) => id === modelId) ?? card.models[0];
  if (whole.ok || !model) return whole.ok ? whole.value : undefined;
  const lay = (differs: readonly CardChange[], kept: readonly Modification[]): Outcome<LaidCard> =>
    attempt(() => layCard({ ...card, models: [{ ...model, differs: [...differs] }] }, model.id, kept));
  const differs: CardChange[] = [];
  for (const change of model.differs) if (lay([...differs, change], []).ok) differs.push(change);
  const fitting: Modification[] = [];
  for (const each of modifications) if (lay(differs, [...fitting, each]).ok) fitting.push(each);
  const laid = lay(differs, fitting);
  return laid.ok ? laid.value : undefined;
}
