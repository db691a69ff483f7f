import { existsSync } from 'node:fs';
import { createServer } from 'node:http';
import { homedir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { pino } from 'pino';
import { createApp, type AppOptions } from './app';
import { AddressBook } from './link/address-book';
import { usualPorts } from './link/reach';
import { openStandIns } from './link/stand-in-ports';

const here = dirname(fileURLToPath(import.meta.url));
const webRoot = join(here, '../../dist/web');
const mode = process.argv.includes('--demo') ? 'demo' : 'shop';
const log = pino({ level: process.env['LOG_LEVEL'] ?? 'warn' });

/** The one line a person needs; the log holds the rest. */
const say = (line: string): void => void process.stdout.write(`${line}\n`);
const stop = (line: string): never => {
  process.stderr.write(`${line}\n`);
  process.exit(1);
};

const port = Number(process.env['PORT'] ?? (mode === 'demo' ? 4180 : 4170));
if (!Number.isInteger(port) || port < 0 || port > 65535) stop(`PORT is "${process.env['PORT'] ?? ''}": give a number from 0 to 65535.`);
if (!existsSync(join(webRoot, 'index.html'))) stop('The application has not been built. Run: npm run build');

/** What the demo shop holds: its records and its simulated bench at once, its sheets, which take a second to draw, when they are first asked for. */
async function demo(): Promise<Pick<AppOptions, 'demoShop' | 'demoSheets' | 'standIns'>> {
  const { packedDemoShop } = await import('@amber-relay/demo');
  let sheets: Promise<Uint8Array> | undefined;
  const demoSheets = (): Promise<Uint8Array> =>
    (sheets ??= import('@amber-relay/demo/sheets').then(({ packedDemoSheets }) => packedDemoSheets(new Date())));
  const { StandInBench } = await import('@amber-relay/demo/stand-in-bench');
  const bench = new StandInBench(new Date());
  const { addresses } = await openStandIns({ ids: bench.ids, answer: (id, line) => bench.answer(id, line) });
  return { demoShop: await packedDemoShop(new Date()), demoSheets, standIns: { bench, addresses } };
}
/** Where this machine remembers which instruments were confirmed, and the ports that may be reached besides the usual ones. */
const home = process.env['AMBER_RELAY_HOME'] ?? join(homedir(), '.amber-relay');
const morePorts = (process.env['LINK_PORTS'] ?? '')
  .split(/[\s,]+/)
  .filter(Boolean)
  .map(Number);
if (morePorts.some((one) => !Number.isInteger(one) || one < 1 || one > 65_535))
  stop('LINK_PORTS is a list of ports from 1 to 65535, such as 5025,9001.');
const link = { book: new AddressBook(join(home, 'instruments.json')), ports: [...usualPorts, ...morePorts] };
const server = createServer(createApp({ webRoot, mode, log, link, ...(mode === 'demo' ? await demo() : {}) }));

server.on('error', (error: NodeJS.ErrnoException) => {
  if (error.code === 'EADDRINUSE')
    stop(
      `Port ${port} is in use. Stop the other program, or choose another port: PORT=${port + 1} npm ${mode === 'demo' ? 'run demo' : 'start'}`,
    );
  if (error.code === 'EACCES') stop(`Port ${port} may not be opened here. Choose one above 1023: PORT=4190 npm start`);
  stop(`The server could not start: ${error.message}`);
});
server.listen(port, '127.0.0.1', () => {
  const address = server.address();
  say(
    `Amber Relay${mode === 'demo' ? ', demo shop' : ''}: http://127.0.0.1:${typeof address === 'object' && address ? address.port : port}`,
  );
  say('Stop it with Ctrl+C.');
});

for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.once(signal, () => {
    server.close(() => process.exit(0));
    server.closeAllConnections();
  });
