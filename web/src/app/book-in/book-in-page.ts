import { ChangeDetectionStrategy, Component, computed, ElementRef, inject, signal, viewChildren } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { FormControl, FormGroup, ReactiveFormsModule, Validators } from '@angular/forms';
import { MatAutocompleteModule, MatAutocompleteTrigger } from '@angular/material/autocomplete';
import { MatButton, MatIconButton } from '@angular/material/button';
import { MatDatepickerModule } from '@angular/material/datepicker';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatInput } from '@angular/material/input';
import { provideLuxonDateAdapter } from '@angular/material-luxon-adapter';
import { Router, RouterLink } from '@angular/router';
import type { Card, CardFunction } from '@amber-relay/core/card';
import { functionResults, resultNames, type FunctionResult } from '@amber-relay/core/words';
import { joinVisits, type Customer, type LabelRead, type RadioSet, type Symptom } from '@amber-relay/core/job';
import type { TapeBody } from '@amber-relay/core/tape';
import { CoreError } from '@amber-relay/core/errors';
import { parseMoney } from '@amber-relay/core/money';
import type { DateTime } from 'luxon';
import { map, of, startWith, switchMap } from 'rxjs';
import { KindChoice } from '../ui/kind-choice';
import { fromStore } from '../storage/from-store';
import { JobRepository, type Photo } from '../storage/job-repository';
import { ShopRepository } from '../storage/shop-repository';
import { Clock } from '../ui/clock';
import { dayText } from '../ui/clock-text';
import { Field } from '../ui/field';
import { formFieldLook } from '../ui/form-field-look';
import { LabelReader } from './label-reader';
import { readPhoto } from './read-photo';

const text = (initial = ''): FormControl<string> => new FormControl(initial, { nonNullable: true });
const dates = {
  parse: { dateInput: ['yyyy-MM-dd', 'd.M.yyyy', 'd/M/yyyy', 'd LLL yyyy'] },
  display: { dateInput: 'd LLL yyyy', monthYearLabel: 'LLL yyyy', dateA11yLabel: 'DDD', monthYearA11yLabel: 'LLLL yyyy' },
};

type Refusable = 'maker' | 'model' | 'madeIn' | 'owner' | 'complaint' | 'limit' | 'promised';
type Refusals = Readonly<Partial<Record<Refusable, string>>>;

/** Book in: owner, set, complaint in the owner's words, what came with it, and what earlier repairers claim. */
@Component({
  selector: 'app-book-in-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    Field,
    KindChoice,
    LabelReader,
    ReactiveFormsModule,
    MatAutocompleteModule,
    MatButton,
    MatIconButton,
    MatDatepickerModule,
    MatFormFieldModule,
    MatIcon,
    MatInput,
    RouterLink,
  ],
  providers: [provideLuxonDateAdapter(dates), formFieldLook],
  templateUrl: './book-in-page.html',
  styleUrl: './book-in-page.scss',
})
export class BookInPage {
  private readonly jobs = inject(JobRepository);
  private readonly shop = inject(ShopRepository);
  private readonly router = inject(Router);
  protected readonly settings = fromStore('the settings of the shop', this.shop.settings$);
  protected readonly day = dayText;
  protected readonly results = functionResults.filter((r) => r !== 'not-tried');
  protected readonly resultNames = resultNames;
  private readonly clock = inject(Clock);
  private readonly offered = viewChildren(MatAutocompleteTrigger);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  protected readonly today = this.clock.now();

  protected readonly form = new FormGroup({
    owner: new FormControl('', { nonNullable: true, validators: [Validators.required] }),
    phone: text(),
    email: text(),
    address: text(),
    maker: new FormControl('', { nonNullable: true, validators: [Validators.required] }),
    model: new FormControl('', { nonNullable: true, validators: [Validators.required] }),
    serial: text(),
    madeIn: text(),
    previousOwners: text(),
    complaint: new FormControl('', { nonNullable: true, validators: [Validators.required] }),
    accessories: text(),
    cosmetic: text(),
    limit: text(),
    payer: text(),
    promised: new FormControl<DateTime | null>(null),
    claimBy: text(),
    claimText: text(),
    claimSection: text(),
    claimSays: text(),
  });
  private readonly values = toSignal(
    this.form.valueChanges.pipe(
      startWith(null),
      map(() => this.form.getRawValue()),
    ),
    { requireSync: true },
  );
  protected readonly customers = fromStore('the customers', this.shop.customers$, []);
  private readonly sets = fromStore('the sets', this.shop.sets$, []);
  private readonly cards = fromStore('the cards', this.shop.cards$, []);
  protected readonly symptoms = signal<readonly Symptom[]>([]);
  protected readonly claims = signal<readonly Extract<TapeBody, { kind: 'claim' }>[]>([]);
  protected readonly photos = signal<readonly Photo[]>([]);
  protected readonly refusals = signal<Refusals>({});
  protected readonly problems = signal<readonly string[]>([]);
  protected readonly saving = signal(false);

