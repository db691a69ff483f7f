import { mains, type SetKind } from './set-kind';

export const supplyMains: SetKind = {
  id: 'supply-mains',
  name: 'Power supply, mains to 13.8 V',
  kind: 'power-supply',
  supply: { ...mains, currentLimitA: 3 },
  modes: [],
  usualModes: 0,
  bands: [],
  usualBands: 0,
  lacks: ['neither a receiver nor a transmitter'],
  sections: `Mains input
Transformer < Mains input
Rectifier < Transformer
Reservoir, rectifier < Rectifier ! electrolytics dry out: hum under load
Reference, control < Reservoir (supply)
Error amplifier, amplifier < Reservoir, Reference (control)
Driver, amplifier < Reservoir
Pass transistors, power-amplifier < Reservoir (supply) ! short through: full voltage at the output
Current limit, control < Reservoir (supply)
Over-voltage trip, switch < Reservoir (supply)
Output terminals, connector
Meter
Fan, display`,
  functions: `Output voltage (control): Transformer > Rectifier > Reservoir > Reference > Error amplifier > Driver > Pass transistors > Output terminals
Holds under load (control): Transformer > Rectifier > Reservoir > Error amplifier > Driver > Pass transistors > Output terminals
Limits its current (control): Current limit > Driver
Over-voltage trip (control): Over-voltage trip
Meter reads (control): Output terminals > Meter
Fan runs (control): Fan`,
  points: `RES1 | reservoir, no load | Reservoir | own | V | | 24 | 19 | 32
REF1 | reference | Reference | own | V | | 7 | 5 | 8
OUT1 | output, no load | Output terminals | signal | V | | 13.8 | 13.5 | 14.1`,
  tests: `volts | Output voltage, no load | | V | 13.5 | 14.1
load | Output voltage at full load | | V | 13.3 | 14
ripple | Ripple at full load | | V | | 20m | peak to peak
limit | Current limit | | A | 5 | 60
ovp | Over-voltage trip | | V | 14.5 | 17`,
  checks: `Fuses | the values on the case | | | | Mains input
Case to earth of the plug | below 0.5 ohms | ohm | | 0.5 | Mains input
Each pass transistor, collector to emitter | no short | | | | Pass transistors
Reservoir, off and discharged, to ground | above 100 ohms | ohm | 100 | | Reservoir
Condition of the mains lead and its anchor | sound`,
  cautions: `mains | Mains inside: unplug it before hands go in; repair only by those qualified for it.`,
  alignment: `Output voltage | voltage trimmer | terminals, no load | 13.8 V
Current limit | limit trimmer | a dummy load | its rated current | Output voltage
Over-voltage trip | trip trimmer | a bench supply at the terminals, set off | 15 V | Output voltage`,
};

export const supplyDc: SetKind = {
  ...supplyMains,
  id: 'supply-dc',
  name: 'Power supply, 12 V or 24 V to 13.8 V',
  supply: { kind: 'dc', nominalV: 24, currentLimitA: 12 },
  sections: `Supply input ! reverse polarity
Input filter, filter
Controller, control < Supply input
Switching stage, power-amplifier < Supply input, Controller (control) ! shorts through
Rectifier < Switching stage
Reservoir, rectifier < Rectifier ! electrolytics dry out: ripple, whistle
Reference, control < Supply input
Error amplifier, amplifier < Supply input, Reference (control)
Over-voltage trip, switch < Supply input
Output terminals, connector`,
  functions: `Output voltage (control): Input filter > Switching stage > Rectifier > Reservoir > Output terminals
Holds under load (control): Input filter > Error amplifier > Controller > Switching stage > Rectifier > Reservoir > Output terminals
Over-voltage trip (control): Over-voltage trip`,
  points: `SUP1 | supply at the board | Supply input | own | V | | 24 | 21 | 29
REF1 | reference | Reference | own | V | | 2.5 | 2.4 | 5.1
OUT1 | output, no load | Output terminals | signal | V | | 13.8 | 13.5 | 14.1`,
  checks: `Fuse | the value on the case | | | | Supply input
Supply lead polarity | as marked, no short to the case | | | | Supply input
Switching transistors | no short | | | | Switching stage`,
  cautions: 'rf | Switching edges reach far: keep the probe lead short.',
};
