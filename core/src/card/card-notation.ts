import Papa from 'papaparse';
import { CoreError } from '../errors/core-error';
import { parseQuantity, quantityText, units, type Unit } from '../quantity';
import {
  cardFormat,
  cardSchema,
  cardVersion,
  partKinds,
  sectionKinds,
  type Card,
  type CardInput,
  type Condition,
  type RouteStep,
} from './card-schema';
import { circlesOf } from './check-card';
import { conditionText } from './look-up';
import { checkReferences } from './read-card';

/** A card as one types it: what it is, and four lists of lines. */
export interface CardTexts {
  readonly chassis: string;
  readonly kind: Card['kind'];
  readonly maker: string;
  readonly model: string;
  readonly madeFrom: number;
  readonly madeTo: number;
  readonly supply: Card['supply'];
  /** Commas between. */
  readonly modes: string;
  readonly bands: string;
  /** `RF amplifier, amplifier < 8 V regulator, AGC (control) ! goes weak`, one a line, in signal order. */
  readonly sections: string;
  /** `Receive AM (receive, AM): Antenna filter > RF amplifier > Detector`; a branch is `one / other`. */
  readonly functions: string;
  /** Point, name, section, sees, unit, condition, nominal, low, high, where: cells as they come from a spreadsheet. */
  readonly points: string;
  /** Designator, section, value, kind. */
  readonly parts: string;
}

export interface TextProblem {
  readonly area: 'head' | 'sections' | 'functions' | 'points' | 'parts' | 'card';
  /** Counted from 1; 0 for the whole. */
  readonly line: number;
  readonly message: string;
  readonly mend: string;
}

export interface ReadTexts {
  /** Undefined while something keeps it from being a card. */
  readonly card?: Card;
  readonly problems: readonly TextProblem[];
}

type SectionInput = CardInput['sections'][number];
type Need = NonNullable<SectionInput['needs']>[number];
type PointInput = NonNullable<CardInput['testPoints']>[number];
type PartInput = NonNullable<CardInput['parts']>[number];
type FunctionInput = NonNullable<CardInput['functions']>[number];

const slug = (name: string): string =>
  name
    .toLowerCase()
    .normalize('NFKD')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '');

/** Kind of section by what it is called; the first that fits counts. */
const kindWords: readonly (readonly [RegExp, Card['sections'][number]['kind']])[] = [
  [/regulator|rail|stabilis/i, 'regulator'],
  [/rectifier|smoothing|reservoir|bias supply|ht\b|hv\b/i, 'rectifier'],
  [/transformer|heater|filament/i, 'transformer'],
  [/relay/i, 'relay'],
  [/switch|ptt|gate|squelch|mute|diodes/i, 'switch'],
  [/loop filter|phase det|pll/i, 'loop'],
  [/divider|counter/i, 'divider'],
  [/oscillator|vco|vfo|reference|crystals/i, 'oscillator'],
  [/mixer|modulator/i, 'mixer'],
  [/detector|discriminator/i, 'detector'],
  [/agc|alc|control|bias|controller/i, 'control'],
  [/filter|coils|duplexer/i, 'filter'],
  [/tank|network|loading/i, 'tank'],
  [/power amp|final|\bpa\b|module/i, 'power-amplifier'],
  [/valve|triode|pentode/i, 'valve'],
  [/audio|\baf\b|mic/i, 'audio'],
  [/speaker|socket|input|jack|connector/i, 'connector'],
  [/meter|display|lamp/i, 'display'],
];
export const guessedKind = (name: string): Card['sections'][number]['kind'] =>
  kindWords.find(([word]) => word.test(name))?.[1] ?? 'amplifier';

/** Names of sections may hold commas themselves: then semicolons part them. */
const names = (text: string): string[] =>
  (text.includes(';') ? text.split(';') : text.split(',')).map((word) => word.trim()).filter(Boolean);

/** What a section gives those that need it, by its kind. */
function needBy(kind: string | undefined): Need['by'] {
  if (kind === 'regulator' || kind === 'rectifier' || kind === 'connector' || kind === 'transformer') return 'supply';
  if (kind === 'control' || kind === 'loop') return 'control';
  if (kind === 'switch' || kind === 'relay') return 'switching';
  return 'injection';
}

