import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { moneyText } from '@amber-relay/core/money';
import { fromStore } from '../storage/from-store';
import { JobList } from '../storage/job-list';
import { ShopRepository } from '../storage/shop-repository';
import { Choice, type ChoiceOption } from '../ui/choice';
import { SupplierTerms } from './supplier-terms';
import { isMeant, ownersOf, suppliersOf } from './people';

/** People: owners with their sets and jobs, suppliers with what came from them. */
@Component({
  selector: 'app-people-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choice, FormsModule, MatButton, RouterLink, SupplierTerms],
  template: `
    <div class="split">
      <nav aria-label="People">
        <h1>People</h1>
        <app-choice label="Which people" [options]="sides" [(value)]="side" />
        <label class="field"
          ><span class="visually-hidden">Search people</span
          ><input
            class="box"
            type="search"
            [ngModel]="words()"
            (ngModelChange)="words.set($event)"
            placeholder="Name, telephone, set"
            autocomplete="off"
        /></label>
        @for (person of people(); track person.id) {
          <a [routerLink]="['/people', person.id]" [attr.aria-current]="person.id === shown()?.id ? 'true' : null"
            ><b>{{ person.name }}</b
            ><small>{{ says(person) }}</small></a
          >
        } @empty {
          <p class="quiet">{{ empty() }}</p>
        }
      </nav>
      @if (shown(); as person) {
        <div class="page" tabindex="0" role="group" [attr.aria-label]="person.name">
          <header>
            <h1 class="grow">{{ person.name }}</h1>
            @if (person.kind === 'owner' && person.sets[0]?.jobs?.[0]; as job) {
              <a mat-stroked-button [routerLink]="['/job', job.id, 'book-in']">Correct</a>
            }
          </header>
          @if (person.kind === 'owner') {
            <dl>
              @for (line of person.contact; track line[0]) {
                <dt>{{ line[0] }}</dt>
                <dd>{{ line[1] }}</dd>
              }
            </dl>
            @for (set of person.sets; track set.id) {
              <h2>
                {{ set.name }} <small>{{ set.serial }}</small>
                @if (set.cardId) {
                  <a [routerLink]="['/cards', set.cardId]">Card</a>
                }
              </h2>
              <table class="plain">
                <thead>
                  <tr>
                    <th>Job</th>
                    <th>Booked in</th>
                    <th>Complaint</th>
                    <th>Stage</th>
                  </tr>
                </thead>
                <tbody>
                  @for (job of set.jobs; track job.id) {
                    <tr>
                      <td class="fig">
                        <a [routerLink]="['/job', job.id, job.stageAt]">{{ job.number }}</a>
                      </td>
                      <td class="fig">{{ job.bookedOn }}</td>
                      <td class="says">{{ job.complaint }}</td>
                      <td>{{ job.stage }}</td>
                    </tr>
                  }
                </tbody>
              </table>
            }
          } @else {
            <app-supplier-terms [name]="person.name" [suppliers]="told() ?? []" [orders]="orders() ?? []" />
            <table class="plain">
              <thead>
                <tr>
                  <th>Part</th>
                  <th>Kind</th>
                  <th class="num">Here</th>
                  <th class="num">Price</th>
                  <th>Drawer</th>
                </tr>
              </thead>
              <tbody>
                @for (item of person.items; track item.id) {
                  <tr>
                    <td>{{ item.part }}</td>
                    <td class="quiet">{{ item.kind }}</td>
                    <td class="fig num">{{ item.quantity }}</td>
                    <td class="fig num">{{ price(item.priceMinor) }}</td>
                    <td>{{ item.drawer }}</td>
                  </tr>
                }
              </tbody>
            </table>
          }
        </div>
      }
    </div>
  `,
  styleUrl: '../ui/split.scss',
  styles: `
    nav {
      display: flex;
      flex-direction: column;
      gap: 8px;
    }
    nav h1 {
      margin: 0;
    }
    nav label {
      margin-right: 12px;
    }
    small {
      font: var(--mat-sys-body-medium);
      color: var(--mat-sys-on-surface-variant);
    }
    header {
      display: flex;
      align-items: center;
      gap: 12px;
    }
    dl {
      display: grid;
      grid-template-columns: max-content 1fr;
      gap: 4px 16px;
      margin: 0 0 8px;
    }
    dt {
      color: var(--mat-sys-on-surface-variant);
    }
    dd {
      margin: 0;
    }
    h2 {
      display: flex;
      align-items: baseline;
      gap: 12px;
      margin: 14px 0 4px;
    }
    td a,
    h2 a {
      display: inline-flex;
      align-items: center;
      min-height: 40px;
      min-width: 40px;
    }
    .says {
      white-space: normal;
    }
  `,
})
export class PeoplePage {
  readonly id = input<string>();
  private readonly lines = fromStore('the jobs', inject(JobList).lines$());
  private readonly stock = fromStore('the stock', inject(ShopRepository).stock$);
  protected readonly told = fromStore('the suppliers', inject(ShopRepository).suppliers$);
  protected readonly orders = fromStore('the orders', inject(ShopRepository).orders$);
  private readonly settings = fromStore('the settings of the shop', inject(ShopRepository).settings$);
  protected readonly sides: readonly ChoiceOption<'owners' | 'suppliers'>[] = [
    { value: 'owners', name: 'Owners' },
    { value: 'suppliers', name: 'Suppliers' },
  ];
  /** Whoever is shown tells on which side he stands. */
  protected readonly side = linkedSignal<'owners' | 'suppliers'>(() => (this.id()?.startsWith('from ') ? 'suppliers' : 'owners'));
  protected readonly words = signal('');
  private readonly owners = computed(() => ownersOf(this.lines() ?? []));
  private readonly suppliers = computed(() =>
    suppliersOf(this.stock() ?? [], [...(this.told() ?? []), ...(this.orders() ?? []).map(({ supplier }) => ({ name: supplier }))]),
  );
  protected readonly people = computed(() => {
    const words = this.words().toLowerCase().split(/\s+/).filter(Boolean);
    const all = this.side() === 'owners' ? this.owners() : this.suppliers();
    return all.filter((person) => isMeant(person, words));
  });
  protected readonly empty = computed(() => {
    if (!this.lines() || !this.stock()) return 'Reading…';
    if (this.words().trim()) return 'Nobody of that name.';
    return this.side() === 'owners'
      ? 'Nobody yet: owners come with the first set that is booked in.'
      : 'Nobody yet: suppliers come with the parts in Stock.';
  });
  protected readonly shown = computed(() => this.people().find(({ id }) => id === this.id()) ?? this.people()[0]);

  protected says(person: ReturnType<typeof this.people>[number]): string {
    if (person.kind === 'supplier') return person.items.length === 1 ? '1 part' : `${person.items.length} parts`;
    const sets = person.sets.length === 1 ? '1 set' : `${person.sets.length} sets`;
    return [sets, person.jobs === 1 ? '1 job' : `${person.jobs} jobs`, person.inHand ? `${person.inHand} in hand` : '']
      .filter(Boolean)
      .join(', ');
  }

  protected price(minor: number): string {
    return moneyText(minor, this.settings()?.currency ?? '');
  }
}
