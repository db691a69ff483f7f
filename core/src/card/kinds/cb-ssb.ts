import { mobile, type SetKind } from './set-kind';

export const cbSsb: SetKind = {
  id: 'cb-ssb',
  name: 'CB and 10 m, AM, FM and SSB',
  ifHz: 10_700_000,
  kind: 'cb-ssb',
  supply: { ...mobile, currentLimitA: 6 },
  modes: ['AM', 'FM', 'USB', 'LSB', 'CW'],
  usualModes: 4,
  bands: [],
  usualBands: 0,
  channelPlan: 'cb-eu-40',
  channels: { from: 1, to: 40, usual: 19 },
  sections: `Supply input ! reverse polarity: protection diode shorted, fuse blown
Regulator < Supply input
Mode switch, switch < Regulator ! worn contacts
PTT switch < Regulator
Antenna filter
T/R switch < PTT switch
RF amplifier < PTT switch (supply), AGC
Receive mixer < Regulator, VCO buffer
Crystal filter
IF amplifier < PTT switch (supply), AGC
AGC < Regulator
[AM] AM detector < Mode switch (switching)
[FM] FM detector < Mode switch (supply)
[USB LSB CW] Product detector < Regulator, Carrier oscillator
Squelch < Regulator
AF amplifier, audio < Regulator
AF power stage, audio < Supply input
Speaker
Channel switch < Regulator
Clarifier, control < Regulator ! worn track
Reference < Regulator, Clarifier (control)
Divider < Regulator, Channel switch, VCO buffer
Phase detector < Regulator, Divider, Reference
Loop filter < Phase detector
VCO < Regulator, Loop filter ! core works loose
VCO buffer, amplifier < Regulator, VCO
Carrier oscillator < Regulator, Mode switch
Microphone amplifier, audio < Regulator
Balanced modulator < Regulator, Carrier oscillator, Mode switch
Transmit mixer < PTT switch (supply), VCO buffer
Driver, amplifier < PTT switch (supply), ALC (control)
ALC < Regulator
Bias, control < PTT switch (supply)
Power amplifier < Supply input, Bias (bias) ! dies of a bad antenna`,
  functions: `[AM] Receive AM (receive, AM): Antenna filter > T/R switch > RF amplifier > Receive mixer > Crystal filter > IF amplifier > AM detector > Squelch > AF amplifier > AF power stage > Speaker
[FM] Receive FM (receive, FM): Antenna filter > T/R switch > RF amplifier > Receive mixer > Crystal filter > IF amplifier > FM detector > Squelch > AF amplifier > AF power stage > Speaker
[USB LSB CW] Receive {mode} (receive, {mode}): Antenna filter > T/R switch > RF amplifier > Receive mixer > Crystal filter > IF amplifier > Product detector > Squelch > AF amplifier > AF power stage > Speaker
[AM FM] Transmit {mode} (transmit, {mode}): Carrier oscillator > Balanced modulator > Transmit mixer > Driver > Power amplifier > Antenna filter
[USB LSB] Transmit {mode} (transmit, {mode}): Microphone amplifier > Balanced modulator > Crystal filter > Transmit mixer > Driver > Power amplifier > Antenna filter
[CW] Transmit CW (transmit, CW): Carrier oscillator > Balanced modulator > Transmit mixer > Driver > Power amplifier > Antenna filter
[AM] Modulation AM (transmit, AM): Microphone amplifier > AF power stage > Power amplifier > Antenna filter
[FM] Modulation FM (transmit, FM): Microphone amplifier > VCO > VCO buffer > Transmit mixer > Driver > Power amplifier > Antenna filter
Squelch closes (control, receive): Squelch
Squelch opens on a signal (control, receive): Antenna filter > T/R switch > RF amplifier > Receive mixer > Crystal filter > IF amplifier > Squelch
Meter follows the signal (control, receive): Antenna filter > T/R switch > RF amplifier > Receive mixer > Crystal filter > IF amplifier > AGC
Clarifier moves the frequency (control, receive): Clarifier > Reference
All channels alike (control, receive): Channel switch > Divider > Phase detector > Loop filter > VCO > VCO buffer`,
  points: `SUP1 | supply at the board | Supply input | own | V | | 13.8 | 13 | 14.4
RAIL1 | regulated rail | Regulator | own | V | | 8 | 7.5 | 9.5
LOOP1 | loop voltage | Loop filter | own | V | | 3 | 1 | 6
VCO1 | level of the VCO | VCO buffer | own | dBm | | -3 | -12 | 5
CAR1 | carrier oscillator | Carrier oscillator | own | dBm | | -5 | -15 | 3
AGC1 | AGC line, no signal | AGC | own | V | receive | 1.5 | 0.5 | 5
IFO1 | IF output, 50 µV in | IF amplifier | signal | dBm | receive | -30 | -45 | -15
AFO1 | AF output | AF power stage | signal | V | receive | 1 | 0.3 | 3
BAL1 | output of the modulator | Balanced modulator | signal | dBm | keyed | -25 | -35 | -15
DRV1 | level at the driver | Driver | signal | dBm | keyed | 22 | 16 | 28
BIAS1 | bias of the final | Bias | own | V | keyed | 0.65 | 0.55 | 0.75`,
  levels: `Antenna filter | receive | -74
RF amplifier | receive | -60
Receive mixer | receive | -54
Crystal filter | receive | -58
IF amplifier | receive | -30`,
  tests: `[AM FM] pwr | Carrier power | keyed, {mode}, ch 19 | W | 3 | 10 | into 50 ohms, no modulation
[USB LSB] pep | PEP | keyed, {mode}, ch 19 | W | 10 | 25 | two tones or speech, peak-reading meter
[AM FM] freq | Frequency error | keyed, {mode}, ch 19 | Hz off channel | -800 | 800
[AM] mod | Depth of modulation | keyed, AM, ch 19 | % | 70 | 100 | 1 kHz, normal speech level
[FM] dev | Deviation | keyed, FM, ch 19 | Hz | 1.2k | 2k | 1 kHz, normal speech level
[USB LSB] supp | Carrier suppression | keyed, {mode}, ch 19 | dB | 40
[AM] sens | Sensitivity for 10 dB (S+N)/N | receive, AM, ch 19 | V | | 1u | 1 kHz, 30%
[FM] sens | Sensitivity for 12 dB SINAD | receive, FM, ch 19 | V | | 0.7u
[USB LSB CW] sens | Sensitivity for 10 dB (S+N)/N | receive, {mode}, ch 19 | V | | 0.35u
sq | Squelch opens at, tight | receive, ch 19 | V | 10u | 1m
audio | Audio output at 10% distortion | receive, ch 19 | W | 1.5 | | into 8 ohms
cur | Current on receive, squelched | receive | A | 0.2 | 1
curtx | Current on transmit | keyed | A | 1 | 6
spur | Harmonics and spurious | keyed, ch 19 | dBc | | -50`,
  checks: `Fuse | the value on the case | | | | Supply input
Supply lead polarity | as marked, no short to the case | | | | Supply input
Resistance across the supply, switched on | above 20 ohms | ohm | 20 | | Supply input
Final transistor, base to emitter and collector to emitter | no short | | | | Power amplifier`,
  cautions: `rf | Key only into a dummy load.`,
  alignment: `Reference frequency | reference trimmer | counter | channel frequency, clarifier in the middle
Loop voltage | VCO core | LOOP1 | within its range on the first and last channel | Reference frequency
[USB LSB] Carrier points | carrier oscillator trimmers | counter | as the filter wants | Reference frequency
[USB LSB] Carrier balance | balance trimmers | antenna, no speech | least | Carrier points
Bias | bias trimmer | BIAS1 and the supply current | before power, from its minimum
Transmit stages | driver and output cores | wattmeter | peak | Loop voltage; Bias
ALC | ALC trimmer | wattmeter | rated PEP | Transmit stages
Receiver | RF and IF cores | AGC1 or S-meter | peak, generator turned back as it rises | Loop voltage
S-meter | meter trimmer | {S9} | S9 | Receiver`,
};
