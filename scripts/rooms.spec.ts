import { readdirSync } from 'node:fs';
import { createRequire } from 'node:module';
import { fileURLToPath } from 'node:url';

const { coreRooms, webRooms } = createRequire(import.meta.url)('./lib/rooms.cjs') as Record<'coreRooms' | 'webRooms', readonly string[]>;
const foldersOf = (path: string): string[] =>
  readdirSync(fileURLToPath(new URL(`../${path}/`, import.meta.url)), { withFileTypes: true })
    .filter((entry) => entry.isDirectory())
    .map(({ name }) => name)
    .sort();

describe('the rooms', () => {
  it('each have a place in the order that lint holds them to', () => {
    expect(foldersOf('core/src')).toEqual([...coreRooms].sort());
    expect(foldersOf('web/src/app')).toEqual([...webRooms].sort());
  });
});
