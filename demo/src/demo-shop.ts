import { collected, noSheets, packShop, type ShopArchive } from '@amber-relay/core/archive';
import { demoCards } from './demo-cards';
import { customers } from './customers';
import { instrumentsAt } from './instruments';
import { demoJobs } from './jobs/demo-jobs';
import { ordersAt, suppliers } from './orders';
import { stock } from './stock';

/** The demo shop as of `now`: everything in it is made up, and its dates follow the calendar. */
export function demoShop(now: Date): ShopArchive {
  const cards = demoCards();
  const { jobs, sets, tape } = demoJobs(cards, now);
  return {
    settings: {
      id: 'shop',
      name: 'Quoy Lane Radio Workshop',
      address: 'Quoy Lane, Hesta, Outer Skarrow',
      technician: 'Runa',
      currency: 'Mk',
      ratePerHourMinor: 3800,
      taxPercent: 8,
      nextJobNumber: Math.max(...jobs.map((job) => job.number)) + 1,
    },
    customers,
    sets,
    jobs,
    tape,
    cards,
    stock,
    instruments: instrumentsAt(now),
    suppliers,
    orders: ordersAt(now),
    practice: [],
    lessons: [],
    attachments: [],
    blobs: {},
    ...noSheets,
  };
}

/** The same as an archive file. */
export const packedDemoShop = (now: Date): Promise<Uint8Array> => collected((write) => packShop(demoShop(now), now.toISOString(), write));
