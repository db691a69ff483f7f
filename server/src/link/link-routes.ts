import { conditionSchema } from '@amber-relay/core/card';
import { CoreError } from '@amber-relay/core/errors';
import { readScpiReply, scpiFor } from '@amber-relay/core/link';
import { readingSubjectSchema } from '@amber-relay/core/job';
import { linkSchema, type InstrumentAddress } from '@amber-relay/core/measure';
import { units } from '@amber-relay/core/quantity';
import { json, Router, type Request, type Response } from 'express';
import * as z from 'zod';
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
export type ProbeHeld = z.infer<typeof atSchema>;

export interface LinkOptions {
  /** The simulated instruments, where there are any, and where each is reached. */
  readonly standIns?: { readonly bench: StandIns<ProbeHeld>; readonly addresses: ReadonlyMap<string, InstrumentAddress> };
  readonly ask?: typeof askInstrument;
}

/** Reads instruments on the workshop's network for the page: it takes what is wanted, never a message of the page's own. */
export function linkRoutes({ standIns, ask = askInstrument }: LinkOptions): Router {
  const reached = ({ instrument, link }: z.infer<typeof toSchema>): InstrumentAddress => {
    if (link.host !== 'stand-in') return link;
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

  const answer =
    <Body extends z.ZodType>(schema: Body, act: (body: z.infer<Body>) => Promise<unknown>) =>
    async (request: Request, response: Response): Promise<void> => {
      const body = schema.safeParse(request.body);
      if (!body.success) return void response.status(400).json({ code: 'bad-request', message: z.prettifyError(body.error) });
      try {
        response.json(await act(body.data));
      } catch (error) {
        if (!(error instanceof CoreError)) throw error;
        response.status(502).json({ code: error.code, message: error.message, remedy: error.remedy });
      }
    };

  const router = Router().use(json({ limit: '20kb' }));
  router.post(
    '/identify',
    answer(toSchema, async (to) => {
      const address = reached(to);
      return { identity: await inTurn(address, () => ask(address, ['*IDN?'])) };
    }),
  );
  router.post(
    '/read',
    answer(readSchema, async ({ unit, ac, at, ...to }) => {
      const address = reached(to);
      return inTurn(address, async () => {
        const why = to.link.host === 'stand-in' ? standIns?.bench.probe(to.instrument, at) : undefined;
        if (why) throw new CoreError('out-of-range', 'stand-in', why, 'Type a figure.');
        return readScpiReply(await ask(address, scpiFor({ unit, ac })));
      });
    }),
  );
  return router;
}
