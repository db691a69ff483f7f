import { accessChain, channelHz, dischargePlaces, expectationAt, partOf, pointOf, type Card, type Condition } from '../card';
import { chanceFrom, type Chance } from '../chance';
import { isLevel, writtenQuantity, type Unit } from '../quantity';
import { cost } from '../trace/tables/probe-costs';
import { isHandsIn, isPowered, isTest, type Act, type Asked, type Danger } from './asked';
import type { HiddenCase } from './hidden-case';
import { setOf, type KillingSet } from './killing-set';
import type { CaseEnd } from './practice-records';
import { renewMinutes } from './search';

/** How the case came to an end before it was solved. */
export interface Over {
  readonly danger: Danger;
  /** What would have happened. */
  readonly told: string;
}

/** Minutes of what the card gives none for. */
const minutesFor = { limit: 3, channel: 1.5, part: 4, adjust: 3, gone: 2, check: 1, cold: 4, load: 0.5, signal: 4, mend: 4 } as const;
/** So often solder lies across a rail where nobody looks for it. */
const blobShare = 0.2;
/** Sections whose parts draw what their bias lets them. */
const finals: ReadonlySet<string> = new Set(['power-amplifier', 'valve']);
const drawing: ReadonlySet<string> = new Set(['power-transistor', 'valve', 'module', 'fet', 'transistor']);
const shapes: Readonly<Record<string, string>> = {
  electrolytic: 'leaking',
  resistor: 'burnt brown',
  'high-value-resistor': 'burnt brown',
  joint: 'cracked joint',
  connector: 'corrosion',
  trimmer: 'corrosion',
  relay: 'contacts burnt',
};

/** A figure as a meter of four digits shows it. */
function shown(value: number | null | undefined, unit: Unit): string {
  if (value === null || value === undefined) return 'dead';
  const size = Math.abs(value);
  const step = isLevel(unit) ? 0.1 : unit === 'Hz' ? (size < 1e6 ? 1 : 10) : 10 ** (Math.floor(Math.log10(Math.max(size, 1e-6))) - 3);
  return writtenQuantity(value, unit, step);
}

const bad = 'bad';

/**
 * The bench on which a case is played: it answers what is asked of the set, takes the minutes that it takes, and lets happen what carelessness
 * makes happen. All that it does follows from the case and from what was done so far: what was done is done again when the page is opened anew.
 */
export class PracticeBench {
  private readonly set: KillingSet;
  private readonly chance: Chance;
  private readonly card: Card;
  private readonly opened = new Set<string>();
  private readonly proven = new Set<string>();
  private readonly done: Act[] = [];
  private inHand = '';
  private clock = 0;
  /** Cold checks were answered before power came on. */
  private checked = false;
  private hadPower = false;
  private loaded = false;
  /** Sections in which a part was fitted since shorts were looked for, and since the bias was set. */
  private readonly unlooked = new Set<string>();
  private readonly unbiased = new Set<string>();
  private readonly burntFinals = new Set<string>();
  private ended: Over | undefined;

  constructor(
    readonly one: HiddenCase,
    acts: readonly Act[] = [],
  ) {
    this.card = one.card;
    this.set = setOf(one, { noise: 1, seconds: () => this.clock * 60 });
    this.chance = chanceFrom(one.seed + 99);
    for (const { asked } of acts) this.ask(asked);
  }

  /** What was done, in order. */
  get acts(): readonly Act[] {
    return this.done;
  }
  /** Minutes on the clock of the bench. */
  get minutes(): number {
    return this.clock;
  }
  get tests(): number {
    return this.done.filter(({ asked }) => isTest(asked)).length;
  }
  /** A dummy load is on the antenna socket. */
  get hasLoad(): boolean {
    return this.loaded;
  }
  get over(): Over | undefined {
    return this.ended;
  }
  /** Nothing is wrong with it any more. */
  get isCured(): boolean {
    return this.set.uncured.length === 0 && this.set.out.length === 0;
  }
  /** Sections that are still at fault. */
  get uncured(): readonly string[] {
    return [...new Set(this.set.uncured.map(({ section }) => section))];
  }

  /** The covers that come off before this can be done. */
  covers(asked: Asked): Card['access'] {
    return accessChain(this.card, this.accessOf(asked)).filter(({ id }) => !this.opened.has(id));
  }

