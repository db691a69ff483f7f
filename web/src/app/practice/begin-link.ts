import type { Help } from '@amber-relay/core/practice';

/** Where a case is begun: on the practice bench, which is loaded anew over a shop of its own. */
export function beginLink(what: { readonly code?: string; readonly told?: string; readonly lesson?: string }, help: Help): string {
  const query = new URLSearchParams({ ...(Object.fromEntries(Object.entries(what)) as Record<string, string>), help });
  return `/practice/bench/begin?${query.toString()}`;
}
