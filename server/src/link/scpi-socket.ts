import { createConnection, type Socket } from 'node:net';
import { CoreError } from '@amber-relay/core/errors';
import { readScpiError } from '@amber-relay/core/link';
import type { InstrumentAddress } from '@amber-relay/core/measure';
import { onLines } from './bounded-lines';

interface Patience {
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
const left = (): CoreError => new CoreError('unreadable', 'link', 'The question was given up.', 'Ask again.');

function connect(address: InstrumentAddress, ms: number, signal: AbortSignal | undefined): Promise<Socket> {
  return new Promise((resolve, reject) => {
    const socket = createConnection(address);
    // For as long as the socket lives: whatever an instrument does to it is no more than an answer that does not come.
    socket.on('error', (error: NodeJS.ErrnoException) => {
      const why =
        error.code === 'ECONNREFUSED' ? 'refuses the connection' : error.code === 'ENOTFOUND' ? 'is not known here' : 'is not reached';
      reject(away(address, why));
    });
    const giveUp = (error: CoreError): void => {
      socket.destroy();
      reject(error);
    };
    const late = setTimeout(() => giveUp(away(address, 'is not reached')), ms);
    const leave = (): void => giveUp(left());
    signal?.addEventListener('abort', leave, { once: true });
    socket.once('close', () => {
      clearTimeout(late);
      signal?.removeEventListener('abort', leave);
      reject(away(address, 'is not reached'));
    });
    socket.setNoDelay(true);
    socket.once('connect', () => {
      clearTimeout(late);
      resolve(socket);
    });
  });
}

/**
 * Sends messages to an instrument and returns the line that answers the last, which is a query. The connection is made for this and
 * ended with it. An answer counts when its line has ended; one that never ends, or ends with the connection, is none.
 *
 * @param signal gives the question up when whoever asked has left
 * @throws CoreError `unknown-name` when it is not reached or does not answer, `unreadable` when it refuses the message or says too much.
 */
export async function askInstrument(
  address: InstrumentAddress,
  messages: readonly string[],
  patience = usual,
  signal?: AbortSignal,
): Promise<string> {
  if (signal?.aborted) throw left();
  const socket = await connect(address, patience.connectMs, signal);
  const timers: NodeJS.Timeout[] = [];
  try {
    return await new Promise<string>((resolve, reject) => {
      let doubted = false;
      socket.on('error', () => reject(away(address, 'broke the connection')));
      socket.on('close', () => reject(signal?.aborted ? left() : away(address, 'ended the connection without an answer')));
      onLines(socket, {
        line: (line) => {
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
        },
        tooMuch: () =>
          reject(
            new CoreError(
              'unreadable',
              `${address.host}:${address.port}`,
              `What answers at ${address.host}:${address.port} sends without an end, as no instrument does.`,
              'Check that this is the address of the right instrument, and that it takes SCPI.',
            ),
          ),
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

/**
 * Runs one thing after the other for an address: an instrument takes one question at a time. Whoever has left before its turn is passed
 * over.
 */
export function inTurn<T>({ host, port }: InstrumentAddress, act: () => Promise<T>, signal?: AbortSignal): Promise<T> {
  const key = `${host}:${port}`;
  const next = (): Promise<T> => (signal?.aborted ? Promise.reject(left()) : act());
  const done = (turns.get(key) ?? Promise.resolve()).then(next, next);
  const settled = done.catch(() => undefined);
  turns.set(key, settled);
  void settled.then(() => turns.get(key) === settled && turns.delete(key));
  return done;
}
