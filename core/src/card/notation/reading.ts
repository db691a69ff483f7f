import type { Card } from '../card-schema';
import type { TextProblem } from './card-texts';

/** A section as its line says it. */
export interface SectionDraft {
  readonly line: number;
  readonly id: string;
  readonly name: string;
  readonly kind: Card['sections'][number]['kind'];
  readonly needs: readonly string[];
  readonly watch: string | undefined;
  readonly known: Card['sections'][number] | undefined;
}

/** What all lists are read with. */
export interface Reading {
  readonly modes: readonly string[];
  readonly bands: readonly string[];
  /** The card as it was, from which is kept what the texts do not speak of. */
  readonly base: Card | undefined;
  readonly drafts: readonly SectionDraft[];
  /** The section so called, by name, id or short name. */
  readonly named: (word: string) => SectionDraft | undefined;
  readonly tell: (area: TextProblem['area'], line: number, message: string, mend: string) => void;
}
