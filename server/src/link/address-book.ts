import { mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { dirname } from 'node:path';
import type { InstrumentAddress } from '@amber-relay/core/measure';

const keyOf = ({ host, port }: InstrumentAddress): string => `${host.toLowerCase()}:${port}`;
/** A try counts for so long. */
const tryMs = 10 * 60_000;

/**
 * The addresses that the shop has confirmed on this machine, each after a try that was answered. A link that came in with an archive is
 * not among them until it has been tried here. Kept in a file, or in memory alone where there is none.
 */
export class AddressBook {
  private readonly confirmed = new Set<string>();
  private readonly tried = new Map<string, number>();

  constructor(private readonly file?: string) {
    if (!file) return;
    try {
      const kept: unknown = JSON.parse(readFileSync(file, 'utf8'));
      if (Array.isArray(kept)) for (const one of kept) if (typeof one === 'string') this.confirmed.add(one);
    } catch {
      // None yet, or not to be read: each address is then tried again.
    }
  }

  has(address: InstrumentAddress): boolean {
    return this.confirmed.has(keyOf(address));
  }

  /** Notes that something answered at an address as an instrument does. */
  answered(address: InstrumentAddress): void {
    const now = Date.now();
    for (const [key, at] of this.tried) if (now - at > tryMs) this.tried.delete(key);
    this.tried.set(keyOf(address), now);
  }

  /** Confirms an address that was tried a moment ago; says whether it was. */
  confirm(address: InstrumentAddress): boolean {
    const at = this.tried.get(keyOf(address));
    if (at === undefined || Date.now() - at > tryMs) return this.has(address);
    this.confirmed.add(keyOf(address));
    if (this.file) {
      mkdirSync(dirname(this.file), { recursive: true });
      writeFileSync(`${this.file}.new`, JSON.stringify([...this.confirmed], null, 1));
      renameSync(`${this.file}.new`, this.file);
    }
    return true;
  }
}
