import { isWon, type Practice } from './practice-records';

/** How one does at a skill. */
export interface SkillStanding {
  readonly skill: string;
  /** Cases that asked for it, and those of them that were won. */
  readonly cases: number;
  readonly won: number;
  /** Minutes lost at it in all, by steps that told little. */
  readonly lost: number;
}

/** How one does at every skill, the one at which most time is lost first. */
export function skillsOf(rows: readonly Practice[]): SkillStanding[] {
  const skills = new Map<string, { cases: number; won: number; lost: number }>();
  const at = (skill: string) => {
    const known = skills.get(skill) ?? { cases: 0, won: 0, lost: 0 };
    skills.set(skill, known);
    return known;
  };
  for (const { review, end } of rows) {
    if (!review) continue;
    for (const skill of review.skills) {
      const standing = at(skill);
      standing.cases += 1;
      if (isWon(end)) standing.won += 1;
    }
    for (const { skill, minutes } of review.lost) at(skill).lost += minutes;
  }
  return [...skills].map(([skill, each]) => ({ skill, ...each })).sort((a, b) => b.lost - a.lost || b.cases - b.won - (a.cases - a.won));
}

/** What was said of a thing, how often it was so, and what the evidence said of it then. */
export interface CalibrationPoint {
  readonly said: number;
  readonly times: number;
  readonly true: number;
  readonly evidence: number;
}

/** What one believed against what was so, over all cases that have ended. */
export function calibrationOf(rows: readonly Practice[]): CalibrationPoint[] {
  const points = new Map<number, { times: number; true: number; evidence: number }>();
  for (const { beliefs, review } of rows) {
    if (!review) continue;
    for (const { said, section, evidence } of beliefs) {
      const point = points.get(said) ?? { times: 0, true: 0, evidence: 0 };
      points.set(said, {
        times: point.times + 1,
        true: point.true + (review.faulty.includes(section) ? 1 : 0),
        evidence: point.evidence + evidence,
      });
    }
  }
  return [...points]
    .map(([said, { times, true: so, evidence }]) => ({ said, times, true: so / times, evidence: evidence / times }))
    .sort((a, b) => a.said - b.said);
}
