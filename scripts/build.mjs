// `npm run build`: installs what is missing and builds the application into dist/web.
import { build, ensurePackages } from './lib/ready.mjs';

ensurePackages();
process.stdout.write(build());
