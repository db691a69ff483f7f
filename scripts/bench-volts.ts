import { chanceFrom } from '@amber-relay/core/chance';
import { explainVolts, nextReadings, nodesOf, solve, type NodeReading } from '@amber-relay/core/volts';
import { madeCase, readAt } from './volts-bench/made-circuits';

/**
 * Made circuits of 5 to 25 parts with one hidden fault: the first reading where it shows, two more where the program asks. How often
 * the part stands first and among the first three, whether a chance that is told holds, and how long an answer takes.
 */
const count = Number(process.argv[2] ?? 500);
const seed = Number(process.argv[3] ?? 11);
const readings = 3;

let [first, three] = [0, 0];
const times: { parts: number; ms: number }[] = [];
const told: { chance: number; right: boolean }[] = [];
const missed = new Map<string, { of: number; first: number }>();
for (let i = 0; i < count; i++) {
  const { circuit, real, fault } = madeCase(seed * 100_000 + i);
  const chance = chanceFrom(seed * 7 + i);
  const bell = (): number => chance.normal(1);
  const truth = solve(real).volts();
  const well = solve(circuit).volts();
  // The symptom: the node furthest from what it should be, in shares.
  const off = (node: string): number => Math.abs((truth.get(node) ?? 0) - (well.get(node) ?? 0)) / (0.3 + Math.abs(well.get(node) ?? 0));
  const [start = ''] = nodesOf(circuit).sort((a, b) => off(b) - off(a));
  const read: NodeReading[] = [{ what: 'volts', node: start, value: readAt(real, start, bell) }];
  const at = performance.now();
  let explanation = explainVolts(circuit, read);
  times.push({ parts: circuit.elements.length, ms: performance.now() - at });
  while (read.length < readings) {
    const [next] = nextReadings(
      circuit,
      explanation,
      read.map((r) => r.node),
    );
    if (!next) break;
    read.push({ what: 'volts', node: next.node, value: readAt(real, next.node, bell) });
    explanation = explainVolts(circuit, read);
  }
  const place = explanation.parts.findIndex(({ part }) => part === fault.part);
  if (place === 0) first++;
  if (place >= 0 && place < 3) three++;
  const key = `${fault.part.replace(/\d+/, '')} ${fault.mode}`;
  const kind = missed.get(key) ?? { of: 0, first: 0 };
  kind.of++;
  if (place === 0) kind.first++;
  missed.set(key, kind);
  for (const { part, chance } of explanation.parts.slice(0, 4)) told.push({ chance, right: part === fault.part });
}
const percent = (n: number, of: number): string => ((100 * n) / of).toFixed(1);
console.log(`${count} circuits, seed ${seed}: the part first ${percent(first, count)} %, in the first three ${percent(three, count)} %`);
const big = times
  .filter(({ parts }) => parts >= 20)
  .map(({ ms }) => ms)
  .sort((a, b) => a - b);
const all = times.map(({ ms }) => ms).sort((a, b) => a - b);
const at = (list: readonly number[], share: number): string => (list[Math.floor(list.length * share)] ?? 0).toFixed(1);
console.log(
  `an answer: median ${at(all, 0.5)} ms, 95th ${at(all, 0.95)} ms; from 20 parts on: median ${at(big, 0.5)} ms, 95th ${at(big, 0.95)} ms`,
);
console.log('calibration (told → right):');
for (let k = 0; k < 10; k++) {
  const own = told.filter(({ chance }) => chance >= k / 10 && chance < (k + 1) / 10 + (k === 9 ? 1 : 0));
  if (own.length)
    console.log(
      `  ${percent(
        own.reduce((s, t) => s + t.chance, 0),
        own.length,
      )} → ${percent(own.filter(({ right }) => right).length, own.length)} (${own.length})`,
    );
}
for (const [key, { of, first: right }] of [...missed].sort((a, b) => b[1].of - a[1].of).slice(0, 18))
  console.log(`  ${key}: ${right} of ${of}`);
