import { usualTest } from '../card';
import { refuse, takeConditionsOfAny, type EntryContext, type Word } from '../line';
import { levelOhm, takeValue } from './take-value';
import { reading, type Understood } from './understood';

/**
 * A line of a test that every bench does, `pwr 40m 100w`, `sens 0.3uV`, `swr 1.3:1`, where no card has it: kept without a limit. Undefined
 * where the line begins otherwise. A band or mode is taken as it is written where there is no card that names them.
 * @throws CoreError where the value or its unit is missing, cannot be read, or cannot be so
 */
export function usualLine(words: readonly Word[], line: string, context: EntryContext): Understood | undefined {
  const [first, ...others] = words;
  const test = first && usualTest(first.text);
  if (!test) return undefined;
  // The last word is the value.
  const { condition, said, rest: left } = takeConditionsOfAny(others, context, 1);
  const keyed = said.keyed ?? test.keyed;
  const under = keyed === undefined ? condition : { ...condition, keyed };
  // `1.3:1` is 1.3.
  const typed = test.word === 'swr' ? line.replace(/\s*:\s*1\s*$/, '') : line;
  const own = left.filter(({ at }) => at < typed.length);
  const taken = takeValue(own, test.unit, typed, test.word === 'audio' ? undefined : { ohm: levelOhm });
  const at = own[0]?.at ?? first.at;
  // Nobody means whole volts or hertz where no card says how much belongs there.
  if (taken.quantity && (test.unit === 'V' || test.unit === 'Hz') && !/[a-zµμ]/i.test(typed.slice(at)))
    return refuse(typed.length, 'The unit is missing.', `Write it with its unit, like ${test.unit === 'V' ? '0.3uV' : '2.1kHz'}.`);
  if (taken.quantity && taken.quantity.value < (test.least ?? -Infinity))
    return refuse(at, `${test.name} is never less than ${test.least}.`, 'Look at the figure and its sign.');
  return reading(context, { what: 'limit', limit: test.word }, test.name, taken, under, undefined, {
    word: test.word,
    says: `${context.card ? 'The card has no such test' : 'There is no card yet'}: it is kept without a limit.`,
  });
}
