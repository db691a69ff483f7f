import { units, type Unit } from '../../quantity';
import type { Card, CardInput } from '../card-schema';
import { conditionKey, conditionText } from '../condition';
import { cells, conditionOf, figureOf, list } from './lines';
import { asLines, figureCell, ownId } from './lists';
import type { Reading } from './reading';

type LimitInput = NonNullable<CardInput['limits']>[number];

const offChannel = /^Hz (?:off|from) (?:the )?channel$/i;

/** Tests as cells: word, name, condition, unit (`Hz off channel` for the error of a channel), low, high, how. */
export function readTests(text: string, { modes, bands, base, tell }: Reading): LimitInput[] {
  const tests: LimitInput[] = [];
  for (const { cells: row, line } of cells(text)) {
    const [word = '', name = '', conditionCell = '', unitText = '', lowText = '', highText = '', how = ''] = row;
    if (/^word$/i.test(word)) continue;
    const from = offChannel.test(unitText) ? ('channel' as const) : undefined;
    const unit: Unit | undefined = from
      ? 'Hz'
      : (units.find((u) => u !== '' && (u.toLowerCase() === unitText.toLowerCase() || (u === 'ohm' && unitText === 'Ω'))) ??
        (unitText === '' || unitText === '–' ? '' : undefined));
    const condition = conditionOf(list(conditionCell), modes, bands);
    if (!/^[a-z][a-z0-9-]*$/.test(word.toLowerCase()))
      tell('tests', line, `"${word}" is no word for a test.`, 'Begin the line with what you type for it, in one word, such as pwr.');
    else if (unit === undefined)
      tell('tests', line, `"${unitText}" is no unit known here.`, 'The fourth cell is W, V, Hz, dB, % and so on, or Hz off channel.');
    else if (typeof condition === 'string')
      tell('tests', line, `"${condition}" is no condition.`, 'Write keyed, receive, a mode, a band or ch 19, with commas between.');
    else {
      const [low, high] = [lowText, highText].map((figure) => figureOf(figure, unit));
      if (low === null || high === null) {
        tell(
          'tests',
          line,
          `"${low === null ? lowText : highText}" cannot be read as ${unit || 'a number'}.`,
          'Write it like 3.4, 0.5u or -500.',
        );
        continue;
      }
      if (low === undefined && high === undefined) {
        tell('tests', line, 'A test needs a limit.', 'Give the fifth cell the least, the sixth the most, or both.');
        continue;
      }
      if (low !== undefined && high !== undefined && high < low) {
        tell('tests', line, 'The most is below the least.', 'The fifth cell is the least, the sixth the most.');
        continue;
      }
      const known = base?.limits.find(
        (each) =>
          each.word === word.toLowerCase() &&
          conditionKey(each.condition) === conditionKey(condition) &&
          (each.name === name || name === ''),
      );
      const sameFigures = known?.low === low && known?.high === high && known?.unit === unit;
      tests.push({
        id: known?.id ?? ownId([word, ...list(conditionCell)].join(' '), [...tests, ...(base?.limits ?? [])]),
        name: name || known?.name || word,
        word: word.toLowerCase(),
        condition,
        unit,
        ...(low === undefined ? {} : { low }),
        ...(high === undefined ? {} : { high }),
        ...(from ? { from } : {}),
        ...(how ? { how } : {}),
        hazard: known?.hazard ?? (condition.keyed ? 'rf' : 'none'),
        ...(known?.typical && sameFigures ? { typical: true } : {}),
      });
    }
  }
  return tests;
}

export const testLines = (card: Card): string =>
  asLines(
    card.limits.map((l) => [
      l.word,
      l.name,
      conditionText(l.condition),
      l.from ? 'Hz off channel' : l.unit,
      figureCell(l.low, l.unit),
      figureCell(l.high, l.unit),
      l.how,
    ]),
  );
