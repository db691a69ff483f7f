import { ScrollingModule } from '@angular/cdk/scrolling';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatSort, MatSortHeader, type Sort } from '@angular/material/sort';
import { Router, RouterLink } from '@angular/router';
import { stageNames } from '@amber-relay/core/words';
import { fromStore } from '../storage/from-store';
import { JobList, type JobLine } from '../storage/job-list';
import { Choice, type ChoiceOption } from '../ui/choice';
import { dayText } from '../ui/clock-text';

type Filter = 'in-hand' | 'waiting' | 'handed-back' | 'all';
type Column = 'number' | 'set' | 'owner' | 'stage' | 'promised';

interface Row {
  readonly id: string;
  readonly number: number;
  readonly set: string;
  readonly serial: string;
  readonly owner: string;
  readonly complaint: string;
  readonly stage: string;
  readonly stageAt: string;
  readonly waits: string;
  readonly promisedOn: string;
  readonly finished: boolean;
  /** What is searched; put together when something is. */
  readonly haystack: () => string;
}

const toRow = ({ row, set, customer }: JobLine): Row => {
  const { summary } = row;
  const setName = `${set?.maker ?? ''} ${set?.model ?? ''}`.trim();
  const waits = summary.waits === 'nothing' ? '' : summary.waitText || summary.waits;
  return {
    id: row.id,
    number: row.number,
    set: setName,
    serial: set?.serial ?? '',
    owner: customer?.name ?? '',
    complaint: row.complaint,
    stage: summary.finished ? 'Handed back' : stageNames[summary.stage],
    stageAt: summary.stage,
    waits,
    promisedOn: row.promisedOn ?? '9999',
    finished: summary.finished,
    haystack: () => `${row.number} ${setName} ${set?.serial ?? ''} ${customer?.name ?? ''} ${row.complaint} ${waits}`.toLowerCase(),
  };
};

const holdsAll = (text: string, words: readonly string[]): boolean => words.every((word) => text.includes(word));

/** All jobs: search, filter, sort; only the rows in sight are drawn. */
@Component({
  selector: 'app-jobs-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choice, ScrollingModule, FormsModule, MatButton, MatSort, MatSortHeader, RouterLink],
  templateUrl: './jobs-page.html',
  styleUrl: './jobs-page.scss',
})
export class JobsPage {
  private readonly router = inject(Router);
  private readonly lines = fromStore('the jobs', inject(JobList).lines$());
  protected readonly loaded = computed(() => this.lines() !== undefined);
  protected readonly words = signal('');
  protected readonly filter = signal<Filter>('in-hand');
  protected readonly sort = signal<Sort>({ active: 'number', direction: 'desc' });
  protected readonly filters: readonly ChoiceOption<Filter>[] = [
    { value: 'in-hand', name: 'In hand' },
    { value: 'waiting', name: 'Waiting' },
    { value: 'handed-back', name: 'Handed back' },
    { value: 'all', name: 'All' },
  ];
  protected readonly columns: readonly { readonly id: Column; readonly name: string }[] = [
    { id: 'number', name: 'Job' },
    { id: 'set', name: 'Set' },
    { id: 'owner', name: 'Owner and complaint' },
    { id: 'stage', name: 'Stage, waits for' },
    { id: 'promised', name: 'Promised' },
  ];
  private readonly all = computed(() => (this.lines() ?? []).map(toRow));
  protected readonly rows = computed(() => {
    const words = this.words().toLowerCase().split(/\s+/).filter(Boolean);
    const filter = this.filter();
    const { active, direction } = this.sort();
    const compare: Record<Column, (a: Row, b: Row) => number> = {
      number: (a, b) => a.number - b.number,
      set: (a, b) => a.set.localeCompare(b.set) || a.number - b.number,
      owner: (a, b) => a.owner.localeCompare(b.owner) || a.number - b.number,
      stage: (a, b) => a.stage.localeCompare(b.stage) || a.number - b.number,
      promised: (a, b) => a.promisedOn.localeCompare(b.promisedOn) || a.number - b.number,
    };
    return this.all()
      .filter(
        (r) =>
          (filter === 'all' || (filter === 'handed-back' ? r.finished : !r.finished && (filter === 'in-hand' || r.waits !== ''))) &&
          (!words.length || holdsAll(r.haystack(), words)),
      )
      .sort((a, b) => compare[active as Column](a, b) * (direction === 'desc' ? -1 : 1));
  });

  protected openFirst(): void {
    const first = this.rows()[0];
    if (first) void this.router.navigate(['/job', first.id, first.stageAt]);
  }

  /** Only rows in sight are written out: thousands of dates take their time. */
  protected promised(row: Row): string {
    return row.promisedOn === '9999' ? '–' : dayText(row.promisedOn);
  }

  protected readonly trackId = (_: number, row: Row): string => row.id;
}
