import type { Card } from '@amber-relay/core/card';
import { blockPage } from './block-page';
import { boardPages } from './board-pages';
import { fullSections } from './full-parts';
import { alignmentPage, partsPages } from './list-pages';
import type { Drawing } from './pen';
import { schematicPages } from './schematic-pages';

/** The service sheets of a card: block diagram, schematic, boards from both sides, parts list, alignment. */
export function sheetSet(card: Card): Drawing[] {
  const sections = fullSections(card);
  const drawings: Drawing[] = [blockPage(card, sections, 1)];
  drawings.push(...schematicPages(card, sections, drawings.length + 1));
  drawings.push(...boardPages(card, sections, drawings.length + 1));
  drawings.push(...partsPages(card, sections, drawings.length + 1));
  drawings.push(alignmentPage(card, drawings.length + 1));
  return drawings;
}