const partByLetter: readonly (readonly [RegExp, PartInput['kind']])[] = [
  [/^IC/, 'ic'],
  [/^FL/, 'ceramic-filter'],
  [/^VR|^RV/, 'potentiometer'],
  [/^CV|^VC|^TC/, 'trimmer'],
  [/^R/, 'resistor'],
  [/^Q|^TR/, 'transistor'],
  [/^D/, 'diode'],
  [/^L/, 'coil'],
  [/^T/, 'cored-coil'],
  [/^X|^Y/, 'crystal'],
  [/^K/, 'relay'],
  [/^S/, 'switch'],
  [/^J/, 'connector'],
  [/^F/, 'fuse'],
  [/^V/, 'valve'],
];
const guessedPart = (designator: string, value: string): PartInput['kind'] =>
  /^C\d/.test(designator)
    ? /\b\d+(?:\.\d+)?\s*[uµ]F?\b/i.test(value)
      ? 'electrolytic'
      : 'ceramic-capacitor'
    : (partByLetter.find(([letter]) => letter.test(designator))?.[1] ?? 'resistor');

/** Shortens a name to what fits into a box of the diagram, at a word where it can. */
export function shortName(name: string): string {
  if (name.length <= 15) return name;
  const short = name
    .replace(/amplifier/gi, 'amp')
    .replace(/oscillator/gi, 'osc')
    .replace(/transmit/gi, 'Tx')
    .replace(/receive/gi, 'Rx')
    .replace(/ and /gi, ', ');
  if (short.length <= 15) return short;
  const cut = short.slice(0, 15);
  return (/^(.{6,}) \S*$/.exec(cut)?.[1] ?? cut).replace(/[ ,.]+$/, '');
}

const lined = (text: string): { text: string; line: number }[] =>
  text.split('\n').flatMap((raw, i) => (raw.trim() && !raw.trim().startsWith('#') ? [{ text: raw.trim(), line: i + 1 }] : []));

const cells = (text: string): { cells: string[]; line: number }[] => {
  const delimiter = text.includes('\t') ? '\t' : text.includes('|') ? '|' : ';';
  const { data } = Papa.parse<string[]>(text, { delimiter, skipEmptyLines: false });
  return data.flatMap((row, i) => {
    const trimmed = row.map((cell) => cell.trim());
    return trimmed.some(Boolean) ? [{ cells: trimmed, line: i + 1 }] : [];
  });
};

const list = (text: string): string[] =>
  text
    .split(',')
    .map((word) => word.trim())
    .filter(Boolean);

function conditionOf(words: readonly string[], modes: readonly string[], bands: readonly string[]): Condition | string {
  const condition: { -readonly [K in keyof Condition]: Condition[K] } = {};
  for (const word of words) {
    const channel = /^ch(?:annel)?\s*(\d+)$/i.exec(word);
    const mode = modes.find((m) => m.toLowerCase() === word.toLowerCase());
    const band = bands.find((b) => b.toLowerCase().replace(/\s/g, '') === word.toLowerCase().replace(/\s/g, ''));
    if (/^(?:keyed|transmit)$/i.test(word)) condition.keyed = true;
    else if (/^(?:receive|unkeyed)$/i.test(word)) condition.keyed = false;
    else if (channel) condition.channel = Number(channel[1]);
    else if (mode) condition.mode = mode;
    else if (band) condition.band = band;
    else if (word && !/^(?:control|always)$/i.test(word)) return word;
  }
  return condition;
}

/**
 * Reads a card from what has been typed, as far as it goes: each line that cannot be read is told, with the others kept.
 * What the texts do not speak of (access, alignment, injections, sheets, …) is taken over from `base`.
 */
