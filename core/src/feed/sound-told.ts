import { lessBackground, type AudioReading, type AudioTrouble, type Response } from '../signal';
import { quantityText } from '../quantity';
import type { RecordedFigure } from '../tape';
import { distortionTold } from './distortion-told';
import { cornerFigures } from './over-told';

export interface SoundTold {
  readonly figures: readonly RecordedFigure[];
  readonly troubles: readonly string[];
  readonly cannot: readonly string[];
}

const says: Readonly<Record<AudioTrouble, string>> = {
  silent: 'Nothing arrives, not even noise: is the lead in, and the right input chosen?',
  quiet: 'It is too quiet to be measured: turn the set’s volume up, or the input’s level.',
  clipped: 'It is clipped: turn the volume or the input’s level down. Distortion and SINAD are those of the clipping.',
  'no-tone': 'There is no tone to measure by: set the generator to 1 kHz at 60 % of the full deviation, or 30 % depth.',
  unsteady: 'The tone is not steady: wait until it stands, or look for what makes it waver.',
};

/**
 * What is heard, as figures for tape and tests. SINAD, S/N and distortion are those of 300 to 3400 Hz; nothing of them is told of a tone that is
 * clipped.
 *
 * @param backgroundDbfs level of the room or the input without the set, that is taken away from the level
 */
export function soundTold(reading: AudioReading, response: Response | undefined, backgroundDbfs: number | undefined): SoundTold {
  const { sinad, hum, troubles, tailsS, meanDbfs } = reading;
  const clean = troubles.includes('clipped') || troubles.includes('silent') ? undefined : sinad;
  const level = backgroundDbfs === undefined ? meanDbfs : lessBackground(meanDbfs, backgroundDbfs);
  const tail = tailsS.at(-1);
  const of = (
    what: RecordedFigure['what'],
    value: number | null | undefined,
    unit: RecordedFigure['unit'],
    plusMinus: number,
  ): RecordedFigure[] => (value === null || value === undefined || !Number.isFinite(value) ? [] : [{ what, value, unit, plusMinus }]);
  const toneDbfs = clean === undefined ? undefined : 20 * Math.log10(clean.toneRms);
  const distortion = distortionTold(clean);
  return {
    figures: [
      ...of('sinad', clean?.sinadDb, 'dB', 0.3),
      ...of('sn', clean?.snrDb, 'dB', 0.5),
      ...distortion.figures,
      ...of('tone', clean?.toneHz, 'Hz', 0.5),
      ...of('hum', hum && toneDbfs !== undefined ? hum.dbfs - toneDbfs : undefined, 'dB', 0.2 + (hum?.plusMinusDb ?? 0)),
      ...of('level', troubles.includes('silent') ? undefined : level, 'dB', 0.2),
      ...of('tail', tail, 's', 0.01),
      ...cornerFigures(response),
    ],
    troubles: troubles.map((each) => says[each]),
    cannot: [
      'how loud it is in a room or in watts: the input has no level of its own',
      ...(backgroundDbfs !== undefined && level === undefined
        ? [`its own level: it stands less than 1 dB above the background of ${quantityText(backgroundDbfs, 'dB', { step: 0.1 })}`]
        : []),
      ...distortion.cannot,
      ...(sinad ? [] : ['SINAD, S/N and distortion: there is no tone']),
      ...(troubles.includes('clipped') ? ['SINAD, S/N and distortion: it is clipped'] : []),
    ],
  };
}
