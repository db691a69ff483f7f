import { ampTransistor, ampValve } from './amplifiers';
import { cbAmFm } from './cb-am-fm';
import { cbCrystal, cbCrystalValve } from './cb-crystal';
import { cbFm } from './cb-fm';
import { cbSsb } from './cb-ssb';
import { hfHybrid, hfSynthesised, hfValve } from './hf';
import type { SetKind } from './set-kind';
import { supplyDc, supplyMains } from './supplies';
import { fmDualBand, fmMobile, handHeld, landMobile, repeater, vhfAllMode } from './vhf';

/** The kinds of set: the only list. Each is a declaration of what is usual for it. */
export const setKindList: readonly SetKind[] = [
  cbAmFm,
  cbSsb,
  cbFm,
  cbCrystal,
  cbCrystalValve,
  hfSynthesised,
  hfHybrid,
  hfValve,
  vhfAllMode,
  fmMobile,
  fmDualBand,
  handHeld,
  landMobile,
  repeater,
  ampTransistor,
  ampValve,
  supplyMains,
  supplyDc,
];
export { kindTexts, type SetKind } from './set-kind';
