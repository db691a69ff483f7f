import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import { conditionText, hazardCautions } from '@amber-relay/core/card';
import { modificationText, checkClaims } from '@amber-relay/core/job';
import { limitsText } from '@amber-relay/core/measure';
import { ofKind, type TapeEntry } from '@amber-relay/core/tape';
import { functionOutcomes, hundredSign, hundredText, resultNames, type FunctionResult } from '@amber-relay/core/words';
import { quantityText } from '@amber-relay/core/quantity';
import { worthText, type Probe, type ProbeOrder, type SectionResult } from '@amber-relay/core/trace';
import { dateText, timeOfDay } from '../../ui/clock-text';
import { Verdict } from '../../ui/verdict';
import { CardSheets } from '../../sheets/card-sheets';
import { BeginCard } from '../begin-card';
import { BENCH_ANSWERS } from '../../bench/bench-answers';
import { JobOnBench } from '../job-on-bench';
import { ProofCaution } from '../stages/proof-caution';
import { TapeWriter } from '../tape-writer';
import { LineOffer } from '../line-offer';
import { Suspicion } from './suspicion';
import { TraceHeld } from './trace-held';
import { BlockDiagram, type LitRoute } from '../../diagram/block-diagram';
import { probeStart } from '@amber-relay/core/entry';

interface OutcomeLine {
  readonly outcome: string;
  readonly verdict: 'in' | 'low' | 'high' | 'dead' | null;
  readonly range: string;
  readonly means: string;
  /** How every section would then stand. */
  readonly sections: Float64Array;
}

/** What is looked at before it is measured: an outcome, and how the sections would then stand. */
interface WhatIf {
  readonly says: string;
  readonly sections: Float64Array;
}

const outcomeNames: Readonly<Record<string, string>> = {
  changes: 'changes',
  steady: 'steady',
  found: 'something seen',
  clean: 'looks clean',
  bad: 'bad',
  good: 'good',
  recovers: 'supply comes back',
  stays: 'stays',
  cured: 'trouble gone',
  same: 'no change',
  ...resultNames,
};

const boardText = (board: string | undefined): string =>
  board === undefined ? '' : board === 'chassis' ? ', on the chassis' : `, ${board} board`;

const sentence = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** Trace: the diagram, the reasons for what stands out, and what to probe next and why. */
@Component({
  selector: 'app-trace-stage',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [BeginCard, BlockDiagram, FormsModule, MatButton, ProofCaution, RouterLink, TraceHeld, Verdict],
  templateUrl: './trace-stage.html',
  styleUrl: './trace-stage.scss',
  host: { '[attr.data-weighed]': 'suspicion.weighed()' },
})
export class TraceStage {
  protected readonly job = inject(JobOnBench);
  protected readonly writer = inject(TapeWriter);
  protected readonly line = inject(LineOffer);
  protected readonly suspicion = inject(Suspicion);
  private readonly router = inject(Router);
  private readonly answers = inject(BENCH_ANSWERS);
  /** How much is said here: all of it, but on the practice bench. */
  protected readonly help = this.answers?.help ?? signal('on' as const);
  /** From the address: the section whose reasons are asked for. */
  readonly section = input<string>();
  protected readonly chosen = linkedSignal<string | null>(() => this.section() ?? null);
  private readonly sheets = inject(CardSheets, { optional: true });
  protected readonly hasSheets = computed(() => Boolean(this.sheets?.sheets().length));
  protected readonly open = signal(0);
  protected readonly orders: readonly { readonly order: ProbeOrder; readonly name: string }[] = [
    { order: 'worth', name: 'most for the time' },
    { order: 'halves', name: 'by halves' },
    { order: 'antenna', name: 'from the antenna' },
    { order: 'speaker', name: 'from the speaker' },
  ];

  /** What a function may do after an injection or a forcing. */
  protected readonly results = functionOutcomes;
  protected readonly resultNames = resultNames;
  protected readonly hundred = hundredSign;

