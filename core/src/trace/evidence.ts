import type { Condition } from '../card/condition';
import type { FunctionOutcome, ReadingOutcome, Remedy } from '../words';

/** What was seen, before it is said which entry told it. */
export type EvidenceBody =
  | {
      readonly kind: 'function';
      readonly functionId: string;
      readonly outcome: FunctionOutcome;
      readonly reported?: boolean;
      /** What told it, where it was not tried by hand: a test that measures it. */
      readonly by?: string;
    }
  | {
      readonly kind: 'reading';
      readonly point: string;
      readonly condition: Condition;
      readonly outcome: ReadingOutcome;
      readonly text: string;
    }
  | { readonly kind: 'injection'; readonly injection: string; readonly outcome: FunctionOutcome }
  | { readonly kind: 'forcing'; readonly forcing: string; readonly outcome: FunctionOutcome }
  | {
      readonly kind: 'finding';
      readonly section: string;
      readonly severity: 'slight' | 'plain' | 'bad' | 'clean';
      readonly previousHands: boolean;
      /** The part at which it was found, where it was at one. */
      readonly designator?: string;
      /** Cores turned, trimmers touched: speaks for a set misaligned throughout. */
      readonly twiddled?: boolean;
      /** Measured, and not looked at: nobody has looked there yet. */
      readonly measured?: boolean;
      readonly text: string;
    }
  | { readonly kind: 'manipulation'; readonly section: string; readonly changed: boolean; readonly text: string }
  /** A part measured out of circuit; without one, all parts of the section. */
  | { readonly kind: 'proof'; readonly section: string; readonly designator?: string; readonly bad: boolean }
  /** A point read beside the same point of a healthy set of this chassis. */
  | { readonly kind: 'comparison'; readonly point: string; readonly outcome: ReadingOutcome; readonly text: string }
  /** The feed of a section lifted: its supply recovers, or stays as it was. */
  | { readonly kind: 'lift'; readonly section: string; readonly recovers: boolean }
  /** All that hangs on a section lifted: its voltage recovers, or stays as it was. */
  | { readonly kind: 'unload'; readonly section: string; readonly recovers: boolean }
  /** A cheap repair as a test, and whether the trouble is gone. */
  | { readonly kind: 'remedy'; readonly section: string; readonly remedy: Remedy; readonly cured: boolean }
  /** Which part of a stage alone makes the voltages that were read there, by reckoning its circuit. */
  | {
      readonly kind: 'circuit';
      readonly about: string;
      readonly text: string;
      readonly sections: readonly { readonly section: string; readonly chance: number }[];
      readonly parts: readonly { readonly designator: string; readonly chance: number }[];
      /** Chance that it is none of these parts. */
      readonly elsewhere: number;
    }
  | { readonly kind: 'fit'; readonly section: string; readonly designator: string }
  /** Something was done to the set of which nobody has said yet what it did: what is tried after it is not the same try again. */
  | { readonly kind: 'mended'; readonly text: string };

/** What has been seen, in the form that Trace weighs. */
export type Evidence = EvidenceBody & {
  /** The tape entry it comes from. */
  readonly id: string;
  /** Who made it doubts it: it counts half. */
  readonly doubtful?: boolean;
};

/** Confirmed repairs of this card in this shop, by section. */
export type ShopHistory = Readonly<Record<string, number>>;

/** More than a shop sees of one chassis: a count beyond it is a slip. */
const mostCases = 100_000;
/** Cases of each section that a history may be asked for: what is no count, or of no section of the card, is none. */
export const casesBySection = (history: ShopHistory, sections: readonly string[]): ReadonlyMap<string, number> =>
  new Map(
    sections.flatMap((section) => {
      const count = Object.hasOwn(history, section) ? Number(history[section]) : 0;
      return count > 0 && Number.isFinite(count) ? [[section, Math.min(mostCases, count)] as const] : [];
    }),
  );
