import type { PrintedFigures } from './printed-figures';

/** Where on a page something was found, and the words it was found in. */
interface Where {
  /** Base of its first line, in sheet units. */
  readonly base: number;
  readonly tall: number;
  /** What is printed there, as one line. */
  readonly said: string;
  /** The heading above it. */
  readonly heading: string;
}

/** What a page of a manual gives that a card can hold. Conditions are the words of a card's lists: `keyed`, `receive`, a mode, a band. */
export type Found = Where &
  (
    | {
        readonly kind: 'point';
        readonly point: string;
        readonly name: string;
        readonly condition: readonly string[];
        readonly figures: PrintedFigures;
        /** Printed beside it in a drawing, which says nothing of the condition; a table of points goes before it. */
        readonly drawn?: true;
      }
    | {
        readonly kind: 'step';
        /** As numbered in the manual, where it is. */
        readonly number: string;
        readonly name: string;
        readonly adjust: readonly string[];
        readonly at: string;
        readonly expect: string;
      }
    | {
        readonly kind: 'limit';
        readonly word: string;
        readonly name: string;
        readonly condition: readonly string[];
        readonly figures: PrintedFigures;
        /** Off the channel’s own frequency. */
        readonly offChannel: boolean;
        readonly how: string;
      }
    | { readonly kind: 'part'; readonly designators: readonly string[]; readonly value: string }
    | { readonly kind: 'section'; readonly name: string }
  );

/** Modes and bands that the set has, so that they are known in the text. */
export interface Has {
  readonly modes: readonly string[];
  readonly bands: readonly string[];
}
