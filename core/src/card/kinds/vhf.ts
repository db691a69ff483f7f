import { mobile, type SetKind } from './set-kind';

const sections = `Supply input ! reverse polarity: protection diode shorted, fuse blown
8 V regulator < Supply input
5 V regulator < Supply input
Controller < 5 V regulator ! memory cell empty
Display < 5 V regulator, Controller (control)
PTT switch < 8 V regulator, Controller (control)
Receive line, switch < 8 V regulator, PTT switch ! switching transistor
Transmit line, switch < 8 V regulator, PTT switch ! switching transistor
Antenna filter ! killed by lightning
Antenna switch < Transmit line (switching, keyed) ! PIN diodes
RF amplifier < Receive line (supply) ! killed by strong signals
First mixer < Receive line (supply), VCO buffer (injection)
Crystal filter
Second mixer < 8 V regulator, Second oscillator
Second oscillator < 8 V regulator
455 kHz filter
IF amplifier < 8 V regulator
FM detector < 8 V regulator
Squelch < 8 V regulator
AF amplifier, audio < 8 V regulator, Controller (control)
AF power stage, audio < Supply input
Speaker
Reference < 5 V regulator
PLL < 5 V regulator, Controller (control), Reference (injection), VCO buffer (injection)
Loop filter < PLL
VCO, oscillator < 8 V regulator, Loop filter ! trimmer ages: out of lock
VCO buffer, amplifier < 8 V regulator, VCO
Microphone amplifier, audio < 8 V regulator
Tone encoder, oscillator < Controller (supply)
Transmit buffer, amplifier < Transmit line (supply)
Driver, amplifier < Transmit line (supply), Power control (control)
Power amplifier < Supply input ! module worn by heat
Power control, control < Transmit line (supply)`;

const functions = `Receive {band} (receive, FM, {band}): Antenna filter > Antenna switch > RF amplifier > First mixer > Crystal filter > Second mixer > 455 kHz filter > IF amplifier > FM detector > Squelch > AF amplifier > AF power stage > Speaker
Transmit {band} (transmit, FM, {band}): VCO > VCO buffer > Transmit buffer > Driver > Power amplifier > Antenna switch > Antenna filter
Speech {band} (transmit, FM, {band}): Microphone amplifier > VCO > VCO buffer > Transmit buffer > Driver > Power amplifier > Antenna switch > Antenna filter
Tone opens the repeater (control, keyed): Tone encoder > VCO > VCO buffer > Transmit buffer > Driver > Power amplifier > Antenna switch > Antenna filter
Squelch closes (control, receive): FM detector > Squelch
Squelch opens on a signal (control, receive): Antenna filter > Antenna switch > RF amplifier > First mixer > Crystal filter > Second mixer > 455 kHz filter > IF amplifier > FM detector > Squelch
Meter follows the signal (control, receive): Antenna filter > Antenna switch > RF amplifier > First mixer > Crystal filter > Second mixer > 455 kHz filter > IF amplifier
All channels lock (control, receive): Controller > PLL > Loop filter > VCO > VCO buffer
Display and keys (control, receive): Controller > Display`;

const points = `SUP1 | supply at the board | Supply input | own | V | | 13.8 | 13 | 14.4
RAIL1 | 8 V rail | 8 V regulator | own | V | | 8 | 7.6 | 8.4
RAIL2 | 5 V rail | 5 V regulator | own | V | | 5 | 4.75 | 5.25
LOOP1 | loop voltage | Loop filter | own | V | | 3 | 0.8 | 7
VCO1 | level of the VCO | VCO buffer | own | dBm | | -3 | -12 | 5
OSC2 | second oscillator | Second oscillator | own | dBm | | -10 | -20 | 0
IFO1 | IF output, 50 µV in | IF amplifier | signal | dBm | receive | -25 | -40 | -10
DET1 | audio at the detector | FM detector | signal | V | receive | 0.2 | 0.08 | 0.5
AFO1 | AF output | AF power stage | signal | V | receive | 1 | 0.3 | 3
PTT1 | supply of the transmit stages | Transmit line | own | V | keyed | 8 | 7.4 | 13.8
RXL1 | supply of the receive stages | Receive line | own | V | receive | 8 | 7.4 | 13.8
DRV1 | level at the power stage | Driver | signal | dBm | keyed | 22 | 15 | 30
APC1 | power control line | Power control | own | V | keyed | 4 | 1 | 9`;

