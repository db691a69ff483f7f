import { mains, mobile, type SetKind } from './set-kind';

export const cbCrystal: SetKind = {
  id: 'cb-crystal',
  name: 'CB, AM, mixed crystals, transistors',
  ifHz: 455_000,
  kind: 'cb-crystal',
  supply: mobile,
  modes: ['AM'],
  usualModes: 1,
  bands: [],
  usualBands: 0,
  channelPlan: 'cb-us-23',
  channels: { from: 1, to: 23, usual: 19 },
  lacks: ['no PLL: channels that share a crystal fail together'],
  sections: `Supply input
Regulator < Supply input
PTT relay < Supply input ! burnt contacts
Antenna filter
RF amplifier < Regulator, AGC, PTT relay (switching, receive)
First mixer < Regulator, First oscillator
First IF coils
Second mixer < Regulator, Second oscillator
Second IF coils ! caps inside go leaky
IF amplifier < Regulator, AGC
Detector
AGC < Detector
Squelch < Regulator
AF amplifier, audio < Regulator
AF power stage, audio < Supply input
Speaker
Channel switch < Regulator ! worn contacts
First crystals < Channel switch ! stop or drift with age
Second crystals < Channel switch
First oscillator < Regulator, First crystals
Second oscillator < Regulator, Second crystals
Transmit oscillator < Regulator, Channel switch, PTT relay
Transmit mixer < PTT relay (supply), First oscillator, Transmit oscillator
Driver, amplifier < PTT relay (supply)
Power amplifier < Supply input
Microphone amplifier, audio < Regulator`,
  functions: `Receive AM (receive, AM): Antenna filter > RF amplifier > First mixer > First IF coils > Second mixer > Second IF coils > IF amplifier > Detector > Squelch > AF amplifier > AF power stage > Speaker
Transmit AM (transmit, AM): Transmit mixer > Driver > Power amplifier > Antenna filter
Modulation AM (transmit, AM): Microphone amplifier > AF amplifier > AF power stage > Power amplifier > Antenna filter
Squelch closes (control, receive): Squelch
Squelch opens on a signal (control, receive): Antenna filter > RF amplifier > First mixer > First IF coils > Second mixer > Second IF coils > IF amplifier > Squelch
Meter follows the signal (control, receive): Antenna filter > RF amplifier > First mixer > First IF coils > Second mixer > Second IF coils > IF amplifier > Detector > AGC
All channels alike (control, receive): Channel switch > First crystals > First oscillator > Second crystals > Second oscillator`,
  points: `SUP1 | supply at the board | Supply input | own | V | | 13.8 | 13 | 14.4
RAIL1 | regulated rail | Regulator | own | V | | 9 | 8 | 10
OSC1 | first oscillator | First oscillator | own | dBm | | -8 | -20 | 3
OSC2 | second oscillator | Second oscillator | own | dBm | | -8 | -20 | 3
AGC1 | AGC line, no signal | AGC | own | V | receive | 1 | 0.3 | 3
IFO1 | IF output, 50 µV in | IF amplifier | signal | dBm | receive | -30 | -45 | -15
AFO1 | AF output | AF power stage | signal | V | receive | 1 | 0.3 | 3
DRV1 | level at the driver | Driver | signal | dBm | keyed | 20 | 14 | 25`,
  levels: `Antenna filter | receive | -74
RF amplifier | receive | -60
First mixer | receive | -54
First IF coils | receive | -57
Second mixer | receive | -46
Second IF coils | receive | -50
IF amplifier | receive | -30`,
  tests: `pwr | Carrier power | keyed, AM, ch 19 | W | 2.8 | 4.2 | into 50 ohms, no modulation
freq | Frequency error | keyed, ch 19 | Hz off channel | -1350 | 1350
mod | Depth of modulation | keyed, AM, ch 19 | % | 70 | 100
sens | Sensitivity for 10 dB (S+N)/N | receive, AM, ch 19 | V | | 1.5u | 1 kHz, 30%
sq | Squelch opens at, tight | receive, ch 19 | V | 10u | 1m
audio | Audio output at 10% distortion | receive, ch 19 | W | 1.5
cur | Current on receive, squelched | receive | A | 0.1 | 0.7
curtx | Current on transmit | keyed | A | 0.8 | 2`,
  checks: `Fuse | the value on the case | | | | Supply input
Supply lead polarity | as marked, no short to the case | | | | Supply input
Resistance across the supply, switched on | above 20 ohms | ohm | 20 | | Supply input`,
  cautions: `rf | Key only into a dummy load.`,
  alignment: `Oscillators | crystal trimmers | counter | each channel on its frequency
Transmit stages | driver and output cores | wattmeter | peak | Oscillators
Receiver | RF and IF cores | AGC1 or S-meter | peak, generator turned back as it rises | Oscillators`,
};

