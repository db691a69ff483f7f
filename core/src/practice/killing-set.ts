import { StandInSet } from '../standin';
import type { HiddenCase } from './hidden-case';

/** A set of which what an uncured cause kills is killed again, when it has been renewed and gets power. */
export class KillingSet extends StandInSet {
  constructor(one: Pick<HiddenCase, 'card' | 'faults' | 'misalignedDb' | 'kills'>, options: ConstructorParameters<typeof StandInSet>[2]) {
    super(one.card, one.faults, { misalignedDb: one.misalignedDb, ...options });
    this.kills = one.kills;
  }
  private readonly kills: HiddenCase['kills'];

  /** Power comes on: what the cause kills goes again. The part that is gone, where one is. */
  power(): string | undefined {
    const { cause, casualty } = this.kills ?? {};
    if (cause === undefined || casualty === undefined) return undefined;
    const isIn = (section: string): boolean => this.uncured.some((f) => f.section === section);
    return isIn(cause) && !isIn(casualty) ? this.burn(casualty) : undefined;
  }

  override repair(section: string): void {
    super.repair(section);
    this.power();
  }
}

/** The set as it comes in: the same each time. `seconds` is the clock of the bench; without it what comes and goes does so by chance. */
export const setOf = (
  one: Pick<HiddenCase, 'card' | 'faults' | 'misalignedDb' | 'kills' | 'seed'>,
  options: { readonly noise?: number; readonly seconds?: () => number; readonly seed?: number } = {},
): KillingSet => new KillingSet(one, { ...options, seed: options.seed ?? one.seed * 7919 + 13 });
