// `npm run mutate [-- N [SEED [ROOM …]]]`: breaks the core in N places chosen by seed, runs the specs that reach each place, and prints how
// many were noticed. It is no part of `npm test`. The last table stands in docs/benchmarks/mutate.txt.
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { fileURLToPath } from 'node:url';
import { Dice } from './fuzz/mutants';
import { mutated, mutationsOf, noting, type Mutation } from './mutate/mutations';
import { Workbench, type Told } from './mutate/workbench';

const root = fileURLToPath(new URL('..', import.meta.url));
/** Share of the broken places that must be noticed, by room; the rest of the core is shown without an aim. */
const aims: Readonly<Record<string, number>> = {
  ...Object.fromEntries(['job', 'tape', 'entry', 'line', 'archive', 'format', 'quantity', 'measure', 'card'].map((room) => [room, 0.9])),
  ...Object.fromEntries(['trace', 'sums', 'signal'].map((room) => [room, 0.8])),
};

const filesOf = (folder: string, kind: RegExp): string[] =>
  readdirSync(join(root, folder), { withFileTypes: true }).flatMap((entry) => {
    const path = `${folder}/${entry.name}`;
    return entry.isDirectory() ? filesOf(path, kind) : kind.test(entry.name) ? [path] : [];
  });
/** Specs of the core; of the demo shop's jobs and cards, of the documents that follow from declarations, and of old files. */
const allSpecs = [
  ...filesOf('core/src', /\.spec\.ts$/),
  ...filesOf('demo/src', /\.spec\.ts$/),
  ...['docs', 'examples', 'kept-files'].map((name) => `scripts/${name}.spec.ts`),
];

const [count = '600', seed = '1', ...rooms] = process.argv.slice(2);
const wanted = rooms.length ? rooms : Object.keys(aims);

interface Place extends Mutation {
  readonly id: number;
  readonly room: string;
  readonly file: string;
}
/** As many from each room, as far as it has them, so that a small room is judged too. */
function chosen(): readonly Place[] {
  const dice = new Dice(Number(seed));
  const each = Math.ceil(Number(count) / wanted.length);
  const taken: Place[] = [];
  for (const room of wanted) {
    const left = filesOf(`core/src/${room}`, /^(?!.*(\.spec|index)\.ts$).*\.ts$/).flatMap((file) =>
      mutationsOf(file, readFileSync(join(root, file), 'utf8')).map((mutation) => ({ ...mutation, room, file })),
    );
    for (let n = 0; left.length && n < each; n += 1)
      taken.push(...left.splice(dice.below(left.length), 1).map((place) => ({ ...place, id: taken.length })));
  }
  return taken;
}

const places = chosen();
const started = performance.now();
/** Two at a time, each on its own copy. */
async function share<T>(work: readonly T[], act: (bench: Workbench, item: T) => Promise<void>): Promise<void> {
  const queue = [...work];
  await Promise.all(
    [0, 1].map(async () => {
      const bench = new Workbench(root);
      try {
        for (let item = queue.shift(); item !== undefined; item = queue.shift()) await act(bench, item);
      } finally {
        bench.putAway();
      }
    }),
  );
}

/** How long each file of specs takes, and which places it reaches. */
async function reachOf(): Promise<ReadonlyMap<string, Told & { readonly reached: ReadonlySet<number> }>> {
  const told = new Map<string, Told & { readonly reached: ReadonlySet<number> }>();
  const noted = [...new Set(places.map(({ file }) => file))];
  await share(allSpecs, async (bench, spec) => {
    const back = noted.map((file) => {
      const here = places.filter((place) => place.file === file);
      return bench.change(file, (text) => noting(text, 'globalThis.__reached', here));
    });
    const said = await bench.run([spec], 'scripts/mutate/reached.mjs');
    back.forEach((restore) => restore());
    told.set(spec, { ...said, reached: bench.reached() });
  });
  return told;
}
const reach = await reachOf();
const failed = allSpecs.filter((spec) => !reach.get(spec)?.passed);
if (failed.length) {
  process.stderr.write(`These specs fail before anything is broken; mend them first:\n  ${failed.join('\n  ')}\n`);
  process.exit(1);
}
process.stderr.write(
  `  ${allSpecs.length} files of specs asked what they reach, ${((performance.now() - started) / 60_000).toFixed(1)} min\n`,
);

const lived: (Place & { readonly specs: number })[] = [];
let done = 0;
await share(places, async (bench, place) => {
  // Those of its own room first, then the quickest: the first that notices is enough.
  const own = (spec: string): boolean => spec.startsWith(`core/src/${place.room}/`);
  const specs = allSpecs
    .filter((spec) => reach.get(spec)?.reached.has(place.id))
    .sort((a, b) => Number(own(b)) - Number(own(a)) || (reach.get(a)?.seconds ?? 0) - (reach.get(b)?.seconds ?? 0));
  const back = bench.change(place.file, (text) => mutated(text, place));
  let noticed = false;
  for (const some of [specs.filter(own), specs.filter((spec) => !own(spec))])
    noticed ||= some.length > 0 && !(await bench.run(some)).passed;
  back();
  if (!noticed) {
    lived.push({ ...place, specs: specs.length });
    process.stderr.write(`  lived: ${place.file}:${place.line}  ${place.says}\n`);
  }
  done += 1;
  if (done % 25 === 0) process.stderr.write(`  ${done} tried, ${lived.length} lived\n`);
});

const percent = (part: number): string => `${(part * 100).toFixed(1)} %`;
const lines = [
  `${places.length} places of seed ${seed}, ${((performance.now() - started) / 60_000).toFixed(1)} min`,
  '',
  ...wanted.map((room) => {
    const tried = places.filter((place) => place.room === room).length;
    const noticed = tried - lived.filter((place) => place.room === room).length;
    const part = tried ? noticed / tried : 1;
    const aim = aims[room];
    return `${room.padEnd(10)} ${String(noticed).padStart(4)} of ${String(tried).padStart(4)} noticed, ${percent(part).padStart(7)}${aim === undefined ? '' : `, aim ${percent(aim)}${part < aim ? ', BELOW' : ''}`}`;
  }),
  '',
  'Lived:',
  ...lived
    .sort((a, b) => a.file.localeCompare(b.file) || a.line - b.line)
    .map(({ file, line, says, specs }) => `  ${relative('core', file)}:${line}  ${says}${specs ? '' : ' (no spec gets there)'}`),
];
process.stdout.write(`${lines.join('\n')}\n`);
writeFileSync(join(root, 'docs/benchmarks/mutate.txt'), `${lines.join('\n')}\n`);
