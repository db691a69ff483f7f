import type { Sum } from './define-sum';
import { biasWindow } from './direct-current/bias-window';
import { bleedDown } from './direct-current/bleed-down';
import { diodeBias } from './direct-current/diode-bias';
import { divider } from './direct-current/divider';
import { duty } from './direct-current/duty';
import { channel } from './frequency/channel';
import { crystalSuspects } from './frequency/crystal-suspects';
import { dividerChain } from './frequency/divider-chain';
import { frequencyCheck } from './frequency/frequency-check';
import { lockSweep } from './frequency/lock-sweep';
import { mixerProducts } from './frequency/mixer-products';
import { oscillatorErrors } from './frequency/oscillator-errors';
import { peakNames } from './frequency/peak-names';
import { pllN } from './frequency/pll-n';
import { stuckLine } from './frequency/stuck-line';
import { backgroundLevel } from './levels/background-level';
import { instrumentUncertainty } from './levels/instrument-uncertainty';
import { levelConvert } from './levels/level-convert';
import { verdict } from './levels/verdict';
import { jobPrice } from './money/job-price';
import { orderCompare } from './money/order-compare';
import { capacitorFit } from './parts/capacitor-fit';
import { dateCode } from './parts/date-code';
import { matchedSet } from './parts/matched-set';
import { pad } from './parts/pad';
import { resistorBank } from './parts/resistor-bank';
import { substitute } from './parts/substitute';
import { contactLoss } from './receive/contact-loss';
import { levelPlan } from './receive/level-plan';
import { sMeter } from './receive/s-meter';
import { sensitivity } from './receive/sensitivity';
import { sinad } from './receive/sinad';
import { squelch } from './receive/squelch';
import { soakPlan } from './soak/soak-plan';
import { soakVerdict } from './soak/soak-verdict';
import { amModulation } from './transmit/am-modulation';
import { amplifierGain } from './transmit/amplifier-gain';
import { dcInput } from './transmit/dc-input';
import { fmDeviation } from './transmit/fm-deviation';
import { iqAnalyse } from './transmit/iq-analyse';
import { rfPower } from './transmit/rf-power';
import { subtone } from './transmit/subtone';
import { supplyScaledPower } from './transmit/supply-scaled-power';
import { swr } from './transmit/swr';

/** Every sum there is, in the order of its shelf. To add one, declare it in its file and name it here. */
export const allSums = [
  levelConvert,
  verdict,
  instrumentUncertainty,
  backgroundLevel,
  channel,
  frequencyCheck,
  dividerChain,
  pllN,
  stuckLine,
  mixerProducts,
  peakNames,
  crystalSuspects,
  oscillatorErrors,
  lockSweep,
  sinad,
  sensitivity,
  levelPlan,
  sMeter,
  squelch,
  contactLoss,
  rfPower,
  supplyScaledPower,
  amModulation,
  dcInput,
  swr,
  amplifierGain,
  fmDeviation,
  iqAnalyse,
  subtone,
  soakPlan,
  soakVerdict,
  bleedDown,
  diodeBias,
  divider,
  biasWindow,
  duty,
  pad,
  resistorBank,
  matchedSet,
  capacitorFit,
  substitute,
  dateCode,
  orderCompare,
  jobPrice,
] as unknown as readonly [Sum, ...Sum[]];

export const sumById = (id: string): Sum | undefined => allSums.find((sum) => sum.id === id);
