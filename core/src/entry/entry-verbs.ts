import { partOf, pointOf } from '../card';
import { isDesignator, refuse, type EntryContext, type Word } from './entry-context';
import type { TapeBody } from '../job/tape-entry';
import { waitReasons } from '../job/vocabulary';
import { comparisonNames, remedyNames } from '../job/words';
import type { Remedy } from '../trace/tables/bench-acts';
import type { ReadingOutcome } from '../trace/tables/reading-rows';

/** Reads what follows a verb; `at` is the end of the line, where something may be missing. */
type Verb = (rest: string, words: readonly Word[], context: EntryContext, at: number) => TapeBody;
const need = (rest: string, at: number, what: string, example: string): string =>
  rest === '' ? refuse(at, `${what} is missing.`, `Write it like: ${example}`) : rest;

function placeOf(word: Word | undefined, context: EntryContext, at: number): { section: string; designator?: string } {
  if (!word) return refuse(at, 'Where?', 'Name a part such as C31, or a section.');
  const part = context.card && partOf(context.card, word.text);
  if (part) return { section: part.section, designator: part.designator };
  const section = context.card?.sections.find((s) => s.id === word.text.toLowerCase() || s.short.toLowerCase() === word.text.toLowerCase());
  return section
    ? { section: section.id }
    : refuse(word.at, `"${word.text}" is no part or section of this card.`, 'Name a part such as C31, or a section such as vco.');
}

const manipulate =
  (act: 'tap' | 'press' | 'heat' | 'cool'): Verb =>
  (_rest, words, context, at) => {
    const place = placeOf(words[0], context, at);
    const said = words[1]?.text.toLowerCase();
    const changed = said === 'changed' || said === 'changes' || said === 'yes';
    if (!said || !(changed || ['steady', 'no', 'same'].includes(said)))
      return refuse(at, 'Did the symptom change?', `End with changed or steady: ${act} l4 changed`);
    return { kind: 'manipulation', act, changed, ...place };
  };

const remedy =
  (act: Remedy): Verb =>
  (_rest, words, context, at) => {
    const place = placeOf(words[0], context, at);
    const said = words[1]?.text.toLowerCase();
    const cured = said === 'cured' || said === 'works' || said === 'yes';
    if (!said || !(cured || ['same', 'no'].includes(said)))
      return refuse(words[1]?.at ?? at, 'Is the trouble gone?', `End with cured or same: ${act} ${words[0]?.text ?? 'j2'} cured`);
    return { kind: 'remedy', remedy: act, cured, ...place };
  };

const compared: Readonly<Record<string, ReadingOutcome>> = {
  same: 'in',
  in: 'in',
  lower: 'low',
  low: 'low',
  higher: 'high',
  high: 'high',
  dead: 'dead',
};

