import type { Card, CardInput } from '../card-schema';

type Need = NonNullable<CardInput['sections'][number]['needs']>[number];
type PartKind = NonNullable<CardInput['parts']>[number]['kind'];

/** An id from a name. */
export const slug = (name: string): string =>
  name
    .toLowerCase()
    .normalize('NFKD')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '');

/** Kind of section by what it is called; the first that fits counts. */
const kindWords: readonly (readonly [RegExp, Card['sections'][number]['kind']])[] = [
  [/regulator|rail|stabilis/i, 'regulator'],
  [/rectifier|smoothing|reservoir|bias supply|ht\b|hv\b/i, 'rectifier'],
  [/transformer|heater|filament/i, 'transformer'],
  [/relay/i, 'relay'],
  [/switch|ptt|gate|squelch|mute|diodes/i, 'switch'],
  [/loop filter|phase det|pll/i, 'loop'],
  [/divider|counter/i, 'divider'],
  [/oscillator|vco|vfo|reference|crystals/i, 'oscillator'],
  [/mixer|modulator/i, 'mixer'],
  [/detector|discriminator/i, 'detector'],
  [/agc|alc|control|bias|controller/i, 'control'],
  [/filter|coils|duplexer/i, 'filter'],
  [/tank|network|loading/i, 'tank'],
  [/power amp|final|\bpa\b|module/i, 'power-amplifier'],
  [/valve|triode|pentode/i, 'valve'],
  [/audio|\baf\b|mic/i, 'audio'],
  [/speaker|socket|input|jack|connector/i, 'connector'],
  [/meter|display|lamp/i, 'display'],
];
export const guessedKind = (name: string): Card['sections'][number]['kind'] =>
  kindWords.find(([word]) => word.test(name))?.[1] ?? 'amplifier';

/** What a section gives those that need it, by its kind. */
export function needBy(kind: string | undefined): Need['by'] {
  if (kind === 'regulator' || kind === 'rectifier' || kind === 'connector' || kind === 'transformer') return 'supply';
  if (kind === 'control' || kind === 'loop') return 'control';
  if (kind === 'switch' || kind === 'relay') return 'switching';
  return 'injection';
}

const partByLetter: readonly (readonly [RegExp, PartKind])[] = [
  [/^IC/, 'ic'],
  [/^FL/, 'ceramic-filter'],
  [/^VR|^RV/, 'potentiometer'],
  [/^CV|^VC|^TC/, 'trimmer'],
  [/^R/, 'resistor'],
  [/^Q|^TR/, 'transistor'],
  [/^D/, 'diode'],
  [/^L/, 'coil'],
  [/^T/, 'cored-coil'],
  [/^X|^Y/, 'crystal'],
  [/^K/, 'relay'],
  [/^S/, 'switch'],
  [/^J/, 'connector'],
  [/^F/, 'fuse'],
  [/^V/, 'valve'],
];
/** Kind of a part by its designator, and a capacitor by its value. */
export const guessedPart = (designator: string, value: string): PartKind =>
  /^C\d/.test(designator)
    ? /\b\d+(?:\.\d+)?\s*[uµ]F?\b/i.test(value)
      ? 'electrolytic'
      : 'ceramic-capacitor'
    : (partByLetter.find(([letter]) => letter.test(designator))?.[1] ?? 'resistor');

/** Shortens a name to what fits into a box of the diagram, at a word where it can. */
export function shortName(name: string): string {
  if (name.length <= 15) return name;
  const short = name
    .replace(/amplifier/gi, 'amp')
    .replace(/oscillator/gi, 'osc')
    .replace(/transmit/gi, 'Tx')
    .replace(/receive/gi, 'Rx')
    .replace(/ and /gi, ', ');
  if (short.length <= 15) return short;
  const cut = short.slice(0, 15);
  return (/^(.{6,}) \S*$/.exec(cut)?.[1] ?? cut).replace(/[ ,.]+$/, '');
}