const levels = `Antenna filter | receive | -74
Antenna switch | receive | -75
RF amplifier | receive | -60
First mixer | receive | -54
Crystal filter | receive | -57
Second mixer | receive | -45
455 kHz filter | receive | -51
IF amplifier | receive | -25`;

const checks = `Fuse | the value on the case | | | | Supply input
Supply lead polarity | as marked, no short to the case | | | | Supply input
Resistance across the supply, switched on | above 10 ohms | ohm | 10 | | Supply input`;

const alignment = `Reference | reference trimmer | counter at the antenna, keyed | channel frequency
Loop voltage | VCO trimmer | LOOP1 | within its range on the lowest and highest channel | Reference
Power | power trimmer | wattmeter | rated power, high and low | Loop voltage
Deviation | deviation trimmer | deviation meter | 1 kHz at the microphone, twice the normal level | Reference
Tone deviation | tone trimmer | deviation meter | 350 to 500 Hz | Deviation
Receiver | front-end and IF cores | SINAD at 0.2 µV | best | Loop voltage
Squelch | squelch trimmer | SINAD | opens at 8 to 12 dB | Receiver`;

/** Tests of an FM set with so much power, deviation and current. */
const tests = (
  watts: readonly [number, number],
  deviation: readonly [string, string],
  ppm: number,
  amps: readonly [number, number],
): string => `pwr | Power | keyed, FM, {band} | W | ${watts[0]} | ${watts[1]} | into 50 ohms, high power
freq | Frequency error | keyed, FM, {band} | ppm | -${ppm} | ${ppm} | counter, no modulation
dev | Greatest deviation | keyed, FM, {band} | Hz | ${deviation[0]} | ${deviation[1]} | 1 kHz, 20 dB above normal speech
tonedev | Deviation of the tone | keyed, FM | Hz | 300 | 800
sens | Sensitivity for 12 dB SINAD | receive, FM, {band} | V | | 0.25u | 1 kHz, 60% of the greatest deviation
sinad | SINAD at 1 mV | receive, FM, {band} | dB | 30
sq | Squelch opens at | receive, FM, {band} | V | 0.08u | 0.3u
audio | Audio output at 5% distortion | receive | W | 1.5 | | into 8 ohms
cur | Current on receive, squelched | receive | A | 0.15 | 0.8
curtx | Current on transmit | keyed | A | ${amps[0]} | ${amps[1]}
spur | Harmonics and spurious | keyed, FM, {band} | dBc | | -60`;

const cautions = `rf | Key only into a dummy load.
beryllium-oxide | Power transistors and modules may hold beryllium oxide: never break, grind or heat one open.`;

const fm = { modes: ['FM'], usualModes: 1, ifHz: 455_000, sections, functions, points, levels, checks, alignment, cautions } as const;

export const fmMobile: SetKind = {
  ...fm,
  id: 'fm-mobile',
  name: 'VHF or UHF FM, one band',
  kind: 'vhf-uhf-fm',
  supply: { ...mobile, currentLimitA: 14 },
  bands: ['2 m', '70 cm', '4 m', '6 m', '23 cm'],
  usualBands: 1,
  tests: tests([40, 60], ['4k', '5k'], 5, [5, 13]),
};

/** What each band of a set of two has for itself, from its antenna switch to its detector and from its VCO to its power stage. */
const bySelf = [
  'Antenna switch',
  'RF amplifier',
  'First mixer',
  'Crystal filter',
  'Second mixer',
  '455 kHz filter',
  'IF amplifier',
  'FM detector',
  'PLL',
  'Loop filter',
  'VCO buffer',
  'VCO',
  'Transmit buffer',
  'Driver',
  'Power amplifier',
];
const eachBand = (text: string): string =>
  text
    .split('\n')
    .map((line) => bySelf.reduce((said, name) => said.replace(new RegExp(`\\b${name}(?! buffer| \\{)\\b`, 'g'), `${name} {band}`), line))
    .map((line) => line.replace(/^([A-Z]+)\d \|(.*\{band\})/, '$1{n} |$2'))
    .join('\n');

