import fc from 'fast-check';
import { CoreError } from '../errors/core-error';
import { formatVersion } from '../format';
import { copyLine, isWhole, readCopyLines, reach, replay, type CopyChange, type CopyLine } from './index';

const at = '2026-11-27T14:02:00.000Z';
const put = (n: number, ...changes: readonly CopyChange[]): CopyLine => ({ is: 'write', n, at, changes });
const row = (id: string, value = 0): { id: string; value: number } => ({ id, value });

const change = fc.oneof(
  fc.record({
    table: fc.constantFrom('jobs', 'tape'),
    act: fc.constantFrom('add' as const, 'put' as const),
    rows: fc.array(fc.record({ id: fc.constantFrom('a', 'b', 'c', 'd'), value: fc.integer() }), { maxLength: 3 }),
  }),
  fc.record({
    table: fc.constantFrom('jobs', 'tape'),
    act: fc.constant('delete' as const),
    ids: fc.array(fc.constantFrom('a', 'b', 'c'), { maxLength: 2 }),
  }),
  fc.record({ table: fc.constantFrom('jobs', 'tape'), act: fc.constant('clear' as const) }),
);
/** What a store holds after each of some writes, kept as plainly as can be. */
function stores(writes: readonly (readonly CopyChange[])[]): Record<string, Record<string, unknown>>[] {
  let now: Record<string, Record<string, unknown>> = { jobs: {}, tape: {} };
  return [
    now,
    ...writes.map((changes) => {
      now = structuredClone(now);
      for (const one of changes)
        if (one.act === 'clear') now[one.table] = {};
        else if (one.act === 'delete')
          now[one.table] = Object.fromEntries(Object.entries(now[one.table]!).filter(([id]) => !(one.ids as string[]).includes(id)));
        else one.rows.forEach((r) => (now[one.table]![r.id] = r));
      return now;
    }),
  ];
}
const plain = (copy: ReturnType<typeof replay>): Record<string, Record<string, unknown>> =>
  Object.fromEntries(['jobs', 'tape'].map((table) => [table, Object.fromEntries(copy.tables.get(table) ?? [])]));

describe('the lines of a second copy', () => {
  it('read back as they were written, whatever the rows say', () => {
    const law = fc.property(fc.array(fc.array(change, { maxLength: 3 }), { maxLength: 5 }), (writes) => {
      const lines = writes.map((changes, i) => put(i + 1, ...changes));
      const { lines: read, spoilt } = readCopyLines(lines.map(copyLine).join(''));
      // Each says the version of the format beside what it was given.
      return spoilt === 0 && JSON.stringify(read) === JSON.stringify(lines.map((line) => ({ ...line, version: formatVersion })));
    });
    expect(() => fc.assert(law)).not.toThrow();
  });

  it('of an earlier version are brought up, and those of a later one are refused', () => {
    const card = { id: 'c', version: 1 };
    const write: CopyLine = { is: 'write', n: 1, at, changes: [{ table: 'cards', act: 'add', rows: [card] }] };
    expect(replay([], [write]).tables.get('cards')?.get('c')?.['version']).toBe(formatVersion);
    expect(() => replay([], [{ ...write, version: formatVersion + 1 }])).toThrowMatching(
      (e) => e instanceof CoreError && e.code === 'newer-version',
    );
  });

  it('are all there up to the one in which the power went', () => {
    const text = [1, 2, 3].map((n) => copyLine(put(n, { table: 'tape', act: 'add', rows: [row(`e${n}`)] }))).join('');
    for (let cut = 1; cut < text.length; cut += 7) {
      const { lines, spoilt } = readCopyLines(text.slice(0, cut));
      const whole = text.slice(0, cut).split('\n').length - 1;
      // The end of a line may be all that is missing of it.
      expect([whole, whole + 1]).toContain(lines.length);
      expect(spoilt).toBeLessThanOrEqual(1);
    }
  });

  it('leave out a line that was altered, and count it', () => {
    const text = copyLine(put(1)) + copyLine(put(2)).replace('14:02', '14:03') + copyLine(put(3));
    const { lines, spoilt } = readCopyLines(text);
    expect([lines.length, spoilt]).toEqual([2, 1]);
    expect(reach(0, lines)).toEqual({ n: 3, at, missing: 1 });
  });
});

describe('a copy put together', () => {
  it('is what the store held, in whatever order two tabs wrote its lines, and with some of them twice', () => {
    const law = fc.property(
      fc.array(fc.array(change, { maxLength: 3 }), { minLength: 1, maxLength: 8 }),
      fc.infiniteStream(fc.nat()),
      (writes, seeds) => {
        const lines = writes.map((changes, i) => put(i + 1, ...changes));
        const mixed = [...lines, lines[0]!].map((line) => [seeds.next().value as number, line] as const);
        mixed.sort((a, b) => a[0] - b[0]);
        const copy = replay(
          [],
          mixed.map(([, line]) => line),
        );
        return (
          copy.n === writes.length &&
          copy.missing === 0 &&
          JSON.stringify(sorted(plain(copy))) === JSON.stringify(sorted(stores(writes).at(-1)!))
        );
      },
    );
    expect(() => fc.assert(law)).not.toThrow();
  });

  it('begins with its snapshot, and takes no write again that the snapshot holds', () => {
    const snapshot: CopyLine[] = [
      { is: 'snapshot', n: 5, at },
      { is: 'rows', table: 'jobs', rows: [row('a', 5)] },
      { is: 'end', counts: { jobs: 1 } },
    ];
    const log = [
      put(4, { table: 'jobs', act: 'put', rows: [row('a', 4)] }),
      put(6, { table: 'jobs', act: 'put', rows: [row('b', 6)] }),
      put(8, { table: 'jobs', act: 'delete', ids: ['a'] }),
    ];
    expect(isWhole(snapshot)).toBeTrue();
    const copy = replay(snapshot, log);
    expect([copy.n, copy.missing]).toEqual([8, 1]);
    expect(plain(copy)['jobs']).toEqual({ b: row('b', 6) });
    expect(plain(replay(snapshot, []))['jobs']).toEqual({ a: row('a', 5) });
  });

  it('takes no snapshot for whole that was not written to its end, or lacks a row', () => {
    const head: CopyLine = { is: 'snapshot', n: 1, at };
    const rows: CopyLine = { is: 'rows', table: 'jobs', rows: [row('a')] };
    expect(isWhole([head, rows])).toBeFalse();
    expect(isWhole([rows, { is: 'end', counts: { jobs: 1 } }])).toBeFalse();
    expect(isWhole([head, rows, { is: 'end', counts: { jobs: 2 } }])).toBeFalse();
    expect(isWhole([head, rows, { is: 'end', counts: { jobs: 1, tape: 0 } }])).toBeTrue();
  });
});

const sorted = (tables: Record<string, Record<string, unknown>>): unknown =>
  Object.entries(tables).map(([name, rows]) => [name, Object.entries(rows).sort(([a], [b]) => (a < b ? -1 : 1))]);
