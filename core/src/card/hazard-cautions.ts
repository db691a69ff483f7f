import type { TestPoint } from './card-schema';

/** The usual caution at a point that can hurt, by its hazard; empty where nothing is known to. */
export const hazardCautions: Readonly<Record<TestPoint['hazard'], string>> = {
  none: '',
  'high-voltage': 'High voltage here: discharge it, prove it gone with a meter, one hand behind your back.',
  live: 'Live here: through an isolating transformer, one hand, insulated probe.',
  rf: 'RF here: key only into a dummy load, and keep fingers off; it burns.',
};
