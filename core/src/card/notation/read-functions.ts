import type { CardInput, RouteStep } from '../card-schema';
import { slug } from './guesses';
import { conditionOf, lined, list } from './lines';
import type { Reading } from './reading';

type FunctionInput = NonNullable<CardInput['functions']>[number];

/** Whether it belongs to receiving, transmitting or the controls: by the words in brackets, or by its name. */
function groupOf(name: string, words: readonly string[]): FunctionInput['group'] {
  for (const group of ['transmit', 'control', 'receive'] as const) if (words.some((w) => w.toLowerCase() === group)) return group;
  return /transmit|send/i.test(name) ? 'transmit' : /receive|hear/i.test(name) ? 'receive' : 'control';
}

/** `Receive AM (receive, AM): Antenna filter > RF amplifier > Detector`, one a line; a branch is `one / other`. */
export function readFunctions(text: string, { modes, bands, base, named, tell }: Reading): FunctionInput[] {
  const functions: FunctionInput[] = [];
  for (const { text: said, line } of lined(text)) {
    const match = /^(.+?)\s*(?:\(([^)]*)\))?\s*:\s*(.+)$/.exec(said);
    if (!match) {
      tell(
        'functions',
        line,
        'A function needs a route.',
        'Write it like: Receive AM (receive, AM): Antenna filter > RF amplifier > Detector',
      );
      continue;
    }
    const [, name = '', inside = '', way = ''] = match;
    const words = list(inside);
    const group = groupOf(name, words);
    const condition = conditionOf(words, modes, bands);
    if (typeof condition === 'string') {
      tell(
        'functions',
        line,
        `"${condition}" is no mode or band of this card.`,
        `Name it above first; known are ${[...modes, ...bands].join(', ') || 'none'}.`,
      );
      continue;
    }
    if (group !== 'control') condition.keyed ??= group === 'transmit';
    let lost = '';
    const step = (word: string): string => {
      const found = named(word);
      if (!found) lost ||= word.trim();
      return found?.id ?? '';
    };
    const route: RouteStep[] = way
      .split('>')
      .map((part) => (part.includes(' / ') ? { parallel: part.split(' / ').map((branch) => branch.split('+').map(step)) } : step(part)));
    if (lost) {
      tell('functions', line, `"${lost}" is no section.`, 'Use the name of a section, or add the section above.');
      continue;
    }
    const known = base?.functions.find((f) => f.name.toLowerCase() === name.toLowerCase());
    const row = condition.band ?? condition.mode ?? 'All';
    functions.push({
      ...known,
      id: known?.id ?? slug(name),
      name,
      group,
      condition,
      route,
      // A function that is new gets its place in the grid; a known one keeps what it had.
      ...(group === 'control' || known
        ? {}
        : { row, column: [group === 'receive' ? 'Receive' : 'Transmit', condition.band && condition.mode].filter(Boolean).join(' ') }),
    });
  }
  return functions;
}
