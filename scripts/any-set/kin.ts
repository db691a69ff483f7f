import { routeSections, type Card, type CardFunction, type TestPoint } from '../../core/src/card';

/** What of a kind's card stands for what of a set: sections by what they are called and do, functions by what they are tried at. */
export interface Kin {
  /** Section of the kind by section of the set; those that have none are left out. */
  readonly section: ReadonlyMap<string, string>;
  /** Function of the set by function of the kind. */
  readonly fn: ReadonlyMap<string, CardFunction>;
  /** Point of the set by point of the kind. */
  readonly point: ReadonlyMap<string, TestPoint>;
}

/** What a section is called on one card and what on a kind's. */
const same: readonly (readonly [RegExp, string])[] = [
  [/38\.85 mhz amplifier/g, 'second mixer'],
  [
    /30\.4 mhz filter and amplifier|58\.5 mhz filter and amplifier|58\.2 mhz filter|8\.8 mhz crystal filter|38\.85 mhz crystal filter/g,
    'crystal filter',
  ],
  [/58\.2 mhz amplifier/g, 'first if amplifier'],
  [/transmit 8\.8 mhz amplifier/g, 'transmit if amplifier'],
  [/8\.8 mhz amplifier/g, 'second if amplifier'],
  [/49\.4 mhz oscillator|38\.395 mhz oscillator/g, 'second oscillator'],
  [/ssb filter|am filter/g, 'crystal filter'],
  [/transmit mixer to .*/g, 'transmit mixers'],
  [/second mixer and (detector|limiter)/g, 'second mixer'],
  [/preamplifier relays|attenuator.*/g, 't/r switch'],
  [/preamplifier/g, 'rf amplifier'],
  [/preselector coils|coils, .*|front-end coils|band filter.*/g, 'band filters antenna coils antenna filter'],
  [/low-pass.*|harmonic filter|duplexer/g, 'low-pass filters antenna filter'],
  [/antenna diodes|antenna switch diodes|antenna relay|changeover relay/g, 'antenna switch t/r switch t/r relay'],
  [/driver valve|predriver|driver pair/g, 'driver'],
  [/final (pair|stage)|output valves|power module/g, 'power amplifier'],
  [/triode/g, 'valve'],
  [/^vfo.*/g, 'tuning oscillator'],
  [/(vco [abcd],.*|vco selection|receive vco|transmit vco)/g, 'vco'],
  [/first injection amplifier|vco buffer.*/g, 'vco buffer'],
  [/premixer.*/g, 'premixer'],
  [/divider and phase detector/g, 'pll'],
  [/(ptt|transmit and receive lines|transmit supply switch|receive supply switch|pt[t] and vox).*/g, 'ptt switch t/r switch'],
  [/ht and bias relay/g, 't/r relay'],
  [/900 v supply|hv doubler/g, 'hv rectifier'],
  [/hv capacitors.*/g, 'hv reservoir'],
  [/210 v supply/g, 'hv reservoir'],
  [/minus 100 v.*/g, 'bias supply'],
  [/(13\.5 v supply|6 v regulator)/g, 'low-voltage regulator'],
  [/9 v regulator|power switching/g, '8 v regulator'],
  [/heater line/g, 'heater supply'],
  [/filament.*/g, 'filament transformer'],
  [/24 v relay supply/g, 'relay supply'],
  [/keying circuit/g, 'key line'],
  [/cathode bias.*|bias of driver.*/g, 'bias'],
  [/input networks?/g, 'input network'],
  [/tank coil.*|pi tank.*|neutralising.*|loading capacitors/g, 'pi tank'],
  [/plate choke.*/g, 'plate choke'],
  [/plate current.*/g, 'plate meter'],
  [/discriminator/g, 'fm detector'],
  [/de-emphasis.*|audio gate|audio switch.*/g, 'af amplifier'],
  [/noise squelch|squelch and mute/g, 'squelch'],
  [/deviation and splatter.*|data input/g, 'microphone amplifier'],
  [/channel memory|tuning encoder|band decoder/g, 'controller'],
  [/output detector|forward and reflected.*/g, 'power control alc'],
  [/^alc.*/g, 'alc power control'],
  [/blower/g, 'fan'],
  [/supply input.*|ignition.*/g, 'supply input'],
  [/mains input.*/g, 'mains input'],
];
const dull = new Set(['and', 'of', 'the', 'to', 'with', 'vhf', 'uhf', 'm', 'a', 'b', 'c', 'd']);
function wordsOf(name: string): Set<string> {
  const plain = same.reduce((text, [from, to]) => text.replace(from, to), name.toLowerCase());
  return new Set(plain.split(/[^a-z0-9/.-]+/).filter((word) => word && !dull.has(word)));
}
const common = (a: Set<string>, b: Set<string>): number => [...a].filter((word) => b.has(word)).length;

/** Which functions of a card a section carries, by receive and transmit. */
const carries = (card: Card, id: string): Set<string> =>
  new Set(card.functions.filter((fn) => routeSections(fn.route).includes(id)).map(({ group }) => group));

/** Whether a point only asks if anything is there. */
export const isPresence = ({ expect }: TestPoint): boolean =>
  expect.every(({ high, nominal }) => high === undefined && nominal === undefined);

export function kinOf(full: Card, kind: Card, modeOf: (mode: string | undefined) => string | undefined): Kin {
  const section = new Map<string, string>();
  // A word that few sections of the kind have says more than one that many have.
  const called = kind.sections.map(({ name }) => wordsOf(name));
  const worth = (word: string): number => 1 / Math.max(1, called.filter((words) => words.has(word)).length);
  for (const own of full.sections) {
    const words = wordsOf(own.name);
    const groups = carries(full, own.id);
    let best: { id: string; score: number } | undefined;
    for (const other of kind.sections) {
      const theirs = wordsOf(other.name);
      const shared = [...words].filter((word) => theirs.has(word)).reduce((sum, word) => sum + worth(word), 0);
      const score = 6 * shared - 0.5 * theirs.size + (own.kind === other.kind ? 2 : 0) + common(groups, carries(kind, other.id)) * 0.5;
      if ((shared > 0 || own.kind === other.kind) && (!best || score > best.score)) best = { id: other.id, score };
    }
    if (best && best.score >= 1.5) section.set(own.id, best.id);
  }
  const fn = new Map<string, CardFunction>();
  for (const usual of kind.functions) {
    const fits = full.functions.filter(
      (own) =>
        own.group === usual.group &&
        (usual.group === 'control' ||
          ((modeOf(usual.condition.mode) === own.condition.mode || own.condition.mode === undefined) &&
            (usual.condition.band === own.condition.band || own.condition.band === undefined || usual.condition.band === undefined))),
    );
    const scored = fits.map((own) => ({ own, score: common(wordsOf(own.name), wordsOf(usual.name)) })).sort((a, b) => b.score - a.score)[0];
    if (scored && (usual.group !== 'control' || scored.score > 0)) fn.set(usual.id, scored.own);
  }
  const point = new Map<string, TestPoint>();
  for (const usual of kind.testPoints) {
    const fits = full.testPoints.filter(
      (own) =>
        (own.unit === usual.unit || isPresence(usual)) &&
        section.get(own.section) === usual.section &&
        own.sees === usual.sees &&
        own.expect.length > 0,
    );
    if (fits[0]) point.set(usual.id, fits[0]);
  }
  return { section, fn, point };
}
