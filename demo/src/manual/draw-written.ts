import type { Drawing, Pen } from '../sheets/pen';
import { manualPage } from './draw-tables';
import type { ManualTruth } from './truth';

const left = 52;
const comma = (value: number): string => String(value).replace('.', ',');

/** Text written word by word, as many programs put it on a page. */
function words(pen: Pen, x: number, y: number, text: string, size = 8.5): void {
  let at = x;
  for (const word of text.split(' ')) {
    pen.text(at, y, word, { size });
    // As wide as the letters of the usual sans-serif are, and a space.
    at += ([...word].reduce((sum, sign) => sum + (widths[sign] ?? 556), 0) / 1000) * size + 0.278 * size;
  }
}
const widths: Readonly<Record<string, number>> = {
  ...Object.fromEntries([..."iljI'|.,:;!/ "].map((sign) => [sign, 260])),
  ...Object.fromEntries([...'ftr()-'].map((sign) => [sign, 310])),
  ...Object.fromEntries([...'ckszvxyJ'].map((sign) => [sign, 500])),
  ...Object.fromEntries([...'ABEKPSVXY'].map((sign) => [sign, 667])),
  ...Object.fromEntries([...'CDHNRUGOQw'].map((sign) => [sign, 730])),
  ...Object.fromEntries([...'mMW%'].map((sign) => [sign, 870])),
};

/** The manual as it is written out: specifications with leaders, voltages of transistors, alignment in sentences, parts in columns. */
export function drawWritten(truth: ManualTruth): Drawing[] {
  const set = `${truth.maker} ${truth.model}`;
  const devices = [...new Set(truth.points.filter(({ point }) => /^Q/.test(point)).map(({ name }) => name))];
  const volts = (device: string, condition: string): string[] =>
    truth.points.filter(({ name, condition: [when] }) => name === device && when === condition).map(({ nominal = 0 }) => comma(nominal));
  const tps = truth.points.filter(({ point }) => /^TP/.test(point));
  return [
    manualPage('Performance', 'other', 1, set, (pen) => {
      words(pen, left, 88, 'The figures below hold at 13,2 V and 20 degrees.');
      truth.limits.forEach(({ label, printed }, i) => {
        const dots = '.'.repeat(Math.max(4, 60 - label.length));
        words(pen, left, 112 + i * 15, `${label} ${dots} ${printed}`);
      });
    }),
    manualPage('Voltages of the transistors', 'alignment', 3, set, (pen) => {
      const heads = ['Transistor', 'E', 'B', 'C'];
      ['receive', 'keyed'].forEach((condition, t) => {
        const top = 100 + t * 190;
        pen.text(left, top, condition === 'keyed' ? 'TRANSMIT' : 'RECEIVE', { size: 10, bold: true });
        heads.forEach((head, i) => pen.text(left + (i === 0 ? 0 : 60 + i * 70), top + 20, head, { size: 8.5, bold: true }));
        devices.forEach((device, r) =>
          [device, ...volts(device, condition)].forEach((cell, i) =>
            words(pen, left + (i === 0 ? 0 : 60 + i * 70), top + 38 + r * 14, cell),
          ),
        );
      });
      const top = 500;
      pen.text(left, top, 'TEST POINTS, RECEIVE', { size: 10, bold: true });
      tps.forEach(({ point, name, low = 0, high = 0, unit }, i) => {
        const y = top + 20 + i * 14;
        words(pen, left, y, point);
        words(pen, left + 60, y, name);
        words(pen, left + 260, y, `${comma(low)} to ${comma(high)} ${unit}`);
      });
    }),
    manualPage('Adjustment', 'alignment', 4, set, (pen) => {
      let y = 92;
      let heading = '';
      for (const { name, adjust, at, expect } of truth.steps) {
        const [, of = '', n = ''] = /^(.*) (\d+)$/.exec(name) ?? [];
        if (of !== heading) {
          pen.text(left, y + 6, of, { size: 10, bold: true });
          heading = of;
          y += 24;
        }
        const where = at.startsWith('TP') ? `Connect the meter to ${at}. ` : at ? `With the instrument at ${at}. ` : '';
        words(pen, left, y, `${n}. ${where}Adjust ${adjust.join(' and ')} for ${expect}.`);
        y += 15;
      }
    }),
    manualPage('Components list', 'parts-list', 6, set, (pen) => {
      const half = Math.ceil(truth.parts.length / 2);
      truth.parts.forEach(({ designators, value }, i) => {
        const x = left + Math.floor(i / half) * 250;
        const y = 92 + (i % half) * 13;
        words(pen, x, y, designators.length > 1 ? `${designators[0] ?? ''}-${designators.at(-1) ?? ''}` : (designators[0] ?? ''));
        words(pen, x + 70, y, value);
      });
    }),
  ];
}
