import { copyLine, isWhole, reach, readCopyLines, replay, type CopyChange, type CopyLine, type CopyRow } from '@amber-relay/core/copy';
import type { CopyPlace } from './copy-place';

/** How far a copy goes. */
export interface CopyStanding {
  readonly n: number;
  readonly at: string;
  /** Writes that should be in it and are not. */
  readonly missing: number;
  /** Size of what came since the last snapshot. */
  readonly logBytes: number;
}
/** How far the store goes, and how many entries of tapes it holds. */
export interface StoreStanding {
  readonly n: number;
  readonly entries: number;
}
/** What a copy holds, put together. */
export interface CopyContents {
  readonly n: number;
  readonly at: string;
  readonly tables: ReadonlyMap<string, readonly Record<string, unknown>[]>;
  /** Writes, lines and files that are lost to it. */
  readonly lost: number;
}

/** Tables that hold bytes, and in which field. */
const bytesIn: Readonly<Record<string, string>> = { blobs: 'bytes', sheetBlobs: 'blob' };
const fileMark = '$file';
const numbered = /^(snapshot|log)-(\d+)\.ndlog$/;
const tailBytes = 100_000;

/**
 * The second copy of one shop: a log of its writes as they were committed, and from time to time a snapshot of all of it, after which
 * what is older is taken away. Pictures and sheets stand beside as files. Nothing in it needs the store that it is a copy of.
 */
export class ShopCopy {
  constructor(private readonly place: CopyPlace) {}

  private async numbers(): Promise<{ readonly snapshots: readonly number[]; readonly logs: readonly number[] }> {
    const found = (await this.place.names()).flatMap((name) => numbered.exec(name) ?? []);
    const of = (what: string): number[] => found.flatMap((part, i) => (part === what ? [Number(found[i + 1])] : [])).sort((a, b) => a - b);
    return { snapshots: of('snapshot'), logs: of('log') };
  }

  private async text(name: string): Promise<string> {
    return (await (await this.place.read(name))?.text()) ?? '';
  }

  /** Adds one write. Bytes go into files of their own, before the line that names them. */
  async append(n: number, at: string, changes: readonly CopyChange[]): Promise<void> {
    const { logs } = await this.numbers();
    const kept: CopyChange[] = [];
    for (const change of changes) {
      if (change.act !== 'add' && change.act !== 'put') kept.push(change);
      else {
        const rows: CopyRow[] = [];
        for (const row of change.rows) rows.push(await this.besideFile(change.table, row));
        kept.push({ ...change, rows });
      }
    }
    await this.place.append(`log-${logs.at(-1) ?? 1}.ndlog`, copyLine({ is: 'write', n, at, changes: kept }));
  }

  /** A row whose bytes have been put into a file. */
  private async besideFile(table: string, row: CopyRow): Promise<CopyRow> {
    const field = bytesIn[table];
    if (!field) return row;
    const content = row[field] as Blob | Uint8Array<ArrayBuffer> | undefined;
    if (!content) return row;
    const blob = content instanceof Blob ? content : new Blob([content]);
    const files = await this.place.within('files');
    const name = `${table}-${row.id}`;
    if ((await files.read(name))?.size !== blob.size) await files.write(name, inPieces(blob));
    return { id: row.id, [fileMark]: { name, size: blob.size, type: blob.type } };
  }

  /** How far it goes, from the ends of its files alone. */
  async standing(): Promise<CopyStanding | undefined> {
    return (await this.ends())?.standing;
  }

  private async ends(): Promise<{ readonly standing: CopyStanding; readonly entriesAtMost: number } | undefined> {
    const { snapshots, logs } = await this.numbers();
    if (!snapshots.length && !logs.length) return undefined;
    const whole = await this.newestSnapshot(snapshots);
    const log = await this.log(logs, whole?.k ?? 0);
    const from = whole?.n ?? 0;
    const { n, at, missing } = reach(from, log.lines);
    const later = log.lines.flatMap((line) => (line.is === 'write' && line.n > from ? line.changes : []));
    const added = later.reduce((sum, change) => sum + (change.table === 'tape' && 'rows' in change ? change.rows.length : 0), 0);
    return {
      standing: { n, at: at || (whole?.at ?? ''), missing: missing + log.spoilt, logBytes: log.bytes },
      // A snapshot may hold some of the later ones already, and others may have been taken out again.
      entriesAtMost: (whole?.entries ?? 0) + added,
    };
  }

  /**
   * Whether it holds writes or entries that the store has lost. A copy that itself lacks writes is not the fuller one, however far it
   * goes. All of it is read only where its ends alone do not rule it out.
   */
  async holdsMoreThan(store: StoreStanding): Promise<boolean> {
    const ends = await this.ends();
    if (!ends || ends.standing.missing > 0 || ends.standing.n < store.n) return false;
    if (ends.standing.n > store.n) return true;
    return ends.entriesAtMost > store.entries && ((await this.put()).tables.get('tape')?.size ?? 0) > store.entries;
  }

