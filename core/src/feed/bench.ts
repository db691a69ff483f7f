import {
  agrees,
  channelHz,
  conditionKey,
  conditionText,
  expectationAt,
  meets,
  phaseLoops,
  pointName,
  pointOf,
  sectionOf,
  type Condition,
  type LaidCard,
  type TestPoint,
} from '../card';
import { attempt } from '../errors';
import { repairsOf } from '../job';
import { convertedQuantity, quantityText, sUnitsShown } from '../quantity';
import { planAt, tuningAt } from '../run';
import { ofKind, type EntryOf, type TapeEntry } from '../tape';
import { counted, ofCard, type Fed, type Feed, type JobFigures } from './fed';

type Reading = EntryOf<'reading'>;
type Read = Reading & { readonly value: number };
const there = (reading: Reading): reading is Read => reading.value !== null;
const levelOhm = 50;

/** The last reading under each condition. */
const lastOfEach = <T extends Reading>(readings: readonly T[]): readonly T[] => [
  ...new Map(readings.map((each) => [conditionKey(each.condition), each])).values(),
];

/** The level of the generator in dBm that a reading was made with. */
function generatorDbm({ generator }: Condition): number | undefined {
  const read = generator === undefined ? undefined : attempt(() => convertedQuantity(generator, 'dBm', { ohm: levelOhm })?.value);
  return read?.ok ? read.value : undefined;
}

/** The volts that should feed a section, by the point of what supplies it. */
function supplyOf(card: LaidCard, section: string, depth = 3): number | undefined {
  for (const { section: source, by } of sectionOf(card, section)?.needs ?? []) {
    if (by !== 'supply') continue;
    const rail = card.testPoints.find((point) => point.section === source && point.unit === 'V' && point.sees === 'own');
    const volts = rail?.expect[0]?.nominal;
    if (volts !== undefined) return volts;
  }
  if (depth === 0) return undefined;
  for (const { section: source } of sectionOf(card, section)?.needs ?? []) {
    const volts = supplyOf(card, source, depth - 1);
    if (volts !== undefined) return volts;
  }
  return undefined;
}

/** The window that the card states for one band or one channel alone: what is right there is not right elsewhere. */
function ownWindow(
  point: TestPoint,
  condition: Condition,
): { readonly band: string; readonly lowV: number; readonly highV: number } | undefined {
  const { low, high, condition: stated = {} } = expectationAt(point, condition) ?? {};
  const band = stated.band ?? (stated.channel === undefined ? undefined : `ch ${stated.channel}`);
  return band === undefined || low === undefined || high === undefined ? undefined : { band, lowV: low, highV: high };
}

const tuningName = /tuning|lock|loop|control|varactor|vco volt/i;

/** Tuning voltages over channels or bands, with the windows that the card states. */
export const lockSweep = ofCard(({ card, stood }) => {
  const readings = ofKind(stood, 'reading').filter(there);
  return phaseLoops(card).flatMap((loop): readonly Fed[] => {
    const points = card.testPoints.filter(
      ({ unit, section, sees, name }) => unit === 'V' && loop.sections.includes(section) && (sees === 'own' || tuningName.test(name)),
    );
    const best = points
      .map((point) => ({
        point,
        own: lastOfEach(readings.filter(({ subject }) => subject.what === 'point' && subject.point === point.id)),
      }))
      .filter(({ own }) => own.length > 0)
      .sort((a, b) => Number(tuningName.test(b.point.name)) - Number(tuningName.test(a.point.name)) || b.own.length - a.own.length)[0];
    if (!best) return [];
    const { point, own } = best;
    const rows = own.flatMap(({ condition, value }) => {
      const plan = planAt(card, condition);
      const oscillator = card.frequencyPlan.find(({ does, section }) => does === 'locks' && loop.sections.includes(section));
      const frequencyHz =
        (oscillator && plan?.hz.get(oscillator.id)) ?? tuningAt(card, condition)?.hz ?? (plan?.carrier && plan.hz.get(plan.carrier.id));
      if (frequencyHz === undefined) return [];
      const own = ownWindow(point, condition);
      return [{ frequencyHz, volts: value, ...(own ? { band: own.band } : {}) }];
    });
    if (!rows.length) return [];
    const windows = [
      ...new Map(own.flatMap(({ condition }) => ownWindow(point, condition) ?? []).map((window) => [window.band, window])).values(),
    ];
    const stated = own.flatMap(({ condition }) => expectationAt(point, condition) ?? []);
    const [lows, highs] = [stated.flatMap(({ low }) => low ?? []), stated.flatMap(({ high }) => high ?? [])];
    const railV = loop.sections.map((section) => supplyOf(card, section)).find((volts) => volts !== undefined);
    return [
      {
        key: loop.id,
        name: `${point.name} at ${point.id}, ${counted(rows.length)}`,
        input: {
          points: rows,
          ...(lows.length && highs.length ? { windowLowV: Math.min(...lows), windowHighV: Math.max(...highs) } : {}),
          ...(railV === undefined ? {} : { railV }),
          ...(windows.length ? { windows } : {}),
        },
      },
    ];
  });
});