  protected readonly whatIf = signal<WhatIf | null>(null);
  /** What the diagram shows: what is, or what would be. */
  protected readonly drawn = computed(() => {
    const stood = Object.entries(this.suspicion.stood()?.chances ?? {}).map(([section, chance]) => ({ section, chance }));
    const results: readonly Pick<SectionResult, 'section' | 'chance'>[] = this.suspicion.traced()?.sections ?? stood;
    const then = this.whatIf()?.sections;
    return then ? results.map((r, i) => ({ ...r, chance: then[i] ?? 0 })) : results;
  });
  /** Until the answer is there: of when the diagram is, or that there is none yet. */
  protected readonly waiting = computed(() => {
    if (this.suspicion.traced()) return '';
    const stood = this.suspicion.stood();
    return stood
      ? `As it stood on ${dateText(stood.at)} at ${timeOfDay(stood.at)}, with ${stood.entries} pieces of evidence; it is being worked out again.`
      : 'It is being worked out: no section has a figure yet.';
  });
  /** A function that comes and goes, says the owner, and has only worked here. */
  protected readonly wavers = computed(() => {
    const symptoms = this.job.file()?.row.symptoms ?? [];
    const tried = ofKind(this.job.stood(), 'function');
    const unseen = symptoms.find(({ functionId, result }) => {
      const results = tried.filter((entry) => entry.functionId === functionId).map((entry) => entry.result);
      return functionId !== undefined && result === 'comes-and-goes' && results.length > 0 && results.every((seen) => seen === 'works');
    });
    return this.job.card()?.functions.find(({ id }) => id === unseen?.functionId)?.name ?? '';
  });
  /** What would overturn what leads. */
  protected readonly overturn = computed(() => {
    const traced = this.suspicion.traced();
    const overturn = traced?.overturn;
    const test = traced?.probes.find((p) => p.test.id === overturn?.test)?.test;
    if (!overturn || !test) return '';
    const outcome = outcomeNames[overturn.outcome] ?? overturn.outcome;
    return `${this.job.sectionName(overturn.section)} would be overturned if “${test.title}” came out ${outcome}: it then holds ${hundredSign(overturn.then)}.`;
  });

  /** What the section stands at that is named or leads, whichever one is looked at. */
  protected readonly stopHundred = computed(() => {
    const { stop, leads, sections = [] } = this.suspicion.traced() ?? {};
    return hundredText(sections.find(({ section }) => section === (stop ?? leads))?.chance ?? 0);
  });

  private readonly ranked = computed(() => [...(this.suspicion.traced()?.sections ?? [])].sort((a, b) => b.chance - a.chance));
  protected readonly shown = computed(() => this.ranked().find((s) => s.section === this.chosen()) ?? this.ranked()[0]);
  protected readonly shownName = computed(() => this.job.sectionName(this.shown()?.section ?? ''));
  protected readonly reasons = computed(() =>
    (this.shown()?.reasons ?? []).slice(0, 7).map((r) => ({
      ...r,
      factorText: r.factor >= 1 ? `×${this.figure(r.factor)}` : `÷${this.figure(1 / r.factor)}`,
      against: r.factor < 1,
      entry: this.job.tape().find((e) => e.id === r.evidence),
      doubted: this.job.doubted().has(r.evidence),
    })),
  );
  protected readonly parts = computed(() =>
    (this.shown()?.parts ?? []).slice(0, 3).map((p) => ({ name: p.designator, text: `${p.designator} ${Math.round(p.share * 100)}` })),
  );
  /** Two faults at once, where that is worth saying. */
  protected readonly two = computed(() => {
    const two = this.suspicion.traced()?.two;
    if (!two || two.chance < 0.15) return undefined;
    return {
      percent: hundredText(two.chance),
      likely: two.chance >= 0.5,
      pairs: two.pairs.slice(0, 3).map(({ sections: [a, b], chance }) => ({
        a,
        b,
        text: `${this.job.sectionName(a)} and ${this.job.sectionName(b)}`,
        percent: hundredText(chance),
      })),
    };
  });
  protected readonly settled = computed(() => {
    const settled = this.suspicion.traced()?.settled;
    if (settled === 'outside')
      return 'What was complained of works here, and nothing inside stands out. Try antenna, supply lead, microphone and settings with the owner, and soak it before it goes.';
    if (settled === 'misaligned')
      return 'It looks turned throughout: no one stage explains it. Go to Align and take the card’s order from the start.';
    return '';
  });
  protected readonly doubtEntry = computed(() => {
    const id = this.suspicion.traced()?.doubt?.evidence;
    return id ? this.job.tape().find((e) => e.id === id) : undefined;
  });
  protected readonly cleared = computed(() => this.ranked().filter((s) => s.word === 'cleared').length);

