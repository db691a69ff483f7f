// Runs the specs of one project in Debian's Chromium without a screen; the counts go to reports/ for `npm test` to add up.
const { mkdirSync, writeFileSync } = require('node:fs');
const { join } = require('node:path');
const chromiumFlags = require('./scripts/lib/chromium-flags.cjs');

process.env.CHROME_BIN ??= '/usr/bin/chromium';

function CountReporter() {
  let passed = 0;
  const failures = [];
  let skipped = 0;
  this.onSpecComplete = (_browser, result) => {
    if (result.skipped) skipped += 1;
    else if (result.success) passed += 1;
    else failures.push([[...result.suite, result.description].join(' › '), ...result.log].join('\n  '));
  };
  this.onRunComplete = () => {
    const file = process.env.AMBER_REPORT;
    if (!file) return;
    mkdirSync(join(__dirname, 'reports'), { recursive: true });
    writeFileSync(join(__dirname, 'reports', file), JSON.stringify({ passed, failed: failures.length, skipped, failures }));
  };
}

module.exports = (config) => {
  config.set({
    frameworks: ['jasmine'],
    plugins: [require('karma-jasmine'), require('karma-chrome-launcher'), { 'reporter:count': ['type', CountReporter] }],
    reporters: ['dots', 'count'],
    browsers: ['Bench'],
    customLaunchers: {
      Bench: { base: 'ChromeHeadless', flags: chromiumFlags },
    },
    singleRun: true,
    restartOnFileChange: false,
    // Ceilings for what hangs; a busy machine may leave the browser without a word for long, and a spec without its answer.
    client: { jasmine: { timeoutInterval: 120000 } },
    captureTimeout: 300000,
    pingTimeout: 300000,
    browserDisconnectTimeout: 300000,
    browserNoActivityTimeout: 600000,
  });
};
