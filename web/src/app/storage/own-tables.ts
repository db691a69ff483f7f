/** Tables that are only of this bench: they stand in no archive and in no copy. */
export const ownTables: ReadonlySet<string> = new Set(['writes', 'joins']);
