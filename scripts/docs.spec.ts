import { spawnSync } from 'node:child_process';
import { fileURLToPath } from 'node:url';

describe('the documents that follow from declarations', () => {
  it('are what the declarations say; npm run docs writes them anew', () => {
    const script = fileURLToPath(new URL('docs.ts', import.meta.url));
    const { status, stderr } = spawnSync(process.execPath, ['--import', 'tsx', script, '--check'], { encoding: 'utf8' });
    expect(status).withContext(stderr).toBe(0);
  });
});
