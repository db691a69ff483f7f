import { createServer, type AddressInfo, type Server } from 'node:net';
import type { InstrumentAddress } from '@amber-relay/core/measure';
import { onLines } from './bounded-lines';

const idleMs = 60_000;

/** What answers for instruments that are not there. `At` tells where a probe is held. */
export interface StandIns<At> {
  readonly ids: readonly string[];
  /** Holds the probe of one somewhere; returns why it cannot be held there. */
  probe(id: string, at: At): string | undefined;
  answer(id: string, line: string): string | undefined;
}

/** Gives each stand-in a port of its own on this machine, so that it is reached as a real instrument is. */
export async function openStandIns({ ids, answer }: Pick<StandIns<never>, 'ids' | 'answer'>): Promise<{
  readonly addresses: ReadonlyMap<string, InstrumentAddress>;
  close(): void;
}> {
  const servers = await Promise.all(
    ids.map(
      (id) =>
        new Promise<readonly [string, Server]>((resolve) => {
          const server = createServer((socket) => {
            socket.on('error', () => socket.destroy());
            // Whoever connects and says nothing is let go.
            socket.setTimeout(idleMs, () => socket.destroy());
            onLines(socket, {
              line: (line) => {
                const said = answer(id, line);
                if (said !== undefined && socket.writable) socket.write(`${said}\n`);
              },
              tooMuch: () => undefined,
            });
          });
          server.maxConnections = 50;
          server.listen(0, '127.0.0.1', () => resolve([id, server]));
        }),
    ),
  );
  return {
    addresses: new Map(servers.map(([id, server]) => [id, { host: '127.0.0.1', port: (server.address() as AddressInfo).port }])),
    close: () => servers.forEach(([, server]) => server.close()),
  };
}
