import { createServer, type AddressInfo, type Server, type Socket } from 'node:net';
import { CoreError } from '@amber-relay/core/errors';
import { StandInInstrument } from '@amber-relay/core/standin';
import { createServer as createHttpServer, request } from 'node:http';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createApp } from '../app';
import { AddressBook } from './address-book';
import { isNear, nearAddress } from './reach';
import { askInstrument, inTurn } from './scpi-socket';
import { openStandIns } from './stand-in-ports';

const quick = { connectMs: 500, doubtMs: 60, answerMs: 400 };

/** An instrument on this machine that does as it is told with each line. */
function instrument(act: (line: string, socket: Socket) => void): Promise<{ readonly server: Server; readonly port: number }> {
  return new Promise((resolve) => {
    const server = createServer((socket) => {
      socket.on('error', () => socket.destroy());
      socket.on('data', (data: Buffer) =>
        data
          .toString()
          .split('\n')
          .filter(Boolean)
          .forEach((line) => act(line, socket)),
      );
    });
    server.listen(0, '127.0.0.1', () => resolve({ server, port: (server.address() as AddressInfo).port }));
  });
}

const failing = async (act: Promise<unknown>): Promise<CoreError> => {
  const error = await act.then(
    () => undefined,
    (e: unknown) => e,
  );
  if (error instanceof CoreError) return error;
  throw new Error(`It did not fail as it should: ${String(error)}`);
};

describe('asking an instrument', () => {
  let open: Server[] = [];
  const at = async (act: (line: string, socket: Socket) => void): Promise<{ host: string; port: number }> => {
    const { server, port } = await instrument(act);
    open.push(server);
    return { host: '127.0.0.1', port };
  };
  afterEach(() => {
    open.forEach((server) => server.close());
    open = [];
  });

  it('gives the line that answers the query, settings first, even where it comes in pieces', async () => {
    const heard: string[] = [];
    const address = await at((line, socket) => {
      heard.push(line);
      if (!line.endsWith('?')) return;
      socket.write('+1.3');
      setTimeout(() => socket.write('2E+01\r\n'), 10);
    });
    expect(await askInstrument(address, ['UNIT:POW W', 'MEAS:POW?'], quick)).toBe('+1.32E+01');
    expect(heard).toEqual(['UNIT:POW W', 'MEAS:POW?']);
  });

  it('waits for one that is slow and has no error', async () => {
    const address = await at((line, socket) => {
      if (line === 'SYST:ERR?') socket.write('+0,"No error"\n');
      else setTimeout(() => socket.write('27185001.2\n'), 150);
    });
    expect(await askInstrument(address, ['MEAS:FREQ?'], quick)).toBe('27185001.2');
  });

  it('says why one refuses, which it does not say by itself', async () => {
    const address = await at((line, socket) => {
      if (line === 'SYST:ERR?') socket.write('-113,"Undefined header"\n');
    });
    const error = await failing(askInstrument(address, ['MEAS:CAP?'], quick));
    expect(error.message).toBe('The instrument does not take MEAS:CAP?: Undefined header (-113).');
  });

  it('says that one is not there, is silent, or hangs up', async () => {
    const gone = await at(() => undefined);
    open.splice(0).forEach((server) => server.close());
    expect((await failing(askInstrument(gone, ['*IDN?'], quick))).message).toContain('refuses the connection');
    expect((await failing(askInstrument({ host: 'no-such-name.invalid', port: 5025 }, ['*IDN?'], quick))).remedy).toContain('5025');
    expect((await failing(askInstrument(await at(() => undefined), ['*IDN?'], quick))).message).toContain('gave no answer within 0.4 s');
    expect((await failing(askInstrument(await at((_line, socket) => socket.destroy()), ['*IDN?'], quick))).message).toContain(
      'ended the connection',
    );
  });

  it('takes an answer only when its line has ended, and lets nothing that an instrument does end the program', async () => {
    const cases: [(line: string, socket: Socket) => void, RegExp][] = [
      [(_line, socket) => void socket.resetAndDestroy(), /broke the connection|ended the connection/],
      [(_line, socket) => void socket.end(), /ended the connection/],
      [(_line, socket) => void socket.end('13.8'), /ended the connection/],
      [(_line, socket) => void socket.write('9'.repeat(5000)), /without an end/],
      [(_line, socket) => void socket.write('x'.repeat(80_000)), /without an end/],
      [(line, socket) => void socket.write(line === 'SYST:ERR?' ? '0,"'.repeat(2000) : '1'), /without an end|no answer/],
    ];
    for (const [act, says] of cases) expect((await failing(askInstrument(await at(act), ['MEAS:VOLT:DC?'], quick))).message).toMatch(says);
    expect(await askInstrument(await at((_line, socket) => void socket.write('7\n')), ['*IDN?'], quick)).toBe('7');
  });

  it('gives a question up when whoever asked has left, also one that waits for its turn', async () => {
    const address = await at(() => undefined);
    const asker = new AbortController();
    const patience = { connectMs: 500, doubtMs: 5000, answerMs: 20_000 };
    const first = inTurn(address, () => askInstrument(address, ['MEAS:FREQ?'], patience, asker.signal), asker.signal);
    let reached = false;
    const second = inTurn(address, () => Promise.resolve((reached = true)), asker.signal);
    setTimeout(() => asker.abort(), 30);
    expect((await failing(first)).message).toContain('given up');
    expect((await failing(second)).message).toContain('given up');
    expect(reached).toBeFalse();
    expect(await inTurn(address, () => Promise.resolve('next'))).toBe('next');
  });

  it('takes one question after the other at an address, also behind one that failed', async () => {
    const address = { host: '127.0.0.1', port: 9 };
    const order: string[] = [];
    const first = inTurn(address, async () => {
      await new Promise((resolve) => setTimeout(resolve, 30));
      order.push('first');
      throw new Error('broken');
    });
    const second = inTurn(address, async () => order.push('second'));
    await expectAsync(first).toBeRejected();
    await second;
    expect(order).toEqual(['first', 'second']);
  });
});

