import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  output,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { MatTooltip } from '@angular/material/tooltip';
import { MatIcon } from '@angular/material/icon';
import { MatSnackBar } from '@angular/material/snack-bar';
import { pointOf, partOf, type Condition } from '@amber-relay/core/card';
import type { TapeBody, TapeEntry } from '@amber-relay/core/tape';
import { attempt } from '@amber-relay/core/errors';
import {
  areaAt,
  baseName,
  breakOf,
  laidOn,
  latestReadings,
  nextName,
  readPlacesJson,
  sectionAreas,
  sectionOfStop,
  sheetKindNames,
  sheetKinds,
  stopStates,
  type Chain,
  type Place,
  type Sheet,
} from '@amber-relay/core/sheets';
import { SheetRepository } from '../storage/sheet-repository';
import { CardSheets } from './card-sheets';
import { SheetPages } from './pages/sheet-pages';
import { ChainStrip, newChain } from './chain-strip';
import { DeskState, type Side } from './desk-state';
import { partFacts, type PartHistory } from './part-facts';
import { PartPanel } from './part-panel';
import { PinStrip } from './pin-strip';
import { SheetIntake, type Intake } from './sheet-intake';
import { measureStart } from '@amber-relay/core/entry';
import { marksOn } from './sheet-marks';
import { SheetOut } from './sheet-out';
import { SheetPane } from './sheet-pane';
import { SisterChoice } from './sister-choice';
import { SisterPane } from './sister-pane';
import { SheetLines } from './sheet-lines';
import { LineInHand } from './line-in-hand';
import { LineProposals } from './line-proposals';
import { NetPanel } from './net-panel';
import { netFacts, type NetPlace } from './net-facts';
import { VoltsPanel, type Counted } from './volts/volts-panel';
import { chainOfNet, easiestPlace, brokenOn, type CardNet } from '@amber-relay/core/nets';
import type { Pressed, SheetMark, SheetNet, SheetRegion, SheetStretch } from './sheet-view';

/** What a job brings to the desk: where it stands, and what to do with a measurement. */
export interface DeskJob {
  readonly jobId: string;
  readonly condition: Condition;
  readonly tape: readonly TapeEntry[];
  readonly next: string | undefined;
  /** Suspicion of each section, its word and its chance in 100. */
  readonly suspicion: ReadonlyMap<string, { readonly word: string; readonly percent: string }>;
  readonly measure: (line: string) => void;
  readonly openSection: (id: string) => void;
  /** Puts what explains the volts on the tape. */
  readonly count: (body: TapeBody) => void;
}

type Doing = 'looking' | 'following' | 'pinning' | 'proposing';

/** The table on which schematic, board and readings lie side by side. */
@Component({
  selector: 'app-sheets-desk',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatIcon, MatTooltip, SheetPane, SisterPane, PartPanel, ChainStrip, PinStrip, NetPanel, VoltsPanel, LineProposals],
  providers: [DeskState, SheetLines, LineInHand],
  templateUrl: './sheets-desk.html',
  styleUrls: ['./sheets-desk.scss', './tool.scss'],
  host: { '(dragover)': '$event.preventDefault()', '(drop)': 'drop($event)' },
})
export class SheetsDesk {
  readonly job = input<DeskJob | null>(null);
  /** A designator or point to open on; a section. */
  readonly at = input<string>();
  readonly section = input<string>();
  /** A sheet to lay on the left, by its id. */
  readonly sheet = input<string>();
  readonly history = input<PartHistory>();
  /** The part in hand has changed: for the address of the page. */
  readonly went = output<string>();

  protected readonly sheets = inject(CardSheets);
  protected readonly desk = inject(DeskState);
  private readonly repository = inject(SheetRepository);
  private readonly intake = inject(SheetIntake);
  private readonly out = inject(SheetOut);
  private readonly snack = inject(MatSnackBar);
  private readonly pinStrip = viewChild(PinStrip);

