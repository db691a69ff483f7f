import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  type ElementRef,
  inject,
  input,
  linkedSignal,
  signal,
  viewChild,
} from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatTabsModule } from '@angular/material/tabs';
import { MatSnackBar } from '@angular/material/snack-bar';
import { Router, RouterLink } from '@angular/router';
import {
  changedText,
  checkCard,
  kindTexts,
  noted,
  readCardText,
  readTexts,
  setKindList,
  setKinds,
  textLists,
  textsOf,
  usualBands,
  usualModes,
  type Card,
  type CardTexts,
  type TextList,
  type LaidCard,
} from '@amber-relay/core/card';
import { attempt } from '@amber-relay/core/errors';
import { BlockDiagram } from '../diagram/block-diagram';
import { Clock } from '../ui/clock';
import { Notices } from '../ui/notices';
import { fromStore } from '../storage/from-store';
import { ShopChanges } from '../storage/shop-changes';
import { ShopRepository } from '../storage/shop-repository';
import { saveFile } from '../ui/save-file';

type Area = TextList;

const kindNames: Readonly<Record<Card['kind'], string>> = {
  'cb-pll': 'CB, PLL',
  'cb-ssb': 'CB, SSB',
  'cb-crystal': 'CB, crystals',
  'hf-hybrid': 'HF, valve finals',
  'hf-synthesised': 'HF, synthesised',
  'vhf-uhf-fm': 'VHF and UHF FM',
  'land-mobile': 'Land mobile',
  'linear-amplifier': 'Linear amplifier',
  'hf-valve': 'HF, valves',
  'vhf-all-mode': 'VHF and UHF, all modes',
  'hand-held': 'Hand-held',
  repeater: 'Base or repeater',
  'power-supply': 'Power supply',
};

const empty: CardTexts = {
  chassis: '',
  kind: 'cb-pll',
  maker: '',
  model: '',
  madeFrom: 1980,
  madeTo: 1990,
  supply: { kind: 'dc', nominalV: 13.8, currentLimitA: 2 },
  modes: '',
  bands: '',
  sections: '',
  functions: '',
  points: '',
  parts: '',
  tests: '',
  checks: '',
  cautions: '',
  injections: '',
  alignment: '',
  access: '',
  forcings: '',
  plan: '',
  tunings: '',
  levels: '',
  pins: '',
  models: '',
  options: '',
};

const help: Readonly<Record<Area, string>> = {
  sections:
    'One a line, in signal order. What it needs after <, what is known weak after !\nRF amplifier < 8 V regulator, AGC ! goes weak\nAntenna relay < Key line (switching, keyed)',
  functions:
    'One a line, with its route. Click sections in the diagram to add them.\nReceive AM (receive, AM): Antenna filter > RF amplifier > Detector',
  points:
    'Paste from a spreadsheet: point, name, section, sees, unit, condition, nominal, low, high, where.\nCells parted by tabs, or by |',
  parts: 'Paste from a spreadsheet: designator, section, value, kind. Cells parted by tabs, or by |',
  tests:
    'One a line: word that you type, name, condition, unit, least, most, how. Cells parted by tabs, or by |\npwr | Carrier power | keyed, AM, ch 19 | W | 3.4 | 4',
  checks:
    'Before power, one a line: what, what is right, unit, least, most, section.\nSupply, switched on | above 20 ohms | ohm | 20 | | Supply input',
  cautions:
    'One a line: kind, what to mind, of high voltage where it is proven gone and below what.\nhigh-voltage | It stays after switching off. | C1, C2 | 25',
  injections:
    'One a line: name, section, frequency, dBm, function that must respond, minutes.\nIF | IF amplifier | 455k | -60 | Receive AM | 4',
  alignment:
    'In their order: name, what is turned, where it is read, what is wanted, steps that come before.\nReceiver | L2, L3 | S-meter | peak | Loop voltage',
  access: 'What is taken off, minutes, what must be off before.\nScreen of the VCO | 5 | Bottom cover',
  forcings:
    'Control lines that may be held from outside: name, section it leaves, value, most that may be put there, unit, function, sections that no longer matter, minutes.\nHold the AGC line | AGC | 4.1 | 6 | V | Receive AM | AGC; | 5',
  plan: 'How its frequencies are made: name, section, what it does, from which others, hertz, factor, receive or transmit where it is the carrier.\nreference | Reference | oscillates | | 10.24M\nstep | Divider | divides | reference | | 1024',
  tunings: 'What the plan is set to: condition, hertz where no channel says it, name = figure.\nch 19 | | loop = 343',
  levels: 'Levels along the way: section, condition, dBm.\nMixer | receive, AM, ch 19 | -40',
  pins: 'Pin-outs: part, pin, what it is.\nIC1 | 3 | output',
  models:
    'Other models of this chassis: maker, name, how it differs, note. Parts, checks and limits of tests may be otherwise, anything may be missing.\nSkarrow Marine | Teal 40 | F1 = 3 A quick; no hailer; + C99, VCO, 100n',
  options:
    'What may be fitted to a set of this chassis, and what is otherwise then.\nNarrow filter | X3 = 500 Hz; + X4, IF amplifier, 500 Hz',
};

