import { readdirSync, readFileSync } from 'node:fs';
import { relative } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import * as z from 'zod';
import { traceModel } from '../core/src/trace';
import { smallLaid } from '../core/src/testing/small-card';

const core = fileURLToPath(new URL('../core/src', import.meta.url));
const files = readdirSync(core, { recursive: true, encoding: 'utf8' })
  .filter((name) => /^(?!.*\.spec\.ts$).*\.ts$/.test(name))
  .map((name) => `${core}/${name}`);

/** What an example may lean on beside what its own file exports. */
const card = smallLaid();
const beside = { z, card, model: traceModel(card, 40), context: { card, condition: {}, instruments: [] } };

/** `expression //~> what it gives`, one a line, below `@example`. */
const examplesOf = (text: string): readonly (readonly [string, string])[] =>
  text
    .split('\n')
    .flatMap((line) => /^\s*\* (.+) \/\/~> (.+)$/.exec(line) ?? [])
    .flatMap((part, i, all) => (i % 3 === 1 ? [[part, all[i + 1] ?? ''] as const] : []));

describe('an example in the documentation of the core', () => {
  const all = files.flatMap((file) => examplesOf(readFileSync(file, 'utf8')).map((example) => [file, ...example] as const));
  it('stands at each public parser and judge', () => {
    for (const name of ['parseQuantity', 'readLine', 'writeLine', 'judgeReading', 'layCard', 'trace', 'verdict', 'writtenQuantity'])
      expect(all.some(([, written]) => written.includes(`${name}(`)))
        .withContext(name)
        .toBeTrue();
  });
  for (const [file, written, gives] of all)
    it(`holds: ${relative(core, file)}, ${written}`, async () => {
      const scope: Record<string, unknown> = { ...beside, ...((await import(pathToFileURL(file).href)) as object) };
      const evaluated = (expression: string): unknown =>
        new Function(...Object.keys(scope), `return (${expression});`)(...Object.values(scope));
      expect(evaluated(written)).toEqual(evaluated(gives));
    });
});
