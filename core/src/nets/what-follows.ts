import { partOf, pointOf, type Card } from '../card';
import type { Chain, ChainStop } from '../sheets';
import { sectionOfStop } from '../sheets';
import type { CardNet, CardNets } from './card-nets';
import { voltsInName } from './region';

/** So many stops make a line that can be followed at the bench. */
const mostStops = 40;

/** Kinds of section that give what others live on. */
export const givers: ReadonlySet<string> = new Set(['regulator', 'rectifier', 'transformer', 'switch', 'relay', 'connector']);

export const sectionOf = (card: Card, name: string): string | undefined => sectionOfStop(card, { name });

/** What a line carries, by its name and by what hangs on it. */
export function carriesOf(net: CardNet): Chain['carries'] {
  const text = [net.name, ...net.labels].join(' ').toUpperCase();
  if (/\b(?:AGC|ALC|AVC|SQL?|SQUELCH|TUNE|TUNING|VT|CONTROL)\b/.test(text)) return 'agc';
  if (/\b(?:PTT|MUTE|KEY|T\/?R|TX|RX|SEND)\b/.test(text)) return 'ptt';
  if (/\bBIAS\b/.test(text)) return 'bias';
  if (/\b(?:LO|VCO|INJ\w*|OSC)\b/.test(text)) return 'injection';
  const supply = net.labels.some(
    (label) => voltsInName(label) !== undefined || /\b(?:SUPPLY|RAIL|HT|B\+|VCC|REG\w*)\b/.test(label.toUpperCase()),
  );
  return supply || new Set(net.pins.map(({ name }) => name)).size > 6 ? 'supply' : 'signal';
}

/**
 * The stops of a net in the order in which one goes along it: what gives first, then sheet by sheet, its points before its parts;
 * of a section with many parts on it the first.
 */
export function stopsOf(nets: CardNets, net: CardNet, card: Card): ChainStop[] {
  const order = (sheetId: string): number => nets.sheet(sheetId)?.sheet.order ?? 0;
  const rank = ({ name }: { readonly name: string }): number => {
    const section = card.sections.find(({ id }) => id === sectionOf(card, name));
    return section && givers.has(section.kind) ? 0 : 1;
  };
  const pins = [...net.pins].sort(
    (a, b) => rank(a) - rank(b) || order(a.sheetId) - order(b.sheetId) || a.at[1] - b.at[1] || a.at[0] - b.at[0],
  );
  const stops: ChainStop[] = [];
  const names = new Set<string>();
  const sections = new Set<string>();
  const many = pins.length > 12;
  const take = (name: string, pin?: string): void => {
    const known = pointOf(card, name)?.id ?? partOf(card, name)?.designator ?? name;
    if (names.has(known) || stops.length >= mostStops) return;
    names.add(known);
    stops.push({ name: known, ...(pin ? { pin } : {}) });
  };
  for (const { name, pin } of pins) {
    const section = sectionOf(card, name);
    if (many && section && sections.has(section) && !pointOf(card, name)) continue;
    if (many && !section && !pointOf(card, name) && pins.some((one) => sectionOf(card, one.name))) continue;
    if (section) sections.add(section);
    take(name, /^(?:Q|TR|IC|U|V)\d/.test(name) ? pin : undefined);
  }
  return stops;
}

/** The chain that a net makes: what follows from one press on it. */
export function chainOfNet(nets: CardNets, net: CardNet, card: Card): Chain {
  return {
    id: 'new-line',
    name: net.labels.length || net.ground ? net.name : '',
    carries: carriesOf(net),
    stops: stopsOf(nets, net, card),
    ...(net.doubts.length ? { doubts: net.doubts.length } : {}),
  };
}

/** Where a net is broken, by what was read at pins and points on it: two places of one line that differ by more than a line can lose. */
export interface NetBreak {
  readonly good: { readonly name: string; readonly pin: string; readonly volts: number };
  readonly bad: { readonly name: string; readonly pin: string; readonly volts: number };
}

/** A line loses so little over its length, in volts and as a share, unless it is broken. */
const lineLoses = { volts: 0.15, share: 0.06 } as const;

/**
 * The two places between which a net must be broken, since one line can have but one voltage.
 * @param volts Voltage read at a pin, or undefined.
 */
export function breakOfNet(net: CardNet, volts: (name: string, pin: string) => number | undefined): NetBreak | undefined {
  const read = net.pins.flatMap(({ name, pin }) => {
    const value = volts(name, pin);
    return value === undefined ? [] : [{ name, pin, volts: value }];
  });
  const sorted = read.sort((a, b) => Math.abs(b.volts) - Math.abs(a.volts));
  const [good, bad] = [sorted[0], sorted.at(-1)];
  if (!good || !bad || good.name === bad.name) return undefined;
  const apart = Math.abs(good.volts - bad.volts);
  return apart > lineLoses.volts + lineLoses.share * Math.abs(good.volts) ? { good, bad } : undefined;
}
