import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { uniformInt } from 'pure-rand/distribution/uniformInt';

/** Chance that is the same for the same seed. */
export class Dice {
  private readonly generator;
  constructor(seed: number) {
    this.generator = xoroshiro128plus(seed);
  }
  /** A whole number from 0 to below `n`. */
  below(n: number): number {
    return uniformInt(this.generator, 0, Math.max(0, n - 1));
  }
  one<T>(of: readonly T[]): T {
    return of[this.below(of.length)] as T;
  }
}

const bytesThatMatter = [0, 1, 0x7f, 0x80, 0xff, 0x0a, 0x22, 0x3c, 0x7b];

/** Damage as disks, wires and bad hands do it: bytes changed, pieces cut out, doubled, moved, or put in. */
export function mutateBytes(bytes: Uint8Array, dice: Dice): Uint8Array {
  let out: Uint8Array = bytes.slice();
  for (let times = 1 + dice.below(4); times > 0; times -= 1) {
    const at = dice.below(out.length + 1);
    const length = 1 + dice.below(dice.one([4, 64, 4096]));
    const piece = out.subarray(at, at + length);
    switch (dice.below(7)) {
      case 0:
        for (let i = 0; i < piece.length && i < 16; i += 1) out[at + i] = dice.one(bytesThatMatter);
        break;
      case 1:
        if (at < out.length) out[at] = (out[at] ?? 0) ^ (1 << dice.below(8));
        break;
      case 2:
        out = joined(out.subarray(0, at), out.subarray(at + length));
        break;
      case 3:
        out = joined(out.subarray(0, at), piece, piece, out.subarray(at + length));
        break;
      case 4:
        out = out.slice(0, at);
        break;
      case 5: {
        const put = new Uint8Array(dice.one([1, 8, 200])).map(() => dice.below(256));
        out = joined(out.subarray(0, at), put, out.subarray(at));
        break;
      }
      default: {
        const to = dice.below(out.length + 1);
        out = joined(out.subarray(0, to), piece, out.subarray(to));
      }
    }
  }
  return out;
}

function joined(...parts: readonly Uint8Array[]): Uint8Array {
  const all = new Uint8Array(parts.reduce((sum, { length }) => sum + length, 0));
  let at = 0;
  for (const part of parts) {
    all.set(part, at);
    at += part.length;
  }
  return all;
}

/** Values that programs stumble over, and texts that want to be run. */
const oddValues: readonly unknown[] = [
  null,
  true,
  -1,
  0,
  1.5,
  1e308,
  -1e308,
  Number.MAX_SAFE_INTEGER,
  2 ** 53,
  '',
  ' ',
  'x'.repeat(10_000),
  '\u0000',
  '\ud800',
  '../../etc/passwd',
  '__proto__',
  'constructor',
  '=1+1',
  '<script>globalThis.ran=1</script>',
  '"><img src=x onerror="globalThis.ran=1">',
  'javascript:globalThis.ran=1',
  '2026-02-30',
  '9999-12-31T23:59:59.999Z',
  [],
  [[]],
  {},
  { length: 1e9 },
];

type Tree = Record<string, unknown> | unknown[];
const isTree = (value: unknown): value is Tree => typeof value === 'object' && value !== null;

/** Changes a few places of a document: another value, a field gone, an item doubled or moved, a field of an odd name. */
export function mutateData<T>(data: T, dice: Dice): T {
  const copy = structuredClone(data);
  const trees: Tree[] = [];
  const walk = (value: unknown): void => {
    if (!isTree(value) || trees.length > 5000) return;
    trees.push(value);
    Object.values(value).forEach(walk);
  };
  walk(copy);
  for (let times = 1 + dice.below(3); times > 0; times -= 1) {
    const tree = dice.one(trees);
    const keys = Object.keys(tree);
    const key = dice.one(keys) as keyof Tree | undefined;
    if (key === undefined) continue;
    const fields = tree as Record<string, unknown>;
    switch (dice.below(5)) {
      case 0:
        if (Array.isArray(tree)) tree.splice(Number(key), 1);
        else Reflect.deleteProperty(fields, key);
        break;
      case 1:
        if (Array.isArray(tree)) tree.push(structuredClone(tree[Number(key)]));
        else fields[dice.one(['__proto__x', 'constructor', 'extra'])] = dice.one(oddValues);
        break;
      case 2: {
        const other = dice.one(trees);
        const from = dice.one(Object.keys(other));
        if (from !== undefined) fields[key as string] = structuredClone((other as Record<string, unknown>)[from]);
        break;
      }
      default:
        fields[key as string] = structuredClone(dice.one(oddValues));
    }
  }
  return copy;
}