/** What was typed before the page was left; undefined where it cannot be read. */
function readDraft(kept: string, base: Card | undefined): CardTexts | undefined {
  try {
    // A list that an earlier version did not put aside stands as it is on the card.
    return { ...(base ? textsOf(base) : empty), ...(JSON.parse(kept) as Partial<CardTexts>) };
  } catch {
    return undefined;
  }
}

/** Makes and changes a card: lists that one types or pastes, checked and drawn while one does. */
@Component({
  selector: 'app-card-editor',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [BlockDiagram, FormsModule, MatButton, MatTabsModule, RouterLink],
  templateUrl: './card-editor.html',
  styleUrl: './card-editor.scss',
})
export class CardEditor {
  /** The card to change; none for a new one. */
  readonly id = input<string>();
  /** Maker and model of the set that a new card is for. */
  readonly maker = input<string>();
  readonly model = input<string>();

  private readonly changes = inject(ShopChanges);
  private readonly shop = inject(ShopRepository);
  private readonly router = inject(Router);
  private readonly snack = inject(MatSnackBar);
  private readonly clock = inject(Clock);
  private readonly box = viewChild<ElementRef<HTMLTextAreaElement>>('box');
  private readonly cards = fromStore('the cards', this.shop.cards$, []);
  protected readonly patterns = setKindList;
  protected readonly kinds = setKinds.map((kind) => ({ kind, name: kindNames[kind] }));
  protected readonly areas = textLists;
  private readonly notices = inject(Notices);
  protected readonly area = signal<Area>('sections');
  protected readonly help = computed(() => help[this.area()]);

  protected readonly base = computed(() => this.cards().find((card) => card.id === this.id()));
  private readonly draftKey = computed(() => `amber-relay-card-draft-${this.id() ?? 'new'}`);

  /** What is typed. It is kept in the browser from the first letter on, until the card is saved. */
  protected readonly texts = linkedSignal<{ key: string; base: Card | undefined }, CardTexts>({
    source: () => ({ key: this.draftKey(), base: this.base() }),
    computation: ({ key, base }) => {
      const kept = localStorage.getItem(key);
      const draft = kept ? readDraft(kept, base) : undefined;
      if (draft) return draft;
      return base
        ? textsOf(base)
        : {
            ...empty,
            maker: this.maker() ?? '',
            model: this.model() ?? '',
            chassis: [this.maker(), this.model()].filter(Boolean).join(' '),
          };
    },
  });
  /** Something has been typed that is in no card yet, now or before the page was left. */
  protected readonly kept = linkedSignal(() => localStorage.getItem(this.draftKey()) !== null);
  protected readonly read = computed(() => readTexts(this.texts(), this.base()));
  /** The card as far as it goes: without a name it is counted and drawn all the same. */
  private readonly seen = computed(() => {
    const texts = this.texts();
    return texts.chassis.trim() ? this.read().card : readTexts({ ...texts, chassis: 'Draft' }, this.base()).card;
  });
  /** The last card that could be read, so that the diagram stays while a line is being typed. */
  private readonly good = linkedSignal<Card | undefined, Card | undefined>({
    source: this.seen,
    computation: (card, before) => card ?? before?.value,
  });
  protected readonly drawn = computed((): LaidCard | undefined => {
    const card = this.good();
    const model = card?.models[0];
    return card && model && card.sections.length > 0 ? { ...card, model, laid: [] } : undefined;
  });
  protected readonly flaws = computed(() => {
    const { card, problems } = this.read();
    return [
      ...problems.map((p) => ({
        wrong: true,
        at: p.line ? `${p.area}, line ${p.line}` : p.area,
        text: `${p.message} ${p.mend}`,
        area: p.area,
      })),
      ...(card
        ? checkCard(card).map((f) => ({ wrong: f.weight === 'wrong', at: f.at, text: `${f.what} ${f.mend}`, area: 'card' as const }))
        : []),
    ];
  });
  protected readonly counts = computed(() => {
    const card = this.good();
    return {
      sections: card?.sections.length ?? 0,
      functions: card?.functions.length ?? 0,
      points: card?.testPoints.length ?? 0,
      parts: card?.parts.length ?? 0,
      tests: card?.limits.length ?? 0,
      checks: card?.coldChecks.length ?? 0,
      cautions: card?.hazards.length ?? 0,
      injections: card?.injections.length ?? 0,
      alignment: card?.alignment.length ?? 0,
      access: card?.access.length ?? 0,
      forcings: card?.forcings.length ?? 0,
      plan: card?.frequencyPlan.length ?? 0,
      tunings: card?.tunings.length ?? 0,
      levels: card?.levels.length ?? 0,
      models: (card?.models.length ?? 1) - 1,
      options: card?.options.length ?? 0,
      pins: card?.parts.filter(({ pins }) => pins?.length).length ?? 0,
    };
  });
  /** Lines that cannot be read: kept, the card would be without them. */
  protected readonly unread = computed(() => this.read().problems);
  /** Another card of this name is there already. */
  protected readonly taken = computed(() => !this.id() && this.cards().some((card) => card.id === this.read().card?.id));