  protected readonly lines = inject(SheetLines);
  protected readonly line = inject(LineInHand);
  protected readonly explaining = signal(false);
  protected readonly doing = signal<Doing>('looking');
  protected readonly both = signal(true);
  protected readonly sister = inject(SisterChoice);
  /** A sheet of another card stands where the right view was. */
  protected readonly beside = computed(() => this.sister.isOpen(this.card()?.id));
  /** The right view where there is something to lay into it: with one sheet the left one has all the room. */
  protected readonly sides = computed((): readonly Side[] =>
    this.both() && !this.beside() && this.desk.sheet('right') ? ['left', 'right'] : ['left'],
  );
  protected readonly areas = signal(false);
  protected readonly chain = signal<Chain>(newChain);
  protected readonly pinName = signal('R1');
  protected readonly pinSide = signal<Sheet | undefined>(undefined);
  protected readonly kinds = sheetKinds.map((value) => ({ value, name: sheetKindNames[value] }));
  protected readonly taking = signal('');
  protected readonly taken = signal<readonly Intake[]>([]);

  private readonly condition = computed<Condition>(() => this.job()?.condition ?? {});
  private readonly tape = computed(() => this.job()?.tape ?? []);
  protected readonly readings = computed(() => latestReadings(this.tape(), this.condition()));
  protected readonly card = computed(() => this.sheets.card());
  protected readonly names = computed(() => this.sheets.index().names());

  protected readonly facts = computed(() => {
    const [name, card] = [this.desk.name(), this.card()];
    return name && card ? partFacts(name, card, this.sheets.index(), this.condition(), this.tape(), this.history()) : null;
  });
  protected readonly sectionName = computed(() => {
    const id = this.desk.section();
    return this.card()?.sections.find((s) => s.id === id)?.name ?? '';
  });

  protected readonly marksOf = computed(() => {
    const [card, condition, readings, tape, next] = [this.card(), this.condition(), this.readings(), this.tape(), this.job()?.next];
    return (sheet: Sheet): readonly SheetMark[] =>
      card && sheet.kind !== 'parts-list' ? marksOn(this.sheets.placesOn(sheet.id), { card, condition, readings, tape, next }) : [];
  });

  protected readonly regionsOf = computed(() => {
    const [card, chosen, all, job] = [this.card(), this.desk.section(), this.areas(), this.job()];
    return (sheet: Sheet): readonly SheetRegion[] => {
      if (!card || (!all && !chosen) || sheet.kind === 'parts-list' || sheet.kind === 'alignment') return [];
      return sectionAreas(card, this.sheets.placesOn(sheet.id))
        .filter((area) => all || area.section === chosen)
        .map(({ section, outline, room }) => ({
          id: section,
          name: card.sections.find((s) => s.id === section)?.name ?? section,
          outline,
          room,
          word: (all && job?.suspicion.get(section)?.word) || 'plain',
          percent: job?.suspicion.get(section)?.percent ?? '',
        }));
    };
  });

  protected readonly netFacts = computed(() => {
    const [net, card] = [this.line.net(), this.card()];
    const rest = { condition: this.condition(), readings: this.readings(), index: this.sheets.index() };
    return net && card ? netFacts(this.lines.nets(), net, { card, ...rest }) : null;
  });
  protected readonly netOf = computed(() => {
    const [facts, nets] = [this.netFacts(), this.lines.nets()];
    return (sheet: Sheet): SheetNet | null => {
      if (!facts) return null;
      const { net, broken } = facts;
      const lines = nets.linesOn(net, sheet.id);
      const laid = laidOn.includes(sheet.kind);
      const names = new Set(laid ? net.pins.map(({ name }) => name) : []);
      const boxes = laid && !net.ground ? this.sheets.placesOn(sheet.id).filter(({ name }) => names.has(name)) : [];
      return { lines, boxes, broken: broken ? brokenOn(nets, net, broken, sheet.id) : [] };
    };
  });
  /** Where the point that is to be probed next is easiest to reach. */
  protected readonly easiest = computed(() => {
    const [next, card, nets] = [this.job()?.next, this.card(), this.lines.nets()];
    const net = next ? nets.of(next) : undefined;
    const best = net && card && !net.ground ? easiestPlace(net, card, this.sheets.index()) : undefined;
    return next && best && best.name !== next ? { next, ...best } : null;
  });

