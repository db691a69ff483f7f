// `npm run -s card`: cards on the command line; makes ready what is missing first.
import { spawnSync } from 'node:child_process';
import { ensurePackages, root } from './lib/ready.mjs';

ensurePackages(process.stderr);
const done = spawnSync(process.execPath, ['--import', 'tsx', `${root}/scripts/card.ts`, ...process.argv.slice(2)], { stdio: 'inherit' });
process.exitCode = done.status ?? 1;
