import { conditionSchema } from '@amber-relay/core/card';
import { CoreError } from '@amber-relay/core/errors';
import { readScpiReply, scpiFor } from '@amber-relay/core/link';
import { readingSubjectSchema } from '@amber-relay/core/tape';
import { linkSchema, type InstrumentAddress } from '@amber-relay/core/measure';
import { units } from '@amber-relay/core/quantity';
import { json, Router, type Request, type RequestHandler, type Response } from 'express';
import * as z from 'zod';
import { AddressBook } from './address-book';
import { nearAddress, usualPorts, type ReachOptions } from './reach';
import { askInstrument, inTurn } from './scpi-socket';
import type { StandIns } from './stand-in-ports';

const toSchema = z.object({ instrument: z.string().min(1).max(100), link: linkSchema });
const atSchema = z.object({
  jobId: z.string().max(100),
  cardId: z.string().max(100),
  subject: readingSubjectSchema,
  condition: conditionSchema,
  ac: z.boolean(),
  nominalHz: z.number().optional(),
});
const readSchema = toSchema.extend({ unit: z.enum(units), ac: z.boolean(), at: atSchema });
type ProbeHeld = z.infer<typeof atSchema>;

export interface LinkOptions {
  /** The addresses that were confirmed on this machine. */
  readonly book?: AddressBook;
  /** Ports that may be reached. */
  readonly ports?: ReachOptions['ports'];
  readonly find?: ReachOptions['find'];
  /** The simulated instruments, where there are any, and where each is reached. */
  readonly standIns?: { readonly bench: StandIns<ProbeHeld>; readonly addresses: ReadonlyMap<string, InstrumentAddress> };
  readonly ask?: typeof askInstrument;
}

/** A page elsewhere cannot ask: its browser says where it is from. */
const ownOrigin: RequestHandler = (request, response, next) => {
  if (request.headers.origin === `http://${request.headers.host ?? ''}`) return next();
  response.status(403).json({ code: 'foreign-origin', message: 'Only the program’s own page may ask for instruments.' });
};

/**
 * Reads instruments on the workshop's network for the page: it takes what is wanted, never a message of the page's own, and reads only
 * at addresses that were tried and confirmed on this machine.
 */
export function linkRoutes({ standIns, ask = askInstrument, book = new AddressBook(), ports = usualPorts, find }: LinkOptions): Router {
  const reach = { ports, ...(find ? { find } : {}) };
  const reached = async ({ instrument, link }: z.infer<typeof toSchema>): Promise<InstrumentAddress> => {
    if (link.host !== 'stand-in') return nearAddress(link, reach);
    const address = standIns?.addresses.get(instrument);
    if (!address)
      throw new CoreError(
        'unknown-name',
        'stand-in',
        'There is no stand-in for this instrument here.',
        'Give the address of the real one, or start the program with its demo shop.',
      );
    return address;
  };
  const mustBeConfirmed = ({ link }: z.infer<typeof toSchema>): void => {
    if (link.host !== 'stand-in' && !book.has(link))
      throw new CoreError(
        'out-of-range',
        `${link.host}:${link.port}`,
        `${link.host}:${link.port} has not been tried on this machine yet, so it is not read.`,
        'In Instruments, press Try it, then Keep.',
      );
  };

  const answer =
    <Body extends z.ZodType>(schema: Body, act: (body: z.infer<Body>, signal: AbortSignal) => Promise<unknown>) =>
    async (request: Request, response: Response): Promise<void> => {
      const body = schema.safeParse(request.body);
      if (!body.success)
        return void response
          .status(400)
          .json({ code: 'bad-request', message: 'This request cannot be read.', remedy: 'Load the page again, or type the figure.' });
      // Whoever asked may leave, and an instrument has better things to do than to answer nobody.
      const asker = new AbortController();
      response.on('close', () => response.writableFinished || asker.abort());
      try {
        response.json(await act(body.data, asker.signal));
      } catch (error) {
        if (!(error instanceof CoreError)) throw error;
        if (!asker.signal.aborted) response.status(502).json({ code: error.code, message: error.message, remedy: error.remedy });
      }
    };

  const router = Router()
    .use(ownOrigin)
    .use(json({ limit: '20kb' }));
  router.post(
    '/identify',
    answer(toSchema, async (to, signal) => {
      const address = await reached(to);
      const identity = await inTurn(address, () => ask(address, ['*IDN?'], undefined, signal), signal);
      if (to.link.host !== 'stand-in') book.answered(to.link);
      return { identity: identity.replace(/[^\x20-\x7e]/g, '').slice(0, 120) };
    }),
  );
  router.post(
    '/confirm',
    answer(z.object({ link: linkSchema }), ({ link }) => {
      if (link.host === 'stand-in' || book.confirm(link)) return Promise.resolve({ confirmed: true });
      throw new CoreError(
        'out-of-range',
        `${link.host}:${link.port}`,
        'Nothing has answered there yet.',
        'Press Try it; when it answers, Keep.',
      );
    }),
  );
  router.post(
    '/read',
    answer(readSchema, async ({ unit, ac, at, ...to }, signal) => {
      mustBeConfirmed(to);
      const address = await reached(to);
      return inTurn(
        address,
        async () => {
          const why = to.link.host === 'stand-in' ? standIns?.bench.probe(to.instrument, at) : undefined;
          if (why) throw new CoreError('out-of-range', 'stand-in', why, 'Type a figure.');
          return readScpiReply(await ask(address, scpiFor({ unit, ac }), undefined, signal));
        },
        signal,
      );
    }),
  );
  return router;
}