  private async newestSnapshot(
    snapshots: readonly number[],
  ): Promise<{ readonly k: number; readonly n: number; readonly at: string; readonly entries: number } | undefined> {
    for (const k of [...snapshots].reverse()) {
      const file = await this.place.read(`snapshot-${k}.ndlog`);
      if (!file) continue;
      const [head] = readCopyLines((await file.slice(0, 500).text()).split('\n')[0] ?? '').lines;
      const end = readCopyLines((await file.slice(Math.max(0, file.size - tailBytes)).text()).trimEnd().split('\n').at(-1) ?? '').lines[0];
      if (head?.is === 'snapshot' && end?.is === 'end') return { k, n: head.n, at: head.at, entries: end.counts['tape'] ?? 0 };
    }
    return undefined;
  }

  private async log(
    logs: readonly number[],
    from: number,
  ): Promise<{ readonly lines: CopyLine[]; readonly spoilt: number; readonly bytes: number }> {
    const texts = await Promise.all(logs.filter((k) => k >= from).map((k) => this.text(`log-${k}.ndlog`)));
    const read = texts.map(readCopyLines);
    return {
      lines: read.flatMap(({ lines }) => lines),
      spoilt: read.reduce((sum, { spoilt }) => sum + spoilt, 0),
      bytes: texts.reduce((sum, { length }) => sum + length, 0),
    };
  }

  /** Opens the log in which writes stand from now on, for a snapshot that is about to be made. */
  async beginSnapshot(): Promise<number> {
    const { snapshots, logs } = await this.numbers();
    const k = Math.max(0, ...snapshots, ...logs) + 1;
    await this.place.append(`log-${k}.ndlog`, '');
    return k;
  }

  /**
   * Writes all that the shop holds. Meanwhile writes go on, into the log that was begun: they are taken up when the copy is read.
   *
   * @param n the last write that had been committed before the first row was read
   */
  async writeSnapshot(
    k: number,
    n: number,
    at: string,
    rows: AsyncIterable<readonly [table: string, rows: readonly CopyRow[]]>,
  ): Promise<void> {
    const counts: Record<string, number> = {};
    const beside = (table: string, row: CopyRow): Promise<CopyRow> => this.besideFile(table, row);
    async function* lines(): AsyncGenerator<string> {
      yield copyLine({ is: 'snapshot', n, at });
      for await (const [table, some] of rows) {
        const kept: CopyRow[] = [];
        for (const row of some) kept.push(await beside(table, row));
        counts[table] = (counts[table] ?? 0) + kept.length;
        yield copyLine({ is: 'rows', table, rows: kept });
      }
      yield copyLine({ is: 'end', counts });
    }
    await this.place.write(`snapshot-${k}.ndlog`, lines());
  }

  /** Takes away what a whole snapshot has made needless. */
  async forgetBefore(k: number): Promise<void> {
    const { snapshots, logs } = await this.numbers();
    if ((await this.newestSnapshot(snapshots))?.k !== k) return;
    for (const old of snapshots) if (old < k) await this.place.remove(`snapshot-${old}.ndlog`);
    for (const old of logs) if (old < k) await this.place.remove(`log-${old}.ndlog`);
    const files = await this.place.within('files');
    const named = new Set((await this.put()).files);
    for (const name of await files.names()) if (!named.has(name)) await files.remove(name);
  }

  private async put(): Promise<ReturnType<typeof replay> & { readonly files: readonly string[]; readonly spoilt: number }> {
    const { snapshots, logs } = await this.numbers();
    const whole = await this.newestSnapshot(snapshots);
    const read = whole ? readCopyLines(await this.text(`snapshot-${whole.k}.ndlog`)) : { lines: [], spoilt: 0 };
    const log = await this.log(logs, whole?.k ?? 0);
    const replayed = replay(read.lines, log.lines);
    const files = Object.keys(bytesIn).flatMap((table) =>
      [...(replayed.tables.get(table)?.values() ?? [])].flatMap((row) => (row[fileMark] as { name: string } | undefined)?.name ?? []),
    );
    const halved = read.lines.length > 0 && !isWhole(read.lines) ? 1 : 0;
    return { ...replayed, files, spoilt: read.spoilt + log.spoilt + halved };
  }

  /** All that it holds, bytes included. */
  async contents(): Promise<CopyContents> {
    const { n, at, tables, missing, spoilt } = await this.put();
    const files = await this.place.within('files');
    let lost = missing + spoilt;
    const full = new Map<string, Record<string, unknown>[]>();
    for (const [table, rows] of tables) {
      const list: Record<string, unknown>[] = [];
      for (const row of rows.values()) {
        const mark = row[fileMark] as { readonly name: string; readonly size: number; readonly type: string } | undefined;
        const field = bytesIn[table];
        if (!mark || !field) {
          list.push(row);
          continue;
        }
        const file = await files.read(mark.name);
        if (file?.size !== mark.size) lost += 1;
        else if (field === 'blob') list.push({ id: row.id, blob: file.slice(0, file.size, mark.type) });
        else list.push({ id: row.id, bytes: new Uint8Array(await file.arrayBuffer()) });
      }
      full.set(table, list);
    }
    return { n, at, tables: full, lost };
  }
}

function* inPieces(blob: Blob): Generator<Blob> {
  for (let at = 0; at < blob.size || at === 0; at += 4_000_000) yield blob.slice(at, at + 4_000_000);
}
