import { TestBed } from '@angular/core/testing';
import { trace, traceModel, type TraceModel, type TraceResult } from '@amber-relay/core/trace';
import { evidenceOf } from '@amber-relay/core/job';
import { standingMemory } from '../../bench/job-memory';
import { stageOnBench, type StageOnBench } from '../../testing/stage-on-bench';
import { TraceStage } from './trace-stage';
import { LineOffer } from '../line-offer';
import { startTraceHelper, Suspicion, type TraceHelper } from './suspicion';
import { TapeWriter } from '../tape-writer';
import { BenchDatabase } from '../../storage/bench-database';

describe('TraceStage', () => {
  let bench: StageOnBench<TraceStage>;
  beforeEach(async () => {
    let model: TraceModel | undefined;
    // What stands is what a spec says; a worker that answered when it likes would put its own in place of that.
    const helper: TraceHelper = {
      api: {
        useCard: async (card, age) => void (model = traceModel(card, age)),
        stand: () => new Promise(() => undefined),
        trace: async (evidence, options) => (model ? trace(model, evidence, options) : null),
      },
      end: () => undefined,
    };
    TestBed.overrideProvider(startTraceHelper, { useValue: () => helper });
    bench = await stageOnBench(TraceStage);
    await bench.settle();
  });
  afterEach(() => bench.clear());
  const element = (css: string): HTMLElement => {
    const found = bench.element.querySelector<HTMLElement>(css);
    if (!found) throw new Error(`There is no ${css}.`);
    return found;
  };
  const text = (css: string): string => bench.element.querySelector(css)?.textContent?.replace(/\s+/g, ' ').trim() ?? '';
  /** What Trace says of the evidence on the tape, with a few things said otherwise. */
  const answer = async (more: Partial<TraceResult> = {}): Promise<void> => {
    const card = bench.job.card();
    if (!card) throw new Error('There is no card.');
    bench.get(Suspicion).traced.set({ ...trace(traceModel(card, 40), evidenceOf(card, [], bench.job.tape())), ...more });
    await bench.settle();
  };
  const probe = (id: string): string => `article[data-test="${id}"]`;

  it('puts a reading to be taken into the entry line, with its condition', async () => {
    await answer();
    element(`${probe('reading TP7 ')} [data-probe]`).click();
    await bench.settle();
    element(`${probe('reading TP7 ')} .worth button`).click();
    expect(bench.get(LineOffer).offered()?.line).toMatch(/^tp7/);
  });

  it('shows how suspicion would stand while an outcome is looked at, and what is again after', async () => {
    await answer();
    const sections = (): string[] => [...bench.element.querySelectorAll('[data-section]')].map((s) => s.getAttribute('aria-label') ?? '');
    const before = sections();
    element(`${probe('function receive-am')} [data-probe]`).click();
    await bench.settle();
    const dead = [...bench.element.querySelectorAll<HTMLElement>('.outcomes li')].find((li) => li.textContent?.includes('dead'));
    dead?.dispatchEvent(new FocusEvent('focus'));
    await bench.settle();
    expect(text('.what-if')).toMatch(/comes out dead$/);
    expect(sections()).not.toEqual(before);
    dead?.dispatchEvent(new FocusEvent('blur'));
    await bench.settle();
    expect(sections()).toEqual(before);
  });

  it('opens a reason, and lets its entry be counted half or withdrawn', async () => {
    const entry = await bench.get(TapeWriter).keep({ kind: 'function', functionId: 'receive-am', result: 'dead' });
    await bench.settle();
    await answer();
    await bench.press(/^Receive AM is dead/);
    await bench.press(/^Count half$/);
    expect((await bench.tape()).at(-1)).toEqual(jasmine.objectContaining({ kind: 'doubt', entry: entry?.id, doubtful: true }));
    await answer();
    await bench.press(/^Withdraw$/);
    expect((await bench.tape()).at(-1)).toEqual(jasmine.objectContaining({ kind: 'strike', entry: entry?.id }));
  });

  it('points at an entry that hardly fits, and takes it away when asked', async () => {
    const entry = await bench.get(TapeWriter).keep({ kind: 'function', functionId: 'receive-am', result: 'dead' });
    await bench.settle();
    await answer({ doubt: { evidence: entry?.id ?? '', text: 'Receive AM is dead', twoFaults: false, card: 'TP5 reads otherwise' } });
    expect(text('[data-doubt]')).toContain('Hardly fits with the rest: Receive AM is dead.');
    expect(text('[data-card-doubt]')).toBe('TP5 reads otherwise: is the card right there?');
    await bench.press(/^Withdraw it$/);
    expect((await bench.tape()).at(-1)).toEqual(jasmine.objectContaining({ kind: 'strike', entry: entry?.id }));
  });

  it('has no figure at any section until it has an answer, save those of the last visit, as of then', async () => {
    const figures = (): number => bench.element.querySelectorAll('[data-section] .fig').length;
    bench.get(Suspicion).traced.set(null);
    localStorage.removeItem('amber-relay-stood');
    await bench.settle();
    expect(bench.element.querySelectorAll('[data-section]').length).toBeGreaterThan(2);
    expect(figures()).toBe(0);
    expect(text('[data-waiting]')).toContain('no section has a figure yet');
    const stood = { card: bench.job.card()?.id ?? '', at: '2026-02-12T09:00:00.000Z', entries: 7, chances: { audio: 0.62, mixer: 0.1 } };
    standingMemory.keep(bench.job.jobId(), stood);
    await answer();
    expect(bench.element.querySelector('[data-waiting]')).toBeNull();
    bench.get(Suspicion).traced.set(null);
    await bench.settle();
    expect(text('[data-waiting]')).toContain('with 7 pieces of evidence');
    expect(text('[data-section="audio"]')).toContain('62');
  });

  it('does not take for sound what comes and goes, says the owner, and has only worked here', async () => {
    const { jobId } = bench.job;
    const symptoms = [{ text: 'goes quiet', functionId: 'receive-am', result: 'comes-and-goes' as const }];
    await bench.get(BenchDatabase).jobs.update(jobId(), { symptoms });
    await bench.settle();
    expect(bench.element.querySelector('[data-wavers]')).toBeNull();
    await bench.get(TapeWriter).keep({ kind: 'function', functionId: 'receive-am', result: 'works' });
    await bench.settle();
    await answer();
    expect(text('[data-wavers]')).toContain('Receive AM comes and goes, says the owner, and has only worked here.');
    await bench.get(TapeWriter).keep({ kind: 'function', functionId: 'receive-am', result: 'dead' });
    await bench.settle();
    expect(bench.element.querySelector('[data-wavers]')).toBeNull();
  });

  it('tells how a fault comes to what fails, and what would overturn it', async () => {
    await bench.get(TapeWriter).keep({ kind: 'function', functionId: 'receive-am', result: 'dead' });
    await bench.get(TapeWriter).keep({ kind: 'function', functionId: 'hailer', result: 'works' });
    await bench.settle();
    await answer();
    expect(text('[data-chain]')).toMatch(/^By the card: .+ → Receive AM dead$/);
    const probe = bench.get(Suspicion).traced()?.probes[0];
    await answer({ overturn: { section: 'audio', test: probe?.test.id ?? '', outcome: 'works', then: 0.08 } });
    expect(text('[data-overturn]')).toBe(`Audio would be overturned if “${probe?.test.title}” came out works: it then holds 8.`);
  });

  it('asks in place what an injection or a forcing did', async () => {
    await answer();
    const [first] = bench.get(Suspicion).traced()?.probes ?? [];
    if (!first) return fail('no probe');
    const test = { ...first.test, id: 'injection if', kind: 'injection' as const, subject: 'if', title: 'Put 455 kHz in' };
    await answer({ probes: [{ ...first, test }] });
    await bench.press(/^Take$/);
    await bench.press(/^weak$/);
    expect((await bench.tape()).at(-1)).toEqual(jasmine.objectContaining({ kind: 'injection', injection: 'if', result: 'weak' }));
  });

  it('says in words what it has come to', async () => {
    await answer({ stop: 'audio' });
    expect(text('.stop')).toContain('Audio holds');
    expect(bench.element.querySelector('[data-died-of]')).toBeNull();
    await answer({ stop: 'audio', diedOf: ['bias at TP4', 'load: Coupler'] });
    expect(text('[data-died-of]')).toContain('would die of as well: bias at TP4, load: Coupler.');
    await answer({ leads: 'audio' });
    expect(text('[data-leads]')).toContain('Audio holds');
    await answer({ group: ['audio', 'mixer'] });
    expect(bench.element.textContent).toContain('The tests left hardly part these: Audio, Mixer.');
    await answer({ settled: 'misaligned' });
    expect(text('[data-settled]')).toContain('turned throughout');
    await answer({ settled: 'outside' });
    expect(text('[data-settled]')).toContain('nothing inside stands out');
    await answer({ two: { chance: 0.6, pairs: [{ sections: ['audio', 'pa'], chance: 0.5 }] } });
    expect(text('[data-two]')).toContain('Two faults at once: 60 in 100.');
    expect(text('[data-two]')).toContain('Audio and Power amplifier');
    await answer({ probes: [] });
    expect(bench.element.textContent).toContain('No test left would tell more.');
  });

  it('holds what an earlier repairer said against the evidence', async () => {
    await bench.get(TapeWriter).keepAll([
      { kind: 'claim', claimant: 'Market stall', text: 'final renewed, it is good', section: 'pa', says: 'good' },
      { kind: 'function', functionId: 'transmit-am', result: 'dead' },
      { kind: 'function', functionId: 'receive-am', result: 'works' },
    ]);
    await bench.settle();
    await answer();
    expect(bench.element.textContent).toContain('The evidence speaks against a claim: “final renewed, it is good” (Market stall)');
  });
});
