import { planDay, savings, type DayInput, type DayPlan, type Saving } from '@amber-relay/core/day';
import { attempt } from '@amber-relay/core/errors';
import { expose } from 'comlink';

/** A plan, with what would save each job that was asked for; or why there is none. */
export type Planned =
  { readonly ok: true; readonly plan: DayPlan } | { readonly ok: false; readonly message: string; readonly remedy: string };

const api = {
  plan(input: DayInput): Planned {
    const outcome = attempt(() => planDay(input));
    if (outcome.ok) return { ok: true, plan: outcome.value };
    return { ok: false, message: outcome.failure.message, remedy: outcome.failure.remedy };
  },
  ways(input: DayInput, jobIds: readonly string[]): readonly (readonly Saving[])[] {
    return jobIds.map((id) => savings(input, id));
  },
};
expose(api);
export type DayApi = typeof api;
