import { distortionTold } from './distortion-told';
import type { Keying, Response } from '../signal';
import { quantityText } from '../quantity';
import type { RecordedFigure } from '../tape';

/** Where a receiver stood, and how far its own clock is known. */
export interface ReceiverSet {
  /** What it was tuned to, as it says itself: the middle of the recording. */
  readonly tunedHz?: number | undefined;
  /** Its error: a clock that is fast shows all too low. */
  readonly errorPpm: number;
  readonly plusMinusPpm: number;
}

/** What one over tells, ready for tape and tests. */
export interface OverTold {
  readonly figures: readonly RecordedFigure[];
  /** The carrier itself, with the receiver's error taken out; undefined where it is not told. */
  readonly carrierHz?: number;
  /** What is wrong with the recording, and how to mend it. */
  readonly troubles: readonly string[];
  /** What it cannot tell, in the words of the trade. */
  readonly cannot: readonly string[];
}

/** Share of samples at full scale from which levels cannot be trusted. */
const clippedFrom = 1e-4;
/** An over shorter than this tells little. */
const shortS = 0.5;

const figure = (what: RecordedFigure['what'], value: number, unit: RecordedFigure['unit'], plusMinus: number): RecordedFigure => ({
  what,
  value,
  unit,
  plusMinus,
});
const maybe = (
  what: RecordedFigure['what'],
  value: number | undefined | null,
  unit: RecordedFigure['unit'],
  plusMinus: number,
): RecordedFigure[] => (value === undefined || value === null ? [] : [figure(what, value, unit, plusMinus)]);

/** The corners of a response as figures. */
export const cornerFigures = (response: Response | undefined): RecordedFigure[] => [
  ...maybe('low-corner', response?.lowHz, 'Hz', 0.06 * (response?.lowHz ?? 0)),
  ...maybe('high-corner', response?.highHz, 'Hz', 0.06 * (response?.highHz ?? 0)),
];

/**
 * The error of a receiver from a recording of a carrier that is known: its clock is fast by as much as the known frequency lies above what it
 * shows. Positive where the clock is fast.
 *
 * @param carrierOffsetHz from the middle, as measured
 * @example
 * receiverErrorPpm(-100, 10e6, 10e6).toFixed(4) //~> '10.0001'
 */
export const receiverErrorPpm = (carrierOffsetHz: number, tunedHz: number, knownHz: number): number =>
  (knownHz / (tunedHz + carrierOffsetHz) - 1) * 1e6;

/**
 * What one over tells of a set. The carrier is read against the nominal with the receiver's error taken out, ± that of its reference; figures
 * that a clipped or short recording does not give are left out, and named. Each ± holds in
 * at least 95 of 100 made recordings, mostly in all: `npm run bench:estimates`.
 *
 * @param nominalHz where the carrier should be; without it, or what the receiver was tuned to, the carrier is not told
 * @param mode of the set; a carrier that is suppressed cannot be told
 */
