import type { LinePicture, PriceLine } from '../job';

/** A cell of a table: its words, a small word behind them, and a note beneath. */
export interface PaperCell {
  readonly text: string;
  readonly strong?: boolean;
  readonly small?: string;
  readonly note?: string;
}
export interface PaperTable {
  readonly kind: 'table';
  /** Absent where the table needs none. */
  readonly head?: readonly string[];
  readonly rows: readonly (readonly PaperCell[])[];
  /** The columns that hold figures, written to the right and never broken. */
  readonly figures?: readonly number[];
}
/** A drawn line with what stands at its edges. */
export interface PaperDrawing {
  readonly kind: 'drawing';
  readonly picture: LinePicture;
  /** What it is, for who cannot see it. */
  readonly label: string;
  readonly edges: string;
}
/** Pictures by the id of their attachment. */
export interface PaperPictures {
  readonly kind: 'pictures';
  readonly pictures: readonly { readonly id: string; readonly caption: string }[];
}
/** A name written by hand; without strokes it is a line on which one signs. */
export interface PaperSignature {
  readonly text: string;
  readonly who: string;
  readonly strokes: readonly (readonly number[])[];
}

/** One piece of a paper, the same on the screen, in print, as PDF and as HTML. */
export type PaperBlock =
  | { readonly kind: 'heading'; readonly text: string }
  | { readonly kind: 'text'; readonly text: string; readonly lead?: string; readonly quiet?: boolean }
  | { readonly kind: 'list'; readonly lines: readonly string[]; readonly quiet?: boolean }
  | { readonly kind: 'beside'; readonly table: PaperTable; readonly beside: readonly PaperBlock[] }
  | PaperTable
  | PaperDrawing
  | PaperPictures
  | { readonly kind: 'signatures'; readonly of: readonly PaperSignature[] };

/** A sheet for an owner: what stands at its head and foot, and its pieces in order. */
export interface Paper {
  /** The language its dates are written in. */
  readonly locale: string;
  readonly title: string;
  /** What stands on the tag: the job, and its day. */
  readonly tag: { readonly job: string; readonly day: string };
  readonly shop: { readonly name: string; readonly address: string };
  readonly set: { readonly name: string; readonly rest: string };
  readonly blocks: readonly PaperBlock[];
  readonly foot: string;
  /** `Job 417, page 1 of 2`. */
  readonly page: (page: number, pages: number) => string;
}

export type PriceWhat = PriceLine['what'];
