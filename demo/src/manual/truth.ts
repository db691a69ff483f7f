import type { Unit } from '@amber-relay/core/quantity';

/** What a manual says of a point under a condition, in the words of a card's lists. */
export interface TruePoint {
  readonly point: string;
  readonly name: string;
  readonly condition: readonly string[];
  readonly unit: Unit;
  readonly nominal?: number;
  readonly low?: number;
  readonly high?: number;
}

interface TrueStep {
  readonly name: string;
  readonly adjust: readonly string[];
  readonly at: string;
  readonly expect: string;
}

export interface TrueLimit {
  readonly word: string;
  readonly label: string;
  readonly condition: readonly string[];
  readonly unit: Unit;
  readonly low?: number;
  readonly high?: number;
  /** As it is printed. */
  readonly printed: string;
  readonly how?: string;
}

export interface TruePart {
  readonly designators: readonly string[];
  readonly value: string;
  readonly section: string;
}

/** All that a manual says, to be drawn in one style or another, and to hold against it what was read. */
export interface ManualTruth {
  readonly maker: string;
  readonly model: string;
  readonly points: readonly TruePoint[];
  readonly steps: readonly TrueStep[];
  readonly limits: readonly TrueLimit[];
  readonly parts: readonly TruePart[];
}
