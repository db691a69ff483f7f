import { TestBed } from '@angular/core/testing';
import { BenchDatabase } from '../storage/bench-database';
import { stageOnBench, type StageOnBench } from '../testing/stage-on-bench';
import { until } from '../testing/still';
import { Tape } from './tape';
import { TapeWriter } from './tape-writer';

describe('Tape', () => {
  let bench: StageOnBench<Tape>;
  beforeEach(async () => (bench = await stageOnBench(Tape)));
  afterEach(() => bench.clear());
  const rows = (): string[] =>
    [...bench.element.querySelectorAll('li[data-entry]')].map((row) => row.textContent?.replace(/\s+/g, ' ').trim() ?? '');

  it('strikes an entry only with a reason, and keeps it in sight', async () => {
    await bench.get(TapeWriter).keep({ kind: 'note', text: 'wrong set' });
    await bench.settle();
    await bench.press(/^Strike: wrong set/);
    expect([...bench.element.querySelectorAll('form button')].some((b) => (b as HTMLButtonElement).disabled)).toBeTrue();
    await bench.fill('reason', 'slip');
    await bench.press(/^Strike$/);
    expect(rows().at(-1)).toContain('struck: slip');
    await bench.press(/^Bring back: wrong set/);
    expect(rows().at(-1)).not.toContain('struck');
  });

  it('says why an entry is not weighed by Trace', async () => {
    await bench.get(TapeWriter).keep({ kind: 'claim', claimant: 'earlier repairer', text: 'PLL chip was changed' });
    await bench.get(TapeWriter).keep({ kind: 'note', text: 'rang twice' });
    await bench.settle();
    expect(rows().at(-2)).toContain('not weighed: what somebody says is held against the evidence');
    expect(rows().at(-1)).not.toContain('not weighed');
  });

  it('undoes the last entry, then the one before', async () => {
    await bench.get(TapeWriter).keepAll([
      { kind: 'note', text: 'a' },
      { kind: 'note', text: 'b' },
    ]);
    await bench.settle();
    await bench.press(/^Undo the last entry/);
    await bench.press(/^Undo the last entry/);
    expect(
      rows()
        .slice(-2)
        .every((row) => row.includes('struck: undone')),
    ).toBeTrue();
  });

  it('shows parts that were listed by one press as one, opens it, and undoes them together', async () => {
    const names = ['C1', 'C2', 'C3', 'C4', 'C5'];
    await bench.get(TapeWriter).keepAll(names.map((designator) => ({ kind: 'listed', designator, value: '47u 16v' })));
    await bench.settle();
    expect(rows().at(-1)).toContain('C1, C2, C3 and 2 more: 47u 16v');
    const before = rows().length;
    await bench.press(/^C1, C2, C3 and 2 more/);
    expect(rows().length).toBe(before + 4);
    expect(rows().at(-1)).toContain('C5');
    await bench.press(/^Undo the last entry/);
    expect((await bench.tape()).filter(({ kind }) => kind === 'strike').length).toBe(5);
  });

  it('draws the newest entries of a long tape, and the earlier ones when asked', async () => {
    await TestBed.inject(BenchDatabase).tape.bulkAdd(
      Array.from({ length: 130 }, (_, n) => ({
        kind: 'note' as const,
        text: `n${n}`,
        id: crypto.randomUUID(),
        jobId: bench.jobId,
        seq: n + 2,
        at: '2026-02-12T09:00:00.000Z',
        by: 'Runa',
      })),
    );
    await bench.settle();
    expect(rows().length).toBe(120);
    expect(rows().at(-1)).toContain('n129');
    await bench.press(/earlier entries: show more/);
    expect(rows().length).toBe(131);
  });

  it('shows the day where it is another than that of the entry before', async () => {
    await TestBed.inject(BenchDatabase).tape.bulkAdd(
      ['2026-02-12T09:00:00.000Z', '2026-02-12T10:00:00.000Z', '2026-02-14T09:00:00.000Z'].map((at, n) => ({
        kind: 'note' as const,
        text: `n${n}`,
        id: crypto.randomUUID(),
        jobId: bench.jobId,
        seq: n + 2,
        at,
        by: 'Runa',
      })),
    );
    await bench.settle();
    expect([...bench.element.querySelectorAll('.day')].map((day) => day.textContent).slice(-2)).toEqual([
      'Thu, 12 Feb 2026',
      'Sat, 14 Feb 2026',
    ]);
  });

  it('puts a part that the card lacks into a section, at the last entry that names it, and then asks no more', async () => {
    await bench.get(TapeWriter).keepAll([
      { kind: 'proof', designator: 'R201', result: 'bad' },
      { kind: 'finding', finding: 'burnt-part', text: 'dark', designator: 'R201', severity: 'plain', previousHands: false },
    ]);
    await bench.settle();
    const asked = (): HTMLSelectElement[] => [...bench.element.querySelectorAll<HTMLSelectElement>('.place select')];
    expect(asked().length).toBe(1);
    const [select] = asked();
    select!.value = 'audio';
    select!.dispatchEvent(new Event('change'));
    await bench.settle();
    await until(() => bench.job.card()?.parts.some(({ designator }) => designator === 'R201'), bench.fixture);
    expect(bench.job.card()?.parts.at(-1)).toEqual(jasmine.objectContaining({ designator: 'R201', section: 'audio' }));
    await bench.settle();
    expect(asked()).toEqual([]);
  });
});
