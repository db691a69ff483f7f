// Runs the specs of server, demo shop and scripts in Node.js with Jasmine, and leaves the counts in reports/.
import Jasmine from 'jasmine';
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { root } from './ready.mjs';

const count = { passed: 0, failed: 0, skipped: 0, failures: [] };
const runner = new Jasmine({ projectBaseDir: join(root, 'server') });
runner.exitOnCompletion = false;
runner.addMatchingSpecFiles(['src/**/*.spec.ts', '../demo/src/**/*.spec.ts', '../scripts/**/*.spec.ts']);
runner.addReporter({
  specDone: ({ status, fullName }) => {
    count[status === 'passed' || status === 'failed' ? status : 'skipped'] += 1;
    if (status === 'failed') count.failures.push(fullName);
  },
});
const outcome = await runner.execute();
mkdirSync(join(root, 'reports'), { recursive: true });
writeFileSync(join(root, 'reports/server.json'), JSON.stringify(count));
process.exit(outcome.overallStatus === 'passed' ? 0 : 1);