export function overTold(
  keying: Keying,
  receiver: ReceiverSet,
  {
    nominalHz,
    mode,
    spacingHz,
  }: { readonly nominalHz?: number | undefined; readonly mode?: string | undefined; readonly spacingHz?: number },
): OverTold {
  const suppressed = /^(usb|lsb|ssb)/i.test(mode ?? '');
  // Without a carrier, and of two tones, a swing of frequency or amplitude is no modulation.
  const { twoTone } = keying;
  const single = suppressed || twoTone !== undefined;
  const clipped = keying.clippedShare > clippedFrom;
  const { tunedHz, errorPpm, plusMinusPpm } = receiver;
  const shownHz = tunedHz === undefined ? undefined : tunedHz + keying.carrierOffsetHz;
  const carrierHz = shownHz === undefined || single ? undefined : shownHz * (1 + errorPpm * 1e-6);
  const off = carrierHz === undefined || nominalHz === undefined ? undefined : carrierHz - nominalHz;
  const real = keying.spurious.filter(({ of }) => !of);
  const modulated = keying.modulation === 'fm' && !single;
  const distortion = distortionTold((clipped && !modulated) || single ? undefined : keying.sound);
  return {
    ...(carrierHz === undefined ? {} : { carrierHz }),
    figures: [
      ...maybe('carrier', off, 'Hz', 1 + plusMinusPpm * 1e-6 * (shownHz ?? 0)),
      ...(modulated ? [figure('deviation', keying.peakDeviationHz, 'Hz', 0.02 * keying.peakDeviationHz + 5)] : []),
      ...(keying.modulation === 'am' && !single && !clipped ? [figure('depth', keying.amDepthPercent, '%', 2)] : []),
      ...(keying.response || single ? [] : maybe('tone', keying.toneHz, 'Hz', 0.5)),
      ...distortion.figures,
      ...(single ? [] : maybe('sub-tone', keying.subToneHz, 'Hz', 0.3)),
      ...(single ? [] : maybe('sub-deviation', keying.subDevHz, 'Hz', 0.03 * (keying.subDevHz ?? 0) + 5)),
      ...(clipped ? [] : maybe('third-order', twoTone?.thirdDbc, 'dBc', 1)),
      ...(clipped ? [] : maybe('fifth-order', twoTone?.fifthDbc, 'dBc', 1)),
      ...(clipped
        ? []
        : [
            figure('bandwidth', keying.occupiedBandwidth99Hz, 'Hz', 0.03 * keying.occupiedBandwidth99Hz + 20),
            ...maybe('spill-below', keying.spillBelowDbc, 'dBc', 1),
            ...maybe('spill-above', keying.spillAboveDbc, 'dBc', 1),
            ...maybe('spurious', real[0]?.dBc, 'dBc', 2),
            ...(keying.keyedS >= shortS ? [figure('power-end', keying.powerEndDb, 'dB', 0.1)] : []),
          ]),
      ...(single ? [] : maybe('turn-on', keying.turnOnHz, 'Hz', 3)),
      ...(single ? [] : maybe('drift', keying.driftHz, 'Hz', 3)),
      ...maybe('rise', keying.riseS, 's', 2e-4 + 0.05 * (keying.riseS ?? 0)),
      ...maybe('fall', keying.fallS, 's', 2e-4 + 0.05 * (keying.fallS ?? 0)),
      ...(single ? [] : cornerFigures(keying.response)),
    ],
    troubles: troublesOf(keying, off, { tunedHz, nominalHz, spacingHz, clipped }),
    cannot: [
      'absolute power: the recording has no level of its own',
      `harmonics and lines outside its span${real.length ? '' : `; inside, none stands above ${quantityText(keying.seenToDbc, 'dBc', { step: 1 })}`}`,
      ...(suppressed ? ['the carrier of a set that suppresses it'] : []),
      ...(twoTone && twoTone.thirdDbc === undefined && !clipped
        ? [`products of the two tones: none stands above ${quantityText(twoTone.seenToDbc, 'dBc', { step: 1 })}`]
        : []),
      ...(suppressed && !twoTone ? ['products of distortion: send two tones of the same strength'] : []),
      ...(tunedHz === undefined ? ['the carrier: what the receiver was tuned to is not known'] : []),
      ...(tunedHz !== undefined && nominalHz === undefined ? ['the carrier against its channel: say where it should be'] : []),
      ...(clipped ? ['depth, bandwidth, spill, lines beside it and power, for it is clipped'] : []),
      ...(keying.riseS === undefined
        ? [
            `how it comes on: ${keying.modulation === 'am' ? 'it is modulated in amplitude as it is keyed; key it without a tone' : 'keying itself is not on the recording'}`,
          ]
        : []),
      ...distortion.cannot,
      ...(keying.toneHz === null && !single ? ['distortion and response: it was sent without a tone'] : []),
    ],
  };
}

function troublesOf(
  { keyedS, clippedShare, carrierOffsetHz }: Keying,
  off: number | undefined,
  at: { tunedHz: number | undefined; nominalHz: number | undefined; spacingHz: number | undefined; clipped: boolean },
): string[] {
  const apart = (at.spacingHz ?? 10_000) / 2;
  const wanted = at.tunedHz === undefined || at.nominalHz === undefined ? undefined : at.nominalHz - at.tunedHz;
  const mirrored =
    wanted !== undefined &&
    Math.abs(wanted) > apart &&
    Math.abs(carrierOffsetHz - wanted) > apart &&
    Math.abs(carrierOffsetHz + wanted) <= apart;
  return [
    ...(at.clipped
      ? [
          `${(100 * clippedShare).toFixed(clippedShare < 0.01 ? 2 : 0)} % of it is clipped: turn the receiver’s gain down, or go further away.`,
        ]
      : []),
    ...(keyedS < shortS ? [`Only ${quantityText(keyedS, 's', { step: 0.01 })} of it is keyed: key for two seconds or more.`] : []),
    ...(mirrored ? ['It lies on the wrong side of the middle: I and Q seem to be swapped. Swap them, and it is read again.'] : []),
    ...(!mirrored && off !== undefined && Math.abs(off) > apart
      ? [
          `It lies ${quantityText(off, 'Hz', { digits: 4, signed: true })} from where it should be: is it this channel, and was the receiver tuned to what is said here?`,
        ]
      : []),
  ];
}