describe('what may be reached', () => {
  const ports = [5025];
  it('is what lies in the workshop’s own network, at the ports of instruments', async () => {
    for (const host of [
      '192.168.1.40',
      '10.0.0.1',
      '172.16.9.9',
      '169.254.1.2',
      '127.0.0.1',
      '::1',
      'fe80::1',
      'fd00::5',
      '::ffff:10.1.1.1',
    ])
      expect(isNear(host)).withContext(host).toBeTrue();
    for (const host of ['8.8.8.8', '172.32.0.1', '192.169.0.1', '2001:db8::1', '::ffff:8.8.8.8', '0.0.0.0', 'meter.local'])
      expect(isNear(host)).withContext(host).toBeFalse();
    expect((await failing(nearAddress({ host: '203.0.113.9', port: 5025 }, { ports }))).message).toContain('own network');
    expect((await failing(nearAddress({ host: '192.168.1.40', port: 22 }, { ports }))).remedy).toContain('LINK_PORTS=22');
  });

  it('is settled once: a name is followed to the address that lies near', async () => {
    const find = (): Promise<string[]> => Promise.resolve(['203.0.113.9', '192.168.1.40']);
    expect(await nearAddress({ host: 'meter.local', port: 5025 }, { ports, find })).toEqual({ host: '192.168.1.40', port: 5025 });
    const outside = { ports, find: () => Promise.resolve(['203.0.113.9']) };
    expect((await failing(nearAddress({ host: 'meter.local', port: 5025 }, outside))).message).toContain('own network');
    expect(
      (await failing(nearAddress({ host: 'meter.local', port: 5025 }, { ports, find: () => Promise.reject(new Error('x')) }))).message,
    ).toContain('known here');
  });

  it('is remembered on this machine, once it was tried', () => {
    const folder = mkdtempSync(join(tmpdir(), 'amber-'));
    const file = join(folder, 'deep', 'instruments.json');
    const book = new AddressBook(file);
    const address = { host: 'Meter.local', port: 5025 };
    expect(book.confirm(address)).toBeFalse();
    book.answered(address);
    expect(book.has(address)).toBeFalse();
    expect(book.confirm(address)).toBeTrue();
    expect(new AddressBook(file).has({ host: 'meter.local', port: 5025 })).toBeTrue();
    writeFileSync(file, '{ spoilt');
    expect(new AddressBook(file).has(address)).toBeFalse();
    rmSync(folder, { recursive: true });
  });
});

