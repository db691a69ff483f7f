import type { StockItem } from '@amber-relay/core/job';
import { stageNames } from '@amber-relay/core/words';
import type { JobLine } from '../storage/job-list';

/** A job as it stands beside its set. */
interface OwnJob {
  readonly id: string;
  readonly number: number;
  readonly complaint: string;
  readonly bookedOn: string;
  readonly stage: string;
  readonly stageAt: string;
}
interface OwnSet {
  readonly id: string;
  readonly name: string;
  readonly serial: string;
  readonly cardId: string | undefined;
  /** The newest first. */
  readonly jobs: readonly OwnJob[];
}
/** Somebody whose sets were here, with all of them. */
export interface Owner {
  readonly kind: 'owner';
  readonly id: string;
  readonly name: string;
  readonly contact: readonly (readonly [string, string])[];
  readonly sets: readonly OwnSet[];
  readonly inHand: number;
  readonly jobs: number;
}
/** Somebody from whom parts come, with what of theirs lies in the drawers. */
export interface Supplier {
  readonly kind: 'supplier';
  readonly id: string;
  readonly name: string;
  readonly items: readonly StockItem[];
}
export type Person = Owner | Supplier;

const byName = (a: { name: string }, b: { name: string }): number => a.name.localeCompare(b.name);

/** The owners of all sets, by name, each with the sets and their jobs. */
export function ownersOf(lines: readonly JobLine[]): Owner[] {
  const owners = new Map<string, { line: JobLine; sets: Map<string, OwnSet & { jobs: OwnJob[] }> }>();
  for (const line of lines) {
    const { row, set, customer } = line;
    if (!customer) continue;
    const owner = owners.get(customer.id) ?? { line, sets: new Map<string, OwnSet & { jobs: OwnJob[] }>() };
    owners.set(customer.id, owner);
    const own = owner.sets.get(row.setId) ?? {
      id: row.setId,
      name: `${set?.maker ?? ''} ${set?.model ?? ''}`.trim() || 'Set',
      serial: set?.serial ?? '',
      cardId: set?.cardId,
      jobs: [],
    };
    owner.sets.set(row.setId, own);
    own.jobs.push({
      id: row.id,
      number: row.number,
      complaint: row.complaint,
      bookedOn: row.bookedInAt.slice(0, 10),
      stage: row.summary.finished ? 'Handed back' : stageNames[row.summary.stage],
      stageAt: row.summary.stage,
    });
  }
  return [...owners.values()]
    .map(({ line: { customer }, sets }): Owner => {
      const all = [...sets.values()].map((set) => ({ ...set, jobs: set.jobs.sort((a, b) => b.number - a.number) })).sort(byName);
      const jobs = all.flatMap((set) => set.jobs);
      const contact: [string, string][] = [
        ['Telephone', customer?.phone ?? ''],
        ['Mail', customer?.email ?? ''],
        ['Address', customer?.address ?? ''],
        ['Note', customer?.note ?? ''],
      ];
      return {
        kind: 'owner',
        id: customer?.id ?? '',
        name: customer?.name ?? '',
        contact: contact.filter(([, text]) => text !== ''),
        sets: all,
        inHand: jobs.filter(({ stage }) => stage !== 'Handed back').length,
        jobs: jobs.length,
      };
    })
    .sort(byName);
}

/** Those from whom parts come, by name: by what lies in the drawers, by their terms and by orders. */
export function suppliersOf(stock: readonly StockItem[], named: readonly { readonly name: string }[] = []): Supplier[] {
  const suppliers = new Map<string, StockItem[]>(named.map(({ name }) => [name.trim(), []]));
  for (const item of stock) {
    const name = item.supplier?.trim() ?? '';
    if (name) suppliers.set(name, [...(suppliers.get(name) ?? []), item]);
  }
  return [...suppliers].map(([name, items]): Supplier => ({ kind: 'supplier', id: `from ${name}`, name, items })).sort(byName);
}

/** Whether any word of a person holds all that is looked for. */
export function isMeant(person: Person, words: readonly string[]): boolean {
  const text =
    person.kind === 'owner'
      ? [
          person.name,
          ...person.contact.map(([, said]) => said),
          ...person.sets.flatMap((set) => [set.name, set.serial, ...set.jobs.map(({ number }) => String(number))]),
        ]
      : [person.name, ...person.items.map(({ part }) => part)];
  const all = text.join(' ').toLowerCase();
  return words.every((word) => all.includes(word));
}
