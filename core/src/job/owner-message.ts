import { isToFit, type ListedPart } from './listed-parts';
import type { Report } from './report';

/** Some of a list in one run of words; what is more is counted. */
const some = (lines: readonly string[], most = 6): string =>
  lines.slice(0, most).join('; ') + (lines.length > most ? `; and ${lines.length - most} more` : '');

/** What is still to be renewed, those that are the same counted together. */
function toRenew(list: readonly ListedPart[]): readonly string[] {
  const counts = new Map<string, number>();
  for (const { state, value, old, designator } of list)
    if (isToFit({ state })) {
      const name = value || old || designator;
      counts.set(name, (counts.get(name) ?? 0) + 1);
    }
  return [...counts].map(([name, count]) => (count > 1 ? `${count} × ${name}` : name));
}

/** A message that tells the owner how the set stands and asks whether to go on, as plain text for any way by which it is sent. */
export function ownerMessage(report: Report, list: readonly ListedPart[]): string {
  const { set, job, found, done, priceLines, quotes, limit, shop } = report;
  const renew = toRenew(list);
  const total = priceLines.at(-1)?.amount ?? '';
  return [
    `${set.maker} ${set.model}, job ${job.number}${shop.name ? `, ${shop.name}` : ''}.`,
    ...(found.length ? [`Found: ${some(found)}.`] : []),
    ...(done.length ? [`Done: ${some(done)}.`] : []),
    ...(renew.length ? [`To be renewed: ${some(renew)}.`] : []),
    `So far it comes to ${total}${limit === undefined ? '' : `; agreed up to ${limit}`}.`,
    ...(quotes.length
      ? [
          ...quotes.map(({ option, amount, text }) => `${option}: ${[`${amount} in all`, text].filter(Boolean).join(', ')}.`),
          `Which shall it be? Please answer ${quotes.length > 1 ? 'with its letter' : 'yes'}, or no.`,
        ]
      : ['May we go on? Please answer yes or no, or with a sum that it must not go beyond.']),
  ].join('\n');
}