export const cbCrystalValve: SetKind = {
  ...cbCrystal,
  id: 'cb-crystal-valve',
  name: 'CB, AM, mixed crystals, valves',
  supply: mains,
  sections: `Mains input
Power transformer, transformer < Mains input
HT rectifier < Power transformer
HT smoothing < HT rectifier ! old electrolytics: hum, hot, short
Heater supply, transformer < Power transformer
PTT relay < HT smoothing (supply) ! burnt contacts
Antenna filter
RF amplifier, valve < PTT relay (supply, receive), Heater supply, AGC
First mixer < HT smoothing, Heater supply, First oscillator
First IF coils
Second mixer < HT smoothing, Heater supply, Second oscillator
Second IF coils
IF amplifier, valve < HT smoothing, Heater supply, AGC
Detector
AGC < Detector
Squelch < HT smoothing
AF amplifier, audio < HT smoothing, Heater supply ! coupling capacitors leak onto the grid
AF power stage, audio < HT smoothing, Heater supply
Output transformer, transformer < HT smoothing
Speaker
Channel switch ! worn contacts
First crystals < Channel switch
Second crystals < Channel switch
First oscillator < HT smoothing, Heater supply, First crystals
Second oscillator < HT smoothing, Heater supply, Second crystals
Transmit oscillator < HT smoothing, Heater supply, Channel switch, PTT relay
Transmit mixer, valve < PTT relay (supply), Heater supply, First oscillator, Transmit oscillator
Driver, valve < PTT relay (supply), Heater supply
Power amplifier, valve < PTT relay (switching), Output transformer (supply), Heater supply
Microphone amplifier, audio < HT smoothing, Heater supply`,
  functions: `Receive AM (receive, AM): Antenna filter > RF amplifier > First mixer > First IF coils > Second mixer > Second IF coils > IF amplifier > Detector > Squelch > AF amplifier > AF power stage > Output transformer > Speaker
Transmit AM (transmit, AM): Transmit mixer > Driver > Power amplifier > Antenna filter
Modulation AM (transmit, AM): Microphone amplifier > AF amplifier > AF power stage > Output transformer > Power amplifier > Antenna filter
Squelch closes (control, receive): Squelch
Squelch opens on a signal (control, receive): Antenna filter > RF amplifier > First mixer > First IF coils > Second mixer > Second IF coils > IF amplifier > Squelch
Meter follows the signal (control, receive): Antenna filter > RF amplifier > First mixer > First IF coils > Second mixer > Second IF coils > IF amplifier > Detector > AGC
All channels alike (control, receive): Channel switch > First crystals > First oscillator > Second crystals > Second oscillator`,
  points: `HT1 | HT after smoothing | HT smoothing | own | V | | 250 | 220 | 290
HEAT1 | heaters | Heater supply | own | V | | 6.3 | 5.7 | 6.9
OSC1 | first oscillator | First oscillator | own | dBm | | 0 | -15 | 10
OSC2 | second oscillator | Second oscillator | own | dBm | | 0 | -15 | 10
AGC1 | AGC line, no signal | AGC | own | V | receive | -0.5 | -1.5 | 0
AFO1 | AF output | Output transformer | signal | V | receive | 1 | 0.3 | 3`,
  checks: `Fuse | the value on the case | | | | Mains input
Case to earth of the plug | below 0.5 ohms | ohm | | 0.5 | Mains input
HT line to chassis, off and discharged | above 20 kohm | ohm | 20k | | HT smoothing
Condition of the mains lead and its anchor | sound`,
  cautions: `mains | Mains inside: unplug it before hands go in; repair only by those qualified for it.
high-voltage | The HT stays on its capacitors after switching off. | HT smoothing | 25
rf | Key only into a dummy load.`,
};
