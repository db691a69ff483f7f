import { quantityText } from '../quantity';
import { voiceBand, type SinadReading } from '../signal';
import type { RecordedFigure } from '../tape';

/** So many harmonics must be heard for distortion to be told: one alone misses either what bends to one side or what bends to both. */
const leastHarmonics = 2;
/** What the meter itself may be off, beside the noise, in per cent of the tone. */
const ownError = 0.1;

/** The distortion of a tone with its ±, or why it is not told; neither where there is no tone. */
export function distortionTold(reading: SinadReading | undefined): {
  readonly figures: readonly RecordedFigure[];
  readonly cannot: readonly string[];
} {
  if (!reading) return { figures: [], cannot: [] };
  const { harmonics, toneHz, thdPercent, thdPlusMinus } = reading;
  if (harmonics >= leastHarmonics)
    return { figures: [{ what: 'distortion', value: thdPercent, unit: '%', plusMinus: ownError + thdPlusMinus }], cannot: [] };
  const [tone, band] = [quantityText(toneHz, 'Hz', { digits: 3 }), quantityText(voiceBand.highHz, 'Hz')];
  return { figures: [], cannot: [`distortion: harmonics of ${tone} lie above ${band}; send 1 kHz`] };
}
