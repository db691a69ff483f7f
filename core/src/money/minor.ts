import * as z from 'zod';

/** No sum in a workshop reaches this, in minor units; beyond it a total would lose its last digits. */
const largestMinor = 9_999_999_999;
/** No shop fits or keeps more of one part. */
export const largestQuantity = 99_999;
/** An amount of money in minor units (pence, cents). */
export const minorSchema = z.number().int().min(0).max(largestMinor, 'An amount of money is too large.');