/** The first words that are not a point, a test, a part or a function. */
export const verbs: Readonly<Record<string, Verb>> = {
  note: (rest, _w, _c, at) => ({ kind: 'note', text: need(rest, at, 'The note', 'note socket corroded') }),
  claim: (rest, _w, _c, at) => ({
    kind: 'claim',
    claimant: 'earlier repairer',
    text: need(rest, at, 'The claim', 'claim PLL chip was changed'),
  }),
  found: (rest, words, context, at) => {
    const text = need(rest, at, 'What was found', 'found c31 leaking');
    const first = words[0]?.text ?? '';
    const part = context.card && partOf(context.card, first);
    const lower = rest.toLowerCase();
    const finding = lower.includes('leak')
      ? 'leaking-capacitor'
      : lower.includes('burn')
        ? 'burnt-part'
        : lower.includes('joint')
          ? 'bad-joint'
          : lower.includes('crack') || lower.includes('chip')
            ? 'cracked-part'
            : lower.includes('corro')
              ? 'corrosion'
              : 'other';
    return {
      kind: 'finding',
      finding,
      text: part ? rest.slice(first.length).trim() || 'found at fault' : text,
      severity: 'plain',
      previousHands: /previous hands|re-?soldered|twiddled/.test(lower),
      ...(part ? { designator: part.designator, section: part.section } : {}),
    };
  },
  fit: (rest, words, context, at) => {
    const first = words[0];
    if (!first || !isDesignator(first.text)) return refuse(first?.at ?? at, 'Which part?', 'Write it like: fit c12 220u 25v');
    const part = context.card && partOf(context.card, first.text);
    if (context.card && !part)
      return refuse(
        first.at,
        `${first.text.toUpperCase()} is not on this card.`,
        'Check the designator; a part without one goes on as a note.',
      );
    const newPart = need(rest.slice(first.text.length).trim(), at, 'The new part', 'fit c12 220u 25v');
    return {
      kind: 'fit',
      designator: first.text.toUpperCase(),
      oldPart: part?.value ?? '',
      newPart,
      why: '',
      proof: '',
      priceMinor: 0,
      quantity: 1,
      source: '',
      ...(part ? { section: part.section } : {}),
    };
  },
  proof: (rest, words, context, at) => {
    const first = words[0];
    const result = words[1]?.text.toLowerCase();
    if (!first || !isDesignator(first.text)) return refuse(first?.at ?? at, 'Which part?', 'Write it like: proof c31 bad 30.9p');
    if (context.card && !partOf(context.card, first.text))
      return refuse(first.at, `${first.text.toUpperCase()} is not on this card.`, 'Check the designator.');
    if (result !== 'good' && result !== 'bad') return refuse(words[1]?.at ?? at, 'Good or bad?', 'Write it like: proof c31 bad 30.9p');
    const text = words
      .slice(2)
      .map((w) => w.text)
      .join(' ');
    return { kind: 'proof', designator: first.text.toUpperCase(), result, ...(text ? { text } : {}) };
  },
  compare: (_rest, words, context, at) => {
    const first = words[0];
    const point = first && context.card ? pointOf(context.card, first.text) : undefined;
    if (!first || !point) return refuse(first?.at ?? at, 'Which point?', 'Name a point of this card: compare tp7 same');
    const said = words[1]?.text.toLowerCase() ?? '';
    const result = Object.hasOwn(compared, said) ? compared[said] : undefined;
    return result
      ? { kind: 'comparison', point: point.id, result }
      : refuse(
          words[1]?.at ?? at,
          'How does it stand beside the healthy set?',
          `Write same, lower, higher or dead: compare ${point.id.toLowerCase()} same`,
        );
  },
  lift: (_rest, words, context, at) => {
    const { section } = placeOf(words[0], context, at);
    const said = words[1]?.text.toLowerCase();
    const recovers = said === 'recovers' || said === 'yes';
    if (!said || !(recovers || ['stays', 'no', 'same'].includes(said)))
      return refuse(words[1]?.at ?? at, 'Does the supply come back?', `End with recovers or stays: lift ${section} recovers`);
    return { kind: 'lift', section, recovers };
  },
  reflow: remedy('reflow'),
  reseat: remedy('reseat'),
  clean: remedy('clean'),
  left: (rest, _w, _c, at) => ({ kind: 'remark', about: 'left-alone', text: need(rest, at, 'What was left alone', 'left scratched case') }),
  watch: (rest, _w, _c, at) => ({ kind: 'remark', about: 'watch-for', text: need(rest, at, 'What to watch', 'watch relay was cleaned') }),
  done: (rest, _w, _c, at) => ({ kind: 'remark', about: 'done', text: need(rest, at, 'What was done', 'done contacts cleaned') }),
  wait: (rest, words, _c, at) => {
    const reason = waitReasons.find((r) => r === words[0]?.text.toLowerCase());
    if (!reason)
      return refuse(words[0]?.at ?? at, 'Wait for what?', `Write it like: wait part FL2 ordered. It knows ${waitReasons.join(', ')}.`);
    return { kind: 'wait', reason, text: rest.slice(reason.length).trim() };
  },
  start: () => ({ kind: 'labour', act: 'start' }),
  stop: () => ({ kind: 'labour', act: 'stop' }),
  break: (rest, _w, _c, at) => {
    const match = /^(\d{1,3})\s*(?:min|m)?$/i.exec(rest);
    return match
      ? { kind: 'labour', act: 'break', minutes: Number(match[1]) }
      : refuse(at, 'How long was the break?', 'Write it like: break 20 min');
  },
  tap: manipulate('tap'),
  press: manipulate('press'),
  heat: manipulate('heat'),
  cool: manipulate('cool'),
};

/** What an entry made by a verb says, for the preview. */
export function verbTitle(entry: TapeBody): string {
  switch (entry.kind) {
    case 'labour':
      return entry.act === 'break' ? `Break of ${entry.minutes ?? 0} min` : entry.act === 'start' ? 'Labour starts' : 'Labour stops';
    case 'fit':
      return `Fit ${entry.designator}: ${entry.newPart}`;
    case 'finding':
      return `Found: ${[entry.designator, entry.text].filter(Boolean).join(' ')}`;
    case 'comparison':
      return `${entry.point} ${comparisonNames[entry.result]}`;
    case 'lift':
      return `Feed of ${entry.section} lifted: the supply ${entry.recovers ? 'comes back' : 'stays as it was'}`;
    case 'remedy':
      return `${remedyNames[entry.remedy]} ${entry.designator ?? entry.section}: ${entry.cured ? 'the trouble is gone' : 'no change'}`;
    case 'proof':
      return `${entry.designator} measured ${entry.result} out of circuit`;
    case 'manipulation':
      return `${entry.act} at ${entry.designator ?? entry.section}: ${entry.changed ? 'symptom changed' : 'steady'}`;
    case 'remark':
      return { done: 'Done', 'left-alone': 'Left alone', 'watch-for': 'Watch for' }[entry.about] + `: ${entry.text}`;
    case 'wait':
      return entry.reason === 'nothing' ? 'Waits for nothing' : `Waits for ${entry.reason}: ${entry.text}`;
    case 'claim':
      return `Claim: ${entry.text}`;
    default:
      return 'text' in entry && entry.text ? `Note: ${entry.text}` : entry.kind;
  }
}