  protected readonly stretchesOf = computed(() => {
    const [states, following] = [stopStates(this.chain(), this.readings()), this.doing() === 'following'];
    const broken = breakOf(states)?.first;
    return (sheet: Sheet): readonly SheetStretch[] => {
      if (!following) return [];
      const places = this.sheets.placesOn(sheet.id);
      const middles = states.map(({ stop }) => {
        const place = places.find((p) => p.name === baseName(stop.name));
        return place && ([place.x + place.w / 2, place.y + place.h / 2] as const);
      });
      return middles.slice(1).flatMap((to, i) => {
        const from = middles[i];
        return from && to ? [{ from, to, broken: states[i + 1]?.stop === broken }] : [];
      });
    };
  });

  constructor() {
    const pages = inject(SheetPages);
    afterNextRender(() => pages.warm());
    effect(() => {
      const sheet = this.sheets.sheets().find(({ id }) => id === this.sheet());
      if (sheet) untracked(() => this.desk.choose('left', sheet.id));
    });
    // What one was sent here for; asked again once the sheets have been read.
    effect(() => {
      const [at, section, ready] = [this.at(), this.section(), this.sheets.sheets().length > 0];
      const known = this.sheets.index();
      untracked(() => {
        if (!ready) return;
        if (at && (this.desk.name() !== at.toUpperCase() || this.desk.missing()) && known.has(at)) this.desk.go(at);
        else if (at && !known.has(at) && !this.sheets.progress()) this.desk.go(at);
        else if (section && this.desk.section() !== section) this.desk.goSection(section);
      });
    });
  }

  protected go(name: string): void {
    if (this.desk.go(name)) this.went.emit(name.trim().toUpperCase());
  }

  /** A press on a sheet looks at what is there, adds it to the line that is followed, or pins the next name. */
  protected press({ sheet, at, place, on }: Pressed): void {
    if (this.doing() === 'pinning') return void this.pin(sheet, at);
    if (this.line.linking()) return void this.line.linkTo(sheet, at);
    if (place && on) return this.pressPlace(place);
    void this.pressLine(sheet, at).then((found) => {
      if (found) return;
      if (place) this.pressPlace(place);
      else this.pressArea(sheet, at);
    });
  }

  private pressPlace(place: Place): void {
    this.line.drop();
    if (this.doing() === 'following') return this.addStop(place.name);
    this.desk.name.set(place.name);
    this.desk.section.set(null);
    this.went.emit(place.name);
  }

  /** Takes the line at a place in hand; false where none is. */
  private async pressLine(sheet: Sheet, at: readonly [number, number]): Promise<boolean> {
    const net = await this.line.find(sheet, at);
    if (!net) {
      // A press in the area of a section is answered by the section.
      if (this.areas()) this.line.says.set('');
      return false;
    }
    if (this.doing() === 'following') this.followNet(net);
    else {
      this.desk.name.set(null);
      this.desk.section.set(null);
      this.line.take(sheet, at);
    }
    void this.lines.readAll();
    return true;
  }

  /** The stops of a line that was pressed, in order, behind those that are there. */
  private followNet(net: CardNet): void {
    const card = this.card();
    if (!card) return;
    const made = chainOfNet(this.lines.nets(), net, card);
    this.chain.update((chain) => {
      const fresh = chain.stops.length ? chain : { ...made, stops: [] };
      const known = new Set(fresh.stops.map(({ name }) => name));
      const doubts = (chain.stops.length ? (chain.doubts ?? 0) : 0) + (made.doubts ?? 0);
      const stops = [...fresh.stops, ...made.stops.filter(({ name }) => !known.has(name))];
      return { ...fresh, stops, ...(doubts ? { doubts } : {}) };
    });
  }

  protected followIt(): void {
    const net = this.line.net();
    if (!net) return;
    this.chain.set(newChain);
    this.followNet(net);
    this.doing.set('following');
  }

