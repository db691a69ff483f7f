// Keeps which places of the core a run of specs and the programs that it starts have reached: their numbers, a file a process in reached/.
import { mkdirSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

const folder = fileURLToPath(new URL('../../reached/', import.meta.url));
globalThis.__reached = new Set();
process.on('exit', () => {
  mkdirSync(folder, { recursive: true });
  writeFileSync(`${folder}${process.pid}.json`, JSON.stringify([...globalThis.__reached]));
});
