import { phaseLoops, type Card } from '../card';
import type { CaseWay } from './case-code';

/** What one gets better at: the parts of a set that one finds faults in, and the sorts of trouble. */
const bySection: Readonly<Record<string, string>> = {
  oscillator: 'oscillators',
  loop: 'loops',
  divider: 'loops',
  mixer: 'mixers',
  filter: 'filters',
  amplifier: 'amplifier chains',
  detector: 'detectors',
  control: 'control lines',
  audio: 'audio',
  switch: 'switching',
  relay: 'switching',
  regulator: 'supplies',
  rectifier: 'supplies',
  transformer: 'supplies',
  connector: 'sockets and leads',
  'power-amplifier': 'finals',
  valve: 'finals',
  tank: 'finals',
  display: 'display',
};
const byWay: Readonly<Partial<Record<CaseWay, string>>> = {
  casualty: 'what killed it',
  second: 'a fault behind another',
  'comes-and-goes': 'what comes and goes',
  'with-warmth': 'what comes with warmth',
  'in-one-state': 'what fails in one state alone',
  turned: 'sets that were turned',
  'wrong-part': 'previous hands',
  miswired: 'previous hands',
  outside: 'what lies outside the set',
  healthy: 'what lies outside the set',
};

/** The skill that a section asks for; its AGC is one of its own, and what stands in a loop is a loop. */
export function sectionSkill(card: Card, id: string): string {
  const section = card.sections.find((each) => each.id === id);
  if (!section) return 'sockets and leads';
  if (/\bagc\b/i.test(`${section.id} ${section.name}`)) return 'AGC loops';
  if (phaseLoops(card).some(({ sections }) => sections.includes(id))) return 'loops';
  return bySection[section.kind] ?? 'amplifier chains';
}

/** The skills that a case asks for. */
export const caseSkills = (card: Card, way: CaseWay, sections: readonly string[]): string[] => [
  ...new Set([...sections.map((id) => sectionSkill(card, id)), ...(byWay[way] ? [byWay[way]] : [])]),
];
