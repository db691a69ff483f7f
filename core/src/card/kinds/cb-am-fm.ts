import { channelPlans } from '../../plan/channel-plans';
import { mobile, type SetKind } from './set-kind';

/** What is usual: steps of 10 kHz from one crystal, the loop below the carrier by the first intermediate frequency. */
const firstIfHz = 10_695_000;
const stepHz = 10_000;
const plan = `reference | Reference | oscillates | | 10.24M
step | Phase detector | divides | reference | | 1024
loop | VCO | locks | step
first IF | IF filter | passes | | 10.695M
received | Mixer | mixes-up | loop; first IF | | | receive
offset | Transmit mixer | oscillates | | 10.695M
sent | Transmit mixer | mixes-up | loop; offset | | | transmit`;
const tunings = (channelPlans.find(({ id }) => id === 'cb-eu-40')?.channels ?? [])
  .map(({ channel, hz }) => `ch ${channel} | | loop = ${(hz - firstIfHz) / stepHz}`)
  .join('\n');

export const cbAmFm: SetKind = {
  id: 'cb-am-fm',
  name: 'CB, AM and FM, PLL',
  ifHz: 455_000,
  kind: 'cb-pll',
  supply: mobile,
  modes: ['AM', 'FM'],
  usualModes: 2,
  bands: [],
  usualBands: 0,
  channelPlan: 'cb-eu-40',
  channels: { from: 1, to: 40, usual: 19 },
  sections: `Supply input ! reverse polarity: protection diode shorted, fuse blown
Regulator < Supply input
PTT switch < Regulator
Antenna filter
T/R switch < PTT switch
RF amplifier < PTT switch (supply), AGC ! killed by a linear amplifier or lightning
Mixer < Regulator, VCO buffer
IF filter
IF amplifier < PTT switch (supply), AGC
AGC < Regulator
[AM] AM detector
[FM] FM detector < Regulator
Squelch < Regulator
AF amplifier, audio < Regulator
AF power stage, audio < Supply input ! dries out: its electrolytics
Speaker
Channel switch < Regulator ! worn contacts
Reference < Regulator
Divider < Regulator, Channel switch, VCO buffer
Phase detector < Regulator, Divider, Reference
Loop filter < Phase detector
VCO < Regulator, Loop filter ! core works loose, trimmer ages
VCO buffer, amplifier < Regulator, VCO
Microphone amplifier, audio < Regulator
Transmit mixer < PTT switch (supply), VCO buffer
Driver, amplifier < PTT switch (supply)
Power amplifier < Supply input ! dies of a bad antenna`,
  functions: `[AM] Receive AM (receive, AM): Antenna filter > T/R switch > RF amplifier > Mixer > IF filter > IF amplifier > AM detector > Squelch > AF amplifier > AF power stage > Speaker
[FM] Receive FM (receive, FM): Antenna filter > T/R switch > RF amplifier > Mixer > IF filter > IF amplifier > FM detector > Squelch > AF amplifier > AF power stage > Speaker
Transmit {mode} (transmit, {mode}): Transmit mixer > Driver > Power amplifier > Antenna filter
[AM] Modulation AM (transmit, AM): Microphone amplifier > AF amplifier > AF power stage > Power amplifier > Antenna filter
[FM] Modulation FM (transmit, FM): Microphone amplifier > VCO > VCO buffer > Transmit mixer > Driver > Power amplifier > Antenna filter
Squelch closes (control, receive): Squelch
Squelch opens on a signal (control, receive): Antenna filter > T/R switch > RF amplifier > Mixer > IF filter > IF amplifier > Squelch
Meter follows the signal (control, receive): Antenna filter > T/R switch > RF amplifier > Mixer > IF filter > IF amplifier > AGC
All channels alike (control, receive): Channel switch > Divider > Phase detector > Loop filter > VCO > VCO buffer`,
  points: `SUP1 | supply at the board | Supply input | own | V | | 13.8 | 13 | 14.4
RAIL1 | regulated rail | Regulator | own | V | | 8 | 7.5 | 9.5
LOOP1 | loop voltage | Loop filter | own | V | | 3 | 1 | 6
VCO1 | level of the VCO | VCO buffer | own | dBm | | -5 | -15 | 3
AGC1 | AGC line, no signal | AGC | own | V | receive | 1.5 | 0.5 | 4
IFO1 | IF output, 50 µV in | IF amplifier | signal | dBm | receive | -30 | -45 | -15
AFO1 | AF output | AF power stage | signal | V | receive | 1 | 0.3 | 3
DRV1 | level at the driver | Driver | signal | dBm | keyed | 20 | 14 | 25
BIAS1 | supply of the transmit stages | PTT switch | own | V | keyed | 8 | 7 | 13.8`,
  plan,
  tunings,
  levels: `Antenna filter | receive | -74
RF amplifier | receive | -60
Mixer | receive | -52
IF filter | receive | -58
IF amplifier | receive | -30`,
  tests: `pwr | Carrier power | keyed, {mode}, ch 19 | W | 3 | 4.4 | into 50 ohms, no modulation
freq | Frequency error | keyed, ch 19 | Hz off channel | -1350 | 1350
[AM] mod | Depth of modulation | keyed, AM, ch 19 | % | 70 | 100 | 1 kHz, normal speech level
[FM] dev | Deviation | keyed, FM, ch 19 | Hz | 1.2k | 2k | 1 kHz, normal speech level
[AM] sens | Sensitivity for 10 dB (S+N)/N | receive, AM, ch 19 | V | | 1u | 1 kHz, 30%
[FM] sens | Sensitivity for 12 dB SINAD | receive, FM, ch 19 | V | | 0.7u | 1 kHz, 1.2 kHz deviation
sq | Squelch opens at, tight | receive, ch 19 | V | 10u | 1m
audio | Audio output at 10% distortion | receive, ch 19 | W | 1.5 | | into 8 ohms
cur | Current on receive, squelched | receive | A | 0.1 | 0.8
curtx | Current on transmit | keyed | A | 0.8 | 2
spur | Harmonics and spurious | keyed, ch 19 | dBc | | -50`,
  checks: `Fuse | the value on the case | | | | Supply input
Supply lead polarity | as marked, no short to the case | | | | Supply input
Resistance across the supply, switched on | above 20 ohms | ohm | 20 | | Supply input
Bench supply current limit | 1.5 A`,
  cautions: `rf | Key only into a dummy load.`,
  alignment: `Reference frequency | reference trimmer | counter at the antenna, keyed | channel frequency
Loop voltage | VCO core | LOOP1 | about 1.5 V on the lowest channel | Reference frequency
Transmit stages | driver and output cores | wattmeter | peak | Loop voltage
Receiver | RF and IF cores | AGC1 or S-meter | peak, generator turned back as it rises | Loop voltage
S-meter | meter trimmer | {S9} | S9 | Receiver
Squelch range | squelch trimmer | 1 mV | just opens when tight | Receiver
[AM] Depth of modulation | AMC trimmer | oscilloscope | 90 to 95% | Transmit stages
[FM] Deviation | deviation trimmer | deviation meter | 1.8 kHz | Transmit stages`,
};
