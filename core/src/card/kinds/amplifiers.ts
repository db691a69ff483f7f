import { mains, mobile, type SetKind } from './set-kind';

const hfBands = ['80 m', '40 m', '20 m', '15 m', '10 m', '160 m', '30 m', '17 m', '12 m', '6 m', '11 m'] as const;

export const ampTransistor: SetKind = {
  id: 'amp-transistor',
  name: 'Linear amplifier, transistors',
  kind: 'linear-amplifier',
  supply: { ...mobile, currentLimitA: 25 },
  modes: [],
  usualModes: 0,
  bands: hfBands,
  usualBands: 5,
  lacks: ['it has no receiver: in receive it only passes through'],
  sections: `Supply input ! reverse polarity kills it
Key sensing, switch < Supply input
Input relay < Key sensing (switching, keyed) ! burnt contacts
Antenna relay < Key sensing (switching, keyed) ! burnt contacts
Input attenuator, filter
Input transformer, transformer
Bias, control < Supply input, Key sensing
Power transistors, power-amplifier < Supply input, Bias (bias) ! one of a pair dies first
Output transformer, transformer ! burnt
Low-pass filters, filter ! relays, cracked capacitors
{own band} filter ! cracked capacitors
SWR protection, control < Supply input
Fan, display < Supply input`,
  functions: `Amplify {band} (transmit, {band}): Input relay > Input attenuator > Input transformer > Power transistors > Output transformer > Low-pass filters > {own band} filter > Antenna relay
Receive straight through (receive): Input relay > Antenna relay
Keys with the drive (control, keyed): Key sensing
Protection trips on a bad antenna (control, keyed): SWR protection
Fan runs (control): Fan`,
  points: `SUP1 | supply at the transistors | Supply input | own | V | keyed | 13.8 | 12.8 | 14.4
KEY1 | relay line | Key sensing | own | V | keyed | 13 | 11 | 14.4
BIAS1 | bias of the transistors | Bias | own | V | keyed | 0.65 | 0.55 | 0.75`,
  tests: `pwr | Output | keyed, {band} | W | 50 | 600 | rated drive, into 50 ohms
gain | Gain | keyed, {band} | dB | 8 | 16
swr | SWR at the input | keyed, {band} | | | 1.8
idle | Idle current of the transistors | keyed | A | 0.1 | 2 | no drive
curtx | Current at full output | keyed | A | 5 | 60
spur | Harmonics | keyed, {band} | dBc | | -40
loss | Loss straight through | receive | dB | | 0.5`,
  checks: `Fuse | the value on the case | | | | Supply input
Supply lead polarity | as marked, no short to the case | | | | Supply input
Each transistor, base to emitter and collector to emitter | no short, pairs alike | | | | Power transistors
Bias at its minimum | before new transistors get power | | | | Bias`,
  cautions: `rf | Key only into a dummy load that bears the power; RF burns are deep.
beryllium-oxide | RF transistors may hold beryllium oxide: never break, grind or heat one open.`,
  alignment: `Bias | bias trimmer | supply current, no drive | from its least up to the idle current
Input match | input capacitors | SWR at the input | least | Bias
Output | output capacitors | wattmeter | most power at least current | Input match`,
};

export const ampValve: SetKind = {
  id: 'amp-valve',
  name: 'Linear amplifier, valves',
  kind: 'linear-amplifier',
  supply: { ...mains, currentLimitA: 8 },
  modes: [],
  usualModes: 0,
  bands: hfBands,
  usualBands: 5,
  lacks: ['it has no receiver: in receive it only passes through'],
  sections: `Mains input
Interlock, switch < Mains input ! bent, out of place
Soft start, relay < Interlock (supply)
HV transformer < Soft start (supply)
HV rectifier < HV transformer ! one diode short takes the fuse
HV reservoir, rectifier < HV rectifier ! electrolytics dry out, bleeders go open
Filament transformer < Soft start (supply)
Relay supply, regulator < Mains input
Key line, switch < Relay supply
Input relay < Key line (switching, keyed) ! burnt contacts
Antenna relay < Key line (switching, keyed) ! burnt contacts
Input network
Band switch ! burnt wafer
Bias, control < Key line
Grid protection, control < Relay supply
Valve < HV reservoir, Plate choke (supply), Filament transformer, Bias (bias) ! soft, gassy, grid short
Plate choke, tank < HV reservoir ! burnt turn
Parasitic suppressor, tank ! resistor burnt
Pi tank < Band switch
Loading capacitor ! flashed over
Plate meter
{own band} coils and contacts, filter ! burnt contacts
Fan, display < Soft start (supply)`,
  functions: `Amplify {band} (transmit, {band}): Input relay > Input network > Valve > Plate choke > Parasitic suppressor > Pi tank > {own band} coils and contacts > Loading capacitor > Antenna relay
Receive straight through (receive): Input relay > Antenna relay
HV comes up (control): HV transformer > HV rectifier > HV reservoir
Filament glows (control): Filament transformer
Plate meter reads (control, keyed): Valve > Plate meter
Keys (control, keyed): Key line > Input relay > Antenna relay
Grid protection trips (control, keyed): Valve > Grid protection
Fan runs (control): Fan`,
  points: `RLY1 | relay supply | Relay supply | own | V | | 24 | 20 | 28
HV1 | high voltage by its meter | HV reservoir | own | V | receive | 2500 | 1800 | 3500
FIL1 | filament, at the socket | Filament transformer | own | V | | 6.3 | 5.8 | 6.7
BIAS1 | cut-off on standby | Bias | own | V | receive | 25 | 10 | 60
DRV1 | drive at the cathode, RF volts | Input network | signal | V | keyed | 40 | 10 | 120
KEY1 | key line, keyed | Key line | own | V | keyed | 0.3 | 0 | 1.5`,
  tests: `pwr | Output | keyed, {band} | W | 400 | 1500 | rated drive, into a dummy load that bears it
gain | Gain | keyed, {band} | dB | 8 | 15
swr | SWR at the input | keyed, {band} | | | 1.8
idle | Idle plate current | keyed | A | 0.05 | 0.3 | no drive
grid | Grid current at full output | keyed | A | | 0.25
spur | Harmonics | keyed, {band} | dBc | | -40
loss | Loss straight through | receive | dB | | 0.5`,
  checks: `Fuses | the values on the case | | | | Mains input
Case to earth of the plug | below 0.5 ohms | ohm | | 0.5 | Mains input
HV line to chassis, off and discharged | above 50 kohm | ohm | 50k | | HV reservoir
Bleeders across the reservoir | not open | ohm | | 500k | HV reservoir
Grid to filament of each valve | open | ohm | 1M | | Valve
Interlock and shorting bar | they work | | | | HV reservoir
Condition of the mains lead and its anchor | sound`,
  cautions: `high-voltage | Thousands of volts that kill at once, also after switching off. One hand, somebody by. | plate choke, each reservoir capacitor | 25
mains | Mains inside: unplug it before hands go in; repair only by those qualified for it.
rf | Key only into a dummy load that bears the power; RF burns are deep.
beryllium-oxide | Ceramic valves may hold beryllium oxide: never break or grind one.`,
  alignment: `Filament voltage | primary tap | valve socket | within 5%
Idle current | bias | plate meter | that of the valve's sheet | Filament voltage
Input network | input coils, band by band | SWR at the input | least | Idle current
Tank | tune and load | output | most power, grid current in its limit | Input network`,
};
