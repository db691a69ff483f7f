import { quantityText, type Unit } from '../../quantity';
import type { Card, RouteStep } from '../card-schema';
import { conditionText } from '../condition';
import { accessLines } from './access-list';
import { alignmentLines } from './alignment-list';
import { cautionLines } from './cautions-list';
import { checkLines } from './checks-list';
import { forcingLines } from './forcings-list';
import { injectionLines } from './injections-list';
import { levelLines } from './levels-list';
import { modelLines, optionLines } from './models-list';
import { pinLines } from './pins-list';
import { planLines, tuningLines } from './plan-list';
import { testLines } from './tests-list';
import { guessedKind, needBy } from './guesses';

/** A card as one types it: what it is, and lists of lines. */
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
  /** Word, name, condition, unit, low, high, how. */
  readonly tests: string;
  /** What, what is right, unit, low, high, section. */
  readonly checks: string;
  /** Kind of hazard, what to mind, where high voltage is proven gone, below what. */
  readonly cautions: string;
  /** Name, section, frequency, level, function that responds, minutes. */
  readonly injections: string;
  /** Name, what is turned, where it is read, what is wanted, steps before. */
  readonly alignment: string;
  /** What is taken off, minutes, what must be off before. */
  readonly access: string;
  /** Name, section, value, limit, unit, function that responds, sections that no longer matter, minutes. */
  readonly forcings: string;
  /** Name, section, what it does, from which others, hertz, factor, carrier. */
  readonly plan: string;
  /** Condition, hertz, what is set. */
  readonly tunings: string;
  /** Section, condition, dBm. */
  readonly levels: string;
  /** Part, pin, what it is. */
  readonly pins: string;
  /** Other models of this chassis: maker, name, how it differs, note. */
  readonly models: string;
  /** What may be fitted: name, what is otherwise then. */
  readonly options: string;
}
/** The lists of a card, in the order in which one writes them. */
export const textLists = [
  'sections',
  'functions',
  'points',
  'parts',
  'tests',
  'checks',
  'cautions',
  'injections',
  'alignment',
  'access',
  'forcings',
  'plan',
  'tunings',
  'levels',
  'pins',
  'models',
  'options',
] as const;
export type TextList = (typeof textLists)[number];

export interface TextProblem {
  readonly area: 'head' | TextList | 'card';
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
        const needed = s.needs.map(({ section, by, when }) => {
          const words = [by === needBy(kindOf(section)) ? '' : by, when ? conditionText(when) : ''].filter(Boolean).join(', ');
          return { name: name(section), text: `${name(section)}${words ? ` (${words})` : ''}` };
        });
        const commas = needed.some((need) => need.name.includes(','));
        const needs = needed.map(({ text }) => text).join(commas ? '; ' : ', ') + (commas && needed.length === 1 ? ';' : '');
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
    tests: testLines(card),
    checks: checkLines(card),
    cautions: cautionLines(card),
    injections: injectionLines(card),
    alignment: alignmentLines(card),
    access: accessLines(card),
    forcings: forcingLines(card),
    plan: planLines(card),
    tunings: tuningLines(card),
    levels: levelLines(card),
    pins: pinLines(card),
    models: modelLines(card),
    options: optionLines(card),
  };
}
