import { readFileSync } from 'node:fs';
import { expect, type Page } from '@playwright/test';
import { readCard, type Card, type Condition } from '@amber-relay/core/card';
import { chanceFrom } from '@amber-relay/core/chance';
import { drawFault, StandInSet, type FaultWay } from '@amber-relay/core/standin';
import { JobPage } from './job-page';

/** A set with a hidden fault on the bench, asked through the screen: what Trace offers is done, and its answer is entered. */
export class StandInBench {
  readonly job: JobPage;
  readonly card: Card;
  readonly set: StandInSet;

  constructor(
    readonly page: Page,
    cardId: string,
    fault: { readonly section: string; readonly way: FaultWay; readonly part: string; readonly seed: number },
  ) {
    this.job = new JobPage(page);
    this.card = readCard(JSON.parse(readFileSync(new URL(`../../demo/cards/${cardId}.json`, import.meta.url), 'utf8')));
    const drawn = drawFault(this.card, fault.section, fault.way, chanceFrom(fault.seed));
    if (!drawn) throw new Error(`${fault.section} cannot be ${fault.way}`);
    this.set = new StandInSet(this.card, [{ ...drawn, part: fault.part, visible: false }], { seed: fault.seed, noise: 0 });
  }

  private value(point: string, condition: Condition): string {
    const read = this.set.read(point, condition);
    if (read === null || read === undefined) return 'dead';
    const unit = this.card.testPoints.find((p) => p.id === point)?.unit ?? 'V';
    return unit === 'Hz' ? `${read.toFixed(0)}Hz` : `${read.toFixed(3)}${unit}`;
  }

  /** Does the first probe offered; false when there is none, or when the stop is reached. */
  async step(): Promise<boolean> {
    if (await this.page.getByText(/Prove the part, then change it/).isVisible()) return false;
    const offered = await this.page.locator('article.probe').evaluateAll((all) => all.map((one) => one.getAttribute('data-test') ?? ''));
    const id = offered.find((one) => !one.startsWith('inspect '));
    if (id === undefined) return false;
    const before = await this.job.count();
    const stage = this.page.locator('app-trace-stage');
    const weighed = (await stage.getAttribute('data-weighed')) ?? '';
    const probe = this.page.locator(`article.probe[data-test="${id}"]`);
    if ((await probe.getByRole('button', { name: 'Take' }).count()) === 0) await probe.locator('[data-probe]').click();
    await probe.getByRole('button', { name: 'Take' }).click();
    const [kind = '', ...rest] = id.split(' ');
    const subject = rest[0] ?? '';
    if (kind === 'injection' || kind === 'forcing') {
      const shown = kind === 'injection' ? this.set.inject(subject) : this.set.force(subject);
      const word = ['works', 'weak', 'dead', 'distorted'].includes(shown) ? shown : 'dead';
      await probe.getByRole('button', { name: word, exact: true }).click();
    } else {
      const says = this.says(kind, subject, id, rest);
      await expect(this.job.entry()).not.toHaveValue('');
      await this.job.entry().press('End');
      await this.job.entry().pressSequentially(says);
      await this.job.entry().press('Enter');
    }
    await expect.poll(() => this.job.count()).toBeGreaterThan(before);
    // The answer is on its way from the worker.
    await expect(stage).not.toHaveAttribute('data-weighed', weighed);
    return true;
  }

  private says(kind: string, subject: string, id: string, rest: readonly string[]): string {
    switch (kind) {
      case 'function':
        return this.set.tryFunction(subject).replaceAll('-', ' ');
      case 'reading': {
        const under = id.slice(`reading ${subject} `.length);
        const point = this.card.testPoints.find((p) => p.id === subject);
        const condition = point?.expect.find((e) => conditionWords(e.condition) === under)?.condition ?? {};
        return this.value(subject, condition);
      }
      case 'tap':
        return this.set.tap(subject) ? 'changed' : 'steady';
      case 'lift':
        return this.set.lift(subject) ? 'recovers' : 'stays';
      case 'unload':
        return this.set.unload(subject) ? 'recovers' : 'stays';
      case 'remedy':
        return this.set.remedy(rest[1] ?? '') ? 'cured' : 'same';
      default:
        return this.set.proof(subject) ? 'bad' : 'good';
    }
  }
}

/** A condition as a probe names it. */
function conditionWords(c: Condition): string {
  return [
    c.channel === undefined ? '' : `ch ${c.channel}`,
    c.band ?? '',
    c.mode ?? '',
    c.keyed === undefined ? '' : c.keyed ? 'keyed' : 'receive',
  ]
    .filter(Boolean)
    .join(', ');
}
