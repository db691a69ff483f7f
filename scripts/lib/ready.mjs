// What the commands need before they can do their work: packages, a browser for tests, the built application.
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { accessSync, constants, existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { brotliCompressSync, constants as zlib } from 'node:zlib';
import { licences } from './licences.mjs';

export const root = join(dirname(fileURLToPath(import.meta.url)), '../..');

/** Ends the command with one clear line. */
function stop(line) {
  process.stderr.write(`${line}\n`);
  process.exit(1);
}

const lastLines = (text, n) => text.trim().split('\n').slice(-n).join('\n');

/** Installs the npm packages when they are missing or not those of the lock file. */
export function ensurePackages(say = process.stdout) {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19)) stop(`Node.js ${process.versions.node} is too old: version 20.19 or later is needed.`);
  const lock = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .digest('hex');
  const stamp = join(root, 'node_modules/.installed-lock');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lock) return;
  try {
    accessSync(root, constants.W_OK);
  } catch {
    stop(
      `No permission to write in ${root}: the packages cannot be installed there. Change its owner, or copy the project to a folder of yours.`,
    );
  }
  say.write('Installing packages…\n');
  const done = spawnSync('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], { cwd: root, encoding: 'utf8', maxBuffer: 1 << 26 });
  if (done.status !== 0)
    stop(
      `Installing the packages failed; run it again when the network is back. npm says: ${lastLines(done.stderr || String(done.error ?? ''), 3)}`,
    );
  writeFileSync(stamp, lock);
}

/** What Debian's packages say against installing these; nothing where it went well. */
function installed(...packages) {
  const environment = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  const sudo = process.getuid?.() === 0 ? [] : ['sudo', '-n'];
  for (const args of [
    ['update', '-qq'],
    ['install', '-y', '-qq', ...packages],
  ]) {
    const [command, ...rest] = [...sudo, 'apt-get', ...args];
    const done = spawnSync(command, rest, { encoding: 'utf8', env: environment, maxBuffer: 1 << 26, timeout: 600_000 });
    if (done.status !== 0) return lastLines(done.stderr || String(done.error ?? ''), 2);
  }
  return undefined;
}

/** Path of Chromium; installed from Debian's packages when it is missing. */
export function ensureChromium() {
  const path = process.env.CHROME_BIN ?? '/usr/bin/chromium';
  if (existsSync(path)) return path;
  if (path !== '/usr/bin/chromium') stop(`CHROME_BIN is ${path}, and there is nothing there. Unset it, or correct it.`);
  process.stdout.write('Installing Chromium from Debian’s packages…\n');
  const refused = installed('chromium');
  if (refused !== undefined) stop(`Chromium could not be installed; as root, run: apt-get install chromium. It says: ${refused}`);
  return path;
}

/** Path of the Chromium that has no window at all, which goes through pages in four fifths of the time; or the other, where it cannot be had. */
export function ensureWindowless() {
  const path = '/usr/bin/chromium-headless-shell';
  if (process.env.CHROME_BIN || existsSync(path)) return process.env.CHROME_BIN ?? path;
  return installed('chromium-headless-shell') === undefined && existsSync(path) ? path : ensureChromium();
}

/** Time of the newest file under the given places. */
function newest(paths) {
  let latest = 0;
  const visit = (path) => {
    if (!existsSync(path)) return;
    const stat = statSync(path);
    if (!stat.isDirectory()) latest = Math.max(latest, stat.mtimeMs);
    else for (const name of readdirSync(path)) if (name !== 'node_modules') visit(join(path, name));
  };
  paths.forEach((path) => visit(join(root, path)));
  return latest;
}

/**
 * Leaves a Brotli copy beside every text file, made once instead of at each request. One step below the most: that takes twenty times as
 * long, for a few bytes in a hundred.
 */
function compress(folder) {
  for (const entry of readdirSync(folder, { withFileTypes: true, recursive: true })) {
    if (!entry.isFile() || !/\.(js|css|html|svg|json|webmanifest)$/.test(entry.name)) continue;
    const path = join(entry.parentPath, entry.name);
    const bytes = readFileSync(path);
    if (bytes.length > 1024) writeFileSync(`${path}.br`, brotliCompressSync(bytes, { params: { [zlib.BROTLI_PARAM_QUALITY]: 9 } }));
  }
}

export function build() {
  try {
    mkdirSync(join(root, 'dist'), { recursive: true });
    accessSync(join(root, 'dist'), constants.W_OK);
  } catch {
    stop(
      `No permission to write in ${join(root, 'dist')}: the application cannot be built there. Change its owner, or copy the project to a folder of yours.`,
    );
  }
  process.stdout.write('Building the application…\n');
  const done = spawnSync(process.execPath, [join(root, 'node_modules/@angular/cli/bin/ng.js'), 'build', '--progress=false'], {
    cwd: root,
    encoding: 'utf8',
    maxBuffer: 1 << 26,
    env: { ...process.env, NG_CLI_ANALYTICS: 'false' },
  });
  if (done.status !== 0) {
    process.stderr.write(done.stdout + done.stderr);
    stop('The application could not be built; what is wrong stands above.');
  }
  writeFileSync(join(root, 'dist/web/licences.txt'), licences(root, [join(root, 'web'), join(root, 'core')]).text);
  compress(join(root, 'dist/web'));
  writeFileSync(join(root, 'dist/built'), new Date().toISOString());
  return done.stdout;
}

/** Builds the application unless what is built is newer than all it is made from. */
export function ensureBuild() {
  const stamp = join(root, 'dist/built');
  const made = existsSync(stamp) && existsSync(join(root, 'dist/web/index.html')) ? statSync(stamp).mtimeMs : 0;
  if (made > newest(['web/src', 'web/public', 'web/ngsw-config.json', 'core/src', 'angular.json', 'package-lock.json'])) return;
  build();
}
