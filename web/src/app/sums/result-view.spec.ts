import { allSums, fieldsOf, solve, sumById, type Sum } from '@amber-relay/core/sums';
import { resultView, type ResultView } from './result-view';

const sum = (id: string): Sum => {
  const found = sumById(id);
  if (!found) throw new Error(`no sum ${id}`);
  return found;
};
const viewOf = (id: string, input: Record<string, unknown> = sum(id).example, plusMinus = {}): ResultView => {
  const { output, spreads } = solve(sum(id), input, plusMinus);
  return resultView(sum(id), output as Record<string, unknown>, spreads);
};
const everyText = ({ tiles, lines, sentences, tables, verdict }: ResultView): string[] => [
  ...[...tiles, ...lines].flatMap((line) => [line.title, line.text]),
  ...sentences,
  ...(verdict ? [verdict.title, verdict.text] : []),
  ...tables.flatMap((table) => [table.title, ...table.columns.map(({ title }) => title), ...table.rows.flat()]),
];

describe('resultView', () => {
  for (const each of allSums) {
    it(`shows all that ${each.id} gives, in words and figures`, () => {
      const { output } = solve(each, each.example);
      const view = viewOf(each.id);
      for (const text of everyText(view)) expect(text).not.toMatch(/undefined|NaN|\[object|null/);
      const titles = everyText(view).join('\n');
      for (const field of fieldsOf(each.output)) {
        const value = (output as Record<string, unknown>)[field.name];
        const isDrawn = Array.isArray(value) && Array.isArray(value[0]);
        const isEmpty = Array.isArray(value) && value.length === 0;
        if (value === undefined || isDrawn || isEmpty || view.sentences.includes(value as string)) continue;
        expect(titles).withContext(field.name).toContain(field.title);
      }
    });
    it(`shows no more of ${each.id} large than is read at a glance`, () => {
      const { tiles, verdict } = viewOf(each.id);
      expect(tiles.length).toBeLessThanOrEqual(3);
      expect(tiles.reduce((all, { text }) => all + text.length, verdict?.text.length ?? 0)).toBeLessThanOrEqual(34);
    });
  }

  it('leads with what one asked for', () => {
    expect(viewOf('pad').tiles.map(({ title, text }) => `${title}: ${text}`)).toEqual([
      'Loss, stock values: 30.67 dB',
      'Return loss: 34.25 dB',
      'Comes out: 4 mW',
    ]);
  });
  it('gives the four verdicts their sign and other states their word', () => {
    expect(viewOf('verdict').verdict).toEqual({ title: 'Verdict', text: 'in', of: 'in' });
    expect(viewOf('verdict', { value: 13.5, uncertainty: 0.1, low: 13.5, high: 14 }).verdict).toEqual({
      title: 'Verdict',
      text: 'cant tell',
      of: 'cant-tell',
    });
    expect(viewOf('sensitivity').verdict).toEqual({ title: 'State', text: 'plausible' });
  });
  it('says what ± is carried to a figure, in both ways', () => {
    const [loss] = viewOf('pad', { lossDb: 20, topology: 'pi' }, { lossDb: 0.5 }).tiles;
    expect(loss?.spread).toMatch(/^± [\d.]+ dB worst case, ± [\d.]+ dB RSS$/);
    expect(viewOf('pad').tiles[0]?.spread).toBe('');
  });
  it('names the parts of a group after the group', () =>
    expect(viewOf('pad').lines.map(({ title }) => title)).toContain('From stock, shunt'));
  it('spells out figures that have names', () =>
    expect(viewOf('pad').lines).toContain({ title: 'Heat, exact values: input shunt', text: '3.755 W', spread: '' }));
  it('writes money as money', () => expect(viewOf('job-price').tiles[0]).toEqual({ title: 'Total', text: '33.80', spread: '' }));
  it('tells sentences as sentences', () => expect(viewOf('lock-sweep').sentences).toEqual(['All in lock, with room on both sides.']));
  it('leaves away the columns that no row has, and counts what it does not show', () => {
    const [points] = viewOf('lock-sweep').tables;
    expect(points?.columns.map(({ title }) => title)).not.toContain('Band');
    const long = viewOf('mixer-products', { f1Hz: 37.66e6, f2Hz: 10.695e6, maxOrder: 12 }).tables[0];
    expect(long?.rows.length).toBe(40);
    expect(long?.more).toBeGreaterThan(0);
  });
  it('has nothing to show large where only tables come out', () => {
    const bank = viewOf('resistor-bank');
    expect(bank.tiles).toEqual([]);
    expect(bank.tables[0]?.rows[0]?.[0]).toBe('4 × 220 Ω in parallel');
  });
});
