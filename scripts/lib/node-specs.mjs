// Runs spec files in Node.js, without a browser: those that the given patterns name from the root on; exits with 0 when all pass.
import Jasmine from 'jasmine';
import { fileURLToPath } from 'node:url';

const runner = new Jasmine({ projectBaseDir: fileURLToPath(new URL('../..', import.meta.url)) });
runner.exitOnCompletion = false;
runner.clearReporters();
runner.configureDefaultReporter({ print: () => undefined });
// The first that fails is enough.
runner.env.configure({ stopOnSpecFailure: true });
runner.addMatchingSpecFiles(process.argv.slice(2));
const { overallStatus } = await runner.execute();
process.exit(overallStatus === 'passed' ? 0 : 1);
