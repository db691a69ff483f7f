import { attempt } from '../errors';
import { allSums, answer, fieldsOf, sumById, type FieldSpec, type Sum } from './index';

const sum = (id: string): Sum => {
  const found = sumById(id);
  if (!found) throw new Error(`no sum ${id}`);
  return found;
};
const refusal = (of: Sum, input: unknown): { path: string; text: string } | undefined => {
  const done = attempt(() => answer(of, input));
  return done.ok ? undefined : { path: done.failure.path, text: `${done.failure.message} ${done.failure.remedy}` };
};

/** Every figure of an example with its path, through groups and the first rows of tables. */
function figuresOf(fields: readonly FieldSpec[], value: Readonly<Record<string, unknown>>, prefix: readonly string[] = []): string[][] {
  return fields.flatMap((field) => {
    const inner = value[field.name];
    const path = [...prefix, field.name];
    if (inner === undefined || inner === null) return [];
    if (field.kind === 'group') return figuresOf(field.parts ?? [], inner as Record<string, unknown>, path);
    if (field.kind === 'rows') {
      const [row] = inner as Record<string, unknown>[];
      return row ? figuresOf(field.parts ?? [], row, [...path, '0']) : [];
    }
    return field.kind === 'number' || field.kind === 'whole' || field.kind === 'money' ? [path] : [];
  });
}
function withValue(input: unknown, [key = '', ...rest]: readonly string[], value: unknown): unknown {
  if (Array.isArray(input))
    return input.map((each: unknown, k) => (String(k) === key ? (rest.length ? withValue(each, rest, value) : value) : each));
  const held = input as Record<string, unknown>;
  return { ...held, [key]: rest.length ? withValue(held[key], rest, value) : value };
}

describe('a figure that is none', () => {
  for (const each of allSums)
    for (const path of figuresOf(fieldsOf(each.input), each.example))
      it(`is refused at ${each.id} ${path.join('.')}, by its path`, () => {
        for (const wrong of ['much', NaN, Infinity, true]) {
          const refused = refusal(each, withValue(each.example, path, wrong));
          expect(refused?.path).withContext(String(wrong)).toBe(path.join('.'));
          expect(refused?.text.length).toBeGreaterThan(20);
        }
      });
});

describe('a refusal', () => {
  for (const [id, input, path, text] of [
    ['pad', { lossDb: 0, topology: 'pi' }, 'lossDb', 'Loss (lossDb) is 0 dB; it must be above 0 dB. Give a value above 0 dB.'],
    [
      'pad',
      { lossDb: 300, topology: 'pi' },
      'lossDb',
      'Loss (lossDb) is 300 dB; it must be 200 dB or less. Give a value of 200 dB or less.',
    ],
    ['pad', { lossDb: 3 }, 'topology', 'Shape (topology) is missing. Give one of pi, tee.'],
    ['pad', { lossDb: 3, topology: 'tea' }, 'topology', 'Shape (topology) is "tea", which is not known. Give one of pi, tee.'],
    ['pad', { lossDb: 3, topology: 'pi', loss: 3 }, 'loss', '"loss" is not a field of pad.'],
    ['pad', 'thirty', '', 'The input'],
    ['divider-chain', { inputHz: 1e6, stages: [] }, 'stages', 'holds too few'],
    ['divider-chain', { inputHz: 1e6, stages: [{ name: '', ratio: 2 }] }, 'stages.0.name', 'is empty'],
    ['diode-bias', { supplyV: 12, forwardV: 1, seriesOhm: 100, parallel: 1.5 }, 'parallel', 'not a whole number'],
    ['rf-power', {}, 'vpp', 'Nothing was given to work from'],
    ['rf-power', { vpp: 1, dBm: 1 }, 'dBm', 'dBm was given besides vpp'],
    ['am-modulation', { envelopeMax: 1 }, 'envelopeMin', 'go together'],
  ] as const)
    it(`of ${JSON.stringify(input)} at ${id} names the field, the value and the range`, () => {
      const refused = refusal(sum(id), input);
      expect(refused?.path).toBe(path);
      expect(refused?.text).toContain(text);
    });
  it('names the place within a long list', () => {
    const points = Array.from({ length: 50 }, (_, k) => ({ tS: k, value: k === 37 ? 'high' : 1 }));
    expect(refusal(sum('soak-verdict'), { points, low: 0, high: 2 })?.path).toBe('points.37.value');
  });
});