describe('the link of the server', () => {
  let close: () => void;
  let port = 0;
  let held: unknown[] = [];
  const post = (
    path: string,
    body: unknown,
    type = 'application/json',
    origin?: string,
  ): Promise<{ status: number; body: Record<string, unknown> }> =>
    new Promise((resolve, reject) => {
      const asked = request(
        {
          host: '127.0.0.1',
          port,
          path: `/api/link/${path}`,
          method: 'POST',
          headers: { 'content-type': type, origin: origin ?? `http://127.0.0.1:${port}` },
        },
        (response) => {
          let text = '';
          response.on('data', (part: Buffer) => (text += part.toString()));
          response.on('end', () => resolve({ status: response.statusCode ?? 0, body: JSON.parse(text) as Record<string, unknown> }));
        },
      );
      asked.on('error', reject);
      asked.end(JSON.stringify(body));
    });
  const at = { jobId: 'j', cardId: 'c', subject: { what: 'point', point: 'TP2' }, condition: {}, ac: false };
  const link = { host: 'stand-in', port: 5025 };

  beforeEach(async () => {
    held = [];
    const meter = new StandInInstrument({ identity: 'Quoy Lane,Stand-in,1,1.0', takes: { V: 200 } }, () => 8.02);
    const bench = {
      ids: ['meter'],
      probe: (_id: string, where: { subject: { what: string } }) => {
        held.push(where);
        return where.subject.what === 'part' ? 'It cannot be held there.' : undefined;
      },
      answer: (_id: string, line: string) => meter.answer(line),
    };
    const standIns = await openStandIns(bench);
    const server = createHttpServer(
      createApp({ webRoot: '/nowhere', mode: 'demo', standIns: { bench, addresses: standIns.addresses }, link: { ports: 'any' } }),
    );
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
    ({ port } = server.address() as AddressInfo);
    close = () => {
      standIns.close();
      server.closeAllConnections();
      server.close();
    };
  });
  afterEach(() => close());

  it('asks a stand-in who it is and what it reads, over TCP as any other', async () => {
    expect(await post('identify', { instrument: 'meter', link })).toEqual({ status: 200, body: { identity: 'Quoy Lane,Stand-in,1,1.0' } });
    const { status, body } = await post('read', { instrument: 'meter', link, unit: 'V', ac: false, at });
    expect([status, body['value']]).toEqual([200, 8.02]);
    expect(held).toEqual([at]);
  });

  it('tells a real instrument nothing of where its probe is', async () => {
    const heard: string[] = [];
    const real = await instrument((line, socket) => {
      heard.push(line);
      socket.write('5.0\n');
    });
    const here = { host: '127.0.0.1', port: real.port };
    const asked = { instrument: 'meter', link: here, unit: 'V', ac: true, at };
    // Not before it was tried and confirmed here: a link may have come with an archive.
    expect((await post('read', asked)).body['message']).toContain('has not been tried on this machine');
    expect((await post('confirm', { link: here })).status).toBe(502);
    expect(heard).toEqual([]);
    expect((await post('identify', { instrument: 'meter', link: here })).body['identity']).toBe('5.0');
    expect((await post('confirm', { link: here })).body).toEqual({ confirmed: true });
    const { body } = await post('read', asked);
    real.server.close();
    expect(body['value']).toBe(5);
    expect(heard).toEqual(['*IDN?', 'MEAS:VOLT:AC?']);
    expect(held).toEqual([]);
  });

  it('says what is wrong, where, and how to mend it', async () => {
    expect((await post('identify', { instrument: 'other', link })).body['remedy']).toContain('Give the address of the real one');
    expect((await post('read', { instrument: 'meter', link, unit: '%', ac: false, at })).status).toBe(502);
    const pin = { ...at, subject: { what: 'part', designator: 'Q4', pin: 'c' } };
    expect((await post('read', { instrument: 'meter', link, unit: 'V', ac: false, at: pin })).body['message']).toBe(
      'It cannot be held there.',
    );
  });

  it('answers no page from elsewhere', async () => {
    for (const origin of ['http://evil.example', 'null', `http://127.0.0.1:${port + 1}`])
      expect((await post('identify', { instrument: 'meter', link }, 'application/json', origin)).status).toBe(403);
  });

  it('takes no message of the page’s own, and nothing that is not JSON', async () => {
    expect((await post('read', { instrument: 'meter', link, messages: ['*RST'], at })).status).toBe(400);
    expect((await post('identify', { instrument: 'meter', link: { host: 'a b', port: 5025 } })).status).toBe(400);
    expect((await post('identify', { instrument: 'meter', link: { host: 'x', port: 70_000 } })).status).toBe(400);
    expect((await post('identify', { instrument: 'meter', link }, 'text/plain')).status).toBe(400);
  });
});
