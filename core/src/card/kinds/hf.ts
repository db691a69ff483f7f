import { mains, mobile, type SetKind } from './set-kind';

const hfBands = ['80 m', '40 m', '20 m', '15 m', '10 m', '160 m', '30 m', '17 m', '12 m'] as const;

const hfTests = `[USB LSB CW] pwr | Power | keyed, {mode}, {band} | W | 80 | 120 | into 50 ohms; SSB by two tones, peak-reading meter
[AM] pwr | Carrier power | keyed, AM, {band} | W | 15 | 40
[FM] pwr | Power | keyed, FM, {band} | W | 40 | 110
[USB LSB CW] sens | Sensitivity for 10 dB (S+N)/N | receive, {mode}, {band} | V | | 0.35u
[AM] sens | Sensitivity for 10 dB (S+N)/N | receive, AM, {band} | V | | 2u | 1 kHz, 30%
[USB LSB] supp | Carrier suppression | keyed, {mode} | dB | 40
audio | Audio output at 10% distortion | receive | W | 1
spur | Harmonics and spurious | keyed, {band} | dBc | | -40`;

export const hfValve: SetKind = {
  id: 'hf-valve',
  name: 'HF, all valves',
  ifHz: 455_000,
  kind: 'hf-valve',
  supply: mains,
  modes: ['USB', 'LSB', 'CW', 'AM'],
  usualModes: 3,
  bands: hfBands,
  usualBands: 5,
  lacks: ['no synthesiser: the dial is an LC oscillator and drifts until it is warm'],
  sections: `Mains input
Power transformer, transformer < Mains input
HV rectifier < Power transformer
HV reservoir, rectifier < HV rectifier
HT smoothing < Power transformer ! old electrolytics: hum, hot, short
Bias supply < Power transformer
Heater supply, transformer < Power transformer
T/R relay < HT smoothing (supply) ! burnt contacts
Band switch ! dirty wafers
Preselector
RF amplifier, valve < HT smoothing, Heater supply, AGC
Receive mixer < HT smoothing, Heater supply, Band oscillator
Band oscillator < HT smoothing, Heater supply, Band switch
Band crystals, oscillator < Band switch
Tuning oscillator < HT smoothing, Heater supply ! drifts, dirty capacitor
Second mixer < HT smoothing, Heater supply, Tuning oscillator
Crystal filter
IF amplifier, valve < HT smoothing, Heater supply, AGC
AGC < IF amplifier
Product detector < HT smoothing, Heater supply, Carrier oscillator
[AM] AM detector
Carrier oscillator < HT smoothing, Heater supply
AF amplifier, audio < HT smoothing, Heater supply ! coupling capacitors leak onto the grid
AF power stage, audio < HT smoothing, Heater supply
Output transformer, transformer
Speaker
Microphone amplifier, audio < HT smoothing, Heater supply
Balanced modulator < HT smoothing, Heater supply, Carrier oscillator
Transmit mixer < HT smoothing, Heater supply, Band oscillator, Tuning oscillator
ALC < Bias supply
Driver, valve < HT smoothing, Heater supply, Bias supply (bias), T/R relay, ALC (control)
Power amplifier, valve < HV reservoir, HT smoothing (supply), Heater supply, Bias supply (bias), T/R relay ! worn, soft, gassy
Pi tank < Band switch
{own band} coils and crystals, filter < Band switch`,
  functions: `[USB LSB CW] Receive {mode} {band} (receive, {mode}, {band}): T/R relay > Preselector > {own band} coils and crystals > RF amplifier > Receive mixer > Second mixer > Crystal filter > IF amplifier > Product detector > AF amplifier > AF power stage > Output transformer > Speaker
[AM] Receive AM {band} (receive, AM, {band}): T/R relay > Preselector > {own band} coils and crystals > RF amplifier > Receive mixer > Second mixer > Crystal filter > IF amplifier > AM detector > AF amplifier > AF power stage > Output transformer > Speaker
[USB LSB] Transmit {mode} {band} (transmit, {mode}, {band}): Microphone amplifier > Balanced modulator > Crystal filter > Transmit mixer > Preselector > {own band} coils and crystals > Driver > Power amplifier > Pi tank > T/R relay
[CW AM] Transmit {mode} {band} (transmit, {mode}, {band}): Carrier oscillator > Transmit mixer > Preselector > {own band} coils and crystals > Driver > Power amplifier > Pi tank > T/R relay
Meter follows the signal (control, receive): T/R relay > Preselector > RF amplifier > Receive mixer > Second mixer > Crystal filter > IF amplifier > AGC
Dial agrees with the counter (control, receive): Tuning oscillator > Second mixer
Every band alike (control, receive): Band switch > Band crystals > Band oscillator`,
  points: `HT1 | HT after smoothing | HT smoothing | own | V | | 250 | 210 | 300
HV1 | high voltage of the final | HV reservoir | own | V | receive | 800 | 600 | 950
GRID1 | grid bias of the final | Bias supply | own | V | receive | -60 | -110 | -40
HEAT1 | heaters | Heater supply | own | V | | 6.3 | 5.7 | 6.9
OSC1 | tuning oscillator | Tuning oscillator | own | dBm | | 3 | -10 | 13
OSC2 | band oscillator | Band oscillator | own | dBm | | 3 | -10 | 13
CAR1 | carrier oscillator | Carrier oscillator | own | dBm | | 0 | -12 | 10
AGC1 | AGC line, no signal | AGC | own | V | receive | -0.5 | -2 | 0
AFO1 | AF output | Output transformer | signal | V | receive | 1 | 0.3 | 3
DRV1 | grid drive of the final | Driver | signal | V | keyed | 40 | 20 | 60`,
  tests: hfTests,
  checks: `Fuse | the value on the case | | | | Mains input
Case to earth of the plug | below 0.5 ohms | ohm | | 0.5 | Mains input
HV line to chassis, off and discharged | above 50 kohm | ohm | 50k | | HV reservoir
HT line to chassis, off and discharged | above 20 kohm | ohm | 20k | | HT smoothing
Bleeders across the reservoir | not open | ohm | | 200k | HV reservoir
Condition of the mains lead and its anchor | sound`,
  cautions: `mains | Mains inside: unplug it before hands go in; repair only by those qualified for it.
high-voltage | The high voltage of the final kills, also after switching off. | HV reservoir, anode choke of the final | 25
rf | Key only into a dummy load, and no longer than the finals bear.`,
  alignment: `Bias of the final | bias control | plate meter | the idle current of the handbook
Neutralisation | neutralising capacitor | plate current dip and power peak | they coincide | Bias of the final
Carrier points | carrier oscillator trimmers | counter | as the filter wants
Carrier balance | balance controls | antenna, no speech | least | Carrier points
Dial | oscillator trimmer and coil | counter | agrees at both ends
Receiver | antenna, mixer and IF cores | S-meter | peak, band by band, generator turned back as it rises | Dial
Transmit mixer and driver | mixer and driver cores | grid drive | peak, band by band | Neutralisation; Receiver`,
};