const contacts: ReadonlySet<string> = new Set(['relay', 'switch', 'connector']);

/** The closings of each contact, parted by what was done to it. */
export const contactLoss: Feed = ({ card, stood }) => {
  const readings = ofKind(stood, 'reading').filter(
    (each): each is Read => there(each) && each.unit === 'ohm' && each.subject.what === 'part',
  );
  const of = (each: Read): string =>
    each.subject.what === 'part' ? [each.subject.designator, each.subject.pin].filter(Boolean).join(' ') : '';
  const repairs = repairsOf(card, stood);
  return [...new Set(readings.map(of))]
    .filter(
      (name) =>
        contacts.has(card?.parts.find(({ designator }) => designator === name.split(' ')[0])?.kind ?? '') || /^(K|RL|RY|S|SW)\d/.test(name),
    )
    .flatMap((name) => {
      const own = repairs.filter(({ part }) => part === name.split(' ')[0]);
      const ends = [-1, ...own.map(({ seq }) => seq), Infinity];
      return ends.slice(1).flatMap((end, k): readonly Fed[] => {
        const start = ends[k] ?? -1;
        const closings = readings.filter((each) => of(each) === name && each.seq > start && each.seq < end);
        const [before, after] = [own[k], own[k - 1]];
        const when = before ? `before: ${before.what}` : after ? `after: ${after.what}` : '';
        return closings.length
          ? [
              {
                key: `${name} ${k}`,
                name: [`${name}, ${counted(closings.length, 'closing')}`, when].filter(Boolean).join(', '),
                input: { contactOhm: closings.map(({ value }) => value) },
              },
            ]
          : [];
      });
    })
    .reverse();
};

/** The card's levels along the receiver, with those that were read. */
export const levelPlan = ofCard(({ card, stood, condition }) => {
  const levels = card.levels.filter((level) => agrees(level.condition, condition));
  const [first, ...later] = levels;
  if (!first || !later.length) return [];
  const readings = ofKind(stood, 'reading').filter(there);
  const read = levels.flatMap(({ after, condition: under }) => {
    const points = card.testPoints.filter(({ section, unit }) => section === after && unit === 'dBm').map(({ id }) => id);
    const last = readings.findLast(
      ({ subject, condition: at }) => subject.what === 'point' && points.includes(subject.point) && meets(at, under),
    );
    return last ? [{ after, dBm: last.value }] : [];
  });
  return [
    {
      key: 'levels',
      name: `${conditionText(first.condition)}, ${counted(read.length)}`,
      input: {
        inputDbm: first.dBm,
        stages: levels.map(({ after, dBm }, k) => ({ name: after, gainDb: dBm - (levels[k - 1]?.dBm ?? dBm) })),
        ...(read.length ? { readings: read } : {}),
      },
    },
  ];
});

const sensitivityModes: readonly (readonly [RegExp, string])[] = [
  [/^(n?fm|fm-?n|n|d|t)$/i, 'fm-12k5'],
  [/^fm/i, 'fm-25k'],
  [/ssb|usb|lsb|cw/i, 'ssb'],
  [/^am/i, 'am'],
];

