// The licences of all packages that ship with the built application: what `web` and `core` need to run, with all that these need.
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { dirname, join, relative } from 'node:path';

const isLicence = /^(licen[cs]e|copying|notice|ofl)/i;
const manifestOf = (folder) => JSON.parse(readFileSync(join(folder, 'package.json'), 'utf8'));

/** The folder in which a package is found from another one, as Node.js looks for it; undefined where it is not installed. */
function folderOf(name, from) {
  for (let at = from; ; at = dirname(at)) {
    const folder = join(at, 'node_modules', name);
    if (existsSync(join(folder, 'package.json'))) return folder;
    if (at === dirname(at)) return undefined;
  }
}

/** Licence texts in a folder, and in those below it that hold files which are served as they are; there each is headed by its file, for few name their subject. */
function textsIn(folder) {
  const texts = [];
  const visit = (at, depth) => {
    for (const entry of readdirSync(at, { withFileTypes: true })) {
      if (entry.isFile() && isLicence.test(entry.name)) {
        const text = readFileSync(join(at, entry.name), 'utf8').trim();
        texts.push(at === folder ? text : `${relative(folder, join(at, entry.name))}:\n\n${text}`);
      } else if (entry.isDirectory() && depth > 0 && entry.name !== 'node_modules') visit(join(at, entry.name), depth - 1);
    }
  };
  visit(folder, 1);
  return [...new Set(texts)];
}

/**
 * One text with the licence of each package, by name. `without` are the packages that name a licence and bring no text of it.
 * @param roots folders of the packages from which to start; their own licence is that of the project
 */
export function licences(root, roots) {
  const found = new Map();
  const visit = (folder) => {
    const { name, version, license, dependencies = {} } = manifestOf(folder);
    if (found.has(folder)) return;
    found.set(folder, { name, version, license, texts: textsIn(folder) });
    for (const needed of Object.keys(dependencies)) {
      const at = folderOf(needed, folder);
      if (at && !needed.startsWith('@amber-relay/')) visit(at);
    }
  };
  for (const start of roots) {
    for (const needed of Object.keys(manifestOf(start).dependencies ?? {})) {
      const at = folderOf(needed, start);
      if (at && !needed.startsWith('@amber-relay/')) visit(at);
    }
  }
  const packages = [...found.values()].sort((a, b) => (a.name < b.name ? -1 : 1));
  const own = readFileSync(join(root, 'LICENSE'), 'utf8').trim();
  const part = ({ name, version, license, texts }) => `${name} ${version} (${license})\n\n${texts.join('\n\n') || `Licence: ${license}.`}`;
  const line = `\n\n${'-'.repeat(78)}\n\n`;
  return {
    text: [`Amber Relay\n\n${own}`, ...packages.map(part)].join(line) + '\n',
    packages: packages.map(({ name }) => name),
    without: packages.filter(({ texts }) => !texts.length).map(({ name, license }) => `${name} (${license})`),
  };
}
