import {
  comparisonNames,
  findingNames,
  readingText,
  remedyNames,
  resultNames,
  stageNames,
  type ReadingVerdict,
  type TapeEntry,
} from '@amber-relay/core/job';
import { conditionText, type LaidCard } from '@amber-relay/core/card';

/** One entry of the tape as people read it. */
export interface EntryWords {
  readonly ref?: string;
  readonly what: string;
  readonly figure?: string;
  readonly verdict?: ReadingVerdict;
}

const waits = {
  part: 'a part',
  answer: 'an answer',
  'cool-down': 'cool-down',
  soak: 'the soak',
  collection: 'collection',
  nothing: 'nothing',
} as const;

/** Puts an entry into words, with names from the card where there is one. */
export function entryWords(entry: TapeEntry, card: LaidCard | undefined): EntryWords {
  const sectionName = (id: string | undefined): string => card?.sections.find((s) => s.id === id)?.name ?? id ?? '';
  switch (entry.kind) {
    case 'reading': {
      const { subject } = entry;
      const under = conditionText(subject.what === 'channel' ? { ...entry.condition, channel: undefined } : entry.condition);
      const base = { figure: readingText(entry), verdict: entry.verdict };
      const tail = under ? `, ${under}` : '';
      if (subject.what === 'point')
        return { ...base, ref: subject.point, what: `${card?.testPoints.find((p) => p.id === subject.point)?.name ?? ''}${tail}` };
      if (subject.what === 'limit')
        return { ...base, what: `${card?.limits.find((l) => l.id === subject.limit)?.name ?? subject.limit}${tail}` };
      if (subject.what === 'channel') return { ...base, ref: `ch ${subject.channel}`, what: `frequency${tail}` };
      return { ...base, ref: subject.designator, what: `${subject.pin ? `pin ${subject.pin}` : ''}${tail}` };
    }
    case 'function':
      return { what: `${card?.functions.find((f) => f.id === entry.functionId)?.name ?? entry.functionId}: ${resultNames[entry.result]}` };
    case 'finding': {
      const place = entry.designator ? '' : entry.section ? `, ${sectionName(entry.section)}` : '';
      return {
        ...(entry.designator ? { ref: entry.designator } : {}),
        what: `${entry.text || findingNames[entry.finding]}${place}${entry.previousHands ? ': previous hands' : ''}`,
      };
    }
    case 'claim':
      return { what: `Claim, ${entry.claimant}: ${entry.text}` };
    case 'safety': {
      const hazard = card?.hazards.find((h) => `hazard-${h.kind}` === entry.check);
      const name =
        card?.coldChecks.find((c) => c.id === entry.check)?.name ?? (hazard ? `Caution, ${hazard.kind.replace('-', ' ')}` : entry.check);
      const value = entry.value === undefined ? '' : ` ${entry.value} ${entry.unit ?? ''}`;
      return {
        what: `${name}: ${entry.result === 'not-needed' ? 'not needed' : entry.result}${value}${entry.text ? `, ${entry.text}` : ''}`,
      };
    }
    case 'sign-off':
      return { what: `${stageNames[entry.stage]} signed off by ${entry.by}` };
    case 'stage':
      return { what: `${stageNames[entry.stage]}: ${entry.state.replace('-', ' ')}` };
    case 'problem':
      return { what: `Problem ${entry.state.replace('-', ' ')}: ${entry.title}` };
    case 'manipulation':
      return {
        ...(entry.designator ? { ref: entry.designator } : {}),
        what: `${entry.act} at ${sectionName(entry.section)}: ${entry.changed ? 'symptom changed' : 'steady'}`,
      };
    case 'injection':
      return { what: `${card?.injections.find((i) => i.id === entry.injection)?.name ?? entry.injection}: ${resultNames[entry.result]}` };
    case 'forcing':
      return { what: `${card?.forcings.find((f) => f.id === entry.forcing)?.name ?? entry.forcing}: ${resultNames[entry.result]}` };
    case 'comparison':
      return {
        ref: entry.point,
        what: `${card?.testPoints.find((p) => p.id === entry.point)?.name ?? ''} ${comparisonNames[entry.result]}`.trim(),
      };
    case 'lift':
      return { what: `Feed of the ${sectionName(entry.section)} lifted: the supply ${entry.recovers ? 'comes back' : 'stays'}` };
    case 'remedy':
      return {
        ...(entry.designator ? { ref: entry.designator } : {}),
        what: `${entry.designator ? '' : `${sectionName(entry.section)} `}${remedyNames[entry.remedy]}: ${entry.cured ? 'the trouble is gone' : 'no change'}`,
      };
    case 'doubt':
      return { what: entry.doubtful ? 'An earlier entry is doubted: it counts half' : 'An earlier entry is trusted again' };
    case 'proof':
      return { ref: entry.designator, what: `proved ${entry.result}${entry.text ? `, ${entry.text}` : ''}` };
    case 'fit':
      return { ref: entry.designator, what: `fitted: ${entry.newPart}${entry.source ? `, from ${entry.source}` : ''}` };
    case 'sum':
      return { what: `${entry.title}: ${entry.result}` };
    case 'note':
      return { what: entry.text };
    case 'remark':
      return { what: `${{ done: 'Done', 'left-alone': 'Left alone', 'watch-for': 'Watch for' }[entry.about]}: ${entry.text}` };
    case 'labour':
      return {
        what: entry.act === 'break' ? `Break, ${entry.minutes ?? 0} min` : entry.act === 'start' ? 'Labour started' : 'Labour stopped',
      };
    case 'wait':
      return { what: entry.reason === 'nothing' ? 'Waits for nothing' : `Waits for ${waits[entry.reason]}: ${entry.text}` };
    case 'picture':
      return { what: `Picture: ${entry.name}` };
    case 'handed-back':
      return { what: 'Handed back' };
    case 'strike':
      return { what: `Struck: ${entry.reason}` };
  }
}
