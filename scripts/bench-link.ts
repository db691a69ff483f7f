// `npm run bench:link`: 10,000 sessions with instruments that reset, hang up, never end their line or are asked by nobody any more,
// against the server as it runs; prints what became of them, and whether sockets and memory are back to where they were.
import { createServer, createConnection, type AddressInfo, type Socket } from 'node:net';
import { createServer as createHttpServer, request } from 'node:http';
import fc from 'fast-check';
import { createApp } from '../server/src/app';
import { AddressBook } from '../server/src/link/address-book';
import { openStandIns } from '../server/src/link/stand-in-ports';

const sessions = Number(process.argv[2] ?? 10_000);
const seed = Number(process.argv[3] ?? 1);
const atOnce = 40;

const instruments: Record<string, (socket: Socket, line: string) => void> = {
  'answers as it should': (socket) => socket.write('13.8\n'),
  'resets after the question': (socket) => void socket.resetAndDestroy(),
  'hangs up at once': (socket) => socket.destroy(),
  'never ends its line': (socket) => void socket.write('9'.repeat(6000)),
  'sends without an end': (socket) => void socket.write('x\n'.repeat(50_000)),
  'answers half a line and hangs up': (socket) => socket.end('13.'),
  'answers with other bytes': (socket) => void socket.write(Buffer.from([0, 255, 254, 10])),
  'answers and resets': (socket) => void socket.write('13.8\n', () => socket.resetAndDestroy()),
  'is silent, and nobody waits': () => undefined,
};
const names = Object.keys(instruments);

const listen = (server: { listen(port: number, host: string, done: () => void): unknown; address(): unknown }): Promise<number> =>
  new Promise((resolve) => server.listen(0, '127.0.0.1', () => resolve((server.address() as AddressInfo).port)));
const open = await Promise.all(
  names.map(async (name) => {
    const server = createServer((socket) => {
      socket.on('error', () => socket.destroy());
      socket.on('data', (data) => instruments[name]?.(socket, data.toString()));
    });
    return { name, server, port: await listen(server) };
  }),
);
const standIns = await openStandIns({ ids: ['meter'], answer: (_id, line) => (line.endsWith('?') ? '8.02' : undefined) });
const book = new AddressBook();
for (const { port } of open) {
  book.answered({ host: '127.0.0.1', port });
  book.confirm({ host: '127.0.0.1', port });
}
const app = createHttpServer(
  createApp({
    webRoot: '/nowhere',
    mode: 'demo',
    standIns: { bench: { ids: ['meter'], probe: () => undefined, answer: () => undefined }, addresses: standIns.addresses },
    link: { book, ports: 'any' },
  }),
);
const port = await listen(app);
const at = { jobId: 'j', cardId: 'c', subject: { what: 'point', point: 'TP2' }, condition: {}, ac: false };

/** Asks the server for a reading; an asker that leaves does so after a moment. */
const ask = (link: { host: string; port: number }, leaves: boolean): Promise<string> =>
  new Promise((resolve) => {
    const asked = request(
      {
        host: '127.0.0.1',
        port,
        path: '/api/link/read',
        method: 'POST',
        headers: { 'content-type': 'application/json', origin: `http://127.0.0.1:${port}` },
      },
      (response) => {
        response.resume();
        response.on('end', () => resolve(String(response.statusCode)));
        response.on('error', () => resolve('broken off'));
      },
    );
    asked.on('error', () => resolve('left'));
    if (leaves) setTimeout(() => asked.destroy(), 5);
    asked.end(JSON.stringify({ instrument: 'meter', link, unit: 'V', ac: false, at }));
  });
/** Goes to a stand-in’s own port and behaves badly there. */
const besiege = (what: number): Promise<string> =>
  new Promise((resolve) => {
    const address = standIns.addresses.get('meter');
    if (!address) return resolve('no stand-in');
    const socket = createConnection(address, () => {
      if (what % 3 === 0) socket.write('9'.repeat(6000));
      else if (what % 3 === 1) socket.write('*IDN?\n', () => socket.resetAndDestroy());
      else socket.end('half');
      setTimeout(() => socket.destroy(), 20);
    });
    socket.on('error', () => undefined);
    socket.on('close', () => resolve('besieged'));
  });

const collect = (globalThis as { gc?: () => void }).gc;
const state = async (): Promise<{ sockets: number; heapMb: number }> => {
  for (let i = 0; i < 3; i++) {
    await new Promise((resolve) => setTimeout(resolve, 400));
    collect?.();
  }
  return {
    sockets: process.getActiveResourcesInfo().filter((kind) => /TCPSocket|TCPConnect/.test(kind)).length,
    heapMb: process.memoryUsage().heapUsed / 1e6,
  };
};

const counts = new Map<string, number>();
const outcomes = new Map<string, number>();
const count = (of: Map<string, number>, key: string): unknown => of.set(key, (of.get(key) ?? 0) + 1);
const plan = fc.sample(fc.tuple(fc.nat(names.length), fc.nat(1000)), { numRuns: sessions + 400, seed });
async function play(some: typeof plan): Promise<void> {
  let next = 0;
  await Promise.all(
    Array.from({ length: atOnce }, async () => {
      for (let mine = next++; mine < some.length; mine = next++) {
        const [which, what] = some[mine] ?? [0, 0];
        const instrument = open[which];
        count(counts, instrument?.name ?? 'besieges a stand-in');
        count(
          outcomes,
          instrument
            ? await ask({ host: '127.0.0.1', port: instrument.port }, instrument.name.includes('nobody') || what % 10 === 0)
            : await besiege(what),
        );
      }
    }),
  );
}

await play(plan.slice(0, 400));
counts.clear();
outcomes.clear();
const before = await state();
const began = performance.now();
await play(plan.slice(400));
const seconds = (performance.now() - began) / 1000;
const after = await state();
const well = await fetch(`http://127.0.0.1:${port}/api/health`).then((answer) => answer.ok);
for (const [name, n] of counts) console.log(`${name.padEnd(36)} ${n}`);
console.log(`answers by status: ${[...outcomes].map(([status, n]) => `${status}: ${n}`).join(', ')}`);
console.log(`${sessions} sessions in ${seconds.toFixed(1)} s`);
console.log(
  `sockets ${before.sockets} before, ${after.sockets} after; heap ${before.heapMb.toFixed(1)} MB before, ${after.heapMb.toFixed(1)} MB after`,
);
console.log(`the server ${well ? 'runs and is well' : 'does not answer'}; crashes: 0`);
process.exit(well && after.sockets <= before.sockets + 2 && after.heapMb < before.heapMb + 20 ? 0 : 1);
