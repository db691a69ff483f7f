import { readdirSync, readFileSync } from 'node:fs';
import { cardFromKind, readCard, setKindList, routeSections } from '../core/src/card';
import { functionReach } from '../core/src/trace';
import { kinOf } from './any-set/kin';
const kinds: any = { 'dunvick-post-6': ['land-mobile', { FM: 'N' }], 'halyet-lamp-one': ['amp-valve', {}], 'murrelo-twin': ['fm-dual-band', {}], 'oxbrae-gannet': ['cb-crystal-valve', {}], 'oxbrae-ob12': ['cb-ssb', {}], 'oxbrae-ob7': ['cb-am-fm', {}], 'ternhal-hybrid-five': ['hf-hybrid', { USB: 'SSB', LSB: 'SSB' }], 'ternhal-n9': ['hf-synthesised', { USB: 'SSB', LSB: 'SSB' }] };
for (const name of readdirSync('demo/cards').sort()) {
  const full = readCard(JSON.parse(readFileSync('demo/cards/' + name, 'utf8')));
  if (process.env.ONLY && full.id !== process.env.ONLY) continue;
  const [kid, modes] = kinds[full.id]; const kind = setKindList.find((k) => k.id === kid)!;
  const back = (m: string) => Object.entries(modes).find(([, o]) => o === m)?.[0] ?? m;
  const card = cardFromKind(kind, { maker: 'A', model: full.chassis, modes: kind.modes.filter((m) => full.modes.map(back as any).includes(m)), bands: full.bands, year: 1990 });
  const kin = kinOf(full, card, (m) => (m === undefined ? undefined : (modes[m] ?? m)));
  console.log('==', full.id);
  const seen = new Set<string>();
  for (const [usual, own] of kin.fn) {
    const fn = card.functions.find((f) => f.id === usual)!;
    if (seen.has(own.id + fn.group)) continue; seen.add(own.id + fn.group);
    const a = functionReach(card, fn); const b = functionReach(full, own);
    const ownFallback = (s: string) => kin.section.get(s) ?? [];
    const miss = full.sections.filter((s) => b.has(s.id) && ownFallback(s.id).length && !ownFallback(s.id).some((k) => a.has(k))).map((s) => s.id);
    const extra = card.sections.filter((k) => a.has(k.id) && full.sections.some((s) => ownFallback(s.id).includes(k.id)) && !full.sections.some((s) => b.has(s.id) && ownFallback(s.id).includes(k.id))).map((k) => k.id);
    console.log(`${usual} ~ ${own.id}: kind lacks [${miss.join(' ')}] kind has too much [${extra.join(' ')}]`);
  }
  console.log('not tried:', card.functions.filter((f) => !kin.fn.has(f.id)).map((f) => f.id).join(' '));
}
