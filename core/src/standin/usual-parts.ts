import type { Part, Section } from '../card';

type Kind = Section['kind'];
type PartKind = Part['kind'];

/** Parts that a section of a kind usually has. */
export const partsOf: Readonly<Partial<Record<Kind, readonly PartKind[]>>> = {
  oscillator: ['transistor', 'crystal', 'trimmer', 'ceramic-capacitor', 'varactor'],
  loop: ['resistor', 'film-capacitor', 'ic', 'electrolytic'],
  divider: ['ic', 'resistor'],
  mixer: ['transistor', 'fet', 'cored-coil', 'diode'],
  filter: ['ceramic-filter', 'cored-coil', 'ceramic-capacitor', 'coil'],
  amplifier: ['transistor', 'fet', 'resistor', 'cored-coil', 'electrolytic'],
  detector: ['diode', 'ic', 'ceramic-capacitor'],
  control: ['transistor', 'electrolytic', 'diode', 'potentiometer'],
  audio: ['ic', 'electrolytic', 'transistor', 'resistor'],
  switch: ['transistor', 'relay', 'pin-diode', 'switch'],
  relay: ['relay', 'diode'],
  regulator: ['regulator-ic', 'electrolytic', 'joint'],
  'power-amplifier': ['power-transistor', 'joint', 'coil', 'module'],
  connector: ['connector', 'fuse', 'diode', 'electrolytic'],
  valve: ['valve', 'high-value-resistor', 'film-capacitor'],
  transformer: ['joint'],
  rectifier: ['diode', 'electrolytic'],
  tank: ['coil', 'ceramic-capacitor', 'switch'],
  display: ['ic', 'connector'],
};
/** The letters with which a part's designator begins; a capacitor's where it does not stand here. */
export const lettersOf: Readonly<Partial<Record<PartKind, string>>> = {
  transistor: 'Q',
  fet: 'Q',
  'power-transistor': 'Q',
  ic: 'IC',
  module: 'IC',
  'regulator-ic': 'IC',
  resistor: 'R',
  diode: 'D',
  'pin-diode': 'D',
  varactor: 'D',
  relay: 'K',
  switch: 'S',
  connector: 'J',
  fuse: 'F',
  crystal: 'X',
  'ceramic-filter': 'FL',
  'cored-coil': 'T',
  coil: 'L',
  potentiometer: 'VR',
  joint: 'J',
  valve: 'V',
  'high-value-resistor': 'R',
};
