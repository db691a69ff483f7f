import { anyCase, practiceCards, type HiddenCase } from '@amber-relay/core/practice';

/** Monday of the week of a day, by its number of days since 1970: the same everywhere. */
const weekOf = (day: string): number => Math.floor((Date.parse(`${day}T00:00:00Z`) / 86_400_000 + 3) / 7);

/** The seven cases of a week, of seven kinds of set: the same in every shop. */
export function weekSet(day: string): readonly HiddenCase[] {
  const week = weekOf(day);
  const cards = practiceCards();
  return Array.from({ length: 7 }, (_, n) => {
    const card = cards[(week * 7 + n * 5) % cards.length];
    if (!card) throw new RangeError('There are no made-up sets.');
    return anyCase(card, week * 100 + n);
  });
}
