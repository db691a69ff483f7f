import * as z from 'zod';
import { refuse, takeMinutes, type LineRest } from '../../line';
import { defineKind, type EntryBody } from '../entry-kind';

const acts = ['begin', 'cycles', 'failed', 'end'] as const;
const fields = {
  act: z.enum(acts).meta({ title: 'Begun, cycles done, failed, or ended' }),
  holdMinutes: z.number().int().min(1).optional().meta({ title: 'Begun: how long it is to hold' }),
  cycles: z.number().int().min(1).optional().meta({ title: 'Begun: cycles it is to hold; cycles: how many were done' }),
  failures: z.number().int().min(1).optional().meta({ title: 'Begun: failures seen before' }),
  observedMinutes: z.number().positive().optional().meta({ title: 'Begun: how long it was watched for them' }),
  text: z.string().optional().meta({ title: 'How it failed, or what else' }),
};
type Body = EntryBody<'soak', typeof fields>;

const example = 'soak 3h; soak 60 cycles; soak failed went quiet; soak end';

/** `3h 20 min`, `45 min`. */
export function spanText(minutes: number): string {
  const [h, min] = [Math.floor(minutes / 60), Math.round(minutes % 60)];
  return h ? (min ? `${h} h ${min} min` : `${h} h`) : `${min} min`;
}

/** `1 cycle`, `60 cycles`. */
export const cyclesText = (cycles: number): string => `${cycles} ${cycles === 1 ? 'cycle' : 'cycles'}`;

/** `60 cycles` at the front. */
function takeCycles(rest: LineRest): number | undefined {
  const [count, word] = rest.left;
  if (!count || !/^\d{1,5}$/.test(count.text) || !/^cycles?,?$/i.test(word?.text ?? '')) return undefined;
  rest.skip(2);
  return Number(count.text);
}

/** `failed 3 times in 2h`, behind how long it is to hold: what was seen before. */
function takeSeen(rest: LineRest): Pick<Body, 'failures' | 'observedMinutes'> {
  if (rest.next?.text.toLowerCase() !== 'after') return {};
  const { at } = rest;
  rest.take();
  const count = rest.take()?.text ?? '';
  const [, failures] = /^(\d{1,4})$/.exec(count) ?? [];
  rest.takeIf((word) => (/^(times?|failures?)$/.test(word) ? word : undefined));
  const isIn = rest.takeIf((word) => (word === 'in' ? word : undefined));
  const observedMinutes = isIn ? takeMinutes(rest) : undefined;
  if (failures === undefined || Number(failures) < 1 || observedMinutes === undefined || observedMinutes < 1)
    return refuse(at, 'How often did it fail before, and in which time?', 'Write it like: soak 3h after 3 failures in 2h');
  return { failures: Number(failures), observedMinutes };
}

function takeSoak(rest: LineRest): Body {
  const word = rest.next?.text.toLowerCase();
  if (!word) return refuse(rest.at, 'How long is it to hold?', `Write it like: ${example}`);
  if (word === 'failed' || word === 'fails') {
    rest.take();
    const text = rest.takeText();
    return { kind: 'soak', act: 'failed', ...(text ? { text } : {}) };
  }
  if (word === 'end' || word === 'ended' || word === 'stop') {
    rest.take();
    const text = rest.takeText();
    return { kind: 'soak', act: 'end', ...(text ? { text } : {}) };
  }
  if (word === 'did') {
    rest.take();
    const cycles = takeCycles(rest);
    return cycles
      ? { kind: 'soak', act: 'cycles', cycles }
      : refuse(rest.at, 'How many cycles were done?', 'Write it like: soak did 20 cycles');
  }
  const first = takeCycles(rest);
  const holdMinutes = takeMinutes(rest);
  const cycles = first ?? takeCycles(rest);
  if (!holdMinutes && !cycles) return refuse(rest.at, `"${rest.text}" is no time, and no number of cycles.`, `Write it like: ${example}`);
  return { kind: 'soak', act: 'begin', ...(holdMinutes ? { holdMinutes } : {}), ...(cycles ? { cycles } : {}), ...takeSeen(rest) };
}

const wantedText = ({ holdMinutes, cycles }: Body): string =>
  [holdMinutes === undefined ? '' : spanText(holdMinutes), cycles === undefined ? '' : cyclesText(cycles)].filter(Boolean).join(' and ');

export const soak = defineKind('soak', {
  title: 'Soak',
  about: 'A set left to prove that it holds: how long or how many cycles, what was done of them, that it failed, or that it ended.',
  fields,
  words: (entry) => {
    switch (entry.act) {
      case 'begin':
        return {
          what: `Soak begun, to hold ${wantedText(entry)}${
            entry.failures === undefined
              ? ''
              : `; it had failed ${entry.failures === 1 ? 'once' : `${entry.failures} times`} in ${spanText(entry.observedMinutes ?? 0)}`
          }`,
        };
      case 'cycles':
        return { what: `Soak: ${cyclesText(entry.cycles ?? 0)} without a failure` };
      case 'failed':
        return { what: `Soak: it failed${entry.text ? `: ${entry.text}` : ''}` };
      case 'end':
        return { what: `Soak ended${entry.text ? `: ${entry.text}` : ''}` };
    }
  },
  caution: (entry) =>
    entry.act === 'begin' ? 'Not unattended: within the duty of the set and its load, with the air free and the supply limited.' : '',
  silent: ({ act }) => (act === 'failed' ? 'not weighed: no function of the card was complained of' : ''),
  paper: { counted: 'Measured: how long it held, and what that says' },
  line: {
    verbs: { soak: takeSoak },
    write: (entry) => {
      switch (entry.act) {
        case 'begin': {
          const seen = entry.failures === undefined ? '' : `after ${entry.failures} failures in ${entry.observedMinutes ?? 0} min`;
          if (entry.holdMinutes === undefined && entry.cycles === undefined) return undefined;
          if ((entry.failures === undefined) !== (entry.observedMinutes === undefined) || !Number.isInteger(entry.observedMinutes ?? 1))
            return undefined;
          return [
            'soak',
            entry.holdMinutes === undefined ? '' : `${entry.holdMinutes} min`,
            entry.cycles === undefined ? '' : `${entry.cycles} cycles`,
            seen,
          ]
            .filter(Boolean)
            .join(' ');
        }
        case 'cycles':
          return entry.cycles === undefined ? undefined : `soak did ${entry.cycles} cycles`;
        case 'failed':
          return ['soak failed', entry.text].filter(Boolean).join(' ');
        case 'end':
          return ['soak end', entry.text].filter(Boolean).join(' ');
      }
    },
  },
  examples: [
    { kind: 'soak', act: 'begin', holdMinutes: 180, failures: 3, observedMinutes: 120 },
    { kind: 'soak', act: 'begin', holdMinutes: 60, cycles: 60 },
    { kind: 'soak', act: 'begin', cycles: 60 },
    { kind: 'soak', act: 'cycles', cycles: 20 },
    { kind: 'soak', act: 'failed', text: 'went quiet' },
    { kind: 'soak', act: 'end' },
  ],
});