  protected readonly customer = computed(() =>
    this.customers().find((c) => c.name.toLowerCase() === this.values().owner.trim().toLowerCase()),
  );
  protected readonly owners = computed(() =>
    this.customers()
      .filter((c) => c.name.toLowerCase().includes(this.values().owner.trim().toLowerCase()))
      .slice(0, 8),
  );
  /** The card and model that fit what was typed. */
  protected readonly match = computed(() => {
    const maker = this.values().maker.trim().toLowerCase();
    const model = this.values().model.trim().toLowerCase();
    for (const card of this.cards()) {
      const found = card.models.find((m) => m.maker.toLowerCase() === maker && m.name.toLowerCase() === model);
      if (found) return { card, model: found };
    }
    return undefined;
  });
  protected readonly taken = computed(() => this.cards().map(({ id }) => id));
  protected readonly year = computed(() => {
    const made = this.values().madeIn.trim();
    return /^\d{4}$/.test(made) && Number(made) >= 1930 ? Number(made) : this.clock.now().getFullYear();
  });
  /** The card with which the set begins where there is none for it, once somebody says of which kind it is. */
  protected readonly begun = signal<Card | undefined>(undefined);
  private readonly begunCard = computed(() => (this.match() ? undefined : this.begun()));
  private readonly card = computed(() => this.match()?.card ?? this.begunCard());
  protected readonly functions = computed((): readonly CardFunction[] => this.card()?.functions ?? []);
  protected readonly sections = computed(() => this.card()?.sections ?? []);
  protected readonly makers = computed(() =>
    [...new Set([...this.cards().flatMap((c) => c.models.map((m) => m.maker)), ...this.sets().map((s) => s.maker)])]
      .filter((m) => m.toLowerCase().startsWith(this.values().maker.trim().toLowerCase()))
      .sort(),
  );
  protected readonly models = computed(() => {
    const maker = this.values().maker.trim().toLowerCase();
    const all = [...this.cards().flatMap((c) => c.models), ...this.sets().map((s) => ({ maker: s.maker, name: s.model }))];
    return [...new Set(all.filter((m) => m.maker.toLowerCase() === maker).map((m) => m.name))]
      .filter((n) => n.toLowerCase().includes(this.values().model.trim().toLowerCase()))
      .sort();
  });
  protected readonly known = computed(() => {
    const { maker, model, serial } = this.values();
    if (!serial.trim()) return undefined;
    return this.sets().find(
      (s) =>
        s.serial.toLowerCase() === serial.trim().toLowerCase() &&
        s.maker.toLowerCase() === maker.trim().toLowerCase() &&
        s.model.toLowerCase() === model.trim().toLowerCase(),
    );
  });
  protected readonly visits = fromStore(
    'the earlier visits',
    toObservable(computed(() => this.known()?.id)).pipe(
      switchMap((id): ReturnType<JobRepository['visits$']> => (id ? this.jobs.visits$(id) : of([]))),
    ),
    [],
  );

  protected readonly reading = signal(false);
  /** What the label of the set told of its visits elsewhere. */
  protected readonly told = signal<LabelRead | undefined>(undefined);
  /** What was typed already, and the label says otherwise. */
  protected readonly otherwise = signal('');

  /** Takes over what a label says; what was typed stays. */
  protected takeLabel(label: LabelRead): void {
    const typed = this.form.getRawValue();
    const differs = (['maker', 'model', 'serial'] as const).filter(
      (field) => typed[field].trim() && label[field] && typed[field].trim().toLowerCase() !== label[field].toLowerCase(),
    );
    this.otherwise.set(
      differs.length
        ? `The label says ${differs.map((field) => `${field} "${label[field]}"`).join(', ')}; what you typed stays. Is it the label of this set?`
        : '',
    );
    for (const field of ['maker', 'model', 'serial'] as const) if (!typed[field].trim()) this.form.controls[field].setValue(label[field]);
    this.told.set(label);
    this.reading.set(false);
  }

  protected addSymptom(id: string, result: string): void {
    const fn = this.functions().find((f) => f.id === id);
    const found = functionResults.find((r) => r === result) as FunctionResult | undefined;
    if (!fn || !found) return;
    this.symptoms.update((list) => [...list.filter((s) => s.functionId !== id), { functionId: id, result: found, text: fn.name }]);
  }

  protected dropSymptom(symptom: Symptom): void {
    this.symptoms.update((list) => list.filter((s) => s !== symptom));
  }

  protected addClaim(): void {
    const { claimBy, claimText, claimSection, claimSays } = this.form.getRawValue();
    if (!claimText.trim()) return;
    const says = (['good', 'bad', 'replaced'] as const).find((s) => s === claimSays);
    this.claims.update((list) => [
      ...list,
      {
        kind: 'claim',
        claimant: claimBy.trim() || 'earlier repairer',
        text: claimText.trim(),
        ...(claimSection && says ? { section: claimSection, says } : {}),
      },
    ]);
    this.form.patchValue({ claimText: '', claimSection: '', claimSays: '' });
  }

