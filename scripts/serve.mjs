// `npm start` and `npm run demo`: makes ready what is missing, then runs the server until it is stopped.
import { spawn } from 'node:child_process';
import { ensureBuild, ensurePackages, root } from './lib/ready.mjs';

ensurePackages();
ensureBuild();
const server = spawn(process.execPath, ['--import', 'tsx', 'server/src/main.ts', ...process.argv.slice(2)], {
  cwd: root,
  stdio: 'inherit',
});
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 0));
