import type { Unit } from '../quantity';

export interface Axis {
  readonly title: string;
  readonly unit: Unit;
  readonly log?: boolean;
  /** Counts things: only whole numbers have a tick. */
  readonly whole?: boolean;
  /** The least value stands at the top. */
  readonly falling?: boolean;
}
export interface Trace {
  readonly name: string;
  readonly points: readonly (readonly [number, number])[];
  /** Wants looking at. */
  readonly attention?: boolean;
  /** What stands beside each point. */
  readonly labels?: readonly string[];
  /** `line` joins the points, `dots` marks them, `sticks` stands them on the floor of the picture, `both` joins and marks. */
  readonly as: 'line' | 'dots' | 'sticks' | 'both';
}
/** A line straight across the picture: a limit, a floor, the answer. `attention` is for what wants looking at. */
export interface Mark {
  readonly name: string;
  readonly axis: 'x' | 'y';
  readonly at: number;
  readonly attention?: boolean;
}
export interface Graph {
  readonly kind: 'graph';
  readonly x: Axis;
  readonly y: Axis;
  readonly traces: readonly Trace[];
  readonly marks?: readonly Mark[];
}
/** A ladder of resistors between two ports, drawn with its figures. */
export interface Arm {
  readonly role: 'series' | 'shunt';
  readonly ohm: number;
  readonly exactOhm: number;
  readonly watts?: number;
}
export interface Ladder {
  readonly kind: 'ladder';
  readonly from: string;
  readonly to: string;
  /** Watts that go in and come out. */
  readonly into?: number;
  readonly out?: number;
  readonly arms: readonly Arm[];
}
/** Parallel groups in series, or strings in parallel, as a bank is soldered. */
export interface Bank {
  readonly kind: 'bank';
  readonly groups: readonly (readonly number[])[];
  readonly joined: 'series' | 'parallel';
}

/** A picture as data; the screen draws it in the theme of the moment. */
export type Plot = Graph | Ladder | Bank;
