import type { Condition } from '@amber-relay/core/card';

/** The start of an entry for a point or test under a condition, ready for its value: `tp7 ch19 receive `. */
export function probeLine(name: string, condition: Condition): string {
  const words = [
    name.toLowerCase(),
    condition.channel === undefined ? '' : `ch${condition.channel}`,
    condition.band?.toLowerCase().replace(/\s/g, '') ?? '',
    condition.mode?.toLowerCase() ?? '',
    condition.keyed === undefined ? '' : condition.keyed ? 'keyed' : 'receive',
  ];
  return `${words.filter(Boolean).join(' ')} `;
}
