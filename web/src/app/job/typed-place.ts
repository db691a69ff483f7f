import { partOf, type LaidCard } from '@amber-relay/core/card';

/** Where something was found or done, as it was typed: a part, a section, or words. */
export type TypedPlace =
  { readonly designator?: string; readonly section?: string; readonly words?: string } | { readonly refusal: string };

/**
 * Reads a place that was typed: a part or section of the card, a part that only a sheet names, or free words. What looks like a part that
 * neither has is refused, so that a slip is not kept as words.
 */
export function typedPlace(typed: string, card: LaidCard | undefined, onSheets: (designator: string) => boolean): TypedPlace {
  const text = typed.trim();
  if (!text) return {};
  const designator = text.toUpperCase();
  const looksLikePart = /^[a-z]{1,4}\d{1,4}[a-z]?$/i.test(text);
  if (!card) return looksLikePart ? { designator } : { words: text };
  const part = partOf(card, text);
  if (part) return { designator: part.designator, section: part.section };
  const lower = text.toLowerCase();
  const section = card.sections.find(({ name, short }) => name.toLowerCase() === lower || short.toLowerCase() === lower);
  if (section) return { section: section.id };
  if (onSheets(designator)) return { designator };
  if (looksLikePart)
    return {
      refusal: `There is no part ${designator} on this card, nor on its sheets. Check it, or write the place in words; nothing was kept.`,
    };
  return { words: text };
}
