/** One text with the licence of each package that ships, by name, and those that bring no text of theirs. */
export function licences(
  root: string,
  roots: readonly string[],
): { readonly text: string; readonly packages: readonly string[]; readonly without: readonly string[] };