  protected readonly routes = computed(() => {
    const results = new Map(ofKind(this.job.stood(), 'function').map((f) => [f.functionId, f.result]));
    for (const s of this.job.file()?.row.symptoms ?? [])
      if (s.functionId && !results.has(s.functionId)) results.set(s.functionId, s.result);
    return (this.job.card()?.functions ?? []).flatMap((fn) => {
      const result = results.get(fn.id);
      return result && result !== 'not-tried'
        ? [{ id: fn.id, name: `${fn.name} ${resultNames[result as FunctionResult]}`, works: result === 'works' }]
        : [];
    });
  });
  private readonly picked = signal<readonly string[] | null>(null);
  protected readonly litIds = computed(() => {
    const picked = this.picked();
    if (picked) return picked;
    const routes = this.routes();
    return [routes.find((r) => !r.works)?.id, routes.find((r) => r.works)?.id].filter((id) => id !== undefined);
  });
  protected readonly lit = computed((): LitRoute[] => this.routes().filter((r) => this.litIds().includes(r.id)));
  protected readonly allRoutes = signal(false);
  protected readonly chips = computed(() =>
    this.allRoutes()
      ? this.routes()
      : this.routes()
          .filter((r) => this.litIds().includes(r.id))
          .slice(0, 2),
  );
  protected readonly hiddenRoutes = computed(() => this.routes().length - this.chips().length);

  protected readonly probes = computed(() =>
    (this.suspicion.traced()?.probes ?? []).map((probe, i) => ({ probe, n: i + 1, ...this.tell(probe) })),
  );
  protected readonly claims = computed(() => {
    const traced = this.suspicion.traced();
    return traced ? checkClaims(this.job.tape(), traced, (id) => this.job.sectionName(id)).filter((c) => c.stands === 'contradicted') : [];
  });
  /** In what this set differs from its chassis: whoever traces has to know. */
  protected readonly differs = computed(() => {
    const standing = (this.job.file()?.set.modifications ?? []).filter(({ rolledBack }) => !rolledBack);
    return standing.length ? `This set was modified: ${standing.map(modificationText).join('; ')}.` : '';
  });
  protected readonly stopName = computed(() => this.job.sectionName(this.suspicion.traced()?.stop ?? ''));
  protected readonly diedOf = computed(() => (this.suspicion.traced()?.diedOf ?? []).join(', '));
  protected readonly groupNames = computed(() => (this.suspicion.traced()?.group ?? []).map((id) => this.job.sectionName(id)).join(', '));

  private figure(factor: number): string {
    return factor >= 100 ? factor.toFixed(0) : factor.toFixed(1);
  }

  protected toggle(id: string): void {
    const now = this.litIds();
    this.picked.set(now.includes(id) ? now.filter((x) => x !== id) : [...now, id]);
  }

  private tell(probe: Probe): {
    where: string;
    set: string;
    expect: string;
    worth: string;
    minutes: string;
    lines: OutcomeLine[];
    access: string;
  } {
    const { test } = probe;
    const card = this.job.card();
    const { point, expectation } = test;
    const fn = test.kind === 'function' ? card?.functions.find((f) => f.id === test.subject) : undefined;
    const part = test.kind === 'proof' ? card?.parts.find((p) => p.designator === test.subject) : undefined;
    const section = card?.sections.find((s) => s.id === (point?.section ?? part?.section ?? test.subject));
    const injection = card?.injections.find((i) => i.id === test.subject);
    const forcing = card?.forcings.find((f) => f.id === test.subject);
    const force = forcing && `${quantityText(forcing.value, forcing.unit)}, never above ${quantityText(forcing.limit, forcing.unit)}`;
    const inject =
      injection && `${injection.typical ? 'usually ' : ''}${quantityText(injection.hz, 'Hz')} at ${quantityText(injection.dBm, 'dBm')}`;
    const healthy =
      test.kind === 'reading'
        ? limitsText(expectation?.low, expectation?.high, point?.unit ?? '')
        : test.kind === 'tap'
          ? 'no change'
          : test.kind === 'inspect'
            ? 'looks clean'
            : test.kind === 'proof'
              ? (part?.value ?? 'good')
              : test.kind === 'comparison'
                ? 'as in the healthy set'
                : test.kind === 'lift' || test.kind === 'unload'
                  ? 'the supply stays as it was'
                  : test.kind === 'remedy'
                    ? 'no change'
                    : 'works';
    const rises =
      test.kind === 'unload' && section?.kind !== 'regulator'
        ? 'What nothing regulates rises a little without its load: that is no recovery'
        : '';
    const danger = test.hazard === 'high-voltage' ? hazardCautions[test.hazard] : '';
    return {
      where: [point?.where, section && !point?.where ? `${section.name}${boardText(section.board)}` : ''].filter(Boolean).join(', '),
      set: [conditionText(test.condition), point?.setUp, fn?.how, inject, force, rises, danger].filter(Boolean).join('. '),
      expect: [healthy, point?.loading].filter(Boolean).join('; '),
      worth: `${sentence(worthText(probe.bits))} in ${this.minutes(probe.minutes)}`,
      minutes: this.minutes(probe.minutes),
      access: probe.open.length ? `Take off first: ${probe.open.join(', then ')}.` : '',
      lines: this.outcomeLines(probe),
    };
  }