export const fmDualBand: SetKind = {
  ...fm,
  id: 'fm-dual-band',
  name: 'VHF and UHF FM, two bands',
  kind: 'vhf-uhf-fm',
  supply: { ...mobile, currentLimitA: 14 },
  bands: ['2 m', '70 cm', '6 m', '23 cm'],
  usualBands: 2,
  sections: eachBand(sections.replace('Antenna filter !', 'Duplexer, filter !')),
  functions: eachBand(functions.replaceAll('Antenna filter', 'Duplexer'))
    .replace('Meter follows the signal (control, receive)', 'Meter {band} follows the signal (control, receive, {band})')
    .replace('All channels lock (control, receive)', 'All channels lock {band} (control, receive, {band})')
    .replace('Squelch closes (control, receive)', 'Squelch {band} closes (control, receive, {band})')
    .replace('Squelch opens on a signal (control, receive)', 'Squelch {band} opens on a signal (control, receive, {band})')
    .replace('Tone opens the repeater (control, keyed)', 'Tone opens the repeater {band} (control, keyed, {band})'),
  levels: eachBand(levels).replaceAll('Antenna filter', 'Duplexer'),
  points: eachBand(points).replace(/(\{band\}.*\| (?:receive|keyed)) \|/g, '$1, {band} |'),
  tests: tests([30, 60], ['4k', '5k'], 5, [5, 13]),
};

export const handHeld: SetKind = {
  ...fm,
  id: 'hand-held',
  name: 'Hand-held, FM',
  kind: 'hand-held',
  supply: { kind: 'dc', nominalV: 7.4, currentLimitA: 2.5 },
  bands: ['2 m', '70 cm', 'PMR', 'marine'],
  usualBands: 1,
  sections: sections
    .replace(/^Supply input.*$/m, 'Battery contacts, connector ! bent, green\nSupply input < Battery contacts')
    .replaceAll('8 V regulator', '5 V analogue regulator')
    .replace('5 V regulator < Supply input', '5 V regulator < Supply input'),
  points: points
    .replace(
      'SUP1 | supply at the board | Supply input | own | V | | 13.8 | 13 | 14.4',
      'SUP1 | battery under load | Battery contacts | own | V | | 7.4 | 6.8 | 8.4',
    )
    .replace(
      'RAIL1 | 8 V rail | 8 V regulator | own | V | | 8 | 7.6 | 8.4',
      'RAIL1 | analogue rail | 5 V analogue regulator | own | V | | 5 | 4.7 | 5.3',
    )
    .replace(
      'PTT1 | supply of the transmit stages | Transmit line | own | V | keyed | 8 | 7.4 | 13.8',
      'PTT1 | supply of the transmit stages | Transmit line | own | V | keyed | 5 | 4.6 | 7.4',
    ),
  tests: tests([0.4, 6], ['2k', '5k'], 5, [0.5, 2])
    .replace('audio | Audio output at 5% distortion | receive | W | 1.5', 'audio | Audio output at 10% distortion | receive | W | 0.3')
    .replace('receive | A | 0.15 | 0.8', 'receive | A | 0.02 | 0.2'),
  checks: `Battery, open and under load | no cell reversed, no swelling | | | | Battery contacts
Battery contacts | clean, springs strong | | | | Battery contacts
Antenna socket, centre to ground | as the maker says, no play | | | | Antenna filter
Bench supply current limit | 2 A`,
  cautions: 'rf | Key into a dummy load; a hand-held close to the eyes is not keyed.',
};

export const landMobile: SetKind = {
  ...fm,
  id: 'land-mobile',
  name: 'Land mobile, narrow band',
  kind: 'land-mobile',
  supply: { ...mobile, currentLimitA: 12 },
  bands: ['low band', 'VHF', 'UHF'],
  usualBands: 1,
  tests: tests([20, 30], ['2k', '2.5k'], 2.5, [4, 9]),
};

export const repeater: SetKind = {
  ...fm,
  id: 'repeater',
  name: 'Base station or repeater, FM',
  kind: 'repeater',
  supply: { ...mobile, currentLimitA: 15 },
  bands: ['VHF', 'UHF', '2 m', '70 cm'],
  usualBands: 1,
  sections: `${sections
    .replace(/^Antenna filter.*$/m, 'Receive filter, filter ! detuned, bad joint\nTransmit filter, filter ! detuned, bad joint')
    .replace(/^Antenna switch.*\n/m, '')}
Receive controller, control < 5 V regulator
Link audio, audio < 8 V regulator, Receive controller (control)`,
  functions: `${functions
    .replaceAll(': Antenna filter > Antenna switch > RF amplifier', ': Receive filter > RF amplifier')
    .replaceAll('> Antenna switch > Antenna filter', '> Transmit filter')}
Repeats what it hears (transmit, FM): Receive filter > RF amplifier > First mixer > Crystal filter > Second mixer > 455 kHz filter > IF amplifier > FM detector > Receive controller > Link audio > VCO > VCO buffer > Transmit buffer > Driver > Power amplifier > Transmit filter
Hears while it sends (control, keyed): Receive filter > RF amplifier > First mixer`,
  levels: levels.replace('Antenna filter', 'Receive filter').replace(/^Antenna switch.*\n/m, ''),
  tests: `${tests([20, 60], ['2k', '5k'], 1.5, [5, 14])}
desense | Loss of sensitivity while it sends | keyed, FM | dB | | 1`,
};

