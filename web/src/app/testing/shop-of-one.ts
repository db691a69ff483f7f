import { formatVersion } from '@amber-relay/core/format';
import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { readCard, type CardInput } from '@amber-relay/core/card';
import type { Booking } from '../storage/job-repository';
import { BenchDatabase } from '../storage/bench-database';
import { DATABASE_NAME } from '../storage/database-name';
import { provideIcons } from '../ui/icons';

/** A card small enough for specs of the screens. */
export const pocketCard: CardInput = {
  format: 'amber-relay-card',
  version: formatVersion,
  id: 'pocket',
  chassis: 'Pocket',
  kind: 'cb-pll',
  madeFrom: 1980,
  madeTo: 1990,
  supply: { kind: 'dc', nominalV: 13.8, currentLimitA: 2 },
  channels: { from: 1, to: 40, usual: 19 },
  modes: ['AM', 'FM'],
  models: [{ id: 'one', maker: 'Oxbrae', name: 'Wren' }],
  sections: [
    { id: 'mixer', name: 'Mixer', short: 'Mixer', kind: 'mixer' },
    { id: 'audio', name: 'Audio', short: 'Audio', kind: 'audio' },
    { id: 'pa', name: 'Power amplifier', short: 'PA', kind: 'power-amplifier' },
  ],
  parts: [{ designator: 'C12', section: 'audio', kind: 'electrolytic', value: '220 µF' }],
  functions: [
    { id: 'receive-am', name: 'Receive AM', group: 'receive', condition: { keyed: false, mode: 'AM' }, route: ['mixer', 'audio'] },
    { id: 'transmit-am', name: 'Transmit AM', group: 'transmit', condition: { keyed: true, mode: 'AM' }, route: ['pa'] },
  ],
  testPoints: [
    { id: 'TP7', name: 'tuning voltage', section: 'mixer', sees: 'own', unit: 'V', expect: [{ condition: {}, low: 2.9, high: 3.3 }] },
  ],
  limits: [{ id: 'power', word: 'pwr', name: 'Carrier power', condition: { keyed: true }, unit: 'W', low: 3.4, high: 4 }],
};

export const bookingOf = (serial = 'OB7-1'): Booking => {
  const customerId = crypto.randomUUID();
  return {
    customer: { id: customerId, name: 'Eldin Marrow', phone: '', email: '', address: '', note: '' },
    set: {
      id: crypto.randomUUID(),
      customerId,
      maker: 'Oxbrae',
      model: 'Wren',
      serial,
      cardId: 'pocket',
      modelId: 'one',
      previousOwners: [],
      modifications: [],
    },
    job: { complaint: 'No sound', symptoms: [], accessories: [], cosmetic: '', payer: '' },
    entries: [{ kind: 'problem', problem: 'p1', title: 'No sound', state: 'open' }],
    photos: [],
  };
};

/** A shop with one card in a database of its own, under a fresh name. Call it in `beforeEach`, and the act it gives in `afterEach`. */
export async function shopOfOne(): Promise<() => Promise<void>> {
  TestBed.configureTestingModule({
    providers: [provideRouter([]), provideIcons(), { provide: DATABASE_NAME, useValue: `spec ${crypto.randomUUID()}` }],
  });
  const db = TestBed.inject(BenchDatabase);
  await db.cards.put(readCard(structuredClone(pocketCard)));
  await db.instruments.put({ id: 'meter', name: 'Meter', measures: ['V'], percentOfReading: 0.5 });
  return () => db.delete();
}
