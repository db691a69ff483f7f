import type { Card } from '@amber-relay/core/card';
import type { Job, RadioSet, Symptom } from '@amber-relay/core/job';
import type { TapeBody, TapeEntry } from '@amber-relay/core/tape';
import { customerId } from '../customers';
import { madeUpId } from '../made-up-id';
import { instrumentsAt } from '../instruments';
import { laidFor, TapeWriter } from './tape-writer';

interface Story {
  readonly number: number;
  readonly owner: string;
  readonly set: Pick<RadioSet, 'maker' | 'model' | 'serial'> & Partial<RadioSet>;
  readonly daysAgo: number;
  readonly promisedInDays?: number;
  readonly complaint: string;
  readonly symptoms?: Symptom[];
  readonly limitMinor?: number;
  readonly accessories?: string[];
  readonly cosmetic?: string;
  readonly write: (tape: TapeWriter, now: Date) => void;
}

const wren = (serial: string): Story['set'] => ({
  maker: 'Oxbrae',
  model: 'Wren 40',
  serial,
  madeIn: 1986,
  cardId: 'oxbrae-ob7',
  modelId: 'wren-40',
});
const teal = (serial: string): Story['set'] => ({
  maker: 'Skarrow Marine',
  model: 'Teal 40',
  serial,
  madeIn: 1989,
  cardId: 'oxbrae-ob7',
  modelId: 'teal-40',
});
const lamp = (serial: string): Story['set'] => ({
  maker: 'Halyet',
  model: 'Lamp One',
  serial,
  madeIn: 1981,
  cardId: 'halyet-lamp-one',
  modelId: 'lamp-one',
});
const dead = (functionId: string, text: string): Symptom => ({ functionId, result: 'dead', text });
const fit = (
  designator: string,
  section: string,
  oldPart: string,
  newPart: string,
  why: string,
  proof: string,
  priceMinor: number,
  source = 'stock',
): TapeBody => ({ kind: 'fit', designator, section, oldPart, newPart, why, proof, priceMinor, quantity: 1, source });
const waits = (reason: Extract<TapeBody, { kind: 'wait' }>['reason'], text: string, until?: string): TapeBody => ({
  kind: 'wait',
  reason,
  text,
  ...(until ? { until } : {}),
});

const isoDay = (now: Date, inDays: number): string =>
  new Date(Date.UTC(now.getUTCFullYear(), now.getUTCMonth(), now.getUTCDate() + inDays)).toISOString().slice(0, 10);

