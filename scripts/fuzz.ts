// `npm run fuzz -- [MUTANTS] [SEED]`: damaged and hostile files against all that takes files: 10,000 by default, nine in ten through
// the core, the rest through the running program in Chromium. Prints crashes, hangs over five seconds, half-writes and scripts that ran.
import { packedJob } from './fuzz/core-targets';
import { fuzzCore } from './fuzz/fuzz-core';
import { fuzzIntake } from './fuzz/fuzz-intake';

const mutants = Number(process.argv[2] ?? 10_000);
const seed = Number(process.argv[3] ?? 1);
const intake = Math.round(mutants / 10);
const began = performance.now();
const tallies = await fuzzCore(mutants - intake, seed);
const count = (what: 'mutants' | 'taken' | 'refused' | 'crashes' | 'hangs'): number =>
  tallies.reduce((sum, tally) => sum + (typeof tally[what] === 'number' ? tally[what] : tally[what].length), 0);
for (const { target, mutants: n, taken, refused, crashes, hangs } of tallies)
  console.log(
    `${target.padEnd(34)} ${String(n).padStart(5)} mutants  ${String(taken).padStart(5)} taken  ${String(refused).padStart(5)} refused  ${crashes.length} crashes  ${hangs.length} hangs`,
  );
for (const { target, crashes, hangs } of tallies) for (const one of [...crashes, ...hangs].slice(0, 5)) console.log(`${target}: ${one}`);
const seen = await fuzzIntake(intake, seed, packedJob);
console.log(
  `through the program                ${String(seen.mutants).padStart(5)} mutants  ${String(seen.taken).padStart(5)} taken  ${String(seen.refused).padStart(5)} refused`,
);
for (const one of [...seen.crashes, ...seen.hangs, ...seen.halfWrites].slice(0, 10)) console.log(`through the program: ${one}`);
const crashes = count('crashes') + seen.crashes.length;
const hangs = count('hangs') + seen.hangs.length;
console.log(`${mutants} mutants of seed ${seed} in ${((performance.now() - began) / 1000).toFixed(0)} s`);
console.log(`crashes: ${crashes}, hangs over 5 s: ${hangs}, half-writes: ${seen.halfWrites.length}, scripts run: ${seen.scriptsRun}`);
process.exit(crashes + hangs + seen.halfWrites.length + seen.scriptsRun === 0 ? 0 : 1);
