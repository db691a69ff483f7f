// `npm run -s card -- check FILE...`: reads cards and tells what does not add up on them. Ends with 1 when something is wrong,
// with 2 when a file is no card at all.
import { readFileSync } from 'node:fs';
import { checkCard, readCardText } from '../core/src/card';
import { CoreError } from '../core/src/errors';

const [act, ...files] = process.argv.slice(2);
const print = (line: string): void => void process.stdout.write(`${line}\n`);
if (act !== 'check' || files.length === 0) {
  process.stderr.write('npm run -s card -- check FILE...\n');
  process.exit(2);
}
let worst = 0;
for (const file of files) {
  try {
    const card = readCardText(readFileSync(file, 'utf8'));
    const flaws = checkCard(card);
    const counts = `${card.sections.length} sections, ${card.functions.length} functions, ${card.testPoints.length} points, ${card.parts.length} parts`;
    print(`${card.chassis}: ${counts}; ${flaws.length === 0 ? 'all adds up' : `${flaws.length} to look at`}`);
    for (const flaw of flaws) print(`  ${flaw.weight}  ${flaw.at}: ${flaw.what} ${flaw.mend}`);
    if (flaws.some((flaw) => flaw.weight === 'wrong')) worst = Math.max(worst, 1);
  } catch (error) {
    worst = 2;
    const told =
      error instanceof CoreError
        ? `${error.path}: ${error.message} ${error.remedy}`
        : error instanceof Error
          ? error.message
          : String(error);
    process.stderr.write(`${file}: ${told}\n`);
  }
}
process.exitCode = worst;