  protected closeNet(): void {
    this.line.drop();
    this.explaining.set(false);
  }

  protected goToPlace(place: NetPlace): void {
    if (this.job()) return this.measure(place.name, place.pin || undefined);
    const sheet = this.sheets.sheets().find(({ id }) => id === place.sheetId);
    const [x, y] = place.at;
    if (sheet) this.desk.goTo(sheet, { name: place.name, x: x - 8, y: y - 8, w: 16, h: 16 });
  }

  /** Lights up a line, with a sheet on which it lies in the left view. */
  protected showNet(net: CardNet): void {
    const sheet = this.line.takeNet(net);
    if (sheet) this.desk.choose('left', sheet.id);
  }

  /** What explains the volts, with the sections in which its parts lie: by the card, or by where they stand on the sheet. */
  protected count({ about, explanation, text, readings }: Counted): void {
    const [job, card] = [this.job(), this.card()];
    if (!job || !card) return;
    const sectionOf = (name: string): string | undefined => {
      const known = sectionOfStop(card, { name });
      const spot = known ? undefined : this.sheets.index().spotOn(name, ['schematic']);
      if (!spot) return known;
      const { x, y, w, h } = spot.place;
      return areaAt(sectionAreas(card, this.sheets.placesOn(spot.sheet.id)), x + w / 2, y + h / 2)?.section;
    };
    job.count({
      kind: 'explained',
      about,
      text,
      readings: [...readings],
      healthy: explanation.healthy,
      other: explanation.other,
      parts: explanation.parts.slice(0, 8).map(({ part, chance, best }) => {
        const section = sectionOf(part);
        return { designator: part, chance, says: best.says, ...(section ? { section } : {}) };
      }),
    });
  }

  protected saveNetlist(): void {
    const [card, net] = [this.card(), this.line.net()];
    if (card) this.out.saveNetlist(card.id, this.lines.nets(), net);
  }

  /** A press within the area of a section takes that section in hand, where areas are shown. */
  private pressArea(sheet: Sheet, [x, y]: readonly [number, number]): void {
    const card = this.card();
    const area = this.areas() && card ? areaAt(sectionAreas(card, this.sheets.placesOn(sheet.id)), x, y) : undefined;
    if (!area) return;
    this.desk.name.set(null);
    this.desk.section.set(area.section);
  }

  /** A press on a mark measures there, unless a line is being followed. */
  protected pressMark(mark: SheetMark): void {
    if (this.doing() === 'following') return this.addStop(mark.name);
    this.desk.name.set(mark.name);
    if (mark.measures && this.doing() === 'looking') this.measure(mark.name);
  }

  protected measure(name: string, pin?: string): void {
    const card = this.card();
    if (card) this.job()?.measure(measureStart(card, name, pin));
  }

  private addStop(name: string): void {
    const card = this.card();
    const known = card && (pointOf(card, name)?.id ?? partOf(card, name)?.designator);
    this.chain.update((chain) =>
      chain.stops.at(-1)?.name === (known ?? name) ? chain : { ...chain, stops: [...chain.stops, { name: known ?? name }] },
    );
  }

  protected do(doing: Doing): void {
    this.doing.update((now) => (now === doing ? 'looking' : doing));
    if (this.doing() === 'pinning') this.pinSide.set(this.desk.sheet('left'));
    if (this.doing() === 'proposing') void this.lines.readAll();
  }

  private async pin(sheet: Sheet, [x, y]: readonly [number, number]): Promise<void> {
    this.pinSide.set(sheet);
    const typed = this.pinName().trim().toUpperCase();
    if (!/^[A-Z]{1,4}\d{1,4}[A-Z]?$/.test(typed)) return;
    const [w, h] = [sheet.width * 0.022, sheet.width * 0.009];
    const unit = typed.slice(baseName(typed).length);
    const place = { name: baseName(typed), ...(unit ? { unit } : {}), x: x - w / 2, y: y - h / 2, w, h };
    // At once, for the next press may come before this one is on the disk.
    this.pinName.set(nextName(typed));
    try {
      await this.repository.changePins(sheet, (pinned) => [...pinned, place]);
    } catch (error) {
      this.pinName.set(typed);
      throw error;
    }
    this.pinStrip()?.focus();
  }

