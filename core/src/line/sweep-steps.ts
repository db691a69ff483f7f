import type { LaidCard } from '../card';
import { attempt } from '../errors';
import { parseQuantity, writtenQuantity } from '../quantity';
import { sweptNames, type SweptOver } from '../words';
import { stateOfAnySet } from './conditions';
import { refuse } from './line-words';

const example = 'sweep tp7 channels 1 10 19 30 40';

/** So many channels are proposed where nobody says which. */
const fewChannels = 5;
const usualLevelsDbm = [-113, -93, -73, -53, -33];
const usualClosings = 8;
/** Parts of the nominal supply that are proposed. */
const supplyShares = [0.8, 0.9, 1, 1.1];

/** Steps that are usual where nobody names them; none where the card does not say. */
export function usualSteps(over: SweptOver, card: LaidCard | undefined): readonly string[] {
  switch (over) {
    case 'channel': {
      if (!card?.channels) return [];
      const { from, to } = card.channels;
      const few = Array.from({ length: fewChannels }, (_, k) => Math.round(from + ((to - from) * k) / (fewChannels - 1)));
      return [...new Set(few)].map(String);
    }
    case 'band':
      return card?.bands ?? [];
    case 'mode':
      return card?.modes ?? [];
    case 'level':
      return usualLevelsDbm.map((dBm) => writtenQuantity(dBm, 'dBm', 1));
    case 'supply':
      return card?.supply.kind === 'dc' ? supplyShares.map((share) => String(Number((share * card.supply.nominalV).toFixed(1)))) : [];
    case 'closing':
      return Array.from({ length: usualClosings }, (_, k) => String(k + 1));
    case 'point':
      return card?.testPoints.filter(({ unit }) => unit === 'Hz').map(({ id }) => id) ?? [];
  }
}

const mostSteps = 200;

/** `1 10 19`, `1, 10, 19`, `1-40`, `1 to 40 by 3`: whole numbers in their order. */
function numbersIn(text: string, at: number): readonly number[] {
  const found: number[] = [];
  for (const part of text.split(/\s*[,;]\s*|(?<=\d)\s+(?=[-−]?\d)/).filter(Boolean)) {
    const [, from, to, by] = /^(\d+)\s*(?:-|–|to|\.\.)\s*(\d+)(?:\s*by\s*(\d+))?$/i.exec(part) ?? [];
    const one = /^\d+(?:\.\d+)?$/.test(part) ? Number(part) : undefined;
    if (from !== undefined && to !== undefined) {
      const [a, b, step] = [Number(from), Number(to), Number(by ?? 1)];
      if (step < 1 || Math.abs(b - a) / step >= mostSteps)
        refuse(at, `"${part}" is too many steps.`, `At most ${mostSteps} are read in one sweep.`);
      for (let n = a; a <= b ? n <= b : n >= b; n += a <= b ? step : -step) found.push(n);
    } else if (one !== undefined) found.push(one);
    else refuse(at, `"${part}" is not a number.`, `Write it like: ${example}`);
  }
  return found;
}

/** `-113 to -33 by 20`, `-113dBm, -93dBm`, `1uV 10uV 100uV`: levels as a condition holds them. */
function levelsIn(text: string, at: number): readonly string[] {
  const [, from, to, by] = /^([-−]?\d+)\s*(?:dBm)?\s*to\s*([-−]?\d+)\s*(?:dBm)?\s*(?:by|step)\s*(\d+)\s*(?:dB)?$/i.exec(text.trim()) ?? [];
  const number = (said: string | undefined): number => Number((said ?? '').replace('−', '-'));
  if (from !== undefined) {
    const [a, b, step] = [number(from), number(to), number(by)];
    if (step < 1 || Math.abs(b - a) / step >= mostSteps)
      refuse(at, 'These are too many steps.', `At most ${mostSteps} are read in one sweep.`);
    return Array.from({ length: Math.floor(Math.abs(b - a) / step) + 1 }, (_, k) =>
      writtenQuantity(a + (a <= b ? k : -k) * step, 'dBm', 1),
    );
  }
  // A unit behind a blank belongs to the figure before it.
  const parts = text.split(/\s*[,;]\s*|\s+(?=[-−]?\d)/).filter(Boolean);
  return parts.map((part) => {
    const read = attempt(() => parseQuantity(/[a-zµ]/i.test(part) ? part : `${part} dBm`));
    if (!read.ok || (read.value.unit !== 'V' && read.value.unit !== 'dBm'))
      return refuse(at, `"${part}" is no level.`, 'Write it like: sweep tp11 levels -113 -93 -73 -53, or 1uV 10uV 100uV');
    return writtenQuantity(read.value.value, read.value.unit, read.value.step);
  });
}

/** A point as the card has it; a card that only begins takes in what is typed like one. */
function pointNamed(name: string, at: number, card: LaidCard | undefined): string {
  const id = name.toUpperCase();
  if (card?.testPoints.some((point) => point.id === id) || ((!card || card.begunFrom) && /^TP\d/.test(id))) return id;
  return refuse(at, `There is no point ${name}.`, 'Write points like: sweep points tp1 tp2 tp5');
}

/** The steps that are typed behind what is gone through; those that are usual where none are. */
export function stepsIn(over: SweptOver, text: string, at: number, card: LaidCard | undefined): readonly string[] {
  if (!text.trim()) {
    const usual = usualSteps(over, card);
    if (usual.length < 2)
      return refuse(
        at,
        `Through which ${sweptNames[over]}?`,
        card ? `This card names none: write them. ${example}` : `Write it like: ${example}`,
      );
    return usual;
  }
  switch (over) {
    case 'level':
      return levelsIn(text, at);
    case 'band':
    case 'mode': {
      const known = over === 'band' ? (card?.bands ?? []) : (card?.modes ?? []);
      const close = (name: string): string => name.toLowerCase().replace(/\s/g, '');
      // Bands are written in one word or in two.
      const parts = text.split(/\s*[,;]\s*|(?<!\d)\s+/).filter(Boolean);
      return parts.map(
        (part) =>
          known.find((one) => close(one) === close(part)) ??
          (card ? undefined : stateOfAnySet(part)?.[over]) ??
          refuse(
            at,
            `There is no ${over} "${part}".`,
            card ? `The card has ${known.join(', ') || 'none'}.` : `Write it like ${over === 'band' ? '40m 20m' : 'AM FM USB'}.`,
          ),
      );
    }
    case 'closing': {
      const [count = 0, ...more] = numbersIn(text.replace(/\s*times$/i, ''), at);
      if (more.length || !Number.isInteger(count) || count < 2 || count > mostSteps)
        refuse(at, 'How many closings?', 'Write it like: sweep k1 closings 8');
      return Array.from({ length: count }, (_, k) => String(k + 1));
    }
    case 'channel': {
      const found = numbersIn(text, at);
      const { channels } = card ?? {};
      const beyond = found.find((n) => !Number.isInteger(n) || (channels && (n < channels.from || n > channels.to)));
      if (beyond !== undefined)
        refuse(
          at,
          `There is no channel ${beyond}.`,
          channels ? `This set has channels ${channels.from} to ${channels.to}.` : 'Channels are whole numbers.',
        );
      return found.map(String);
    }
    case 'point':
      return text
        .split(/[\s,;]+/)
        .filter(Boolean)
        .map((name) => pointNamed(name, at, card));
    case 'supply':
      return numbersIn(text.replace(/(?<=\d)\s*v\b/gi, ''), at).map(String);
  }
}
