import type { LaidCard } from '../card';
import { ofKind, standing, type TapeEntry } from '../tape';
import { holds, testCourses } from './before-after';
import { listedParts, polarityOpen } from './listed-parts';
import { labourClock } from './labour-clock';
import { fixedPrice, jobPrice, paidMinor, quotesOf } from './price';
import type { Job, ShopSettings } from './records';
import { agedBeside, unproven } from './repair-policy';
import { repairsOf } from './repairs';
import { isOwed, retests } from './retests';
import { openSafetyChecks, safetySigned } from './safety-checks';
import { apartOpen } from './taken-apart';
import { agreedLimit, waitsFor } from './talks';
import { foundLines, problems } from './work-lines';
import { moneyText } from '../money';
import type { Stage } from '../words';

/** Something that is not right yet, and the stage in which it is put right. */
export interface NotYet {
  readonly stage: Stage;
  readonly says: string;
}

/** Labour that runs on for so long was hardly worked. */
const longSeconds = 6 * 3600;
const named = (names: readonly string[], most = 3): string =>
  names.slice(0, most).join('; ') + (names.length > most ? ` and ${names.length - most} more` : '');
const count = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`;

/** What is not right yet, in the order of the stages, before a set goes back; empty when all is. It may go back all the same. */
export function beforeHandBack(input: {
  readonly job: Job;
  readonly shop: ShopSettings;
  readonly card?: LaidCard | undefined;
  readonly tape: readonly TapeEntry[];
  readonly nowMs: number;
}): NotYet[] {
  const { job, shop, card, nowMs } = input;
  const stood = standing(input.tape);
  const list: NotYet[] = [];
  const add = (stage: Stage, holdsUp: boolean, says: string): void => void (holdsUp && list.push({ stage, says }));

  const open = openSafetyChecks(card, stood).map(({ name }) => name);
  add('safety', !safetySigned(stood), `Safety is not signed off${open.length ? `; open: ${named(open)}` : ''}.`);

  const undecided = foundLines(stood).flatMap(({ title, state }) => (state === undefined ? [title] : []));
  add('first-look', undecided.length > 0, `What becomes of what was found: ${named(undecided)}?`);
  const toDo = [
    ...problems(stood).flatMap(({ title, state }) => (state === 'open' || state === 'found' ? [title] : [])),
    ...foundLines(stood).flatMap(({ title, state }) => (state === 'to-do' ? [title] : [])),
  ];
  add('repair', toDo.length > 0, `Still open: ${named(toDo)}.`);

  const wait = waitsFor(stood);
  add(
    'parts',
    wait?.reason === 'part' || wait?.reason === 'answer',
    `The job still waits for ${wait?.reason === 'part' ? 'a part' : 'an answer'}: ${wait?.text ?? ''}.`,
  );
  const onList = listedParts(card, stood);
  const wanting = onList.flatMap(({ designator, state }) => (['wanted', 'ordered', 'here'].includes(state) ? [designator] : []));
  add('parts', wanting.length > 0, `On the list, and neither fitted nor left: ${named(wanting, 6)}.`);
  const turned = polarityOpen(onList);
  add('parts', turned.length > 0, `Polarity not held against how the old one stood: ${named(turned, 6)}.`);
  const free = ofKind(stood, 'fit').flatMap(({ designator, priceMinor }) => (priceMinor === 0 ? [designator] : []));
  add('parts', free.length > 0, `No price for ${named(free, 6)}.`);

  const odd = shop.policy === 'least' ? unproven(stood) : [];
  add('parts', odd.length > 0, `Renewed without being proven bad, which is not how this shop repairs: ${named(odd, 6)}.`);
  const aged = shop.policy === 'renew' ? agedBeside(card, stood, nowMs) : [];
  add('parts', aged.length > 0, `Aged beside the repair, and still the old ones: ${named(aged, 6)}.`);

  for (const says of apartOpen(stood)) add('repair', true, says);

  const again = retests(card, stood, job.symptoms);
  const owed = again.filter(isOwed).map(({ name }) => name);
  const failed = again.flatMap((item) => (!isOwed(item) && item.now === 'fails' ? [item.name] : []));
  add('repair', owed.length > 0, `To be tried again: ${named(owed)}.`);
  add('repair', failed.length > 0, `Tried again, and failing: ${named(failed)}.`);

  const tests = card ? testCourses(card, stood) : [];
  const outside = tests.flatMap((test) => {
    const verdict = (test.after ?? test.before)?.verdict;
    return verdict === 'low' || verdict === 'high' || verdict === 'dead' ? [`${test.limit.name} ${verdict}`] : [];
  });
  const undone = tests.filter((test) => !holds(test)).length;
  add('test', outside.length > 0, `Outside its limits: ${named(outside)}.`);
  add(
    'test',
    undone > 0,
    `${undone} of ${count(tests.length, 'test')} not done${repairsOf(card, stood).length ? ' since the repair' : ''}.`,
  );

  const clock = labourClock(stood, nowMs);
  add('hand-back', clock.seconds === 0, 'No labour was recorded.');
  add('hand-back', clock.running && clock.seconds > longSeconds, `The labour clock runs, and shows ${Math.round(clock.seconds / 3600)} h.`);
  const suspects = onList.filter(({ state, proven }) => state === 'suspect' && !proven);
  add('parts', suspects.length > 0, `Suspect, and neither proven nor renewed: ${named(suspects.map(({ designator }) => designator))}.`);
  const chosen = ofKind(stood, 'talk').findLast(({ option }) => option !== undefined);
  const isQuoted = ofKind(stood, 'quote').some(({ option, seq }) => option === chosen?.option && seq < (chosen?.seq ?? 0));
  add(
    'hand-back',
    chosen !== undefined && !isQuoted,
    `Option ${chosen?.option} was approved, and nobody had quoted it: the price does not follow it.`,
  );
  const quotes = quotesOf(stood);
  add(
    'hand-back',
    quotes.length > 0 && !fixedPrice(stood),
    `Of what was quoted nothing was approved: ${quotes.map(({ option }) => option).join(', ')}.`,
  );
  const { totalMinor } = jobPrice(stood, shop, nowMs);
  const limit = agreedLimit(job, stood);
  add(
    'hand-back',
    limit !== undefined && totalMinor > limit,
    `The total is above the limit agreed, ${moneyText(limit ?? 0, job.currency ?? shop.currency)}.`,
  );
  const rest = totalMinor - paidMinor(stood);
  const owes = ofKind(stood, 'paid').length > 0 && (job.currency ?? shop.currency) === shop.currency && rest !== 0;
  add('hand-back', owes, `${rest > 0 ? 'Still to be paid' : 'To be given back'}: ${moneyText(Math.abs(rest), shop.currency)}.`);
  add(
    'hand-back',
    job.currency !== undefined && job.currency !== shop.currency,
    `The money of this job is written in ${job.currency}, the shop’s in ${shop.currency || 'no currency'}: the two are not added.`,
  );
  return list;
}
