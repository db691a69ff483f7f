import { randomBytes } from 'node:crypto';
import { demoCards } from '../demo-cards';
import type { Drawing } from './pen';
import { sheetSet } from './sheet-set';
import { writePdf } from './write-pdf';

/**
 * A long service manual: the sheets of all cards over and over, each page with a photo of noise, as a scanned one would have.
 * @param pages How many pages it has.
 * @param bytes How large it is to become, at least.
 */
export async function longManual(pages: number, bytes: number): Promise<{ pdf: Uint8Array; drawings: readonly Drawing[] }> {
  const all = demoCards().flatMap(sheetSet);
  const drawings = Array.from({ length: pages }, (_, i) => all[i % all.length] as Drawing);
  const side = Math.ceil(Math.sqrt(bytes / pages));
  const pdf = await writePdf(drawings, 'Service manual', new Date('2026-01-01T00:00:00Z'), () => ({
    side,
    grey: randomBytes(side * side),
  }));
  return { pdf, drawings };
}