  /** Asks something of the set, or does something to it. After the end nothing happens any more. */
  ask(asked: Asked): Act {
    if (this.ended) return { asked, says: '', minutes: 0, told: this.ended.told };
    const covers = this.covers(asked);
    const minutes = this.minutesOf(asked) + covers.reduce((sum, { minutes: each }) => sum + each, 0);
    this.clock += minutes;
    for (const { id } of covers) this.opened.add(id);
    const trouble = this.minded(asked);
    const act: Act = {
      asked,
      says: this.ended ? '' : this.answer(asked),
      minutes: Math.round(minutes * 10) / 10,
      ...(covers.length ? { opened: covers.map(({ remove }) => remove) } : {}),
      ...(trouble ? { danger: trouble.danger, told: trouble.told } : {}),
    };
    this.done.push(act);
    return act;
  }

  private pointAccess(point: string): string | undefined {
    return pointOf(this.card, point)?.access;
  }
  /** What lies over a section: the least that is over any of its parts. */
  private sectionAccess(section: string | undefined): string | undefined {
    return this.card.parts.find((part) => part.section === section)?.access;
  }
  private accessOf(asked: Asked): string | undefined {
    switch (asked.what) {
      case 'point':
      case 'comparison':
        return this.pointAccess(asked.point);
      case 'injection':
        return this.card.injections.find(({ id }) => id === asked.id)?.access;
      case 'part':
        return partOf(this.card, asked.designator)?.access;
      case 'fit':
      case 'proof':
        return asked.designator === undefined ? this.sectionAccess(asked.section) : partOf(this.card, asked.designator)?.access;
      case 'signal':
        return this.sectionAccess(asked.into);
      case 'manipulation':
      case 'look':
      case 'lift':
      case 'unload':
      case 'remedy':
      case 'adjust':
        return this.sectionAccess(asked.section);
      default:
        return undefined;
    }
  }

  private take(instrument: string): number {
    if (instrument === this.inHand) return 0;
    this.inHand = instrument;
    return cost.changeInstrument;
  }

  private minutesOf(asked: Asked): number {
    const { card } = this;
    const point = 'point' in asked ? pointOf(card, asked.point) : undefined;
    switch (asked.what) {
      case 'function':
        return cost.turnTo + (card.functions.find(({ id }) => id === asked.id)?.minutes ?? 1);
      case 'point':
        return cost.turnTo + this.take(point?.unit ?? '') + (point?.minutes ?? 2);
      case 'comparison':
        return cost.turnTo + this.take(point?.unit ?? '') + (point?.minutes ?? 2) * cost.comparison;
      case 'injection':
        return cost.turnTo + this.take('generator') + (card.injections.find(({ id }) => id === asked.id)?.minutes ?? 4);
      case 'signal':
        return cost.turnTo + this.take('generator') + minutesFor.signal;
      case 'forcing':
        return cost.turnTo + this.take('supply') + (card.forcings.find(({ id }) => id === asked.id)?.minutes ?? 5);
      case 'manipulation':
        return cost.turnTo + cost.tapMinutes;
      case 'look':
        return cost.turnTo + cost.inspectMinutes;
      case 'lift':
        return cost.turnTo + cost.liftMinutes;
      case 'unload':
        return cost.turnTo + cost.unloadMinutes;
      case 'remedy':
        return cost.turnTo + (asked.remedy in cost.remedyMinutes ? cost.remedyMinutes[asked.remedy as 'reflow'] : minutesFor.mend);
      case 'proof':
        return cost.turnTo + (asked.designator === undefined ? cost.stageProofMinutes : cost.proofMinutes);
      case 'fit':
        return renewMinutes;
      case 'warm':
        return asked.minutes;
      default:
        return asked.what === 'check' && asked.check === 'cold' ? minutesFor.cold : minutesFor[asked.what];
    }
  }

  private kindOf(section: string): string {
    return this.card.sections.find(({ id }) => id === section)?.kind ?? '';
  }
  private name(section: string): string {
    return this.card.sections.find(({ id }) => id === section)?.name ?? section;
  }

  /** The places at which high voltage has to be proven gone. */
  private places(): readonly string[] {
    return this.card.hazards
      .filter(({ kind }) => kind === 'high-voltage')
      .flatMap((hazard) => dischargePlaces(hazard).map((_, k) => `hazard-${hazard.kind}${k ? `-${k + 1}` : ''}`));
  }

  /** Whether it is done with the transmitter on. */
  private isKeyed(asked: Asked): boolean {
    const fn = asked.what === 'function' ? this.card.functions.find(({ id }) => id === asked.id) : undefined;
    const condition = fn?.condition ?? ('condition' in asked ? asked.condition : undefined);
    if (asked.what === 'channel') return true;
    if (asked.what === 'point' && condition?.keyed === undefined) {
      const point = pointOf(this.card, asked.point);
      return (point && expectationAt(point, asked.condition)?.condition.keyed) ?? false;
    }
    if (asked.what === 'limit')
      return (this.card.limits.find(({ id }) => id === asked.limit)?.condition.keyed ?? condition?.keyed) === true;
    return condition?.keyed === true;
  }

