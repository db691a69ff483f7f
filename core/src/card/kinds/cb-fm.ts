import { cbAmFm } from './cb-am-fm';
import type { SetKind } from './set-kind';

export const cbFm: SetKind = {
  ...cbAmFm,
  id: 'cb-fm',
  name: 'CB, FM only',
  ifHz: 455_000,
  modes: ['FM'],
  usualModes: 1,
  // Its channels lie off the 10 kHz raster, and how its loop makes up for that differs from maker to maker.
  plan: '',
  tunings: '',
  channelPlan: 'cb-uk-40',
  channels: { from: 1, to: 40, usual: 19 },
  lacks: ['no AM: the AF stage does not modulate the final'],
};
