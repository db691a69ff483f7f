// A copy of the core that may be broken, and the specs that are asked whether they notice.
import { spawn } from 'node:child_process';
import { cpSync, existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** What the specs read beside the core itself. */
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
/** A run that takes longer never ends. */
const patienceMs = 240_000;
/** Keeps the properties of every run on the same cases. */
const seed = 'core/src/testing/properties-seed.spec.ts';

export interface Told {
  /** Whether every spec passed. */
  readonly passed: boolean;
  readonly seconds: number;
}

export class Workbench {
  readonly folder = mkdtempSync(join(tmpdir(), 'amber-relay-mutate-'));
  constructor(root: string) {
    mkdirSync(join(this.folder, 'web'));
    for (const name of copied)
      cpSync(join(root, name), join(this.folder, name), { recursive: true, filter: (path) => !path.includes('node_modules') });
    // The packages are those of the project; what stands in the project itself is the copy's own.
    const packages = join(this.folder, 'node_modules');
    mkdirSync(join(packages, '@amber-relay'), { recursive: true });
    for (const name of readdirSync(join(root, 'node_modules')))
      if (name !== '@amber-relay') symlinkSync(join(root, 'node_modules', name), join(packages, name));
    for (const name of ['core', 'demo']) symlinkSync(join(this.folder, name), join(packages, '@amber-relay', name));
  }

  /** Writes a source of the copy otherwise; what it gives back puts it right again. */
  change(file: string, become: (text: string) => string): () => void {
    const path = join(this.folder, file);
    const text = readFileSync(path, 'utf8');
    writeFileSync(path, become(text));
    return () => writeFileSync(path, text);
  }

  /** Runs the specs of these files, up to the first that fails. `first` is a module that is loaded before them, in every process of theirs. */
  run(files: readonly string[], first?: string): Promise<Told> {
    const started = performance.now();
    return new Promise((resolve) => {
      const asked = spawn(process.execPath, ['--import', 'tsx', 'scripts/lib/node-specs.mjs', ...new Set([seed, ...files])], {
        cwd: this.folder,
        stdio: 'ignore',
        env: { ...process.env, ...(first ? { NODE_OPTIONS: `--import ${join(this.folder, first)}` } : {}) },
      });
      const tooLong = setTimeout(() => asked.kill('SIGKILL'), patienceMs);
      asked.once('exit', (status) => {
        clearTimeout(tooLong);
        resolve({ passed: status === 0, seconds: (performance.now() - started) / 1000 });
      });
    });
  }

  /** The places that were reached since it was last asked, by their numbers. */
  reached(): ReadonlySet<number> {
    const kept = join(this.folder, 'reached');
    const files = existsSync(kept) ? readdirSync(kept) : [];
    const numbers = files.flatMap((name) => JSON.parse(readFileSync(join(kept, name), 'utf8')) as number[]);
    rmSync(kept, { recursive: true, force: true });
    return new Set(numbers);
  }

  putAway(): void {
    rmSync(this.folder, { recursive: true, force: true });
  }
}