  constructor() {
    effect(() => {
      if (!this.kept()) return;
      try {
        localStorage.setItem(this.draftKey(), JSON.stringify(this.texts()));
      } catch {
        this.notices.tell({
          name: 'draft',
          urgent: true,
          text: 'What you type into the card is not put aside: the browser has no room for it. Save the card before you leave this page.',
        });
      }
    });
  }

  protected set<K extends keyof CardTexts>(field: K, value: CardTexts[K]): void {
    this.texts.update((texts) => ({ ...texts, [field]: value }));
    this.kept.set(true);
  }

  protected setSupply<K extends keyof Card['supply']>(field: K, value: Card['supply'][K]): void {
    this.set('supply', { ...this.texts().supply, [field]: value });
  }

  /** Fills empty lists with what is usual for a kind of set; what has been typed is never overwritten. */
  protected begin(id: string): void {
    const kind = setKindList.find((each) => each.id === id);
    if (!kind) return;
    const now = this.texts();
    const [modes, bands] = [usualModes(kind), usualBands(kind)];
    const usual = kindTexts(kind, modes, bands);
    const filled = Object.fromEntries(textLists.map((list) => [list, now[list].trim() || usual[list]])) as Record<TextList, string>;
    this.texts.set({ ...now, kind: kind.kind, supply: kind.supply, modes: modes.join(', '), bands: bands.join(', '), ...filled });
    this.kept.set(true);
  }

  /** A section clicked in the diagram goes to the end of the route being written. */
  protected pick(id: string | null): void {
    const name = this.good()?.sections.find((s) => s.id === id)?.name;
    if (!name || this.area() !== 'functions') return;
    const text = this.texts().functions;
    const at = this.box()?.nativeElement.selectionStart ?? text.length;
    const end = text.indexOf('\n', at);
    const [before, after] = end < 0 ? [text, ''] : [text.slice(0, end), text.slice(end)];
    const line = before.slice(before.lastIndexOf('\n') + 1);
    const joint = line.trim() === '' ? 'New function (receive): ' : /[:>]\s*$/.test(line) ? ' ' : ' > ';
    this.set('functions', before.trimEnd() + (line.trim() === '' && before.trim() ? '\n' : '') + joint + name + after);
  }

  protected async save(): Promise<void> {
    const { card } = this.read();
    if (!card || this.unread().length) return;
    const base = this.base();
    const changed = base ? changedText(base, card) : '';
    const { was } = await this.changes.saveCard(
      base && changed ? noted(base, card, { on: this.clock.day(), what: `by hand: ${changed}` }) : card,
    );
    this.forget();
    this.snack
      .open(`${card.chassis} is kept.`, was ? 'Undo' : 'Close', { duration: 8000 })
      .onAction()
      .subscribe(() => was && void this.changes.saveCard(was));
    await this.router.navigate(['/cards', card.id]);
  }

  /** Throws away what has been typed since the card was last kept; the way back is offered. */
  protected discard(): void {
    const typed = this.texts();
    this.forget();
    const base = this.base();
    this.texts.set(base ? textsOf(base) : empty);
    this.snack
      .open('What was typed is put aside.', 'Undo', { duration: 8000 })
      .onAction()
      .subscribe(() => {
        this.texts.set(typed);
        this.kept.set(true);
      });
  }

  private forget(): void {
    this.kept.set(false);
    localStorage.removeItem(this.draftKey());
  }

  protected exportFile(): void {
    const { card } = this.read();
    if (card) saveFile(`${card.id}.json`, new Blob([JSON.stringify(card, null, 2)]), 'application/json');
  }

  /** Takes a card in from a file, in place of one of the same name; the way back is offered. */
  protected async importFile(picker: HTMLInputElement): Promise<void> {
    const file = picker.files?.[0];
    picker.value = '';
    if (!file) return;
    const text = await file.text();
    const read = attempt(() => readCardText(text));
    if (!read.ok) {
      this.snack.open(`${file.name}: ${read.failure.path} ${read.failure.message} ${read.failure.remedy}`, 'Close');
      return;
    }
    const { was } = await this.changes.saveCard(read.value);
    this.snack
      .open(`${read.value.chassis} is taken in${was ? ', in place of the one before' : ''}.`, was ? 'Undo' : 'Close', { duration: 8000 })
      .onAction()
      .subscribe(() => was && void this.changes.saveCard(was));
    await this.router.navigate(['/cards', read.value.id, 'edit']);
  }
}