  /** What carelessness makes of it. */
  private minded(asked: Asked): Over | undefined {
    if (isHandsIn(asked)) {
      const open = this.places().filter((place) => !this.proven.has(place));
      if (open.length) {
        const hazard = this.card.hazards.find(({ kind }) => kind === 'high-voltage');
        this.ended = {
          danger: 'high-voltage',
          told: `Hands were in it and nobody had proven that the high voltage was gone (${hazard?.dischargeAt ?? 'at its capacitors'}). What is left in them kills through one hand and the chest. The case ends here.`,
        };
        return this.ended;
      }
    }
    if (!isPowered(asked)) return undefined;
    this.proven.clear();
    return this.poweredUp(asked);
  }

  private poweredUp(asked: Asked): Over | undefined {
    let trouble: Over | undefined;
    if (!this.hadPower && !this.checked) trouble = { danger: 'unchecked', told: this.unchecked() };
    this.hadPower = true;
    for (const section of this.unlooked) {
      this.unlooked.delete(section);
      if (!this.chance.happens(blobShare)) continue;
      const rail = this.railOf(section) ?? section;
      this.set.burn(rail);
      trouble = {
        danger: 'blob',
        told: `A blob of solder lay across the supply in the ${this.name(section)}, and nobody had looked for shorts: the ${this.name(rail)} is gone.`,
      };
    }
    const again = this.set.power();
    if (again !== undefined)
      trouble = { danger: 'died-again', told: `${again} is gone again: what killed the first one is still in the set.` };
    if (this.isKeyed(asked)) trouble = this.keyed() ?? trouble;
    return trouble;
  }

  /** Power came on before anything was looked at cold. */
  private unchecked(): string {
    const pulls = this.set.uncured.find(({ effect }) => effect.drag < 0.35);
    const rail = pulls && this.railOf(pulls.section);
    if (rail === undefined)
      return 'It got power before fuse, polarity, shorts and current limit were looked at. This time nothing came of it.';
    this.set.burn(rail);
    return `It got power before shorts and current limit were looked at, and something in it pulls the supply down: the ${this.name(rail)} went with it.`;
  }

  /** The part of a final that takes what goes wrong. */
  private drawing(section: string): string | undefined {
    return this.card.parts.find((part) => part.section === section && drawing.has(part.kind))?.designator;
  }

  private keyed(): Over | undefined {
    const driven = this.card.sections.filter(({ kind }) => finals.has(kind));
    if (!this.loaded) {
      const final = driven.at(-1);
      if (!final || this.burntFinals.has(final.id)) return undefined;
      this.burntFinals.add(final.id);
      const part = this.set.burn(final.id, this.drawing(final.id));
      return {
        danger: 'no-load',
        told: `Keyed with nothing on the antenna socket: ${part ?? 'its part'} in the ${this.name(final.id)} took all of it, and is gone.`,
      };
    }
    for (const section of this.unbiased) {
      this.unbiased.delete(section);
      if (!this.chance.happens(0.5)) continue;
      const part = this.set.burn(section, this.drawing(section));
      return {
        danger: 'bias',
        told: `Keyed with a new part in the ${this.name(section)} before its bias was brought up from the least: ${part ?? 'the new part'} ran away, and is gone.`,
      };
    }
    return undefined;
  }

  private answer(asked: Asked): string {
    const { set, card } = this;
    switch (asked.what) {
      case 'function':
        return set.tryFunction(asked.id).replaceAll('-', ' ');
      case 'point':
        return shown(set.read(asked.point, asked.condition), pointOf(card, asked.point)?.unit ?? 'V');
      case 'limit': {
        const limit = card.limits.find(({ id }) => id === asked.limit);
        return limit ? shown(set.test(limit, asked.condition), limit.unit) : 'dead';
      }
      case 'channel':
        return shown(this.counted(asked.channel, asked.condition), 'Hz');
      case 'part':
        return set.proof(asked.designator) ? bad : 'good';
      case 'comparison':
        return { in: 'same', low: 'lower', high: 'higher', dead: 'dead' }[set.compare(asked.point)];
      case 'injection':
        return set.inject(asked.id).replaceAll('-', ' ');
      case 'signal':
        return set.injectAt(asked.responds, asked.into).replaceAll('-', ' ');
      case 'forcing':
        return set.force(asked.id).replaceAll('-', ' ');
      case 'manipulation':
        return this.handled(asked.act, asked.section) ? 'changed' : 'steady';
      case 'look':
        return this.seen(asked.section);
      case 'lift':
        return set.lift(asked.section) ? 'recovers' : 'stays';
      case 'unload':
        return set.unload(asked.section) ? 'recovers' : 'stays';
      case 'remedy':
        return this.mended(asked) ? 'cured' : 'same';
      case 'proof':
        return this.proved(asked);
      case 'gone':
        this.proven.add(asked.check);
        return `${this.chance.oneOf([1, 2, 3, 5])} V`;
      case 'check':
        if (!asked.check.startsWith('again-')) this.checked = true;
        if (asked.check === 'cold') this.unlooked.clear();
        if (asked.check === 'again-shorts') this.unlooked.clear();
        if (asked.check === 'again-bias') this.unbiased.clear();
        return asked.check === 'cold' ? this.foundCold() : '';
      case 'fit':
        return this.fitted(asked);
      case 'adjust':
        for (const section of this.adjusted(asked)) set.align(section);
        return '';
      case 'load':
        this.loaded = asked.on;
        return '';
      case 'warm':
        return '';
    }
  }

