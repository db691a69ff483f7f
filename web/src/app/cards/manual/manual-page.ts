import { ChangeDetectionStrategy, Component, computed, effect, inject, input, linkedSignal, signal, untracked } from '@angular/core';
import { toObservable } from '@angular/core/rxjs-interop';
import { MatButton } from '@angular/material/button';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatSnackBar } from '@angular/material/snack-bar';
import { MatTabLink, MatTabNav, MatTabNavPanel } from '@angular/material/tabs';
import { RouterLink } from '@angular/router';
import type { Card } from '@amber-relay/core/card';
import { propose, proposalLists, withProposals, type Proposal, type ProposalList } from '@amber-relay/core/manual';
import { switchMap } from 'rxjs';
import { fromStore } from '../../storage/from-store';
import { SheetRepository } from '../../storage/sheet-repository';
import { ShopChanges } from '../../storage/shop-changes';
import { ShopRepository } from '../../storage/shop-repository';
import { notKeptText, wasTold } from '../../storage/write-gate';
import { Clock } from '../../ui/clock';
import { ManualReading } from './manual-reading';

const listNames: Readonly<Record<ProposalList, string>> = {
  points: 'Points',
  limits: 'Limits',
  alignment: 'Alignment',
  parts: 'Parts',
  sections: 'Sections',
};

/** What the sheets of a card say, against what the card says: ticked line by line, and taken over. */
@Component({
  selector: 'app-manual-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton, MatCheckbox, MatTabLink, MatTabNav, MatTabNavPanel, RouterLink],
  providers: [ManualReading],
  templateUrl: './manual-page.html',
  styleUrl: './manual-page.scss',
})
export class ManualPage {
  readonly id = input.required<string>();
  private readonly reading = inject(ManualReading);
  private readonly changes = inject(ShopChanges);
  private readonly clock = inject(Clock);
  private readonly snack = inject(MatSnackBar);
  private readonly cards = fromStore('the cards', inject(ShopRepository).cards$);
  private readonly repository = inject(SheetRepository);
  private readonly sheets = fromStore('the sheets', toObservable(this.id).pipe(switchMap((id) => this.repository.sheets$(id))), []);
  private readonly files = fromStore('the sheets', toObservable(this.id).pipe(switchMap((id) => this.repository.files$(id))), []);

  protected readonly card = computed(() => this.cards()?.find(({ id }) => id === this.id()));
  protected readonly read = computed(() => (this.reading.read()?.cardId === this.id() ? this.reading.read() : null));
  protected readonly isRead = computed(() => this.read() !== null && this.read()?.done === this.read()?.total);

  protected readonly lists = proposalLists;
  protected readonly names = listNames;
  private readonly chosenList = signal<ProposalList | null>(null);
  private readonly all = computed((): readonly Proposal[] => {
    const [card, read] = [this.card(), this.read()];
    // Once, when all is read: to hold thousands of lines against the card anew for each page would hold up the screen.
    return card && read && this.isRead() ? propose(card, read.founds) : [];
  });
  /** What the card says already is not asked again. */
  protected readonly open = computed(() => this.all().filter(({ state }) => state !== 'same'));
  protected readonly same = computed(() => this.all().length - this.open().length);
  protected readonly list = computed(() => this.chosenList() ?? proposalLists.find((list) => this.counts()[list] > 0) ?? 'points');
  protected readonly counts = computed(() => {
    const count = (list: ProposalList): number => this.open().filter((each) => each.list === list).length;
    return Object.fromEntries(proposalLists.map((list) => [list, count(list)])) as Record<ProposalList, number>;
  });
  private begun = '';
  private readonly keptName = computed(() => `amber-relay-manual-ticks-${this.id()}`);
  /** Lines ticked and sections chosen so far: they wait where one looks something up in between. */
  private readonly ticked = linkedSignal((): ReadonlySet<string> => new Set(readKept(this.keptName()).ticked));
  private readonly places = linkedSignal((): ReadonlyMap<string, string> => new Map(readKept(this.keptName()).places));
  protected readonly trouble = signal('');