/** SINAD against the level of the generator. */
export const sensitivity = ofCard(({ card, stood }) => {
  const sinads = ofKind(stood, 'reading').filter(
    (each): each is Read =>
      there(each) &&
      each.unit === 'dB' &&
      ((each.subject.what === 'limit' &&
        /sinad|^sn/.test(card.limits.find(({ id }) => each.subject.what === 'limit' && id === each.subject.limit)?.word ?? '')) ||
        (each.subject.what === 'point' && /sinad/i.test(pointOf(card, each.subject.point)?.name ?? ''))),
  );
  const modes = [...new Set(sinads.map(({ condition }) => condition.mode))];
  return modes.flatMap((mode): readonly Fed[] => {
    const points = lastOfEach(sinads.filter(({ condition }) => condition.mode === mode)).flatMap(({ condition, value }) => {
      const dBm = generatorDbm(condition);
      return dBm === undefined ? [] : [{ dBm, sinadDb: value }];
    });
    const known = sensitivityModes.find(([words]) => words.test(mode ?? ''))?.[1];
    return points.length
      ? [
          {
            key: mode ?? '',
            name: `SINAD${mode ? ` on ${mode}` : ''} at ${counted(points.length, 'level')}`,
            input: { points: [...points].sort((a, b) => a.dBm - b.dBm), targetDb: 12, ...(known ? { mode: known } : {}) },
          },
        ]
      : [];
  });
});

const lastOfTest = (card: LaidCard, stood: readonly TapeEntry[], word: RegExp, unit: Reading['unit']): readonly Read[] =>
  lastOfEach(
    ofKind(stood, 'reading').filter(
      (each): each is Read =>
        there(each) &&
        each.unit === unit &&
        each.subject.what === 'limit' &&
        word.test(card.limits.find(({ id }) => each.subject.what === 'limit' && id === each.subject.limit)?.word ?? ''),
    ),
  );
const dBmOf = (volts: number): number | undefined =>
  convertedQuantity(quantityText(volts, 'V', { digits: 4 }), 'dBm', { ohm: levelOhm })?.value;

/** Above this S9 is 20 dB less: 30 MHz. */
const vhfHz = 30e6;
/** The level that S9 is worth where the set stands, as the shop has it, as far as one knows what it is tuned to. */
function s9Of({ card, s9 }: JobFigures, condition: Condition): { readonly s9Dbm?: number } {
  const hz =
    (card && (tuningAt(card, condition)?.hz ?? channelHz(card, condition.channel))) ??
    hzOfBand(condition.band) ??
    (card && coveredHz(card));
  if (hz === undefined) return {};
  const said = s9 && dBmOf(hz < vhfHz ? s9.hfV : s9.vhfV);
  return { s9Dbm: said === undefined ? (hz < vhfHz ? -73 : -93) : Math.round(said * 10) / 10 };
}
/** A band that is called by its wavelength, `40 m`, `70 cm`, in Hz. */
function hzOfBand(band = ''): number | undefined {
  const [, figure, unit] = /^(\d+(?:\.\d+)?)\s*(m|cm)$/.exec(band) ?? [];
  // The band of 10 m begins at 28 MHz.
  return figure === undefined ? undefined : 280e6 / (Number(figure) * (unit === 'cm' ? 0.01 : 1));
}
/** The middle of what the set covers, by the frequencies of its tunings. */
const coveredHz = ({ tunings }: LaidCard): number | undefined => tunings.find(({ hz }) => hz !== undefined)?.hz;

/** What the S-meter showed at each level of the generator, and where it showed S9. */
export const sMeter: Feed = (job) => {
  const { card, stood } = job;
  const shown = ofKind(stood, 'reading').filter((each): each is Read => there(each) && each.unit === 'S');
  const at = (each: Read): string => conditionText({ ...each.condition, generator: undefined });
  const curves = [...new Set(shown.map(at))].flatMap((under): readonly Fed[] => {
    const points = lastOfEach(shown.filter((each) => at(each) === under)).flatMap(({ condition, value }) => {
      const dBm = generatorDbm(condition);
      return dBm === undefined ? [] : [{ dBm, shown: sUnitsShown(value) }];
    });
    const { condition = {} } = shown.find((each) => at(each) === under) ?? {};
    return points.length
      ? [
          {
            key: `curve ${under}`,
            name: [`S-meter at ${counted(points.length, 'level')}`, under].filter(Boolean).join(', '),
            input: { points: [...points].sort((a, b) => a.dBm - b.dBm), ...s9Of(job, condition) },
          },
        ]
      : [];
  });
  const nine = (card ? lastOfTest(card, stood, /^s9$/, 'V') : []).flatMap(({ value, condition }): readonly Fed[] => {
    const dBm = dBmOf(value);
    const input = { points: [{ dBm, shown: { s: 9, plusDb: 0 } }], ...s9Of(job, condition) };
    return dBm === undefined ? [] : [{ key: conditionKey(condition), name: `S9, ${conditionText(condition)}`, input }];
  });
  return [...curves, ...nine];
};

