// `npm run docs`: writes the pages under docs/ that follow from declarations; with `--check` it only says which are not current.
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { format } from 'prettier';
import { cardAnswers } from './docs/card-answers';
import { entryAnswers } from './docs/entry-answers';
import { faceSigns } from './docs/face-signs';
import { instrumentsPage } from './docs/instruments-page';
import { signalAnswers } from './docs/signal-answers';
import { schemaFiles } from './docs/schemas';
import { sumFigures } from './docs/sum-figures';
import { sumsPage } from './docs/sums-page';
import { tapeAnswers } from './docs/tape-answers';
import { tapePage } from './docs/tape-page';
import { traceAnswers } from './docs/trace-answers';
import { sumAnswers } from '../core/src/testing/sum-answers';

const docs = join(dirname(fileURLToPath(import.meta.url)), '../docs');
const pages: Readonly<Record<string, string>> = {
  'sums.md': sumsPage(),
  'tape.md': tapePage(),
  'instruments.md': instrumentsPage(),
  ...schemaFiles(),
  '../web/src/app/job/print/face-signs.json': JSON.stringify(faceSigns()),
  '../core/src/testing/sum-answers.json': JSON.stringify(sumAnswers()),
  '../core/src/testing/sum-figures.json': JSON.stringify(sumFigures()),
  '../core/src/testing/card-answers.json': JSON.stringify(cardAnswers()),
  '../core/src/testing/entry-answers.json': JSON.stringify(entryAnswers()),
  '../core/src/testing/signal-answers.json': JSON.stringify(signalAnswers()),
  '../core/src/testing/tape-answers.json': JSON.stringify(tapeAnswers()),
  '../core/src/testing/trace-answers.json': JSON.stringify(traceAnswers()),
};

const readOr = (path: string): string => {
  try {
    return readFileSync(path, 'utf8');
  } catch {
    return '';
  }
};

for (const [name, text] of Object.entries(pages)) {
  const path = join(docs, name);
  const wanted = await format(`${text}\n`, { parser: name.endsWith('.md') ? 'markdown' : 'json', printWidth: 140 });
  if (!process.argv.includes('--check')) {
    mkdirSync(dirname(path), { recursive: true });
    writeFileSync(path, wanted);
  } else if (readOr(path) !== wanted) {
    process.stderr.write(`docs/${name} is not what the declarations say. Run npm run docs.\n`);
    process.exitCode = 1;
  }
}