const stories: readonly Story[] = [
  {
    number: 401,
    owner: 'Hesta rally marshals',
    set: wren('OB7-20417'),
    daysAgo: 31,
    promisedInDays: -24,
    complaint: 'No stations on any channel, transmits all right',
    symptoms: [dead('receive-am', 'Receive AM')],
    limitMinor: 6000,
    accessories: ['microphone', 'bracket'],
    write: (tape, now) =>
      tape
        .type('start')
        .safe()
        .type('receive am dead', 'receive fm dead', 'transmit am works', 'transmit fm works', 'hailer works', 'squelch closes works')
        .type('pwr am ch19 3.71w', 'freq ch19 180Hz', 'tp15 receive am ch19 -30.5dBm', 'tp16 -71dBm', 'proof fl2 bad')
        .type('stop')
        .put(waits('part', 'FL2 455 kHz filter', isoDay(now, -27)))
        .on(now, 26, 9, 10)
        .put(waits('nothing', ''))
        .type('start')
        .put(
          fit(
            'FL2',
            'filter-455',
            '455 kHz, 6 kHz wide',
            '455 kHz filter, 6 kHz wide',
            'no signal through it',
            'loss over 40 dB out of circuit',
            460,
          ),
        )
        .type(
          'receive am works',
          'receive fm works',
          'tp16 receive am ch19 -36dBm',
          'pwr am ch19 keyed 3.70w',
          'sens am ch19 receive 0.7uV',
          'sens fm 0.4uV',
          'sql am 0.5uV',
          's9 95uV',
        )
        .type('watch the filter was of an old batch', 'stop')
        .put(
          { kind: 'problem', problem: '401-1', title: 'No stations on any channel, transmits all right', state: 'repaired' },
          { kind: 'stage', stage: 'soak', state: 'not-needed' },
          { kind: 'handed-back', totalMinor: 4900 },
        ),
  },
  {
    number: 404,
    owner: 'Skarrow ferries',
    set: teal('SM-0881'),
    daysAgo: 16,
    promisedInDays: 3,
    complaint: 'Works for a while, then the receiver goes quiet until it is knocked',
    symptoms: [{ functionId: 'receive-am', result: 'comes-and-goes', text: 'Receive AM' }],
    accessories: ['microphone'],
    cosmetic: 'salt on the screws',
    write: (tape, now) =>
      tape
        .type('start')
        .safe()
        .put({
          kind: 'finding',
          finding: 'corrosion',
          text: 'green on the pins of J1, salt',
          designator: 'J1',
          section: 'ant-filter',
          severity: 'plain',
          previousHands: false,
        })
        .put(
          { kind: 'function', functionId: 'receive-am', result: 'comes-and-goes' },
          { kind: 'function', functionId: 'receive-fm', result: 'comes-and-goes' },
        )
        .type('transmit am works', 'tap rf-amp steady', 'tap filter-455 steady', 'tap tr-switch changed', 'press d4 changed')
        .put(
          fit('D4', 'tr-switch', 'switching diode', 'switching diode', 'opens when pressed', 'forward drop jumps from 0.71 V to open', 65),
        )
        .type('receive am works', 'receive fm works', 'tp9 receive 7.91v', 'stop')
        .put(waits('soak', 'Receive soak after the T/R diode, tapped each hour', isoDay(now, 1)))
        .on(now, 1, 9, 0)
        .type('tp18 am ch19 receive 0.098v')
        .on(now, 1, 11, 0)
        .type('tp18 0.097v')
        .on(now, 1, 13, 0)
        .type('tp18 0.099v')
        .on(now, 1, 15, 0)
        .type('tp18 0.096v'),
  },
  {
    number: 406,
    owner: 'Eldin Marrow',
    set: { maker: 'Ternhal', model: 'T-62', serial: 'T62-117', madeIn: 1974 },
    daysAgo: 12,
    promisedInDays: 6,
    complaint: 'Hums, and smells when it has been on for an hour',
    limitMinor: 9000,
    write: (tape) =>
      tape
        .type('start', 'note mains lead perished, cut off and bagged', 'found mains transformer dark on one side')
        .put({
          kind: 'finding',
          finding: 'leaking-capacitor',
          text: 'reservoir can swollen at the vent',
          severity: 'bad',
          previousHands: false,
        })
        .type('stop')
        .put(waits('answer', 'Repair at 140 or return as it is?')),
  },
  {
    number: 409,
    owner: 'Hesta rally marshals',
    set: wren('OB7-20421'),
    daysAgo: 8,
    promisedInDays: 2,
    complaint: 'No channel 28 up, receive or transmit',
    symptoms: [{ functionId: 'all-channels', result: 'dead', text: 'All 40 channels alike' }],
    limitMinor: 6000,
    accessories: ['microphone'],
    write: (tape) =>
      tape
        .put({
          kind: 'claim',
          claimant: 'an earlier shop',
          text: 'PLL chip was changed, loop is good',
          section: 'loop-filter',
          says: 'good',
        })
        .type('start')
        .safe()
        .put({
          kind: 'finding',
          finding: 'broken-core',
          text: 'core chipped, wax broken',
          designator: 'L4',
          section: 'vco',
          severity: 'plain',
          previousHands: true,
        })
        .type('receive am works', 'receive fm works', 'transmit am works', 'transmit fm works', 'hailer works')
        .put({ kind: 'function', functionId: 'all-channels', result: 'dead', text: 'ch 28 to 40' })
        .type('tp1 13.80v', 'tp2 8.02v', 'tp3 10.24002M', 'tp7 ch1 receive am 5.35v', 'tp7 ch19 66.2v')
        .strikeLast('slipped point')
        .type('tp7 ch19 6.62v', 'pwr am ch19 keyed 3.7w', 'freq ch19 212Hz', 'sens am ch19 receive 0.8uV', 'break 15 min', 'stop'),
  },
  {
    number: 411,
    owner: 'Brim Fell farm',
    set: wren('OB7-19302'),
    daysAgo: 6,
    promisedInDays: 1,
    complaint: 'Others hear me but there is no sound from it; the last man changed the audio chip',
    symptoms: [dead('receive-am', 'Receive AM')],
    accessories: ['microphone', 'whip antenna'],
    write: (tape) =>
      tape
        .put({
          kind: 'claim',
          claimant: 'a friend of the owner',
          text: 'Audio chip is new, so the sound side is good',
          section: 'speaker',
          says: 'good',
        })
        .type('start')
        .safe()
        .put({
          kind: 'finding',
          finding: 're-soldered',
          text: 'pins of the audio chip re-soldered, flux left',
          designator: 'IC5',
          section: 'af-power',
          severity: 'slight',
          previousHands: true,
        })
        .type(
          'receive am dead',
          'receive fm dead',
          'transmit am works',
          'transmit fm works',
          'modulation am works',
          'hailer dead',
          'meter follows works',
          'tp22 receive 6.81v',
          'tp21 am ch19 receive 0.52v',
          'stop',
        ),
  },
  {
    number: 412,
    owner: 'Skarrow ferries',
    set: { maker: 'Dunvick', model: 'Post 6', serial: 'DP6-3304', madeIn: 2004, cardId: 'dunvick-post-6', modelId: 'post-6' },
    daysAgo: 5,
    promisedInDays: 0,
    complaint: 'Harbour office says it sounds thin',
    accessories: ['fist microphone'],
    write: (tape) => tape.type('start', 'note deviation to be set', 'dev 1900Hz', 'stop'),
  },
  {
    number: 415,
    owner: 'Luthan amateur club',
    set: lamp('HL1-0212'),
    daysAgo: 4,
    promisedInDays: 9,
    complaint: 'Blows both mains fuses at switch-on',
    limitMinor: 40000,
    write: (tape, now) =>
      tape
        .put(
          { kind: 'safety', check: 'fuses', result: 'wrong', text: '16 A fitted instead of 10 A slow' },
          { kind: 'safety', check: 'mains-tap', result: 'right' },
          { kind: 'safety', check: 'mains-earth', result: 'right', value: 0.04, unit: 'ohm' },
          { kind: 'safety', check: 'hazard-high-voltage', result: 'right', value: 2.1, unit: 'V' },
          { kind: 'safety', check: 'hazard-mains', result: 'right' },
        )
        .put(waits('cool-down', 'HV capacitors discharged by hand: bleeder is open, prove again before work', isoDay(now, 0))),
  },
  {
    number: 417,
    owner: 'Nor Quoy amateur club',
    set: lamp('HL1-0307'),
    daysAgo: 10,
    promisedInDays: -2,
    complaint: 'Full power on 20 m, half on 15 and nothing on 10',
    symptoms: [dead('amplify-10m', 'Amplify 10 m'), { functionId: 'amplify-15m', result: 'weak', text: 'Amplify 15 m' }],
    limitMinor: 60000,
    write: (tape, now) =>
      tape
        .type('start')
        .safe()
        .type(
          'amplify 80 works',
          'amplify 40 works',
          'amplify 20 works',
          'amplify 15 weak',
          'amplify 10 dead',
          'receive straight works',
          'hv comes works',
          'filament lights works',
          'blower runs works',
        )
        .type('hv receive 2980v', 'gain keyed 20m 11.2dB', 'gain 15m 7.4dB', 'pwr 20m keyed 640w', 'stop')
        .put(waits('part', 'S1B band switch wafer, two quotes, ordered', isoDay(now, 4))),
  },
  {
    number: 418,
    owner: 'Luthan amateur club',
    set: { maker: 'Murrelo', model: 'Twin', serial: 'MT-5512', madeIn: 1999, cardId: 'murrelo-twin', modelId: 'twin' },
    daysAgo: 14,
    promisedInDays: -1,
    complaint: 'No transmit on the upper band',
    write: (tape) =>
      tape
        .type('start', 'note antenna switch diode open, renewed', 'done diode of the antenna switch renewed', 'stop')
        .put(waits('collection', 'Done; owner told, shelf 3')),
  },
  {
    number: 419,
    owner: 'Hesta rally marshals',
    set: wren('OB7-20430'),
    daysAgo: 2,
    promisedInDays: 5,
    complaint: 'Receives nothing on any channel, transmits',
    symptoms: [dead('receive-am', 'Receive AM')],
    limitMinor: 6000,
    accessories: ['microphone'],
    write: (tape) =>
      tape
        .type('start')
        .safe()
        .type(
          'receive am dead',
          'receive fm dead',
          'transmit am works',
          'transmit fm works',
          'hailer works',
          'tp2 8.03v',
          'tp9 receive 7.88v',
          'stop',
        ),
  },
  {
    number: 420,
    owner: 'Nor Quoy amateur club',
    set: { maker: 'Ternhal', model: 'Hybrid Five', serial: 'H5-0090', madeIn: 1977, cardId: 'ternhal-hybrid-five', modelId: 'hybrid-five' },
    daysAgo: 1,
    promisedInDays: 12,
    complaint: 'Receive level wanders after each transmission',
    accessories: ['mains lead', 'desk microphone'],
    cosmetic: 'good',
    write: () => undefined,
  },
  {
    number: 421,
    owner: 'Hesta rally marshals',
    set: wren('OB7-20417'),
    daysAgo: 0,
    promisedInDays: 6,
    complaint: 'Back again: squelch does not open on weak stations',
    symptoms: [{ functionId: 'squelch-closes', result: 'weak', text: 'Squelch closes and opens' }],
    accessories: ['microphone'],
    write: () => undefined,
  },
];