  /** What the cold checks show. */
  private foundCold(): string {
    const pulls = this.set.uncured.find(({ effect }) => effect.drag < 0.35);
    const rail = pulls && this.railOf(pulls.section);
    return rail === undefined
      ? 'fuse, polarity and shorts right, current limit set'
      : `what the ${this.name(rail)} feeds reads as good as a short; current limit set low`;
  }

  private railOf(section: string): string | undefined {
    return this.card.sections.find(({ id }) => id === section)?.needs.find(({ by }) => by === 'supply')?.section;
  }

  private counted(channel: number, condition: Condition): number | null {
    const nominal = channelHz(this.card, channel);
    return nominal === undefined ? null : this.set.counts(nominal, { ...condition, channel });
  }

  /** A tap or press finds what hangs by a thread; warmth and cold find what comes with warmth. */
  private handled(act: string, section: string): boolean {
    const warm = this.set.uncured.find((fault) => fault.section === section && fault.warmS !== undefined);
    if ((act === 'heat' || act === 'cool') && warm) return this.chance.happens(0.9);
    return this.set.tap(section);
  }

  /** What is seen on looking closely. */
  private seen(section: string): string {
    if (this.set.turnedAt(section)) return 'cores turned, previous hands';
    if (!this.set.inspect(section)) return 'looks clean';
    const fault = this.set.uncured.find((each) => each.section === section);
    if (fault?.wiring) return 'wired otherwise than the card says, previous hands';
    if (fault && this.one.way === 'wrong-part') return `${fault.part ?? 'a part'} is of another value than the card says, previous hands`;
    const part = fault?.part === undefined ? undefined : partOf(this.card, fault.part);
    return [part?.designator, (part && shapes[part.kind]) ?? 'darkened by heat'].filter(Boolean).join(' ');
  }

  private mended({ remedy, section }: Extract<Asked, { what: 'remedy' }>): boolean {
    if (section === undefined) return false;
    if (remedy === 'undo') return this.set.rewire(section) && this.isCured;
    return this.set.remedy(section) && this.isCured;
  }

  /** A part, or a section of which the bad part is then named. */
  private proved({ section, designator }: Extract<Asked, { what: 'proof' }>): string {
    if (designator !== undefined) return this.set.proof(designator) ? bad : 'good';
    if (section === undefined || !this.set.proofStage(section)) return 'good';
    const part = this.set.uncured.find((fault) => fault.section === section)?.part;
    return part === undefined ? bad : `${bad} ${part}`;
  }

  private fitted({ designator, section: said }: Extract<Asked, { what: 'fit' }>): string {
    const section = said ?? partOf(this.card, designator)?.section;
    if (section === undefined) return 'same';
    const took = this.set.renew(section, designator);
    this.unlooked.add(section);
    if (finals.has(this.kindOf(section))) this.unbiased.add(section);
    return took ? 'renewed' : 'needless';
  }

  /** The sections that an adjuster tunes. */
  private adjusted({ section, adjuster }: Extract<Asked, { what: 'adjust' }>): readonly string[] {
    if (section !== undefined) return [section];
    return adjuster.split(/,\s*/).flatMap((designator) => partOf(this.card, designator)?.section ?? []);
  }
}

/** What one says at the end: it is mended, nothing is wrong inside, or one gives up. */
export const claims = ['mended', 'sound', 'given-up'] as const;
export type Claim = (typeof claims)[number];

/** How a case ends with what is said of it. */
export function endOf(bench: PracticeBench, claim: Claim): CaseEnd {
  if (bench.over) return 'lost';
  if (claim === 'given-up') return 'given-up';
  const nothingInside = bench.one.way === 'outside' || bench.one.way === 'healthy';
  if (claim === 'sound') return nothingInside && bench.isCured ? 'rightly-sound' : 'wrongly-sound';
  return !nothingInside && bench.isCured ? 'mended' : 'not-mended';
}