export function readTexts(texts: CardTexts, base?: Card): ReadTexts {
  const problems: TextProblem[] = [];
  const tell = (area: TextProblem['area'], line: number, message: string, mend: string): void =>
    void problems.push({ area, line, message, mend });
  const modes = list(texts.modes);
  const bands = list(texts.bands);

  const drafts = lined(texts.sections).map(({ text, line }) => {
    const [before = '', watch] = text.split('!').map((part) => part.trim());
    const [face = '', needs = ''] = before.split('<').map((part) => part.trim());
    const comma = face.lastIndexOf(',');
    const said = comma > 0 ? face.slice(comma + 1).trim() : '';
    const kind = sectionKinds.find((k) => k === said.toLowerCase().replace(/\s/g, '-'));
    const name = kind ? face.slice(0, comma).trim() : face;
    const known = base?.sections.find((s) => s.name.toLowerCase() === name.toLowerCase());
    return { line, name, kind: kind ?? known?.kind ?? guessedKind(name), needs: names(needs), watch, known, id: known?.id ?? slug(name) };
  });
  const named = (word: string): (typeof drafts)[number] | undefined => {
    const wanted = word.toLowerCase().trim();
    return drafts.find((d) => d.name.toLowerCase() === wanted || d.id === slug(wanted) || d.known?.short.toLowerCase() === wanted);
  };
  const sections: SectionInput[] = [];
  for (const draft of drafts) {
    if (!draft.id) {
      tell('sections', draft.line, 'A section needs a name.', 'Write it like: RF amplifier < 8 V regulator');
      continue;
    }
    if (sections.some((s) => s.id === draft.id)) {
      tell('sections', draft.line, `"${draft.name}" is there twice.`, 'Give the second one another name.');
      continue;
    }
    const used = new Map<string, number>();
    const needs = draft.needs.flatMap((word): Need[] => {
      const [, name = word, said] = /^(.*?)\s*\((\w+)\)$/.exec(word) ?? [];
      const source = named(name);
      if (!source) {
        tell('sections', draft.line, `"${name}" is no section of this list.`, 'Use the name as it stands on its own line.');
        return [];
      }
      // One section may be needed twice, each time under another condition.
      const nth = used.get(source.id) ?? 0;
      used.set(source.id, nth + 1);
      const before = draft.known?.needs.filter((n) => n.section === source.id)[nth];
      const by = (['supply', 'injection', 'bias', 'switching', 'control'] as const).find((b) => b === said?.toLowerCase());
      return [{ section: source.id, by: by ?? before?.by ?? needBy(source.kind), ...(before?.when ? { when: before.when } : {}) }];
    });
    const { known } = draft;
    sections.push({
      ...(known?.board === undefined ? {} : { board: known.board }),
      ...(known?.side === undefined ? {} : { side: known.side }),
      id: draft.id,
      name: draft.name,
      short: known?.short ?? shortName(draft.name),
      kind: draft.kind,
      needs,
      ...(draft.watch ? { watch: draft.watch } : {}),
    });
  }
  if (sections.length === 0)
    tell('sections', 0, 'There are no sections yet.', 'Write the blocks in the order in which the signal meets them, one a line.');

  const functions: FunctionInput[] = [];
  for (const { text, line } of lined(texts.functions)) {
    const match = /^(.+?)\s*(?:\(([^)]*)\))?\s*:\s*(.+)$/.exec(text);
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
    const group = words.some((w) => /^transmit$/i.test(w))
      ? 'transmit'
      : words.some((w) => /^control$/i.test(w))
        ? 'control'
        : words.some((w) => /^receive$/i.test(w))
          ? 'receive'
          : /transmit|send/i.test(name)
            ? 'transmit'
            : /receive|hear/i.test(name)
              ? 'receive'
              : 'control';
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
      ...(group === 'control' || known ? {} : { row, column: group === 'receive' ? 'Receive' : 'Transmit' }),
    });
  }

  const points = new Map<string, PointInput>();
  for (const { cells: row, line } of cells(texts.points)) {
    const [
      rawId = '',
      name = '',
      place = '',
      sees = '',
      unitText = '',
      conditionCell = '',
      nominalText = '',
      lowText = '',
      highText = '',
      where = '',
    ] = row;
    if (/^(?:point|id)$/i.test(rawId)) continue;
    const id = rawId.toUpperCase();
    const section = named(place);
    const unit = units.find((u) => u.toLowerCase() === unitText.toLowerCase() || (u === 'ohm' && unitText === 'Ω'));
    if (!/^[A-Z]{1,4}\d{1,3}[A-Z]?$/.test(id))
      tell('points', line, `"${rawId}" is no name of a point.`, 'Begin the line with a name such as TP7.');
    else if (!section) tell('points', line, `"${place}" is no section.`, 'The third cell names the section whose output the point is.');
    else if (!unit) tell('points', line, `"${unitText}" is no unit known here.`, 'The fifth cell is V, dBm, Hz, ohm, A or W.');
    else {
      const condition = conditionOf(list(conditionCell), modes, bands);
      if (typeof condition === 'string') {
        tell('points', line, `"${condition}" is no condition.`, 'Write keyed, receive, a mode, a band or ch 19, with commas between.');
        continue;
      }
      const figures = [nominalText, lowText, highText].map((text) => figureOf(text, unit));
      const bad = figures.findIndex((f) => f === null);
      if (bad >= 0) {
        tell(
          'points',
          line,
          `"${[nominalText, lowText, highText][bad] ?? ''}" cannot be read as ${unit}.`,
          'Write it like 4.7, 480m or 10.695M.',
        );
        continue;
      }
      const [nominal, low, high] = figures as (number | undefined)[];
      const spread =
        nominal === undefined
          ? 0
          : unit === 'dBm' || unit === 'dBc'
            ? 4
            : unit === 'Hz'
              ? Math.abs(nominal) * 20e-6
              : Math.abs(nominal) * 0.1;
      const expectation =
        nominal === undefined && low === undefined && high === undefined
          ? []
          : [
              {
                condition,
                ...(nominal === undefined ? {} : { nominal }),
                ...((low ?? nominal) === undefined ? {} : { low: low ?? (nominal ?? 0) - spread }),
                ...((high ?? nominal) === undefined ? {} : { high: high ?? (nominal ?? 0) + spread }),
              },
            ];
      const before = points.get(id);
      const known = base?.testPoints.find((p) => p.id === id);
      points.set(id, {
        ...(known ?? {}),
        id,
        name: name || known?.name || section.name,
        section: section.id,
        sees: /^sig/i.test(sees)
          ? 'signal'
          : /^own/i.test(sees)
            ? 'own'
            : (known?.sees ?? (['V', 'A', 'ohm'].includes(unit) ? 'own' : 'signal')),
        unit,
        expect: [...(before?.expect ?? []), ...expectation],
        ...(where ? { where } : {}),
      });
    }
  }

  const parts = new Map<string, PartInput>();
  for (const { cells: row, line } of cells(texts.parts)) {
    const [rawDesignator = '', place = '', value = '', kindText = ''] = row;
    if (/^(?:part|designator)$/i.test(rawDesignator)) continue;
    const designator = rawDesignator.toUpperCase();
    const section = named(place);
    if (!/^[A-Z]{1,4}\d{1,4}[A-Z]?$/.test(designator))
      tell('parts', line, `"${rawDesignator}" is no designator.`, 'Begin the line with one such as C31.');
    else if (!section) tell('parts', line, `"${place}" is no section.`, 'The second cell names the section the part belongs to.');
    else if (parts.has(designator)) tell('parts', line, `${designator} is there twice.`, 'Leave one of the two.');
    else {
      const known = base?.parts.find((p) => p.designator === designator);
      const kind = partKinds.find((k) => k === kindText.toLowerCase().replace(/\s/g, '-'));
      parts.set(designator, {
        ...(known ?? {}),
        designator,
        section: section.id,
        kind: kind ?? known?.kind ?? guessedPart(designator, value),
        value: value || known?.value || '',
      });
    }
  }

  if (!texts.chassis.trim())
    tell('head', 0, 'The card needs the name of its chassis.', 'Write what the maker calls it, or the model if nothing else is known.');
  const model = {
    id: base?.models[0]?.id ?? (slug(texts.model || texts.chassis) || 'model'),
    maker: texts.maker.trim() || 'Unknown',
    name: texts.model.trim() || texts.chassis.trim(),
  };
  const draft: unknown = {
    ...base,
    format: cardFormat,
    version: cardVersion,
    id: base?.id ?? slug(texts.chassis),
    chassis: texts.chassis.trim(),
    kind: texts.kind,
    madeFrom: texts.madeFrom,
    madeTo: Math.max(texts.madeFrom, texts.madeTo),
    supply: texts.supply,
    modes,
    bands,
    models: base ? base.models.map((m, i) => (i === 0 ? { ...m, maker: model.maker, name: model.name } : m)) : [model],
    sections,
    functions,
    testPoints: [...points.values()],
    parts: [...parts.values()],
  };
  const parsed = cardSchema.safeParse(draft);
  if (!parsed.success) {
    if (sections.length > 0 && texts.chassis.trim()) {
      const issue = parsed.error.issues[0];
      tell('card', 0, `${issue?.path.join('.') ?? ''}: ${issue?.message ?? 'not a card'}`, 'Correct it, and go on.');
    }
    return { problems };
  }
  try {
    const card = checkReferences(parsed.data);
    // Sections that need each other round a circle are a loop.
    const loops = circlesOf(card)
      .filter((circle) => !card.loops.some((loop) => circle.every((id) => loop.sections.includes(id))))
      .map((circle, i) => ({ id: `loop-${card.loops.length + i + 1}`, name: `loop of ${circle.join(', ')}`, sections: circle }));
    return { card: { ...card, loops: [...card.loops, ...loops] }, problems };
  } catch (error) {
    if (!(error instanceof CoreError)) throw error;
    tell('card', 0, `${error.path}: ${error.message}`, error.remedy);
    return { problems };
  }
}