  private minutes(minutes: number): string {
    return `${Number(minutes.toFixed(1))} min`;
  }

  /** What each outcome would mean; outcomes that lead to the same section are told together. */
  private outcomeLines(probe: Probe): OutcomeLine[] {
    const { expectation, point, kind } = probe.test;
    const unit = point?.unit ?? '';
    const range = (outcome: string): string => {
      if (kind !== 'reading' || !expectation) return '';
      if (outcome === 'in') return limitsText(expectation.low, expectation.high, unit);
      if (outcome === 'low') return expectation.low === undefined ? '' : `below ${quantityText(expectation.low, unit)}`;
      if (outcome === 'high') return expectation.high === undefined ? '' : `above ${quantityText(expectation.high, unit)}`;
      return 'nothing there';
    };
    return probe.outcomes
      .filter((o) => o.chance >= 0.03)
      .sort((a, b) => b.chance - a.chance)
      .slice(0, 3)
      .map((o) => ({
        outcome: outcomeNames[o.outcome] ?? o.outcome,
        verdict: kind === 'reading' || kind === 'comparison' ? (o.outcome as 'in' | 'low' | 'high' | 'dead') : null,
        range: range(o.outcome),
        means: o.section ? `${this.job.sectionName(o.section)} then leads at ${hundredText(o.then)}` : 'nothing wrong inside then leads',
        sections: o.sections,
      }));
  }

  /** Asks the set of the practice bench what no line asks. */
  private async askProbe({ kind, subject }: Probe['test']): Promise<void> {
    if (kind === 'inspect') {
      const act = await this.answers?.ask({ what: 'look', section: subject });
      const says = act?.says ?? '';
      if (says) this.line.offer(`found ${/^[A-Z]{1,4}\d/.test(says) ? '' : `${subject} `}${says}`);
      return;
    }
    if (kind !== 'injection' && kind !== 'forcing') return;
    const act = await this.answers?.ask({ what: kind, id: subject });
    const result = functionOutcomes.find((known) => known.replaceAll('-', ' ') === act?.says);
    if (!result) return;
    await this.writer.keep(kind === 'injection' ? { kind, injection: subject, result } : { kind, forcing: subject, result });
  }

  /** Takes a probe: a reading is put into the entry line, a function is opened where its result is given. */
  protected take(probe: Probe): void {
    const { test } = probe;
    const card = this.job.card();
    const line = card && probeStart(test, card);
    if (line) this.line.offer(line);
    else if (this.answers) void this.askProbe(test);
    else if (test.kind === 'inspect') void this.router.navigate(['/job', this.job.jobId(), 'first-look']);
    else this.injected.set(test.id === this.injected() ? null : test.id);
  }

  /** Looks at an outcome before it is measured, or at what is again. */
  protected suppose(probe: Probe, line: OutcomeLine | null): void {
    this.whatIf.set(line ? { says: `If “${probe.test.title}” comes out ${line.outcome}`, sections: line.sections } : null);
  }

  /** The reason whose entry may be withdrawn or doubted. */
  protected readonly opened = signal<string | null>(null);
  protected toggleReason(entry: string): void {
    this.opened.update((now) => (now === entry ? null : entry));
  }

  protected withdraw(entry: TapeEntry): void {
    void this.writer.strike(entry, 'withdrawn from the evidence');
  }

  /** An injection or forcing whose result is asked for in place. */
  protected readonly injected = signal<string | null>(null);

  protected answer(probe: Probe, result: FunctionResult): void {
    this.injected.set(null);
    const { kind, subject } = probe.test;
    if (kind === 'injection') void this.writer.keep({ kind: 'injection', injection: subject, result });
    if (kind === 'forcing') void this.writer.keep({ kind: 'forcing', forcing: subject, result });
  }

  protected walk(event: KeyboardEvent, list: HTMLElement): void {
    if (event.key !== 'ArrowDown' && event.key !== 'ArrowUp') return;
    event.preventDefault();
    const all = [...list.querySelectorAll<HTMLElement>('[data-probe]')];
    const at = all.indexOf(event.target as HTMLElement);
    all[at + (event.key === 'ArrowDown' ? 1 : -1)]?.focus();
  }
}