export const hfHybrid: SetKind = {
  ...hfValve,
  id: 'hf-hybrid',
  name: 'HF, transistors with valve finals',
  ifHz: 9_000_000,
  kind: 'hf-hybrid',
  lacks: ['the final needs tuning up on each band'],
  sections: `Mains input
Power transformer, transformer < Mains input
HV rectifier < Power transformer
HV reservoir, rectifier < HV rectifier
Bias supply < Power transformer
Heater supply, transformer < Power transformer
Low-voltage regulator < Power transformer
T/R relay < Low-voltage regulator ! burnt contacts
Band switch ! dirty wafers
Preselector
RF amplifier < Low-voltage regulator, AGC
Receive mixer < Low-voltage regulator, Premixer (injection)
Band crystals, oscillator < Band switch
Band oscillator < Low-voltage regulator, Band crystals
Tuning oscillator < Low-voltage regulator ! drifts, dirty capacitor
Premixer, mixer < Low-voltage regulator, Band oscillator, Tuning oscillator
Crystal filter
IF amplifier < Low-voltage regulator, AGC
AGC < IF amplifier
Product detector < Low-voltage regulator, Carrier oscillator
[AM] AM detector
Carrier oscillator < Low-voltage regulator
AF amplifier, audio < Low-voltage regulator
AF power stage, audio < Low-voltage regulator
Speaker
Microphone amplifier, audio < Low-voltage regulator
Balanced modulator < Low-voltage regulator, Carrier oscillator
Transmit mixer < Low-voltage regulator, Premixer (injection), T/R relay
ALC < Bias supply
Driver, valve < HV reservoir, Heater supply, Bias supply (bias), T/R relay, ALC (control)
Power amplifier, valve < HV reservoir, Heater supply, Bias supply (bias), T/R relay ! worn, soft, gassy
Pi tank < Band switch
{own band} coils and crystals, filter < Band switch`,
  functions: `[USB LSB CW] Receive {mode} {band} (receive, {mode}, {band}): T/R relay > Preselector > {own band} coils and crystals > RF amplifier > Receive mixer > Crystal filter > IF amplifier > Product detector > AF amplifier > AF power stage > Speaker
[AM] Receive AM {band} (receive, AM, {band}): T/R relay > Preselector > {own band} coils and crystals > RF amplifier > Receive mixer > Crystal filter > IF amplifier > AM detector > AF amplifier > AF power stage > Speaker
[USB LSB] Transmit {mode} {band} (transmit, {mode}, {band}): Microphone amplifier > Balanced modulator > Crystal filter > Transmit mixer > Preselector > {own band} coils and crystals > Driver > Power amplifier > Pi tank > T/R relay
[CW AM] Transmit {mode} {band} (transmit, {mode}, {band}): Carrier oscillator > Transmit mixer > Preselector > {own band} coils and crystals > Driver > Power amplifier > Pi tank > T/R relay
Meter follows the signal (control, receive): T/R relay > Preselector > RF amplifier > Receive mixer > Crystal filter > IF amplifier > AGC
Dial agrees with the counter (control, receive): Tuning oscillator > Premixer
Every band alike (control, receive): Band switch > Band crystals > Band oscillator > Premixer`,
  points: `RAIL1 | low-voltage rail | Low-voltage regulator | own | V | | 13.5 | 12 | 14.5
HV1 | high voltage of the final | HV reservoir | own | V | receive | 850 | 700 | 950
GRID1 | grid bias of the final | Bias supply | own | V | receive | -60 | -110 | -40
HEAT1 | heaters | Heater supply | own | V | | 12.6 | 11.5 | 13.8
OSC1 | tuning oscillator | Tuning oscillator | own | dBm | | -5 | -15 | 5
PREM1 | output of the premixer | Premixer | own | dBm | | -5 | -15 | 5
CAR1 | carrier oscillator | Carrier oscillator | own | dBm | | -5 | -15 | 5
AGC1 | AGC line, no signal | AGC | own | V | receive | 3 | 1 | 5
AFO1 | AF output | AF power stage | signal | V | receive | 1 | 0.3 | 3
DRV1 | grid drive of the final | Driver | signal | V | keyed | 40 | 20 | 60`,
  checks: `Fuse | the value on the case | | | | Mains input
Case to earth of the plug | below 0.5 ohms | ohm | | 0.5 | Mains input
HV line to chassis, off and discharged | above 50 kohm | ohm | 50k | | HV reservoir
Bleeders across the reservoir | not open | ohm | | 200k | HV reservoir
Condition of the mains lead and its anchor | sound`,
};

