import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { allSums } from '../core/src/sums';
import { writeWav } from '../core/src/signal';

const here = dirname(fileURLToPath(import.meta.url));

function run(script: string, args: readonly string[], input = ''): { status: number | null; out: string; err: string } {
  const done = spawnSync(process.execPath, ['--import', 'tsx', join(here, script), ...args], { input, encoding: 'utf8' });
  return { status: done.status, out: done.stdout, err: done.stderr };
}
const sums = (args: readonly string[], input = '') => run('sums.ts', args, input);

describe('the sums on the command line', () => {
  let folder = '';
  beforeAll(() => (folder = mkdtempSync(join(tmpdir(), 'amber-relay-'))));
  afterAll(() => rmSync(folder, { recursive: true }));

  it('lists every declaration', () => {
    const listed = sums(['list']).out.trim().split('\n');
    expect(listed.map((line) => line.split(' ')[0])).toEqual(allSums.map(({ id }) => id));
  });

  it('describes one with its fields and an example that runs', () => {
    const { example } = JSON.parse(sums(['describe', 'pad']).out) as { example: unknown };
    const { status, out } = sums(['run', 'pad', JSON.stringify(example)]);
    expect(status).toBe(0);
    expect((JSON.parse(out) as { working: string[] }).working.length).toBeGreaterThan(5);
  });

  it('refuses bad input with 2, naming field and remedy', () => {
    for (const [args, word] of [
      [['run', 'pad', '{"lossDb":-3,"topology":"pi"}'], 'lossDb'],
      [['run', 'pad', '{"lossDb":'], 'JSON'],
      [['run', 'nothing-such', '{}'], 'nothing-such'],
      [['run', 'sinad', '--wav', join(folder, 'missing.wav')], 'missing.wav'],
    ] as const) {
      const { status, out, err } = sums(args);
      expect(status).withContext(args.join(' ')).toBe(2);
      expect(out + err).toContain(word);
    }
  });

  it('answers a batch line by line, and goes on after a bad one', () => {
    const { status, out } = sums(
      ['batch'],
      ['{"id":"swr","input":{"forwardW":100,"reflectedW":4}}', 'nonsense', '{"id":"swr","input":{"swr":1.5}}', ''].join('\n'),
    );
    const lines = out.trim().split('\n');
    expect(lines.length).toBe(3);
    expect(JSON.parse(lines[0] ?? '')).toEqual(jasmine.objectContaining({ ok: true }));
    expect(JSON.parse(lines[1] ?? '')).toEqual({
      ok: false,
      error: { field: 'line', message: jasmine.stringContaining('JSON') as unknown },
    });
    expect(JSON.parse(lines[2] ?? '')).toEqual(jasmine.objectContaining({ ok: false }));
    expect(status).toBe(0);
  });

  it('carries ± through', () => {
    const { out } = sums(['run', 'rf-power', '{"vpp":63.2}', '--plus-minus', '{"vpp":1}']);
    expect(out).toContain('worst');
  });

  it('reads recordings: SINAD of audio, deviation of I and Q', () => {
    const rate = 16_000;
    const tone = Float64Array.from({ length: rate }, (_, k) => 0.5 * Math.sin((2 * Math.PI * 1000 * k) / rate));
    const noisy = tone.map((value, k) => value + 0.05 * Math.sin((2 * Math.PI * 2345 * k) / rate));
    const audio = join(folder, 'audio.wav');
    writeFileSync(audio, writeWav([noisy], rate, 'pcm16'));
    const { sinadDb } = JSON.parse(sums(['run', 'sinad', '--wav', audio]).out) as { sinadDb: number };
    expect(sinadDb).toBeCloseTo(10 * Math.log10((0.25 + 0.0025) / 0.0025), 1);

    const phase = (k: number): number => 1.5 * Math.sin((2 * Math.PI * 1000 * k) / 48_000);
    const wave = (of: (x: number) => number) => Float64Array.from({ length: 48_000 }, (_, k) => 0.7 * of(phase(k)));
    const iq = join(folder, 'iq.wav');
    writeFileSync(iq, writeWav([wave(Math.cos), wave(Math.sin)], 48_000, 'float32'));
    const { peakDeviationHz } = JSON.parse(sums(['run', 'iq-analyse', '--iq', iq]).out) as { peakDeviationHz: number };
    expect(peakDeviationHz / 1500).toBeCloseTo(1, 1);
  });
});
