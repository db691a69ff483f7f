// `npm start` and `npm run demo`: makes ready what is missing, then runs the server until it is stopped.
import { spawn } from 'node:child_process';
import { ensureBuild, ensurePackages, root, stop } from './lib/ready.mjs';

ensurePackages();
try {
  ensureBuild();
} catch (error) {
  stop(
    error.code === 'EACCES'
      ? `No permission to write ${error.path}: the application cannot be built there. Change its owner, or copy the project to a folder of yours.`
      : `The application could not be built: ${error.message}`,
  );
}
const server = spawn(process.execPath, ['--import', 'tsx', 'server/src/main.ts', ...process.argv.slice(2)], {
  cwd: root,
  stdio: 'inherit',
});
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 0));
