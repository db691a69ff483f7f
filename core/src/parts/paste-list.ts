import { readLine } from '../entry';
import { attempt } from '../errors';
import type { EntryContext } from '../line';
import type { TapeBody } from '../tape';

type Listed = Extract<TapeBody, { kind: 'listed' }>;

export interface PastedList {
  readonly parts: readonly Listed[];
  /** Lines that were not understood, as they were, and why. */
  readonly wrong: readonly { readonly line: number; readonly text: string; readonly message: string }[];
}

const name = '[A-Za-z]{1,4}\\d{1,4}[A-Za-z]?';
const names = new RegExp(`^(?:${name}(?:\\s*(?:[,+&]|and|-|–|\\.\\.)\\s*|\\s+))*${name}(?=$|[\\s,:=;|])`, 'i');

/** One line of a list from elsewhere as one types it: designators, then what goes in. */
function asTyped(text: string): string {
  const plain = text
    .replace(/^\s*(?:[-*•·]|\d{1,3}[.)])\s+/, '')
    .replace(/[\t;|]+/g, ' ')
    .replace(/^["']|["']$/g, '')
    .trim();
  const [front = ''] = names.exec(plain) ?? [];
  const listed = front
    .replace(/\s*(?:-|–|\.\.)\s*/g, '-')
    .replace(/\s*(?:[,+&]|\band\b)\s*/gi, ', ')
    .trim();
  const rest = plain.slice(front.length).replace(/^[\s,:=]+/, '');
  return [listed, rest].filter(Boolean).join(' ');
}

/** A column that counts the parts of its line says nothing that the line does not: it is taken off where the count is right. */
function withoutCount(value: string | undefined, parts: number): string | undefined {
  const [, count = '', rest = ''] = /^(\d{1,3})(?:\s?[x×]|\s?(?:off|pcs?|pieces))?\s+(\S.*)$/i.exec(value ?? '') ?? [];
  return count !== '' && Number(count) === parts && /\d/.test(rest) ? rest : value;
}

/**
 * A list of parts as it is pasted from a mail, a spreadsheet or a kit: one line a part or several, `C1-C4, C9: 47u 16V`, tabs and semicolons
 * between columns, bullets before them. A part that is named twice keeps its last line; what is not understood is told line by line.
 */
export function readPastedList(text: string, context: EntryContext): PastedList {
  const parts = new Map<string, Listed>();
  const wrong: PastedList['wrong'][number][] = [];
  text.split(/\r?\n/).forEach((line, k) => {
    if (!line.trim()) return;
    const typed = asTyped(line);
    const read = attempt(() => readLine(`list ${typed}`, context));
    if (!read.ok) return void wrong.push({ line: k + 1, text: line, message: read.failure.message });
    const { value: understood } = read;
    const bodies = understood.entry ? [understood.entry, ...(understood.more ?? [])] : [];
    for (const body of bodies) {
      if (body.kind !== 'listed') continue;
      const value = withoutCount(body.value, bodies.length);
      parts.set(body.designator, { ...body, ...(value === undefined ? {} : { value }) });
    }
  });
  return { parts: [...parts.values()], wrong };
}