/** Where the squelch opened. */
export const squelch = ofCard(({ card, stood }) =>
  lastOfTest(card, stood, /^(sql|squelch)/, 'V').flatMap(({ value, condition }) => {
    const openDbm = dBmOf(value);
    return openDbm === undefined
      ? []
      : [{ key: conditionKey(condition), name: `squelch, ${conditionText(condition)}`, input: { openDbm } }];
  }),
);

/** Power that was read at another supply than the set's. */
export const supplyScaledPower = ofCard(({ card, stood }) => {
  const { supply } = card;
  if (supply.kind !== 'dc') return [];
  return lastOfTest(card, stood, /^(pwr|pep|power)/, 'W')
    .filter(({ condition }) => condition.supplyV !== undefined && condition.supplyV !== supply.nominalV)
    .map(({ value, condition }) => ({
      key: conditionKey(condition),
      name: `power, ${conditionText(condition)}`,
      input: { ratedV: supply.nominalV, supplyV: condition.supplyV, readingW: value },
    }));
});

/** What was read again and again of one thing under one condition. */
function courses(
  card: LaidCard | undefined,
  stood: readonly TapeEntry[],
): readonly { readonly name: string; readonly all: readonly Reading[] }[] {
  const of = new Map<string, Reading[]>();
  for (const reading of ofKind(stood, 'reading')) {
    if (reading.subject.what !== 'point') continue;
    const key = `${reading.subject.point} ${conditionKey(reading.condition)}`;
    of.set(key, [...(of.get(key) ?? []), reading]);
  }
  return [...of.values()]
    .filter((all) => all.length >= 3)
    .sort((a, b) => b.length - a.length)
    .map((all) => {
      const [first] = all;
      const id = first?.subject.what === 'point' ? first.subject.point : '';
      return { name: [`${id} ${pointName(card, id)}`.trim(), conditionText(first?.condition ?? {})].filter(Boolean).join(', '), all };
    });
}
const secondsOf = ({ at }: Reading): number => Date.parse(at) / 1000;
const failed = ({ verdict }: Reading): boolean => verdict === 'low' || verdict === 'high' || verdict === 'dead';

/** How often something failed while it was watched. */
export const soakPlan: Feed = ({ card, stood }) =>
  courses(card, stood).flatMap(({ name, all }) => {
    const failures = all.filter((each, k) => failed(each) && (k === 0 || !failed(all[k - 1] as Reading))).length;
    const observedS = secondsOf(all.at(-1) as Reading) - secondsOf(all[0] as Reading);
    return failures > 0 && failures < all.length && observedS > 0
      ? [
          {
            key: name,
            name: `${name}: failed ${failures === 1 ? 'once' : `${failures} times`}`,
            input: { failures, observedS, confidence: 0.95 },
          },
        ]
      : [];
  });

/** What held since the last repair. */
export const soakVerdict: Feed = ({ card, stood }) => {
  const last = repairsOf(card, stood).at(-1)?.seq ?? -1;
  return courses(
    card,
    stood.filter(({ seq }) => seq > last),
  ).flatMap(({ name, all }) => {
    const start = secondsOf(all[0] as Reading);
    const points = all.map((each) => ({ tS: secondsOf(each) - start, value: each.value ?? 0 }));
    const { low, high } = all.at(-1) as Reading;
    return [
      {
        key: name,
        name: `${name}, ${counted(points.length)}`,
        input: { points, ...(low === undefined ? {} : { low }), ...(high === undefined ? {} : { high }) },
      },
    ];
  });
};
