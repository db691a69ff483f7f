import * as z from 'zod';
import { attempt } from '../errors';
import figures from '../testing/contract-figures.json';
import { expandSignals } from '../testing/signals';
import { allSums, answer, sumById, topics } from './index';

interface Tolerance {
  readonly rel?: number;
  readonly abs?: number;
}
interface Figure {
  readonly sum: string;
  readonly name: string;
  readonly input: unknown;
  readonly expect?: Readonly<Record<string, unknown>>;
  readonly error?: { readonly field?: string | readonly string[] };
  readonly tol?: Tolerance & { readonly fields?: Readonly<Record<string, Tolerance>> };
}

const at = (value: unknown, path: string): unknown =>
  path
    .split('.')
    .reduce<unknown>((held, key) => (held === null || held === undefined ? undefined : (held as Record<string, unknown>)[key]), value);

const near = (got: unknown, want: number, { rel = 1e-6, abs }: Tolerance): boolean =>
  typeof got === 'number' && Math.abs(got - want) <= Math.max(abs ?? (want === 0 ? 1e-9 : 0), rel * Math.abs(want));

function agrees(got: unknown, want: unknown, tolerance: Tolerance): boolean {
  if (want === null) return got === null || got === undefined;
  if (typeof want === 'number') return near(got, want, tolerance);
  if (Array.isArray(want))
    return Array.isArray(got) && got.length === want.length && want.every((each, k) => agrees(got[k], each, tolerance));
  if (typeof want === 'object')
    return Object.entries(want as object).every(([key, each]) =>
      agrees((got as Record<string, unknown> | undefined)?.[key], each, tolerance),
    );
  return got === want;
}

/** Whether an answer holds what a figure expects at `path`, `path~set`, `path~len` or `path~match`. */
function holds(output: unknown, key: string, want: unknown, tolerance: Tolerance): boolean {
  const [path = '', kind] = key.split('~');
  const got = at(output, path);
  if (kind === 'len') return Array.isArray(got) && got.length === want;
  if (kind === 'match') return typeof got === 'string' && new RegExp(want as string, 'i').test(got);
  if (kind === 'set') {
    const left = [...((got as unknown[] | undefined) ?? [])];
    const wanted = want as unknown[];
    return (
      left.length === wanted.length && wanted.every((each) => left.some((one, k) => agrees(one, each, tolerance) && left.splice(k, 1)))
    );
  }
  return agrees(got, want, tolerance);
}

describe('the contract of the sums', () => {
  for (const figure of figures as unknown as Figure[])
    it(`${figure.sum}: ${figure.name}`, () => {
      const sum = sumById(figure.sum);
      if (!sum) return fail(`There is no sum ${figure.sum}.`);
      const done = attempt(() => answer(sum, expandSignals(figure.input)));
      if (figure.error) {
        if (done.ok) return fail('It was not refused.');
        const wanted = [figure.error.field ?? []].flat();
        expect(wanted.some((field) => done.failure.path === field || done.failure.path.split('.')[0] === field))
          .withContext(`refused on ${done.failure.path}`)
          .toBeTrue();
        expect(done.failure.message).not.toBe('');
        return;
      }
      if (!done.ok) return fail(done.failure);
      for (const [key, want] of Object.entries(figure.expect ?? {}))
        expect(holds(done.value, key, want, { ...figure.tol, ...figure.tol?.fields?.[key] }))
          .withContext(
            `${key} is ${JSON.stringify(at(done.value, key.split('~')[0] ?? ''))?.slice(0, 200)}, not ${JSON.stringify(want).slice(0, 200)}`,
          )
          .toBeTrue();
    });
});

describe('every sum', () => {
  it('has a name of its own', () => expect(new Set(allSums.map((sum) => sum.id)).size).toBe(allSums.length));

  for (const sum of allSums) {
    it(`${sum.id} works its example out, with working, and keeps to its own output`, () => {
      const done = answer(sum, sum.example);
      expect((done['working'] as string[]).length).toBeGreaterThan(0);
      expect((done['working'] as string[]).every((line) => line !== '' && !/undefined|NaN|Infinity/.test(line)))
        .withContext(String(done['working']))
        .toBeTrue();
      const read = sum.output.safeParse(done);
      expect(read.success)
        .withContext(read.error?.message ?? '')
        .toBeTrue();
      expect(topics[sum.topic]).toBeDefined();
    });

    it(`${sum.id} refuses an unknown field, a missing one and a text for a figure, by name`, () => {
      const refused = (input: unknown): string | undefined => {
        const done = attempt(() => answer(sum, input));
        return done.ok ? undefined : done.failure.path;
      };
      expect(refused({ ...sum.example, nonsense: 1 })).toBe('nonsense');
      const needed = Object.entries(sum.input.shape).find(
        ([name, field]) => name in sum.example && !(field as unknown as z.ZodType).safeParse(undefined).success,
      )?.[0];
      if (needed) expect(refused({ ...sum.example, [needed]: undefined })).toBe(needed);
      const first = Object.keys(sum.example)[0] ?? '';
      expect(refused({ ...sum.example, [first]: { wrong: true } })?.split('.')[0]).toBe(first);
    });

    it(`${sum.id} can be told as JSON Schema`, () => {
      expect(() => z.toJSONSchema(sum.input, { io: 'input', unrepresentable: 'any' })).not.toThrow();
      expect(() => z.toJSONSchema(sum.output, { io: 'output', unrepresentable: 'any' })).not.toThrow();
    });
  }
});
