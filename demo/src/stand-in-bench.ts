import { channelHz, type Condition, type LaidCard } from '@amber-relay/core/card';
import type { ReadingSubject } from '@amber-relay/core/tape';
import { chanceFrom } from '@amber-relay/core/chance';
import { drawFault, StandInInstrument, StandInSet, type FaultWay, type StandInMakeUp } from '@amber-relay/core/standin';
import { demoCards } from './demo-cards';
import { demoJobs } from './jobs/demo-jobs';
import { laidFor } from './jobs/tape-writer';

/** What is really wrong with the sets on the demo bench, by job; the rest are sound. */
export const hiddenFaults: Readonly<Record<number, { readonly section: string; readonly way: FaultWay; readonly seed: number }>> = {
  411: { section: 'speaker', way: 'dead', seed: 1 },
  419: { section: 'mixer-1', way: 'dead', seed: 3 },
  420: { section: 'relay-1', way: 'intermittent', seed: 1 },
  421: { section: 'squelch', way: 'weak', seed: 5 },
};

/** The set of a job as it really is; without a number, or with one that hides nothing, a sound one. */
export function standInSet(card: LaidCard, jobNumber = 0, noise = 0.3, seconds?: () => number): StandInSet {
  const hidden = hiddenFaults[jobNumber];
  const fault = hidden && drawFault(card, hidden.section, hidden.way, chanceFrom(hidden.seed));
  return new StandInSet(card, fault ? [fault] : [], { seed: jobNumber, noise, ...(seconds ? { seconds } : {}) });
}

const makeUps: Readonly<Record<string, StandInMakeUp>> = {
  'bench-meter': {
    identity: 'Quoy Lane,Stand-in multimeter,0001,1.0',
    takes: { V: 1000, 'V ac': 750, A: 20, 'A ac': 20, ohm: 20e6, F: 2e-3, degC: 400 },
  },
  counter: { identity: 'Quoy Lane,Stand-in counter,0002,1.0', takes: { Hz: 1.3e9 } },
  'level-meter': { identity: 'Quoy Lane,Stand-in level meter,0003,1.0', takes: { dBm: 30 } },
};

/** Where the probe of an instrument is held: on which set, and at what. */
export interface ProbeAt {
  readonly jobId: string;
  readonly cardId: string;
  readonly subject: ReadingSubject;
  readonly condition: Condition;
  /** Held at alternating volts. */
  readonly ac: boolean;
  /** The frequency from which a reading is how far off. */
  readonly nominalHz?: number | undefined;
}

/** The simulated bench of the demo shop: its linked instruments, and the sets that their probes are held to. */
export class StandInBench {
  private readonly cards = demoCards();
  private readonly jobs: ReturnType<typeof demoJobs>;
  private readonly sets = new Map<string, { readonly card: LaidCard; readonly set: StandInSet }>();
  private readonly held = new Map<string, ProbeAt>();
  private readonly instruments: ReadonlyMap<string, StandInInstrument>;
  readonly ids = Object.keys(makeUps);

  /** @param seconds the clock by which its sets warm up and what comes and goes does so */
  constructor(
    now: Date,
    private readonly seconds: () => number = () => performance.now() / 1000,
  ) {
    this.jobs = demoJobs(this.cards, now);
    this.instruments = new Map(
      Object.entries(makeUps).map(([id, makeUp]) => [
        id,
        new StandInInstrument(makeUp, (quantity) => {
          const at = this.held.get(id);
          return at ? this.seen(at, quantity) : null;
        }),
      ]),
    );
  }

  /** Holds the probe of an instrument somewhere. Returns why it cannot be held there. */
  probe(instrument: string, at: ProbeAt): string | undefined {
    const { subject } = at;
    if (!this.setOf(at)) return 'The stand-in bench has no set of this chassis.';
    const channel = subject.what === 'channel' || (subject.what === 'limit' && at.nominalHz !== undefined);
    if (subject.what !== 'point' && !channel)
      return 'The stand-in set can be probed at its test points, and its channels counted; no more.';
    this.held.set(instrument, at);
    return undefined;
  }

  /** The answer of an instrument to one line. */
  answer(instrument: string, line: string): string | undefined {
    return this.instruments.get(instrument)?.answer(line);
  }

  private setOf({ jobId, cardId }: ProbeAt): { readonly card: LaidCard; readonly set: StandInSet } | undefined {
    const known = this.sets.get(jobId);
    if (known) return known;
    const job = this.jobs.jobs.find(({ id }) => id === jobId);
    const radio = this.jobs.sets.find(({ id }) => id === job?.setId);
    const modelId = this.cards.find(({ id }) => id === cardId)?.models[0]?.id;
    const card = laidFor(this.cards, radio ?? { cardId, modelId, modifications: [] });
    if (!card) return undefined;
    const made = { card, set: standInSet(card, job?.number, undefined, this.seconds) };
    this.sets.set(jobId, made);
    return made;
  }

  private seen(at: ProbeAt, quantity: string): number | null {
    const { card, set } = this.setOf(at) ?? {};
    if (!card || !set) return null;
    const { subject, condition } = at;
    if (subject.what === 'channel' || subject.what === 'limit') {
      const hz = at.nominalHz ?? channelHz(card, subject.what === 'channel' ? subject.channel : condition.channel);
      return quantity === 'Hz' && hz !== undefined ? set.counts(hz, condition) : null;
    }
    if (subject.what !== 'point') return null;
    const point = card.testPoints.find(({ id }) => id === subject.point);
    // An input of another kind sees nothing of what is there.
    if (!point || quantity !== (at.ac ? `${point.unit} ac` : point.unit)) return null;
    return set.read(point.id, condition) ?? null;
  }
}
