// `npm run bench:store`: how the browser's store does. Without a word: many jobs, then a long tape. `-- jobs`, `-- tape` and
// `-- kill [N]` run one part; `kill` ends the browser at random moments in the middle of a write, and counts what is lost.
const [part, ...rest] = process.argv.slice(2);
const parts = {
  jobs: () => import('./store-bench/many-jobs.mjs'),
  tape: () => import('./store-bench/long-tape.mjs'),
  kill: async () => (await import('./store-bench/kill.mjs')).kill(Number(rest[0] ?? 1000), Number(rest[1] ?? 1)),
};
if (part && !parts[part]) {
  console.error(`There is no part "${part}": ${Object.keys(parts).join(', ')}.`);
  process.exit(2);
}
for (const name of part ? [part] : ['jobs', 'tape']) await parts[name]();
