import {
  changedBy,
  explainVolts,
  nextReadings,
  type Changed,
  type Circuit,
  type Element,
  type Explanation,
  type NextReading,
  type NodeReading,
} from '@amber-relay/core/volts';
import { expose } from 'comlink';
import { config } from 'zod';

config({ jitless: true });

const api = {
  /** Which part explains what was read, and which reading would part the leaders best. */
  explain(
    circuit: Circuit,
    readings: readonly NodeReading[],
  ): { readonly explanation: Explanation; readonly next: readonly NextReading[] } {
    const explanation = explainVolts(circuit, readings);
    const read = readings.flatMap((r) => (r.what === 'volts' ? [r.node] : []));
    return { explanation, next: nextReadings(circuit, explanation, read) };
  },

  change: (circuit: Circuit, part: string, by: readonly Element[]): Changed[] => changedBy(circuit, part, by),
};
expose(api);
export type VoltsApi = typeof api;
