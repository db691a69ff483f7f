import type { Card } from '../card';
import { CoreError } from '../errors';
import { formatVersion } from '../format';
import { lessonFormat, readLesson, type LessonFile } from './lesson';
import { practiceCards } from './practice-card';

const refuse = (path: string, message: string, remedy: string): never => {
  throw new CoreError('broken-archive', path, message, remedy);
};

/**
 * Reads a lesson that is written as Markdown: its first heading is the title, what follows is told before the case, what stands under
 * "Afterwards" is told when it is over, and a block fenced as ```case holds the rest as JSON, with the chassis of a card of the shop, or
 * of a made-up set, in place of the card itself.
 * @throws CoreError `broken-archive` with the place of what is wrong
 */
export function readLessonText(text: string, cards: readonly Card[]): LessonFile {
  const block = /^```case\s*\n([\s\S]*?)^```\s*$/m.exec(text);
  if (!block) return refuse('lesson', 'It has no block that begins with ```case.', 'Put what is hidden into one, as JSON.');
  const line = text.slice(0, block.index).split('\n').length;
  let data: Record<string, unknown>;
  try {
    data = JSON.parse(block[1] ?? '') as Record<string, unknown>;
  } catch (error) {
    return refuse(`case, from line ${line}`, `It is no JSON: ${error instanceof Error ? error.message : ''}`, 'Mend it there.');
  }
  const chassis = data['chassis'];
  const card = [...cards, ...practiceCards()].find((each) => each.chassis === chassis);
  if (!card)
    return refuse(
      `case, from line ${line}: chassis`,
      `No card here is called "${String(chassis)}".`,
      'Write the chassis of a card as it stands in Cards, or of a made-up set.',
    );
  const rest = text.slice(0, block.index) + text.slice(block.index + block[0].length);
  const title = /^#\s+(.+)$/m.exec(rest)?.[1]?.trim() ?? refuse('lesson', 'It has no heading.', 'Begin it with: # and its title');
  const [before = '', after = ''] = rest.replace(/^#\s+.+$/m, '').split(/^##\s+Afterwards\s*$/im);
  const { chassis: _, ...told } = data;
  return readLesson(
    JSON.stringify({ ...told, format: lessonFormat, version: formatVersion, title, text: before.trim(), after: after.trim(), card }),
  );
}
