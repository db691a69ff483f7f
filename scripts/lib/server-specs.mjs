// Runs the specs of server, demo shop and scripts in Node.js with Jasmine, and leaves the counts in reports/.
import Jasmine from 'jasmine';
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { root } from './ready.mjs';

const count = { passed: 0, failed: 0, skipped: 0, failures: [] };
const runner = new Jasmine({ projectBaseDir: join(root, 'server') });
runner.exitOnCompletion = false;
// A ceiling for what hangs; a busy machine may leave a spec long without its answer.
jasmine.DEFAULT_TIMEOUT_INTERVAL = 120_000;
runner.addMatchingSpecFiles(['src/**/*.spec.ts', '../demo/src/**/*.spec.ts', '../scripts/**/*.spec.ts']);
runner.addReporter({
  specDone: ({ status, fullName, failedExpectations }) => {
    count[status === 'passed' || status === 'failed' ? status : 'skipped'] += 1;
    if (status === 'failed') count.failures.push([fullName, ...failedExpectations.map(({ message }) => message)].join('\n  '));
  },
});
const outcome = await runner.execute();
mkdirSync(join(root, 'reports'), { recursive: true });
writeFileSync(join(root, 'reports/server.json'), JSON.stringify(count));
process.exit(outcome.overallStatus === 'passed' ? 0 : 1);
