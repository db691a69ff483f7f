import * as z from 'zod';
import type { LaidCard } from '../../core/src/card';
import { writeLine } from '../../core/src/entry';
import { attempt } from '../../core/src/errors';
import { allKinds, entryCaution, entryEvidence, entryWords, paperLines, type TapeBody } from '../../core/src/tape';
import { smallLaid } from '../../core/src/testing/small-card';

type Raw = Readonly<Record<string, unknown>>;
interface Shape {
  readonly enum?: readonly unknown[];
  readonly type?: string;
  readonly minimum?: number;
}

/** What a field may hold beside what it does: each word of a choice, the other truth value, another number, another text, nothing. */
function othersOf(name: string, shape: Shape | undefined, value: unknown, required: boolean): unknown[] {
  const gone = required ? [] : [undefined];
  if (shape?.enum) return [...shape.enum.filter((one) => one !== value), ...gone];
  if (typeof value === 'boolean' || shape?.type === 'boolean') return [value !== true, ...gone];
  if (typeof value === 'number') return [value + 1, 0, -value, ...gone];
  if (name === 'designator' || name === 'adjuster') return ['C31', 'IC3', 'C99', ...gone];
  if (name === 'section') return ['vco', 'nowhere', ...gone];
  if (typeof value === 'string' || shape?.type === 'string') return ['', 'with words, 2', ...gone];
  return gone;
}

/** Examples of a kind, and each with one field otherwise, as far as its fields allow. */
function entriesOf(kind: (typeof allKinds)[number]): Raw[] {
  const fields = z.object(kind.fields as z.ZodRawShape);
  const { properties, required = [] } = z.toJSONSchema(fields) as {
    readonly properties: Readonly<Record<string, Shape>>;
    readonly required?: readonly string[];
  };
  const found = new Map<string, Raw>();
  const keep = (entry: Raw): void => {
    const { kind: own, ...body } = entry;
    if (own === kind.kind && fields.strict().safeParse(body).success) found.set(JSON.stringify(entry), entry);
  };
  for (const example of kind.examples as readonly Raw[]) {
    keep(example);
    for (const [name, shape] of Object.entries(properties))
      for (const other of othersOf(name, shape, example[name], required.includes(name))) {
        const { [name]: _, ...rest } = example;
        keep(other === undefined ? rest : { ...rest, [name]: other });
      }
  }
  return [...found.values()];
}

function said(entry: Raw, card: LaidCard | undefined): string {
  const body = entry as unknown as TapeBody;
  const words = entryWords(body, card);
  const typed = attempt(() => writeLine(body, card));
  return [
    [words.ref, words.what, words.figure, words.verdict].map((part) => part ?? '').join(' · '),
    entryCaution(body),
    card ? JSON.stringify(entryEvidence(card, { ...body, id: 'a' }) ?? null) : '',
    ...paperLines(body, card).map(({ place, text }) => `${place}: ${text}`),
    typed.ok ? (typed.value ?? 'not typed') : `refused: ${typed.failure.message}`,
  ].join(' | ');
}

/**
 * What an entry of every kind says, tells Trace, brings onto paper and is typed like, with one field after another otherwise; with a card and
 * without. Held as it stands, so that a change of it is seen in the commit.
 */
export function tapeAnswers(): Record<string, readonly string[]> {
  const card = smallLaid();
  return Object.fromEntries(
    allKinds.map((kind) => [
      kind.kind,
      entriesOf(kind).map((entry) => {
        const { kind: _, ...fields } = entry;
        const [on, off] = [said(entry, card), said(entry, undefined)];
        return `${JSON.stringify(fields)} → ${on}${off === on ? '' : ` → without a card: ${off}`}`;
      }),
    ]),
  );
}