  protected readonly rows = computed(() => {
    const [ticked, sheets] = [this.ticked(), this.sheets()];
    return this.open()
      .filter(({ list }) => list === this.list())
      .map((proposal, i, all) => {
        const section = this.sectionOf(proposal);
        const sheet = sheets.find(({ id }) => id === proposal.at.sheet);
        return {
          proposal,
          section,
          /** A point of several lines is placed once. */
          isFirst: all.findIndex(({ of }) => of === proposal.of) === i,
          ready: isReady(proposal, section),
          isTicked: ticked.has(proposal.id),
          page: sheet ? `p. ${sheet.page}` : '',
          pageTitle: sheet?.title ?? '',
        };
      });
  });
  /** So many lines are written out at first: a long parts list would hold up the screen. */
  private readonly most = linkedSignal({ source: () => this.list(), computation: () => 60 });
  protected readonly written = computed(() => this.rows().slice(0, this.most()));
  protected readonly asksSections = computed(() => this.rows().some(({ proposal }) => proposal.asksSection));
  /** Lines without a section, by the heading they stand under: they are placed together. */
  protected readonly unplaced = computed(() => {
    const without = this.rows().filter(({ ready }) => !ready);
    const headings = [...new Set(without.map(({ proposal }) => proposal.at.found.heading))];
    return headings.map((heading) => ({ heading, rows: without.filter(({ proposal }) => proposal.at.found.heading === heading) }));
  });
  /** Those of the list in view that lack nothing, and that the manual does not say otherwise elsewhere. */
  protected readonly clear = computed(() => this.rows().filter(({ proposal, ready }) => ready && proposal.state !== 'conflict'));
  protected readonly taken = computed(() =>
    this.open().flatMap((proposal) => {
      const section = this.sectionOf(proposal);
      return this.ticked().has(proposal.id) && isReady(proposal, section) ? [{ proposal, ...(section ? { section } : {}) }] : [];
    }),
  );

  constructor() {
    effect(() => {
      const card = this.card();
      // The card changes by what is taken over; its pages are read once, and anew when others come.
      const key = card && [card.id, ...this.sheets().map(({ id }) => id)].join(' ');
      if (!card || !key || this.begun === key) return;
      this.begun = key;
      untracked(() => void this.reading.begin(card));
    });
    effect(() => keep(this.keptName(), { ticked: [...this.ticked()], places: [...this.places()] }));
  }

  protected writeAll(): void {
    this.most.set(Infinity);
  }

  protected show(list: ProposalList): void {
    this.chosenList.set(list);
  }

  protected tick({ id }: Proposal, on: boolean): void {
    this.ticked.update((ticked) => new Set(on ? [...ticked, id] : [...ticked].filter((other) => other !== id)));
  }

  protected tickClear(on: boolean): void {
    const ids = new Set(this.clear().map(({ proposal }) => proposal.id));
    this.ticked.update((ticked) => new Set([...[...ticked].filter((id) => !ids.has(id)), ...(on ? ids : [])]));
  }

  /** Lines of one thing, such as a point under two conditions, belong to one section. */
  protected place({ of, list }: Proposal, section: string): void {
    this.places.update((places) => new Map([...places, [`${list} ${of}`, section]]));
  }

  protected placeAll(heading: string, section: string): void {
    for (const { proposal } of this.unplaced().find((each) => each.heading === heading)?.rows ?? []) this.place(proposal, section);
  }

  protected async takeOver(): Promise<void> {
    const taken = this.taken();
    const from = [...new Set(taken.map(({ proposal }) => this.fileName(proposal.at.sheet)))].filter(Boolean).join(', ') || 'its sheets';
    this.trouble.set('');
    try {
      const done = await this.changes.changeCard(this.id(), (card) => withProposals(card, taken, from, this.clock.day()));
      this.ticked.set(new Set());
      this.places.set(new Map());
      if (done) this.offerBack(done.was, taken.length);
    } catch (error) {
      if (!wasTold(error)) this.trouble.set(notKeptText(error));
    }
  }

  private offerBack(was: Card, count: number): void {
    this.snack
      .open(count === 1 ? '1 line is on the card now.' : `${count} lines are on the card now.`, 'Undo', { duration: 15_000 })
      .onAction()
      .subscribe(() => void this.changes.changeCard(was.id, () => was));
  }

  private sectionOf(proposal: Proposal): string {
    return this.places().get(`${proposal.list} ${proposal.of}`) ?? proposal.section ?? '';
  }

  private fileName(sheetId: string): string {
    const sheet = this.sheets().find(({ id }) => id === sheetId);
    return this.files().find(({ id }) => id === sheet?.fileId)?.name ?? '';
  }
}

interface Kept {
  readonly ticked: readonly string[];
  readonly places: readonly (readonly [string, string])[];
}
const nothing: Kept = { ticked: [], places: [] };

function readKept(name: string): Kept {
  try {
    return { ...nothing, ...(JSON.parse(localStorage.getItem(name) ?? '{}') as Partial<Kept>) };
  } catch {
    return nothing;
  }
}

function keep(name: string, kept: Kept): void {
  try {
    if (kept.ticked.length || kept.places.length) localStorage.setItem(name, JSON.stringify(kept));
    else localStorage.removeItem(name);
  } catch {
    // Without room in the browser the ticks last as long as the page: nothing of the shop is lost by it.
  }
}

const isReady = ({ asksSection }: Proposal, section: string): boolean => !asksSection || section !== '';