/** A figure in trade notation, undefined for an empty cell, null for what cannot be read. */
function figureOf(text: string, unit: Unit): number | null | undefined {
  if (!text) return undefined;
  try {
    return parseQuantity(text.replace('−', '-'), { unit }).value;
  } catch {
    return null;
  }
}

/** A card as texts, for changing it. Reading them back gives the same card. */
export function textsOf(card: Card): CardTexts {
  const name = (id: string): string => card.sections.find((s) => s.id === id)?.name ?? id;
  const kindOf = (id: string): string => card.sections.find((s) => s.id === id)?.kind ?? '';
  const step = (s: RouteStep): string =>
    typeof s === 'string' ? name(s) : s.parallel.map((branch) => branch.map((b) => step(b)).join(' + ')).join(' / ');
  const figure = (value: number | undefined, unit: Unit): string =>
    value === undefined ? '' : quantityText(value, unit, { digits: 9 }).replace('−', '-');
  return {
    chassis: card.chassis,
    kind: card.kind,
    maker: card.models[0]?.maker ?? '',
    model: card.models[0]?.name ?? '',
    madeFrom: card.madeFrom,
    madeTo: card.madeTo,
    supply: card.supply,
    modes: card.modes.join(', '),
    bands: card.bands.join(', '),
    sections: card.sections
      .map((s) => {
        const needed = s.needs.map((n) => name(n.section) + (n.by === needBy(kindOf(n.section)) ? '' : ` (${n.by})`));
        const commas = needed.some((word) => word.includes(','));
        const needs = needed.join(commas ? '; ' : ', ') + (commas && needed.length === 1 ? ';' : '');
        return `${s.name}${guessedKind(s.name) === s.kind ? '' : `, ${s.kind}`}${needs ? ` < ${needs}` : ''}${s.watch ? ` ! ${s.watch}` : ''}`;
      })
      .join('\n'),
    functions: card.functions
      .map((f) => {
        const words = [f.group, conditionText({ ...f.condition, ...(f.group === 'control' ? {} : { keyed: undefined }) })]
          .filter(Boolean)
          .join(', ');
        return `${f.name} (${words}): ${f.route.map(step).join(' > ')}`;
      })
      .join('\n'),
    points: card.testPoints
      .flatMap((p) => {
        const face = [p.id, p.name, name(p.section), p.sees, p.unit];
        const rows = p.expect.map((e) => [
          ...face,
          conditionText(e.condition),
          figure(e.nominal, p.unit),
          figure(e.low, p.unit),
          figure(e.high, p.unit),
          p.where ?? '',
        ]);
        return (rows.length ? rows : [[...face, '', '', '', '', p.where ?? '']]).map((row) => row.join('\t'));
      })
      .join('\n'),
    parts: card.parts.map((p) => [p.designator, name(p.section), p.value, p.kind].join('\t')).join('\n'),
  };
}
