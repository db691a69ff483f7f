import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { mutateBytes, mutateData, type Dice } from './mutants';

const at = '2026-02-12T12:00:00.000Z';

/** A zip whose manifest fits what is in it, whatever that is: so that what lies behind the seal is reached. */
export function sealed(format: string, version: number, files: Record<string, Uint8Array>): Uint8Array {
  const manifest = {
    format,
    version,
    madeAt: at,
    files: Object.fromEntries(
      Object.entries(files).map(([name, bytes]) => [name, { bytes: bytes.length, sha256: bytesToHex(sha256(bytes)) }]),
    ),
  };
  return zipSync({ ...files, 'manifest.json': strToU8(JSON.stringify(manifest)) }, { level: 0 });
}

/** An archive of a job, made of a whole one: damaged, or rewritten under a seal that fits. */
export function jobMutant(whole: Uint8Array, dice: Dice): Uint8Array {
  if (!dice.below(4)) return mutateBytes(whole, dice);
  const { 'manifest.json': _, ...files } = unzipSync(whole);
  const record = JSON.parse(strFromU8(files['job.json'] ?? new Uint8Array())) as unknown;
  return sealed('amber-relay-job', 4, { ...files, 'job.json': strToU8(JSON.stringify(mutateData(record, dice))) });
}
