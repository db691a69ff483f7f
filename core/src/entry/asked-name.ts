import { partOf, pointOf, type Card } from '../card';
import { isDesignator } from '../line';

/** A part or point that was named alone, without a value: what it is by the card, or that the card does not name it. */
export interface AskedName {
  readonly name: string;
  readonly says: string;
  /** Whether the card names it. */
  readonly known: boolean;
}

/** What a line asks to be shown; undefined when it holds anything but one designator or point. */
export function askedName(line: string, card: Card | undefined): AskedName | undefined {
  const name = line.trim().toUpperCase();
  if (!isDesignator(name)) return undefined;
  const says = card && (pointOf(card, name)?.name ?? partOf(card, name)?.value);
  return { name, says: says ?? 'not on the card', known: says !== undefined };
}
