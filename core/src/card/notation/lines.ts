import Papa from 'papaparse';
import { parseQuantity, type Unit } from '../../quantity';
import { settingSaid, type Condition } from '../condition';

/** Lines that say something, with their number counted from 1. */
export const lined = (text: string): { text: string; line: number }[] =>
  text.split('\n').flatMap((raw, i) => (raw.trim() && !raw.trim().startsWith('#') ? [{ text: raw.trim(), line: i + 1 }] : []));

/** Cells as they come from a spreadsheet, parted by tabs, bars or semicolons. */
export const cells = (text: string): { cells: string[]; line: number }[] => {
  const delimiter = text.includes('\t') ? '\t' : text.includes('|') ? '|' : ';';
  const { data } = Papa.parse<string[]>(text, { delimiter, skipEmptyLines: false });
  return data.flatMap((row, i) => {
    // A line typed with bars among lines that came with tabs.
    const own = row.length === 1 && delimiter === '\t' ? (row[0] ?? '').split('|') : row;
    const trimmed = own.map((cell) => cell.trim());
    return trimmed.some(Boolean) ? [{ cells: trimmed, line: i + 1 }] : [];
  });
};

/** Words between commas. */
export const list = (text: string): string[] =>
  text
    .split(',')
    .map((word) => word.trim())
    .filter(Boolean);

/** Names of sections may hold commas themselves: then semicolons part them. What stands in brackets belongs to the name before it. */
export const names = (text: string): string[] =>
  text
    .split(text.includes(';') ? ';' : /,(?![^(]*\))/)
    .map((word) => word.trim())
    .filter(Boolean);

/** A condition from its words, or the first word that is none. */
export function conditionOf(words: readonly string[], modes: readonly string[], bands: readonly string[]): Condition | string {
  let condition: { -readonly [K in keyof Condition]: Condition[K] } = {};
  for (const word of words) {
    const channel = /^ch(?:annel)?\s*(\d+)$/i.exec(word);
    const mode = modes.find((m) => m.toLowerCase() === word.toLowerCase());
    const band = bands.find((b) => b.toLowerCase().replace(/\s/g, '') === word.toLowerCase().replace(/\s/g, ''));
    const setting = settingSaid(word);
    const supply = /^at\s*(\d{1,3}(?:[.,]\d{1,3})?)\s*v$/i.exec(word)?.[1];
    if (/^(?:keyed|transmit)$/i.test(word)) condition.keyed = true;
    else if (/^(?:receive|unkeyed)$/i.test(word)) condition.keyed = false;
    else if (channel) condition.channel = Number(channel[1]);
    else if (supply) condition.supplyV = Number(supply.replace(',', '.'));
    else if (setting) condition = { ...condition, ...setting.state };
    else if (mode) condition.mode = mode;
    else if (band) condition.band = band;
    else if (word && !/^(?:control|always)$/i.test(word)) return word;
  }
  return condition;
}

/** A figure in trade notation, undefined for an empty cell, null for what cannot be read. */
export function figureOf(text: string, unit: Unit): number | null | undefined {
  if (!text) return undefined;
  try {
    return parseQuantity(text.replace('−', '-'), { unit }).value;
  } catch {
    return null;
  }
}
