import type { Sheet, SheetPlaces } from '../sheets';
import { nothingSettled } from '../sheets';
import { drawnPage, netAt, wayBetween, type Doubt, type DrawnPage, type DrawnPart, type NetPin } from './drawn-nets';
import { Groups } from './groups';
import type { Bounds, Point } from './ink';
import type { PageWires } from './page-wires';
import type { NetBreak } from './what-follows';

/** A page with what was read of it. */
export interface ReadSheet {
  readonly sheet: Sheet;
  readonly wires: PageWires;
  readonly places: SheetPlaces | undefined;
}

/** A net of the card: all that is one, over all its sheets. */
export interface CardNet {
  readonly id: number;
  /** Its own name where it bears one, the chassis, or the first two pins on it. */
  readonly name: string;
  readonly labels: readonly string[];
  readonly ground: boolean;
  /** Where it lies: the sheet, and the net of that sheet. */
  readonly lies: readonly { readonly sheetId: string; readonly net: number }[];
  readonly pins: readonly (NetPin & { readonly sheetId: string })[];
  readonly doubts: readonly (Doubt & { readonly sheetId: string })[];
}

/** A part of the card as it is drawn, its pins on nets of the card. */
export interface CardPart {
  readonly name: string;
  readonly shape: DrawnPart['shape'];
  readonly pins: readonly { readonly pin: string; readonly net: number }[];
  readonly texts: readonly string[];
}

/** So far from a line a press still means it, in heights of the text. */
const pressReach = 0.9;
/** Names of the chassis. */
const grounds = new Set(['GND', 'GROUND', 'CHASSIS', 'EARTH', '0 V', '0V', 'E']);

/** The nets of a card, over its sheets: of lines that bear the same name, and of those that were said to go on elsewhere, one is made. */
export class CardNets {
  readonly nets: readonly CardNet[];
  readonly parts: readonly CardPart[];
  private readonly pages: ReadonlyMap<string, { readonly read: ReadSheet; readonly page: DrawnPage; readonly first: number }>;
  private readonly idOf: readonly number[];

  constructor(sheets: readonly ReadSheet[]) {
    let count = 0;
    const pages = sheets.map((read) => {
      const page = drawnPage(read.wires, [...(read.places?.pinned ?? []), ...(read.places?.found ?? [])], read.places?.settled);
      const first = count;
      count += page.nets.length;
      return { read, page, first };
    });
    this.pages = new Map(pages.map((one) => [one.read.sheet.id, one]));
    const groups = new Groups(count);
    const named = new Map<string, number>();
    const same = (name: string, net: number): void => {
      const other = named.get(name);
      if (other === undefined) named.set(name, net);
      else groups.join(net, other);
    };
    for (const { page, first } of pages)
      page.nets.forEach(({ labels, ground }, i) => {
        if (ground || labels.some((label) => grounds.has(label))) same('the chassis', first + i);
        for (const label of labels) if (!grounds.has(label)) same(`name ${label}`, first + i);
      });
    for (const { read } of pages)
      for (const { x, y, sheet, toX, toY } of read.places?.settled?.goesOn ?? []) {
        const [from, to] = [this.rawAt(read.sheet.id, [x, y]), this.rawAt(sheet, [toX, toY])];
        if (from !== undefined && to !== undefined) groups.join(from, to);
      }
    this.idOf = groups.numbered();
    const all = Array.from({ length: new Set(this.idOf).size }, (_, id) => ({
      id,
      labels: new Set<string>(),
      ground: false,
      lies: [] as { sheetId: string; net: number }[],
      pins: [] as (NetPin & { sheetId: string })[],
      doubts: [] as (Doubt & { sheetId: string })[],
    }));
    for (const { read, page, first } of pages)
      page.nets.forEach((net, i) => {
        const own = all[this.idOf[first + i] ?? 0];
        if (!own) return;
        const sheetId = read.sheet.id;
        net.labels.forEach((label) => own.labels.add(label));
        own.ground ||= net.ground || net.labels.some((label) => grounds.has(label));
        own.lies.push({ sheetId, net: i });
        own.pins.push(...net.pins.map((pin) => ({ ...pin, sheetId })));
        own.doubts.push(...net.doubts.map((doubt) => ({ ...doubt, sheetId })));
      });
    this.nets = all.map((net) => ({ ...net, labels: [...net.labels], name: nameOf(net) }));
    this.parts = pages.flatMap(({ page, first }) =>
      page.parts.map(({ name, shape, pins, texts }) => ({
        name,
        shape,
        texts,
        pins: pins.map(({ pin, net }) => ({ pin, net: this.idOf[first + net] ?? 0 })),
      })),
    );
  }

  private rawAt(sheetId: string, at: Point): number | undefined {
    const held = this.pages.get(sheetId);
    const net = held && netAt(held.page, held.read.wires, at, pressReach * held.read.wires.unit);
    return held && net !== undefined ? held.first + net : undefined;
  }

  /** The net at a place of a sheet; undefined where no line is near. */
  at(sheetId: string, at: Point): CardNet | undefined {
    const raw = this.rawAt(sheetId, at);
    return raw === undefined ? undefined : this.nets[this.idOf[raw] ?? -1];
  }

  /** The net on which a pin of a part or a point lies; of a part without a pin said, its first. */
  of(name: string, pin?: string): CardNet | undefined {
    return this.nets.find((net) => net.pins.some((one) => one.name === name && (pin === undefined || one.pin === pin)));
  }

  /** What lies on one sheet of a net: its lines. */
  linesOn(net: CardNet, sheetId: string): readonly (readonly [number, number, number, number])[] {
    const page = this.pages.get(sheetId)?.page;
    return net.lies.filter((lie) => lie.sheetId === sheetId).flatMap((lie) => page?.nets[lie.net]?.lines ?? []);
  }

  /** What could not be followed on a sheet, in words; empty where all was, undefined where it was not read. */
  saidOf(sheetId: string): string | undefined {
    return this.pages.get(sheetId)?.page.said;
  }

  sheet(sheetId: string): ReadSheet | undefined {
    return this.pages.get(sheetId)?.read;
  }
}

function nameOf({
  labels,
  ground,
  pins,
}: {
  readonly labels: ReadonlySet<string>;
  readonly ground: boolean;
  readonly pins: readonly NetPin[];
}): string {
  if (ground) return 'chassis';
  const [label] = [...labels].sort((a, b) => Number(/^\d+$/.test(a)) - Number(/^\d+$/.test(b)) || a.length - b.length);
  if (label) return label;
  const ends = [...new Set(pins.map(({ name, pin }) => (/^(?:R|C|L|TP|D)\d/.test(name) ? name : `${name} ${pin}`)))];
  return ends.slice(0, 2).join(' to ') || 'a line';
}

/** What is settled on a sheet, with nothing where nothing was. */
export const settledOn = (read: ReadSheet | undefined): typeof nothingSettled => read?.places?.settled ?? nothingSettled;

/** The lines of a net between two of its places that differ, on one sheet; empty where they do not both lie there. */
export function brokenOn(nets: CardNets, net: CardNet, { good, bad }: NetBreak, sheetId: string): Bounds[] {
  const at = ({ name, pin }: NetBreak['good']): Point | undefined =>
    net.pins.find((one) => one.sheetId === sheetId && one.name === name && one.pin === pin)?.at;
  const [from, to, read] = [at(good), at(bad), nets.sheet(sheetId)];
  return from && to && read ? wayBetween(read.wires, settledOn(read), from, to) : [];
}