export const hfSynthesised: SetKind = {
  id: 'hf-synthesised',
  name: 'HF, synthesised, banded VCOs',
  ifHz: 455_000,
  kind: 'hf-synthesised',
  supply: { ...mobile, currentLimitA: 22 },
  modes: ['USB', 'LSB', 'CW', 'AM', 'FM'],
  usualModes: 5,
  bands: hfBands,
  usualBands: 5,
  sections: `Supply input ! reverse polarity: protection diode shorted, fuse blown
8 V regulator < Supply input
5 V regulator < Supply input
Controller < 5 V regulator ! memory cell empty
Display < 5 V regulator, Controller (control)
Band switching, control < 5 V regulator, Controller (control)
T/R switch < 8 V regulator, Controller (control)
Antenna relay < T/R switch (switching, keyed) ! burnt contacts
Low-pass filters, filter < Band switching (switching) ! relay contacts
Band filters, filter < Band switching (switching) ! switching diodes
RF amplifier < T/R switch (supply, receive)
First mixer < 8 V regulator, VCO buffer (injection)
First IF filter
First IF amplifier < 8 V regulator, AGC
Second mixer < 8 V regulator, Second oscillator
Crystal filter
Second IF amplifier < 8 V regulator, AGC
AGC < 8 V regulator
Product detector < 8 V regulator, Carrier oscillator
[AM] AM detector
[FM] FM detector < 8 V regulator
AF amplifier, audio < 8 V regulator, Controller (control)
AF power stage, audio < Supply input
Speaker
Reference < 8 V regulator
PLL < 5 V regulator, Controller (control), Reference (injection), VCO buffer (injection)
Loop filter < PLL
VCO, oscillator < 8 V regulator, Loop filter, Band switching (switching) ! trimmers age: out of lock at a band's end
VCO buffer, amplifier < 8 V regulator, VCO
Second oscillator < 8 V regulator, Reference (injection)
Carrier oscillator < 8 V regulator, Controller (control)
Microphone amplifier, audio < 8 V regulator
Balanced modulator < 8 V regulator, Carrier oscillator
Transmit IF amplifier < T/R switch (supply), ALC (control)
Transmit mixers, mixer < T/R switch (supply), VCO buffer (injection), Second oscillator
Coupler, filter
ALC < 8 V regulator, Coupler (control)
Bias, control < T/R switch (supply)
Driver, amplifier < T/R switch (supply), Bias (bias)
Power amplifier < Supply input, Bias (bias)
{own band} VCO and filters, filter < Band switching (switching)`,
  functions: `[USB LSB CW] Receive {mode} {band} (receive, {mode}, {band}): Low-pass filters > {own band} VCO and filters > Antenna relay > Band filters > RF amplifier > First mixer > First IF filter > First IF amplifier > Second mixer > Crystal filter > Second IF amplifier > Product detector > AF amplifier > AF power stage > Speaker
[AM] Receive AM {band} (receive, AM, {band}): Low-pass filters > {own band} VCO and filters > Antenna relay > Band filters > RF amplifier > First mixer > First IF filter > First IF amplifier > Second mixer > Crystal filter > Second IF amplifier > AM detector > AF amplifier > AF power stage > Speaker
[FM] Receive FM {band} (receive, FM, {band}): Low-pass filters > {own band} VCO and filters > Antenna relay > Band filters > RF amplifier > First mixer > First IF filter > First IF amplifier > Second mixer > FM detector > AF amplifier > AF power stage > Speaker
[USB LSB] Transmit {mode} {band} (transmit, {mode}, {band}): Microphone amplifier > Balanced modulator > Crystal filter > Transmit IF amplifier > Transmit mixers > Band filters > Driver > Power amplifier > Antenna relay > {own band} VCO and filters > Low-pass filters > Coupler
[CW AM FM] Transmit {mode} {band} (transmit, {mode}, {band}): Carrier oscillator > Transmit IF amplifier > Transmit mixers > Band filters > Driver > Power amplifier > Antenna relay > {own band} VCO and filters > Low-pass filters > Coupler
Meter follows the signal (control, receive): Low-pass filters > Antenna relay > Band filters > RF amplifier > First mixer > First IF filter > First IF amplifier > Second mixer > Crystal filter > Second IF amplifier > AGC
Every band locks (control, receive): Controller > PLL > Loop filter > VCO > VCO buffer
Display and keys (control, receive): Controller > Display`,
  points: `SUP1 | supply at the board | Supply input | own | V | | 13.8 | 13 | 14.4
RAIL1 | 8 V rail | 8 V regulator | own | V | | 8 | 7.7 | 8.4
RAIL2 | 5 V rail | 5 V regulator | own | V | | 5 | 4.75 | 5.25
LOOP1 | loop voltage | Loop filter | own | V | | 3.5 | 1 | 7
VCO1 | level of the VCO | VCO buffer | own | dBm | | 3 | -5 | 10
OSC2 | second oscillator | Second oscillator | own | dBm | | 0 | -8 | 7
CAR1 | carrier oscillator | Carrier oscillator | own | dBm | | -5 | -15 | 3
AGC1 | AGC line, no signal | AGC | own | V | receive | 3 | 1 | 5
IFO1 | second IF output, 50 µV in | Second IF amplifier | signal | dBm | receive | -25 | -40 | -10
AFO1 | AF output | AF power stage | signal | V | receive | 1 | 0.3 | 3
BIAS1 | bias of the final | Bias | own | V | keyed | 0.65 | 0.55 | 0.75
DRV1 | level at the driver | Band filters | signal | dBm | keyed | 0 | -8 | 8`,
  levels: `Low-pass filters | receive | -74
Antenna relay | receive | -74
Band filters | receive | -76
RF amplifier | receive | -66
First mixer | receive | -68
First IF filter | receive | -71
First IF amplifier | receive | -55
Second mixer | receive | -50
Crystal filter | receive | -54
Second IF amplifier | receive | -25`,
  tests: `${hfTests}
freq | Frequency error | keyed | Hz | -100 | 100 | counter at the antenna, against the display
cur | Current on receive | receive | A | 0.5 | 2.5
curtx | Current on transmit | keyed | A | 12 | 22`,
  checks: `Fuse | the value on the case | | | | Supply input
Supply lead polarity | as marked, no short to the case | | | | Supply input
Resistance across the supply, switched on | above 10 ohms | ohm | 10 | | Supply input
Final transistors, base to emitter and collector to emitter | no short | | | | Power amplifier`,
  cautions: `rf | Key only into a dummy load.
beryllium-oxide | Final transistors may hold beryllium oxide: never break, grind or heat one open.`,
  alignment: `Reference | reference trimmer | counter | on its frequency
VCO | VCO trimmers, band by band | LOOP1 | within its range at both ends | Reference
Carrier points | carrier oscillator trimmers | counter | as the filter wants | Reference
Receiver | band filter and IF cores | AGC1 or S-meter | peak, generator turned back as it rises | VCO
S-meter | meter trimmers | {S9} | S9 | Receiver
Bias | bias trimmers | supply current | the idle current of the handbook, from the least
Carrier balance | balance trimmers | antenna, no speech | least | Carrier points
Power and ALC | ALC trimmers | wattmeter | rated PEP | Bias; Receiver`,
};
