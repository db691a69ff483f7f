import { createConnection, type Socket } from 'node:net';
import { createInterface } from 'node:readline';
import { CoreError } from '@amber-relay/core/errors';
import { readScpiError } from '@amber-relay/core/link';
import type { InstrumentAddress } from '@amber-relay/core/measure';

export interface Patience {
  /** Until the instrument takes the connection, in ms. */
  readonly connectMs: number;
  /** After so long without an answer it is asked for its error, in ms. */
  readonly doubtMs: number;
  /** Until its answer, in ms; a counter with a long gate takes ten seconds. */
  readonly answerMs: number;
}
const usual: Patience = { connectMs: 3000, doubtMs: 2000, answerMs: 15_000 };

const away = ({ host, port }: InstrumentAddress, why: string): CoreError =>
  new CoreError(
    'unknown-name',
    `${host}:${port}`,
    `The instrument at ${host}:${port} ${why}.`,
    'See that it is on, its network is plugged in, and this is its address (often port 5025).',
  );

function connect(address: InstrumentAddress, ms: number): Promise<Socket> {
  return new Promise((resolve, reject) => {
    const socket = createConnection(address);
    const late = setTimeout(() => socket.destroy(new Error('late')), ms);
    socket.setNoDelay(true);
    socket.once('connect', () => {
      clearTimeout(late);
      resolve(socket);
    });
    socket.once('error', (error: NodeJS.ErrnoException) => {
      clearTimeout(late);
      const why =
        error.code === 'ECONNREFUSED' ? 'refuses the connection' : error.code === 'ENOTFOUND' ? 'is not known here' : 'is not reached';
      reject(away(address, why));
    });
  });
}

/**
 * Sends messages to an instrument and returns the line that answers the last, which is a query. The connection is made for this and
 * ended with it.
 *
 * @throws CoreError `unknown-name` when it is not reached or does not answer, `unreadable` when it refuses the message.
 */
export async function askInstrument(address: InstrumentAddress, messages: readonly string[], patience = usual): Promise<string> {
  const socket = await connect(address, patience.connectMs);
  const timers: NodeJS.Timeout[] = [];
  try {
    return await new Promise<string>((resolve, reject) => {
      let doubted = false;
      socket.on('error', () => reject(away(address, 'broke the connection')));
      socket.on('close', () => reject(away(address, 'ended the connection without an answer')));
      createInterface({ input: socket }).on('line', (line) => {
        const refusal = doubted ? readScpiError(line) : undefined;
        if (refusal)
          reject(
            new CoreError(
              'unreadable',
              `${address.host}:${address.port}`,
              `The instrument does not take ${messages.at(-1)}: ${refusal}.`,
              'It may read something else, or be of another kind than the shop says.',
            ),
          );
        // That it has no error says only that it is still at it.
        else if (!(doubted && /^\s*[+-]?0\s*,\s*"/.test(line))) resolve(line.trim());
      });
      timers.push(
        setTimeout(() => {
          doubted = true;
          socket.write('SYST:ERR?\n');
        }, patience.doubtMs),
        setTimeout(
          () => reject(away(address, `took the message and gave no answer within ${patience.answerMs / 1000} s`)),
          patience.answerMs,
        ),
      );
      socket.write(messages.map((message) => `${message}\n`).join(''));
    });
  } finally {
    timers.forEach(clearTimeout);
    socket.destroy();
  }
}

const turns = new Map<string, Promise<unknown>>();

/** Runs one thing after the other for an address: an instrument takes one question at a time. */
export function inTurn<T>({ host, port }: InstrumentAddress, act: () => Promise<T>): Promise<T> {
  const key = `${host}:${port}`;
  const done = (turns.get(key) ?? Promise.resolve()).then(act, act);
  const settled = done.catch(() => undefined);
  turns.set(key, settled);
  void settled.then(() => turns.get(key) === settled && turns.delete(key));
  return done;
}
