import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatSnackBar } from '@angular/material/snack-bar';
import { Router, RouterLink } from '@angular/router';
import { backBefore, canGoBack, changesText, conditionText, copyOf, setKindList, type Card } from '@amber-relay/core/card';
import { limitsText } from '@amber-relay/core/measure';
import { fromStore } from '../storage/from-store';
import { ShopChanges } from '../storage/shop-changes';
import { ShopRepository } from '../storage/shop-repository';
import { Clock } from '../ui/clock';

/** Cards: what is known of each chassis. */
@Component({
  selector: 'app-cards-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton, RouterLink],
  template: `
    <div class="split">
      <nav aria-label="Cards">
        <h1>Cards</h1>
        <a class="act" mat-stroked-button routerLink="/cards/new">New card</a>
        @for (card of cards(); track card.id) {
          <a [routerLink]="['/cards', card.id]" [attr.aria-current]="card.id === shown()?.id ? 'true' : null"
            ><b>{{ card.chassis }}</b
            ><small>{{ card.sections.length }} sections, {{ card.parts.length }} parts, {{ card.testPoints.length }} points</small></a
          >
        } @empty {
          <p class="quiet">{{ empty() }}</p>
        }
      </nav>
      @if (shown(); as card) {
        <div class="page" tabindex="0" role="group" [attr.aria-label]="card.chassis">
          <header>
            <h1>{{ card.chassis }}</h1>
            <span class="quiet grow">{{ card.madeFrom }} to {{ card.madeTo }}</span>
            <a mat-stroked-button [routerLink]="['/cards', card.id, 'sheets']">Sheets</a>
            <a mat-stroked-button [routerLink]="['/cards', card.id, 'manual']">Read the sheets into it</a>
            <button mat-stroked-button (click)="copy(card)">Copy</button>
            <a mat-flat-button [routerLink]="['/cards', card.id, 'edit']">Change</a>
          </header>
          <p>Models: {{ models() }}</p>
          @if (options(); as names) {
            <p>May be fitted: {{ names }}</p>
          }
          @if (begun(); as says) {
            <p class="begun" role="note">{{ says }}</p>
          }
          @for (h of card.hazards; track $index) {
            <p class="caution">{{ h.text }}</p>
          }
          <h2>Test points</h2>
          <table class="plain">
            <thead>
              <tr>
                <th>Point</th>
                <th>What</th>
                <th>Condition</th>
                <th>Expect</th>
                <th>Where</th>
              </tr>
            </thead>
            <tbody>
              @for (row of points(); track row.key) {
                <tr>
                  <td class="fig">{{ row.id }}</td>
                  <td>{{ row.name }}</td>
                  <td>{{ row.condition }}</td>
                  <td class="fig">
                    {{ row.expect }}<small>{{ row.typical }}</small>
                  </td>
                  <td>{{ row.where }}</td>
                </tr>
              }
            </tbody>
          </table>
          @if (tests().length) {
            <h2>Tests</h2>
            <table class="plain">
              <thead>
                <tr>
                  <th>Test</th>
                  <th>Condition</th>
                  <th>Limits</th>
                </tr>
              </thead>
              <tbody>
                @for (row of tests(); track row.id) {
                  <tr>
                    <td>{{ row.name }}</td>
                    <td>{{ row.condition }}</td>
                    <td class="fig">
                      {{ row.limits }}<small>{{ row.typical }}</small>
                    </td>
                  </tr>
                }
              </tbody>
            </table>
          }
          <h2>Sections and parts</h2>
          <table class="plain">
            <thead>
              <tr>
                <th>Section</th>
                <th>Needs</th>
                <th>Parts</th>
              </tr>
            </thead>
            <tbody>
              @for (s of sections(); track s.id) {
                <tr>
                  <td>
                    <b>{{ s.name }}</b>{{ s.watch ? ': ' + s.watch : '' }}
                  </td>
                  <td>{{ s.needs }}</td>
                  <td class="ref">{{ s.parts }}</td>
                </tr>
              }
            </tbody>
          </table>
          @if (lines().length) {
            <h2>What it has learned, and what was changed</h2>
            <ol class="history" aria-label="History of the card" reversed>
              @for (line of lines(); track line.at) {
                <li>
                  <span class="grow"
                    >{{ line.what }} <small>{{ line.when }}</small></span
                  >
                  @if (line.back) {
                    <button class="chip" [attr.aria-label]="'Back to before: ' + line.what" (click)="back(card, line.at)">
                      Back to before
                    </button>
                  }
                </li>
              }
            </ol>
          }
        </div>
      }
    </div>
  `,
  styleUrl: '../ui/split.scss',
  styles: `
    nav .act {
      margin: 4px 0 10px;
    }
    header {
      display: flex;
      align-items: baseline;
      gap: 12px;
    }
    .caution,
    h2 {
      margin: 10px 0 4px;
    }
    .begun {
      padding: 8px 12px;
      background: var(--mat-sys-surface-container);
    }
    td small {
      font: var(--mat-sys-body-medium);
      font-stretch: var(--ar-stretch-text);
      color: var(--mat-sys-on-surface-variant);
    }
    td.ref {
      white-space: normal;
    }
    .history {
      margin: 0;
      padding: 0;
      list-style: none;
    }
    .history li {
      display: flex;
      align-items: center;
      gap: 12px;
      min-height: 48px;
      border-top: 1px solid var(--mat-sys-outline-variant);
    }
    .history small {
      margin-left: 8px;
      color: var(--mat-sys-on-surface-variant);
    }
  `,
})
export class CardsPage {
  readonly id = input<string>();
  private readonly changes = inject(ShopChanges);
  private readonly clock = inject(Clock);
  private readonly router = inject(Router);
  private readonly snack = inject(MatSnackBar);
  private readonly read = fromStore('the cards', inject(ShopRepository).cards$);
  protected readonly cards = computed(() => this.read() ?? []);
  /** Nothing is said of there being none before it was looked. */
  protected readonly empty = computed(() =>
    this.read() ? 'No cards yet. Make one with New card, or take them in with an archive.' : 'Reading…',
  );
  protected readonly shown = computed(() => this.cards().find((c) => c.id === this.id()) ?? this.cards()[0]);
  protected readonly models = computed(() =>
    (this.shown()?.models ?? [])
      .map((m) => `${m.maker} ${m.name}${m.differs.length ? ` (${changesText(this.shown() as Card, m.differs)})` : ''}`)
      .join(', '),
  );
  protected readonly options = computed(() => (this.shown()?.options ?? []).map(({ name }) => name).join(', '));
  protected readonly points = computed(() =>
    (this.shown()?.testPoints ?? []).flatMap((p) =>
      p.expect.map((e, i) => ({
        key: `${p.id} ${i}`,
        id: p.id,
        name: p.name,
        condition: conditionText(e.condition) || 'always',
        expect: limitsText(e.low, e.high, p.unit),
        typical: e.typical ? ' typical' : '',
        where: p.where ?? '',
      })),
    ),
  );
  protected readonly tests = computed(() =>
    (this.shown()?.limits ?? []).map((l) => ({
      id: l.id,
      name: l.name,
      condition: conditionText(l.condition) || 'always',
      limits: limitsText(l.low, l.high, l.unit),
      typical: l.typical ? ' typical' : '',
    })),
  );
  /** That a card only begins, and how much of it is its own. */
  protected readonly begun = computed(() => {
    const card = this.shown();
    const kind = setKindList.find(({ id }) => id === card?.begunFrom);
    if (!card || !kind) return '';
    const figures = [...card.limits, ...card.testPoints.flatMap((p) => p.expect)];
    const own = figures.filter(({ typical }) => !typical).length;
    return `Begun from its kind, ${kind.name}: ${own} of ${figures.length} figures are this chassis’ own, the others are typical and count half.`;
  });
  /** The lines of its history, the newest first, with those that can be taken back. */
  protected readonly lines = computed(() => {
    const card = this.shown();
    return (card?.history ?? [])
      .map(({ on, what, job }, at) => ({
        at,
        what,
        when: `${on}${job === undefined ? '' : `, job ${job}`}`,
        back: card !== undefined && canGoBack(card, at),
      }))
      .reverse();
  });
  protected readonly sections = computed(() => {
    const card = this.shown();
    return (card?.sections ?? []).map((s) => ({
      id: s.id,
      name: s.name,
      watch: s.watch,
      needs: s.needs.map((n) => card?.sections.find((o) => o.id === n.section)?.name ?? n.section).join(', ') || 'nothing',
      parts:
        card?.parts
          .filter((p) => p.section === s.id)
          .map((p) => p.designator)
          .join(', ') || '–',
    }));
  });

  /** Begins a card of its own with all that this one says. */
  protected async copy(card: Card): Promise<void> {
    const copy = copyOf(card, this.cards(), this.clock.day());
    await this.changes.saveCard(copy);
    await this.router.navigate(['/cards', copy.id, 'edit']);
  }

  protected async back(card: Card, line: number): Promise<void> {
    const done = await this.changes.changeCard(card.id, (now) => backBefore(now, line, this.clock.day()));
    if (!done) return;
    this.snack
      .open('The card is as it was.', 'Undo', { duration: 15_000 })
      .onAction()
      .subscribe(() => void this.changes.changeCard(card.id, () => done.was));
  }
}
