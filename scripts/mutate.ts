// `npm run mutate [-- N [SEED [ROOM …]]]`: breaks the core in N places chosen by seed, runs the specs that should notice, and prints how
// many did. It is no part of `npm test`. The last table stands in docs/benchmarks/mutate.txt.
import { spawn } from 'node:child_process';
import { cpSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, relative } from 'node:path';
import { fileURLToPath } from 'node:url';
import { Dice } from './fuzz/mutants';
import { mutated, mutationsOf, type Mutation } from './mutate/mutations';

const root = fileURLToPath(new URL('..', import.meta.url));
/** Share of the broken places that must be noticed, by room; the rest of the core is shown without an aim. */
const aims: Readonly<Record<string, number>> = {
  ...Object.fromEntries(['job', 'tape', 'entry', 'line', 'archive', 'format', 'quantity', 'measure', 'card'].map((room) => [room, 0.9])),
  ...Object.fromEntries(['trace', 'sums', 'signal'].map((room) => [room, 0.8])),
};
/** Rooms whose specs speak for a room beside its own: its declarations are held to what they say where they are read. */
const spokenFor: Readonly<Record<string, readonly string[]>> = {
  quantity: ['measure', 'entry'],
  measure: ['entry', 'sums'],
  card: ['entry', 'job', 'trace'],
  tape: ['entry', 'job'],
  job: ['entry'],
  entry: ['job'],
  line: ['entry'],
  words: ['entry', 'job'],
  format: ['archive', 'copy'],
  archive: ['tape', 'copy'],
  signal: ['sums'],
};
const specsOf = (rooms: readonly string[]): string[] => rooms.map((room) => `core/src/${room}/**/*.spec.ts`);
/** What is asked last, of any room: the jobs and cards of the demo shop, the documents that follow from declarations, old files. */
const stories = ['demo/src/**/*.spec.ts', ...['docs', 'examples', 'kept-files'].map((name) => `scripts/${name}.spec.ts`)];
const patienceMs = 90_000;

const [count = '600', seed = '1', ...rooms] = process.argv.slice(2);
const wanted = rooms.length ? rooms : Object.keys(aims);

interface Place extends Mutation {
  readonly room: string;
  readonly file: string;
}
const filesOf = (folder: string): string[] =>
  readdirSync(folder, { withFileTypes: true }).flatMap((entry) =>
    entry.isDirectory()
      ? filesOf(join(folder, entry.name))
      : /^(?!.*(\.spec|index)\.ts$).*\.ts$/.test(entry.name)
        ? [join(folder, entry.name)]
        : [],
  );

const places = wanted.flatMap((room): Place[] =>
  filesOf(join(root, 'core/src', room)).flatMap((path) =>
    mutationsOf(path, readFileSync(path, 'utf8')).map((mutation) => ({ ...mutation, room, file: relative(join(root, 'core'), path) })),
  ),
);
/** As many from each room, as far as it has them, so that a small room is judged too. */
function chosen(): Place[] {
  const dice = new Dice(Number(seed));
  const each = Math.ceil(Number(count) / wanted.length);
  return wanted.flatMap((room) => {
    const left = places.filter((place) => place.room === room);
    const taken: Place[] = [];
    while (left.length && taken.length < each) taken.push(...left.splice(dice.below(left.length), 1));
    return taken;
  });
}

/** A copy of the core that may be broken, with what its specs and the stories read. */
function workbench(): string {
  const folder = mkdtempSync(join(tmpdir(), 'amber-relay-mutate-'));
  const copied = [
    'core',
    'demo',
    'scripts',
    'docs',
    'package.json',
    'tsconfig.base.json',
    'README.md',
    'CHANGELOG.md',
    'web/ngsw-config.json',
  ];
  mkdirSync(join(folder, 'web'));
  for (const name of copied)
    cpSync(join(root, name), join(folder, name), { recursive: true, filter: (path) => !path.includes('node_modules') });
  // The packages are those of the project; what stands in the project itself is the copy's own.
  const packages = join(folder, 'node_modules');
  mkdirSync(join(packages, '@amber-relay'), { recursive: true });
  for (const name of readdirSync(join(root, 'node_modules')))
    if (name !== '@amber-relay') symlinkSync(join(root, 'node_modules', name), join(packages, name));
  for (const name of ['core', 'demo']) symlinkSync(join(folder, name), join(packages, '@amber-relay', name));
  return folder;
}

/** Whether the given specs notice; one that never ends has noticed too. */
function notice(folder: string, specs: readonly string[]): Promise<boolean> {
  return new Promise((resolve) => {
    const run = spawn(process.execPath, ['--import', 'tsx', 'scripts/lib/node-specs.mjs', ...specs], { cwd: folder, stdio: 'ignore' });
    const tooLong = setTimeout(() => run.kill('SIGKILL'), patienceMs);
    run.once('exit', (status) => {
      clearTimeout(tooLong);
      resolve(status !== 0);
    });
  });
}

const queue = chosen();
const lived: Place[] = [];
const tally = new Map<string, { tried: number; noticed: number }>(wanted.map((room) => [room, { tried: 0, noticed: 0 }]));
const started = performance.now();
let done = 0;

async function work(): Promise<void> {
  const folder = workbench();
  try {
    for (let place = queue.shift(); place; place = queue.shift()) {
      const path = join(folder, 'core', place.file);
      const text = readFileSync(path, 'utf8');
      writeFileSync(path, mutated(text, place));
      const noticed =
        (await notice(folder, specsOf([place.room]))) ||
        (spokenFor[place.room] ? await notice(folder, specsOf(spokenFor[place.room] ?? [])) : false) ||
        (await notice(folder, stories));
      writeFileSync(path, text);
      const room = tally.get(place.room);
      if (room) {
        room.tried += 1;
        room.noticed += noticed ? 1 : 0;
      }
      if (!noticed) lived.push(place);
      done += 1;
      if (done % 25 === 0) process.stderr.write(`  ${done} tried, ${lived.length} lived\n`);
    }
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
const whole = workbench();
const failsWhole = await notice(whole, [...specsOf(wanted), ...stories]);
rmSync(whole, { recursive: true, force: true });
if (failsWhole) {
  process.stderr.write('The specs fail before anything is broken: mend that first.\n');
  process.exit(1);
}
await Promise.all([work(), work()]);

const percent = (share: number): string => `${(share * 100).toFixed(1)} %`;
const lines = [
  `${done} places of seed ${seed}, ${((performance.now() - started) / 60_000).toFixed(1)} min`,
  '',
  ...[...tally].map(([room, { tried, noticed }]) => {
    const share = tried ? noticed / tried : 1;
    const aim = aims[room];
    return `${room.padEnd(10)} ${String(noticed).padStart(4)} of ${String(tried).padStart(4)} noticed, ${percent(share).padStart(7)}${aim === undefined ? '' : `, aim ${percent(aim)}${share < aim ? ', BELOW' : ''}`}`;
  }),
  '',
  'Lived:',
  ...lived.sort((a, b) => a.file.localeCompare(b.file) || a.line - b.line).map(({ file, line, says }) => `  ${file}:${line}  ${says}`),
];
process.stdout.write(`${lines.join('\n')}\n`);
writeFileSync(join(root, 'docs/benchmarks/mutate.txt'), `${lines.join('\n')}\n`);
