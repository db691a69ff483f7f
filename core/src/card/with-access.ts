import type { Card } from './card-schema';

/**
 * A card that knows a step of taking the set apart: what comes off, in how many minutes, and what has to be off before. The same card where
 * it knows it already.
 *
 * @param minutes how long it takes, 1 or more
 */
export function withAccess(
  card: Card,
  { remove, minutes, after }: { readonly remove: string; readonly minutes: number; readonly after?: string },
): Card {
  const named = (text: string): string => text.trim().toLowerCase();
  if (card.access.some((step) => named(step.remove) === named(remove))) return card;
  const behind = after === undefined ? undefined : card.access.find((step) => named(step.remove) === named(after))?.id;
  const base =
    named(remove)
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-|-$/g, '') || 'step';
  const ids = new Set(card.access.map(({ id }) => id));
  let id = base;
  for (let n = 2; ids.has(id); n += 1) id = `${base}-${n}`;
  return {
    ...card,
    access: [
      ...card.access,
      { id, remove: remove.trim(), minutes: Math.max(1, Math.round(minutes)), ...(behind === undefined ? {} : { behind }) },
    ],
  };
}
