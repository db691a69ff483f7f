import type { CardTexts } from './notation';

/** A beginning for the card of a set that is met for the first time: the usual blocks of its kind. */
export interface CardPattern {
  readonly id: string;
  readonly name: string;
  readonly texts: Pick<CardTexts, 'kind' | 'supply' | 'modes' | 'bands' | 'sections' | 'functions'>;
}

const mobile = { kind: 'dc', nominalV: 13.8, currentLimitA: 3 } as const;
const mains = { kind: 'mains', nominalV: 230, currentLimitA: 2 } as const;

export const cardPatterns: readonly CardPattern[] = [
  {
    id: 'single-fm',
    name: 'FM, single conversion',
    texts: {
      kind: 'land-mobile',
      supply: mobile,
      modes: 'FM',
      bands: '',
      sections: `Supply input
Regulator < Supply input
PTT switch < Regulator
Antenna filter
Antenna switch < PTT switch
RF amplifier < Regulator
Mixer < Regulator, Local oscillator
IF filter
IF amplifier < Regulator
FM detector < Regulator
Squelch < Regulator
AF amplifier, audio < Regulator
AF power stage, audio < Supply input
Speaker
Local oscillator < Regulator
Microphone amplifier, audio < Regulator
Transmit oscillator < Regulator, PTT switch
Multiplier, amplifier < PTT switch (supply)
Driver, amplifier < PTT switch (supply)
Power amplifier < Supply input`,
      functions: `Receive FM (receive, FM): Antenna filter > Antenna switch > RF amplifier > Mixer > IF filter > IF amplifier > FM detector > Squelch > AF amplifier > AF power stage > Speaker
Transmit FM (transmit, FM): Transmit oscillator > Multiplier > Driver > Power amplifier > Antenna switch > Antenna filter
Speech (transmit, FM): Microphone amplifier > Transmit oscillator > Multiplier > Driver > Power amplifier > Antenna switch > Antenna filter
Squelch closes and opens (control, receive): Squelch`,
    },
  },
  {
    id: 'dual-ssb',
    name: 'SSB, dual conversion',
    texts: {
      kind: 'hf-synthesised',
      supply: mobile,
      modes: 'SSB',
      bands: '',
      sections: `Supply input
Regulator < Supply input
PTT switch < Regulator
Low-pass filter
Band filter
First mixer < Regulator, First oscillator
First IF filter
First IF amplifier < Regulator, AGC
Second mixer < Regulator, Second oscillator
Crystal filter
Second IF amplifier < Regulator, AGC
AGC < Regulator
Product detector < Regulator, Carrier oscillator
AF amplifier, audio < Regulator
AF power stage, audio < Supply input
Speaker
First oscillator < Regulator
Second oscillator < Regulator
Carrier oscillator < Regulator
Microphone amplifier, audio < Regulator
Balanced modulator < Regulator, Carrier oscillator
Transmit IF amplifier < PTT switch (supply)
Transmit mixers, mixer < PTT switch (supply), First oscillator, Second oscillator
Driver, amplifier < PTT switch (supply)
Power amplifier < Supply input`,
      functions: `Receive SSB (receive, SSB): Low-pass filter > Band filter > First mixer > First IF filter > First IF amplifier > Second mixer > Crystal filter > Second IF amplifier > Product detector > AF amplifier > AF power stage > Speaker
Transmit SSB (transmit, SSB): Microphone amplifier > Balanced modulator > Crystal filter > Transmit IF amplifier > Transmit mixers > Band filter > Driver > Power amplifier > Low-pass filter
Meter follows the signal (control, receive): Low-pass filter > Band filter > First mixer > First IF filter > First IF amplifier > Second mixer > Crystal filter > Second IF amplifier > AGC`,
    },
  },
  {
    id: 'crystal',
    name: 'AM, crystal-synthesised',
    texts: {
      kind: 'cb-crystal',
      supply: mobile,
      modes: 'AM',
      bands: '',
      sections: `Supply input
Regulator < Supply input
PTT relay < Supply input
Antenna filter
RF amplifier < Regulator, AGC
First mixer < Regulator, First oscillator
First IF coils
Second mixer < Regulator, Second oscillator
Second IF coils
IF amplifier < Regulator, AGC
Detector
AGC < Detector
AF amplifier, audio < Regulator
AF power stage, audio < Supply input
Speaker
Channel switch < Regulator
First crystals < Channel switch
Second crystals < Channel switch
First oscillator < Regulator, First crystals
Second oscillator < Regulator, Second crystals
Transmit oscillator < Regulator, Channel switch, PTT relay
Transmit mixer < PTT relay (supply), First oscillator, Transmit oscillator
Driver, amplifier < PTT relay (supply)
Power amplifier < Supply input
Microphone amplifier, audio < Regulator`,
      functions: `Receive AM (receive, AM): Antenna filter > RF amplifier > First mixer > First IF coils > Second mixer > Second IF coils > IF amplifier > Detector > AF amplifier > AF power stage > Speaker
Transmit AM (transmit, AM): Transmit mixer > Driver > Power amplifier > Antenna filter
Modulation AM (transmit, AM): Microphone amplifier > AF power stage > Power amplifier > Antenna filter
All channels alike (control, receive): First crystals > First oscillator > Second crystals > Second oscillator`,
    },
  },
  {
    id: 'pll',
    name: 'AM and FM, single-loop PLL',
    texts: {
      kind: 'cb-pll',
      supply: mobile,
      modes: 'AM, FM',
      bands: '',
      sections: `Supply input
Regulator < Supply input
PTT switch < Regulator
Antenna filter
T/R switch < PTT switch
RF amplifier < Regulator, AGC
Mixer < Regulator, VCO buffer
IF filter
IF amplifier < Regulator, AGC
AGC < Regulator
AM detector
FM detector < Regulator
Squelch < Regulator
AF amplifier, audio < Regulator
AF power stage, audio < Supply input
Speaker
Channel switch < Regulator
Reference < Regulator
Divider < Regulator, Channel switch, VCO buffer
Phase detector < Regulator, Divider, Reference
Loop filter < Phase detector
VCO < Regulator, Loop filter
VCO buffer, amplifier < Regulator, VCO
Microphone amplifier, audio < Regulator
Transmit mixer < PTT switch (supply), VCO buffer
Driver, amplifier < PTT switch (supply)
Power amplifier < Supply input`,
      functions: `Receive AM (receive, AM): Antenna filter > T/R switch > RF amplifier > Mixer > IF filter > IF amplifier > AM detector > Squelch > AF amplifier > AF power stage > Speaker
Receive FM (receive, FM): Antenna filter > T/R switch > RF amplifier > Mixer > IF filter > IF amplifier > FM detector > Squelch > AF amplifier > AF power stage > Speaker
Transmit AM (transmit, AM): Transmit mixer > Driver > Power amplifier > Antenna filter
Transmit FM (transmit, FM): Transmit mixer > Driver > Power amplifier > Antenna filter
Hailer (control, receive): Microphone amplifier > AF amplifier > AF power stage > Speaker
All channels alike (control, receive): Channel switch > Divider > Phase detector > Loop filter > VCO > VCO buffer`,
    },
  },
  {
    id: 'linear',
    name: 'Linear amplifier, valve',
    texts: {
      kind: 'linear-amplifier',
      supply: mains,
      modes: '',
      bands: '80 m, 40 m, 20 m, 15 m, 10 m',
      sections: `Mains input
Soft-start relay < Mains input
HV transformer < Soft-start relay (supply)
HV rectifier < HV transformer
HV reservoir < HV rectifier
Filament transformer < Soft-start relay (supply)
Relay supply, regulator < Mains input
Key line, switch < Relay supply
Input relay < Key line
Antenna relay < Key line
Input network
Band switch
Bias, control < Key line
Valve < HV reservoir, Filament transformer, Bias (bias)
Plate choke, tank < HV reservoir
Pi tank < Band switch
Loading capacitor
Plate meter`,
      functions: `Amplify 80 m (transmit, 80 m): Input relay > Input network > Valve > Plate choke > Pi tank > Loading capacitor > Antenna relay
Amplify 20 m (transmit, 20 m): Input relay > Input network > Valve > Plate choke > Pi tank > Loading capacitor > Antenna relay
Amplify 10 m (transmit, 10 m): Input relay > Input network > Valve > Plate choke > Pi tank > Loading capacitor > Antenna relay
Receive straight through (receive): Input relay > Antenna relay
HV comes up (control): HV transformer > HV rectifier > HV reservoir
Plate meter reads (control, keyed): Valve > Plate meter`,
    },
  },
];