  protected async addPhotos(input: HTMLInputElement): Promise<void> {
    const files = [...(input.files ?? [])];
    input.value = '';
    const wrong: string[] = [];
    for (const file of files) {
      const photo = await readPhoto(file);
      if (typeof photo === 'string') wrong.push(photo);
      else this.photos.update((list) => [...list, photo]);
    }
    this.problems.set(wrong);
  }

  /** Why a field is refused; empty where it is not. */
  protected refused(field: Refusable): string {
    return this.refusals()[field] ?? '';
  }

  /** What still stands in the way, by its field; empty when the set can be booked in. */
  private faults(): Refusals {
    const v = this.form.getRawValue();
    const year = this.clock.now().getFullYear();
    const made = v.madeIn.trim();
    const { promised } = this.form.controls;
    return {
      ...(v.maker.trim() ? {} : { maker: 'Which set is it? Write the maker.' }),
      ...(v.model.trim() ? {} : { model: 'Which set is it? Write the model.' }),
      ...(made && !(/^\d{4}$/.test(made) && Number(made) >= 1930 && Number(made) <= year)
        ? { madeIn: `Made in "${made}": give a year from 1930 to ${year}.` }
        : {}),
      ...(v.owner.trim() ? {} : { owner: 'Who owns it? Write a name.' }),
      ...(v.complaint.trim() ? {} : { complaint: "Write the complaint in the owner's words." }),
      ...(v.limit.trim() && parseMoney(v.limit) === undefined
        ? { limit: `The limit "${v.limit}" is not an amount. Write it like 45 or 45.50.` }
        : {}),
      ...(promised.hasError('matDatepickerParse') ? { promised: 'The promised date does not exist. Write it like 2026-02-13.' } : {}),
      ...(promised.hasError('matDatepickerMin') ? { promised: 'The promised date is in the past.' } : {}),
    };
  }

  protected async bookIn(): Promise<void> {
    this.addClaim();
    const faults = this.faults();
    this.refusals.set(faults);
    this.problems.set([]);
    const [first] = Object.keys(faults);
    if (first) {
      this.host.nativeElement.querySelector<HTMLElement>(`[formControlName="${first}"]`)?.focus();
      // What is offered would hang over what was refused.
      for (const offered of this.offered()) offered.closePanel();
      return;
    }
    if (this.saving()) return;
    const v = this.form.getRawValue();
    const list = (t: string): string[] =>
      t
        .split(/[,;\n]/)
        .map((s) => s.trim())
        .filter(Boolean);
    const customer: Customer = this.customer() ?? {
      id: crypto.randomUUID(),
      name: v.owner.trim(),
      phone: v.phone.trim(),
      email: v.email.trim(),
      address: v.address.trim(),
      note: '',
    };
    const known = this.known();
    const match = this.match();
    const begun = this.begunCard();
    const told = this.told();
    const owners = [...(known?.previousOwners ?? []), ...list(v.previousOwners)];
    const set: RadioSet = {
      ...(known ?? { id: crypto.randomUUID(), modifications: [] }),
      customerId: customer.id,
      maker: v.maker.trim(),
      model: v.model.trim(),
      serial: v.serial.trim(),
      previousOwners: [...new Set(owners)],
      ...(v.madeIn.trim() ? { madeIn: Number(v.madeIn) } : {}),
      ...(match ? { cardId: match.card.id, modelId: match.model.id } : {}),
      ...(begun ? { cardId: begun.id, modelId: begun.models[0]?.id } : {}),
      ...(told?.visits.length ? { visits: joinVisits(known?.visits ?? [], told.visits) } : {}),
    };
    const limit = v.limit.trim() ? parseMoney(v.limit) : undefined;
    this.saving.set(true);
    try {
      const row = await this.jobs.bookIn(
        {
          customer,
          set,
          ...(begun ? { card: begun } : {}),
          job: {
            complaint: v.complaint.trim(),
            symptoms: [...this.symptoms()],
            accessories: list(v.accessories),
            cosmetic: v.cosmetic.trim(),
            payer: v.payer.trim(),
            ...(v.promised ? { promisedOn: v.promised.toISODate() ?? undefined } : {}),
            ...(limit === undefined ? {} : { spendLimitMinor: limit }),
          },
          entries: [{ kind: 'problem', problem: crypto.randomUUID(), title: v.complaint.trim(), state: 'open' }, ...this.claims()],
          photos: this.photos(),
        },
        this.settings()?.technician ?? 'Bench',
      );
      // From now on there is something to lose: ask the browser to keep it.
      void this.shop.storageState();
      await this.router.navigate(['/job', row.id, 'safety']);
    } catch (error) {
      const why = error instanceof CoreError ? `${error.message} ${error.remedy}` : 'Something in it is not as it should be, or too large.';
      this.problems.set([`Not booked in. ${why} What you typed is still here; nothing was written.`]);
    } finally {
      this.saving.set(false);
    }
  }
}
