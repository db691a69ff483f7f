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

/** A test that fails must not leave its server behind for the next run to stumble over. */
export const stopAll = (): void => running.splice(0).forEach((child) => child.kill('SIGKILL'));
