import type { Card, CardInput } from '../card-schema';
import { cells, figureOf } from './lines';
import { asLines, figureCell } from './lists';
import type { Reading } from './reading';

type HazardInput = NonNullable<CardInput['hazards']>[number];
const kinds = ['high-voltage', 'mains', 'rf', 'esd', 'beryllium-oxide', 'solvent'] as const;

/** Cautions as cells: kind of hazard, what to mind, and of high voltage where it is proven gone and below what. */
export function readCautions(text: string, { tell }: Reading): HazardInput[] {
  const hazards: HazardInput[] = [];
  for (const { cells: row, line } of cells(text)) {
    const [kindText = '', said = '', dischargeAt = '', belowText = ''] = row;
    const kind = kinds.find((each) => each === kindText.toLowerCase().replace(/\s/g, '-'));
    const belowV = figureOf(belowText, 'V');
    if (!kind) tell('cautions', line, `"${kindText}" is no kind of hazard.`, `Begin the line with one of: ${kinds.join(', ')}.`);
    else if (!said) tell('cautions', line, 'What is there to mind?', 'The second cell says it in a sentence.');
    else if (belowV === null) tell('cautions', line, `"${belowText}" cannot be read as V.`, 'Write it like 50.');
    else hazards.push({ kind, text: said, ...(dischargeAt ? { dischargeAt } : {}), ...(belowV === undefined ? {} : { belowV }) });
  }
  return hazards;
}

export const cautionLines = (card: Card): string =>
  asLines(card.hazards.map((h) => [h.kind, h.text, h.dischargeAt, figureCell(h.belowV, 'V')]));
