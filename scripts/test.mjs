// `npm test`: lint, types, the specs of core, web and server, then the end-to-end tests in Chromium.
// Installs what is missing, and ends with one line counted from the runners' own reports.
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { ensureChromium, ensurePackages, ensureWindowless, root } from './lib/ready.mjs';

ensurePackages();
const windowless = ensureWindowless();
const chromium = ensureChromium();
rmSync(join(root, 'reports'), { recursive: true, force: true });
mkdirSync(join(root, 'reports'));

const environment = { ...process.env, CHROME_BIN: chromium, NG_CLI_ANALYTICS: 'false' };
const failures = [];
const took = [];
const seconds = (began) => `${Math.round((Date.now() - began) / 1000)} s`;

/** Runs one step; a failed one does not keep the others from running, so that one run tells all. */
function step(name, command, args, extra = {}) {
  process.stdout.write(`\n== ${name}\n`);
  const began = Date.now();
  const { status } = spawnSync(command, args, { cwd: root, stdio: 'inherit', env: { ...environment, ...extra } });
  took.push(`${name} ${seconds(began)}`);
  if (status !== 0) failures.push(name);
}
/** Runs steps side by side, and prints what each said when it has ended. */
const together = (...steps) =>
  Promise.all(
    steps.map(
      ([name, command, args, extra = {}]) =>
        new Promise((resolve) => {
          const said = [];
          const began = Date.now();
          const ran = spawn(command, args, { cwd: root, stdio: ['ignore', 'pipe', 'pipe'], env: { ...environment, ...extra } });
          ran.stdout.on('data', (part) => said.push(part));
          ran.stderr.on('data', (part) => said.push(part));
          const end = (status) => {
            process.stdout.write(`\n== ${name}\n${Buffer.concat(said)}`);
            took.push(`${name} ${seconds(began)}`);
            if (status !== 0) failures.push(name);
            resolve();
          };
          ran.once('error', (error) => {
            said.push(Buffer.from(`${error.message}\n`));
            end(1);
          });
          ran.once('close', end);
        }),
    ),
  );
const node = (script, ...args) => [process.execPath, [join(root, script), ...args]];

// The types of core and web are checked when their specs are built, and those of the program when that is.
await together(['lint', 'npm', ['run', '--silent', 'lint']], ['types', 'npm', ['run', '--silent', 'types:node']]);
await together(
  ['core specs', ...node('node_modules/@angular/cli/bin/ng.js', 'test', 'core', '--progress=false'), { AMBER_REPORT: 'core.json' }],
  ['server specs', process.execPath, ['--import', 'tsx', 'scripts/lib/server-specs.mjs']],
);
await together(
  ['web specs', ...node('node_modules/@angular/cli/bin/ng.js', 'test', 'web', '--progress=false'), { AMBER_REPORT: 'web.json' }],
  ['build', ...node('scripts/build.mjs')],
);
const endToEnd = (report, ...args) => [
  'npm',
  ['run', '--silent', 'test', '-w', 'e2e', '--', ...args],
  { AMBER_REPORT: report, CHROME_BIN: windowless },
];
step('end to end', ...endToEnd('e2e.json', '--grep-invert', '@alone'));
// Those that measure how long the screen is held up want the machine to themselves.
step('end to end, one by one', ...endToEnd('e2e-alone.json', '--grep', '@alone', '--workers', '1'));

const report = (file) => {
  const path = join(root, 'reports', file);
  return existsSync(path) ? JSON.parse(readFileSync(path, 'utf8')) : undefined;
};
/** The titles of the tests of one Playwright suite that did not pass. */
const notPassed = ({ title, suites = [], specs = [] }) => [
  ...specs.filter(({ ok }) => !ok).map((spec) => `${title} › ${spec.title}`),
  ...suites.flatMap(notPassed),
];
let passed = 0;
let failed = 0;
const failedTests = [];
for (const room of ['core', 'web', 'server']) {
  const counts = report(`${room}.json`);
  passed += counts?.passed ?? 0;
  failed += counts?.failed ?? 0;
  failedTests.push(...(counts?.failures ?? []));
}
for (const room of ['e2e', 'e2e-alone']) {
  const { stats, suites = [] } = report(`${room}.json`) ?? {};
  passed += stats?.expected ?? 0;
  failed += (stats?.unexpected ?? 0) + (stats?.flaky ?? 0);
  failedTests.push(...suites.flatMap(notPassed));
}
// A step that failed without a failed test in its report still counts as one.
if (failed === 0) failed = failures.length;
for (const test of failedTests) process.stdout.write(`Failed: ${test}\n`);
if (failures.length) process.stdout.write(`\nFailed: ${failures.join(', ')}\n`);
process.stdout.write(`\nTook: ${took.join(', ')}\n`);
process.stdout.write(`\n${passed} passed, ${failed} failed\n`);
process.exit(failed === 0 && passed > 0 ? 0 : 1);
