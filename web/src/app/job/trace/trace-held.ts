import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { TestKind } from '@amber-relay/core/trace';
import { sectionSkill, type Help } from '@amber-relay/core/practice';
import { JobOnBench } from '../job-on-bench';
import { Suspicion } from './suspicion';

const kindsOfTest: Readonly<Record<TestKind, string>> = {
  function: 'Try a function: it costs a minute or two, and parts more than any reading would.',
  reading: 'Read a point in the middle of what is left.',
  comparison: 'Hold a point beside the same point of a healthy set.',
  injection: 'Put a signal in on the way: before what answers all is well, behind what does not it is not.',
  forcing: 'Hold a control line from outside: what then comes back lies before it.',
  tap: 'Something hangs by a thread: tap where it is likeliest.',
  inspect: 'Look closely where it is likeliest, before anything is measured there.',
  lift: 'Something pulls a supply down: lift feeds, one after the other.',
  unload: 'A supply is low: lift all that hangs on it, and see whether it comes back.',
  remedy: 'It is a contact or a joint: mend it there.',
  proof: 'It is nearly named: measure the part out of circuit before anything is renewed.',
};

/** What Trace says while it is held back on the practice bench: nothing, or where to look and with what sort of test. */
@Component({
  selector: 'app-trace-held',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <header class="head"><h1>Trace</h1></header>
    <div class="body stack">
      @if (help() === 'off') {
        <p class="panel">Trace is off in this case. It weighs what you find all the same, and tells you afterwards.</p>
      } @else if (hint(); as h) {
        <section class="panel" data-hint>
          <h2>A hint</h2>
          <p>
            About <span class="key">{{ h.left }}</span> of {{ h.of }} sections are still in question, most of them in {{ h.where }}.
          </p>
          <p>{{ h.kind }}</p>
          <p class="quiet">{{ h.why }}</p>
        </section>
      } @else {
        <p class="panel quiet">It is being worked out.</p>
      }
    </div>
  `,
  styleUrl: '../stages/stage.scss',
})
export class TraceHeld {
  readonly help = input.required<Help>();
  private readonly job = inject(JobOnBench);
  private readonly suspicion = inject(Suspicion);
  protected readonly hint = computed(() => {
    const [card, traced] = [this.job.card(), this.suspicion.traced()];
    if (!card || !traced) return null;
    const open = traced.sections.filter(({ chance }) => chance >= 0.02);
    const weights = new Map<string, number>();
    for (const { section, chance } of open) {
      const skill = sectionSkill(card, section);
      weights.set(skill, (weights.get(skill) ?? 0) + chance);
    }
    const [first, second] = [...weights].sort((a, b) => b[1] - a[1]).map(([name]) => name);
    const [probe] = traced.probes;
    return {
      left: Math.max(1, open.length),
      of: card.sections.length,
      where: [first, second].filter(Boolean).join(' and ') || 'no one place',
      kind: traced.stop
        ? 'One section stands alone. Prove the part there, then change it.'
        : probe
          ? kindsOfTest[probe.test.kind]
          : 'No test is left that would tell more: go by what has been seen.',
      why:
        probe && !traced.stop
          ? `The best there is takes about ${Math.round(probe.minutes + 0.7)} min and parts ${probe.splits.on} from ${probe.splits.of - probe.splits.on}.`
          : '',
    };
  });
}
