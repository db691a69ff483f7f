import type { CopyRow } from '@amber-relay/core/copy';
import type Dexie from 'dexie';
import type { DBCoreMutateRequest, Transaction } from 'dexie';
import { ownTables } from './own-tables';

/** One change of one table within a transaction, rows as they went into the store. */
export type Change =
  | { readonly table: string; readonly act: 'add' | 'put'; readonly rows: readonly CopyRow[] }
  | { readonly table: string; readonly act: 'delete'; readonly ids: readonly string[] }
  | { readonly table: string; readonly act: 'clear' };

function changeOf(table: string, request: DBCoreMutateRequest): Change {
  switch (request.type) {
    case 'add':
    case 'put':
      return { table, act: request.type, rows: request.values as readonly CopyRow[] };
    case 'delete':
      return { table, act: 'delete', ids: request.keys as readonly string[] };
    case 'deleteRange':
      // Ranges of ids mean nothing here: only whole tables are cleared.
      return { table, act: 'clear' };
  }
}

/** Writes down what each transaction changes, in whichever way it is written. */
export function recordChanges(db: Dexie): { readonly of: (tx: Transaction) => readonly Change[] } {
  const made = new WeakMap<object, Change[]>();
  db.use({
    stack: 'dbcore',
    name: 'recorded changes',
    create: (core) => ({
      ...core,
      table: (name) => {
        const table = core.table(name);
        if (ownTables.has(name)) return table;
        return {
          ...table,
          mutate: (request) => {
            const list = made.get(request.trans) ?? [];
            made.set(request.trans, list);
            list.push(changeOf(name, request));
            return table.mutate(request);
          },
        };
      },
    }),
  });
  return { of: (tx) => made.get((tx as unknown as { idbtrans: object }).idbtrans) ?? [] };
}
