/** Minutes and penalties of a test beside the work itself. */
export const cost = {
  /** Turning to any test, and writing its result down. */
  turnTo: 0.7,
  /** Put on top when tests are ranked by what they tell for the minute: fewer and larger steps are worth a little. */
  eachStep: 1.5,
  /** Taking up another kind of instrument. */
  changeInstrument: 0.5,
  /** A part taken out, measured and put back; heat is a risk to the board, so it ranks as if it took longer still. */
  proofMinutes: 8,
  heatRisk: 4,
  /** All parts of a stage gone over, in circuit first: of a set whose parts nobody has listed. */
  stageProofMinutes: 12,
  tapMinutes: 1.5,
  inspectMinutes: 1.5,
  liftMinutes: 4,
  unloadMinutes: 5,
  remedyMinutes: { reflow: 4, reseat: 2, clean: 4 },
  /** A reading beside a healthy set is two readings. */
  comparison: 2,
  /** Minutes put on top for the danger, so that the cold and the low-voltage test come first. */
  hazard: { none: 0, live: 0.3, rf: 0.7, 'high-voltage': 4 },
} as const;

/** Under this many bits a test no longer separates anything. */
export const leastBits = 0.015;
/** When no test left tells this much for a minute, a few sections that hold nearly all of the chance are named as a group. */
export const poorBitsPerMinute = 0.01;
/** Local acts are offered only at sections of at least this chance: taps and looks early, what takes heat late, a whole stage in circuit between. */
export const leastChance = { tap: 0.03, inspect: 0.03, remedy: 0.1, lift: 0.04, unload: 0.04, proof: 0.2, stageProof: 0.05 } as const;
/** A test worth less than this share of the best one is not offered, however quick it is. */
export const leastShare = 0.08;
/** So many tests, first by the single faults alone, are weighed against every hypothesis. */
export const shortlist = 20;
/** So many of the best are followed a second step. */
export const lookAheadWidth = 3;
/** So many are tried as the second step. */
export const secondSteps = 12;