  protected async unpin(at: number): Promise<void> {
    const sheet = this.pinSide();
    if (!sheet) return;
    const gone = this.sheets.pinnedOn(sheet.id)[at];
    await this.repository.changePins(sheet, (pinned) => pinned.filter((_, i) => i !== at));
    if (!gone) return;
    this.snack
      .open(`${gone.name} is off the sheet.`, 'Undo', { duration: 8000 })
      .onAction()
      .subscribe(() => void this.repository.changePins(sheet, (pinned) => [...pinned, gone]));
  }

  protected drop(event: DragEvent): void {
    event.preventDefault();
    event.stopPropagation();
    void this.add(event.dataTransfer?.files ?? null);
  }

  /** Takes files in one after the other; each says what came of it. */
  protected async add(files: FileList | null): Promise<void> {
    const card = this.card();
    if (!card || !files?.length) return;
    const results: Intake[] = [];
    for (const file of [...files]) {
      this.taking.set(file.name);
      results.push(await this.intake.take(card.id, file));
    }
    this.taking.set('');
    this.taken.set(results);
  }

  protected async removeFile(side: 'left' | 'right'): Promise<void> {
    const sheet = this.desk.sheet(side);
    const gone = sheet && (await this.repository.remove(sheet.fileId));
    if (!gone) return;
    this.snack
      .open(`${gone.file.name} is off the card, with its ${gone.sheets.length} sheets and their pins.`, 'Undo', { duration: 15_000 })
      .onAction()
      .subscribe(() => void this.repository.putBack(gone));
  }

  /** Says what a sheet is, where its own words did not. */
  protected describe(sheet: Sheet, change: Partial<Pick<Sheet, 'kind' | 'title'>>): void {
    if (change.title?.trim() !== '') void this.repository.change(sheet.id, change);
  }

  /** Takes pins from a file that was made here or elsewhere: onto the same sheets, or those of the same title and page. */
  protected async takePins(files: FileList | null): Promise<void> {
    const text = await files?.[0]?.text();
    if (text === undefined) return;
    const outcome = attempt(() => readPlacesJson(text));
    if (!outcome.ok) return void this.snack.open(`${outcome.failure.path}: ${outcome.failure.message} ${outcome.failure.remedy}`, 'Close');
    let taken = 0;
    for (const given of outcome.value.sheets) {
      const own = this.sheets.sheets();
      const sheet = own.find((s) => s.id === given.id) ?? own.find((s) => s.title === given.title && s.page === given.page);
      if (!sheet || !given.pinned.length) continue;
      const [wide, high] = [sheet.width / given.width, sheet.height / given.height];
      const fitted = given.pinned.map((p) => ({ ...p, x: p.x * wide, y: p.y * high, w: p.w * wide, h: p.h * high }));
      await this.repository.changePins(sheet, (pinned) => [
        ...pinned,
        ...fitted.filter((p) => !pinned.some((old) => old.name === p.name && old.unit === p.unit)),
      ]);
      taken += fitted.length;
    }
    this.snack.open(taken ? `${taken} pins taken.` : 'No pins in it belong to these sheets; nothing was changed.', 'Close', {
      duration: 8000,
    });
  }

  protected async save(what: 'svg' | 'pdf' | 'png'): Promise<void> {
    const sheet = this.desk.sheet('left');
    const file = sheet && this.sheets.fileOf(sheet);
    if (!sheet || !file) return;
    try {
      await this.out.saveSheet(what, sheet, file, this.marksOf()(sheet), this.regionsOf()(sheet), this.stretchesOf()(sheet));
    } catch (error) {
      this.snack.open(`Not saved: ${error instanceof Error ? error.message : String(error)}`, 'Close');
    }
  }

  protected savePlaces(what: 'csv' | 'json'): void {
    const card = this.card();
    if (card) this.out.savePlaces(what, card.id, this.sheets.sheets(), this.sheets.rows());
  }
}