/** Jobs, sets and tapes of the demo shop, dated back from `now`. */
export function demoJobs(cards: readonly Card[], now: Date): { jobs: Job[]; sets: RadioSet[]; tape: TapeEntry[] } {
  const jobs: Job[] = [];
  const sets = new Map<string, RadioSet>();
  const tape: TapeEntry[] = [];
  for (const story of stories) {
    const set: RadioSet = {
      previousOwners: [],
      modifications: [],
      ...story.set,
      id: madeUpId(`set ${story.set.serial}`),
      customerId: customerId(story.owner),
    };
    sets.set(set.id, set);
    const job: Job = {
      id: madeUpId(`job ${story.number}`),
      number: story.number,
      setId: set.id,
      customerId: set.customerId,
      bookedInAt: new Date(
        Math.min(now.getTime() - 3_600_000, Date.UTC(now.getUTCFullYear(), now.getUTCMonth(), now.getUTCDate() - story.daysAgo, 8, 20)),
      ).toISOString(),
      complaint: story.complaint,
      symptoms: story.symptoms ?? [],
      accessories: story.accessories ?? [],
      cosmetic: story.cosmetic ?? '',
      payer: story.owner,
      ...(story.promisedInDays === undefined ? {} : { promisedOn: isoDay(now, story.promisedInDays) }),
      ...(story.limitMinor === undefined ? {} : { spendLimitMinor: story.limitMinor }),
    };
    const writer = new TapeWriter(job, laidFor(cards, set), job.bookedInAt, instrumentsAt(now));
    writer.put({ kind: 'problem', problem: `${story.number}-1`, title: story.complaint, state: 'open' });
    story.write(writer.later(25), now);
    jobs.push(job);
    tape.push(...writer.entries);
  }
  return { jobs, sets: [...sets.values()], tape };
}