export const vhfAllMode: SetKind = {
  id: 'vhf-all-mode',
  name: 'VHF or UHF, all modes',
  ifHz: 10_700_000,
  kind: 'vhf-all-mode',
  supply: { ...mobile, currentLimitA: 8 },
  modes: ['FM', 'USB', 'LSB', 'CW', 'AM'],
  usualModes: 4,
  bands: ['2 m', '70 cm', '6 m', '23 cm'],
  usualBands: 1,
  sections: `${sections.replace('455 kHz filter\n', '455 kHz filter\nSSB filter, filter\n')}
AGC < 8 V regulator
[USB LSB CW] Product detector < 8 V regulator, Carrier oscillator
Carrier oscillator < 8 V regulator
[USB LSB] Balanced modulator < 8 V regulator, Carrier oscillator
Transmit mixer < Transmit line (supply), VCO buffer (injection), Carrier oscillator, ALC (control)
ALC < 8 V regulator`,
  functions: `[FM] Receive FM {band} (receive, FM, {band}): Antenna filter > Antenna switch > RF amplifier > First mixer > Crystal filter > Second mixer > 455 kHz filter > IF amplifier > FM detector > AF amplifier > AF power stage > Speaker
[USB LSB CW] Receive {mode} {band} (receive, {mode}, {band}): Antenna filter > Antenna switch > RF amplifier > First mixer > SSB filter > IF amplifier > Product detector > AF amplifier > AF power stage > Speaker
[FM] Transmit FM {band} (transmit, FM, {band}): VCO > VCO buffer > Transmit mixer > Transmit buffer > Driver > Power amplifier > Antenna switch > Antenna filter
[FM] Speech {band} (transmit, FM, {band}): Microphone amplifier > VCO > VCO buffer > Transmit mixer > Transmit buffer > Driver > Power amplifier > Antenna switch > Antenna filter
[FM] Tone opens the repeater (control, keyed): Tone encoder > VCO > VCO buffer > Transmit mixer > Transmit buffer > Driver > Power amplifier > Antenna switch > Antenna filter
[USB LSB] Transmit {mode} {band} (transmit, {mode}, {band}): Microphone amplifier > Balanced modulator > SSB filter > Transmit mixer > Transmit buffer > Driver > Power amplifier > Antenna switch > Antenna filter
[CW AM] Transmit {mode} {band} (transmit, {mode}, {band}): Carrier oscillator > Transmit mixer > Transmit buffer > Driver > Power amplifier > Antenna switch > Antenna filter
[FM] Squelch closes (control, receive): FM detector > Squelch
[FM] Squelch opens on a signal (control, receive): Antenna filter > Antenna switch > RF amplifier > First mixer > Crystal filter > Second mixer > 455 kHz filter > IF amplifier > FM detector > Squelch
Meter follows the signal (control, receive): Antenna filter > Antenna switch > RF amplifier > First mixer > SSB filter > IF amplifier > AGC
All channels lock (control, receive): Controller > PLL > Loop filter > VCO > VCO buffer
Display and keys (control, receive): Controller > Display`,
  points,
  tests: `[FM] pwr | Power | keyed, FM, {band} | W | 8 | 30 | into 50 ohms
[USB LSB CW] pwr | Power | keyed, {mode}, {band} | W | 8 | 30 | peak-reading meter
freq | Frequency error | keyed, {band} | ppm | -5 | 5
[FM] dev | Greatest deviation | keyed, FM, {band} | Hz | 4k | 5k
[FM] sens | Sensitivity for 12 dB SINAD | receive, FM, {band} | V | | 0.25u
[USB LSB CW] sens | Sensitivity for 10 dB (S+N)/N | receive, {mode}, {band} | V | | 0.2u
audio | Audio output at 10% distortion | receive | W | 1.5
cur | Current on receive, squelched | receive | A | 0.3 | 1.2
curtx | Current on transmit | keyed | A | 2.5 | 8
spur | Harmonics and spurious | keyed, {band} | dBc | | -60`,
  checks,
  cautions,
  alignment,
};
