import type { Card } from '../card';
import { readCode } from './case-code';
import { hideCase, type HiddenCase } from './hidden-case';
import { toldCase } from './lesson';
import type { Practice } from './practice-records';

/** The case of a row, on the card with which it was begun. */
export function caseOf({ code, told }: Pick<Practice, 'code' | 'told'>, card: Card): HiddenCase {
  if (told) return toldCase(card, told);
  const { way, seed } = readCode(code);
  return hideCase(card, way, seed);
}
