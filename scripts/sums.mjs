// `npm run -s sums`: the sums on the command line; makes ready what is missing first.
import { spawnSync } from 'node:child_process';
import { ensurePackages, root } from './lib/ready.mjs';

ensurePackages(process.stderr);
const done = spawnSync(process.execPath, ['--import', 'tsx', `${root}/scripts/sums.ts`, ...process.argv.slice(2)], { stdio: 'inherit' });
process.exitCode = done.status ?? 1;
