import { expect } from '@playwright/test';
import { spawn, type ChildProcess } from 'node:child_process';
import { join } from 'node:path';

const root = join(import.meta.dirname, '../..');

export interface Started {
  readonly process: ChildProcess;
  readonly said: () => string;
  readonly ended: Promise<number | null>;
}
const running: ChildProcess[] = [];

/** Starts the server as a command would. */
export function start(port: number, ...args: string[]): Started {
  const child = spawn(process.execPath, ['--import', 'tsx', 'server/src/main.ts', ...args], {
    cwd: root,
    env: { ...process.env, PORT: String(port) },
  });
  running.push(child);
  let said = '';
  child.stdout.on('data', (data: Buffer) => (said += data.toString()));
  child.stderr.on('data', (data: Buffer) => (said += data.toString()));
  return { process: child, said: () => said, ended: new Promise((resolve) => child.on('exit', resolve)) };
}

/** Starts the server on a port that is free, and waits until it serves there. */
export async function startFree(...args: string[]): Promise<Started & { readonly at: string }> {
  const server = start(0, ...args);
  await expect.poll(server.said, { timeout: 120_000 }).toContain('Stop it with Ctrl+C');
  const at = /http:\/\/127\.0\.0\.1:\d+/.exec(server.said())?.[0];
  if (!at) throw new Error(`It does not say where: ${server.said()}`);
  return { ...server, at };
}

/** A test that fails must not leave its server behind for the next run to stumble over. */
export const stopAll = (): void => running.splice(0).forEach((child) => child.kill('SIGKILL'));
