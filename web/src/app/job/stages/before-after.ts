import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { conditionText } from '@amber-relay/core/card';
import { readingText, type EntryOf } from '@amber-relay/core/tape';
import { verdictNames } from '@amber-relay/core/words';
import type { TestCourse } from '@amber-relay/core/job';
import { ReadingChart, type ChartInk } from '../../ui/reading-chart';

/**
 * Where a reading lies between its limits: 0 at the low one, 1 at the high one. With one limit only, the limit is 1
 * (or 0 for a least value) and the scale is decades, so that a sensitivity ten times worse stands one step off.
 */
export function placeInLimits(value: number, low: number | undefined, high: number | undefined): number {
  if (low !== undefined && high !== undefined) return high === low ? 0.5 : (value - low) / (high - low);
  if (high !== undefined) return high > 0 && value > 0 ? 1 + Math.log10(value / high) : value <= high ? 0.5 : 1.5;
  return low !== undefined && low > 0 && value > 0 ? Math.log10(value / low) : value >= (low ?? 0) ? 0.5 : -0.5;
}

/** Name of a test with what parts it from its namesakes. */
const shortName = ({ name, condition }: TestCourse['limit']): string => {
  const more = [
    condition.mode && !name.includes(condition.mode) ? condition.mode : '',
    condition.channel === undefined ? '' : `ch ${condition.channel}`,
    condition.band ?? '',
  ];
  return [name.replace(/, .*/, ''), ...more].filter(Boolean).join(' ');
};

/** Before and after of every test on one scale, the limits as two bars. */
@Component({
  selector: 'app-before-after',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ReadingChart],
  template: `<app-reading-chart [draw]="draw()" [label]="label()" />`,
  styles: `
    :host {
      display: block;
      height: 100%;
    }
  `,
})
export class BeforeAfter {
  readonly rows = input.required<readonly TestCourse[]>();
  private readonly named = computed(() => this.rows().map((row) => ({ row, name: shortName(row.limit) })));
  protected readonly label = computed(() => {
    const cell = (r: EntryOf<'reading'> | undefined): string => (r ? `${readingText(r)} ${verdictNames[r.verdict]}` : 'not done');
    return this.named()
      .map(({ row }) => `${row.limit.name}, ${conditionText(row.limit.condition)}: before ${cell(row.before)}, after ${cell(row.after)}`)
      .join('; ');
  });
  protected readonly draw = computed(() => {
    const named = this.named();
    const clamp = (x: number): number => Math.max(-1, Math.min(2, x));
    const points = (which: 'before' | 'after'): [number, number][] =>
      named.flatMap(({ row }, i): [number, number][] => {
        const reading = row[which];
        return reading
          ? [[reading.value === null ? -1 : clamp(placeInLimits(reading.value, row.limit.low, row.limit.high)), named.length - 1 - i]]
          : [];
      });
    return (ink: ChartInk) => ({
      grid: { left: 236, right: 120, top: 26, bottom: 8 },
      textStyle: { fontFamily: ink.words, fontSize: 14, color: ink.quiet },
      xAxis: {
        type: 'value',
        min: -1,
        max: 2,
        interval: 1,
        position: 'top',
        axisLabel: { color: ink.quiet, fontSize: 14, formatter: (v: number) => ({ 0: 'low limit', 1: 'high limit' })[v] ?? '' },
        splitLine: { show: false },
      },
      yAxis: {
        type: 'category',
        data: named.map(({ name }) => name).reverse(),
        axisLabel: { color: ink.text, fontSize: 14, width: 220, overflow: 'truncate', interval: 0 },
        axisTick: { show: false },
        axisLine: { show: false },
      },
      series: [
        {
          name: 'before',
          type: 'scatter',
          symbol: 'circle',
          symbolSize: 11,
          itemStyle: { color: 'transparent', borderColor: ink.quiet, borderWidth: 2 },
          data: points('before'),
          markLine: {
            symbol: 'none',
            silent: true,
            label: { show: false },
            lineStyle: { color: ink.text, type: 'solid', width: 2 },
            data: [{ xAxis: 0 }, { xAxis: 1 }],
          },
          markArea: { silent: true, itemStyle: { color: ink.surface }, data: [[{ xAxis: 0 }, { xAxis: 1 }]] },
        },
        { name: 'after', type: 'scatter', symbol: 'circle', symbolSize: 12, itemStyle: { color: ink.works }, data: points('after') },
      ],
      graphic: [
        { type: 'text', right: 8, top: 40, style: { text: '○ before', fill: ink.quiet, fontSize: 14 } },
        { type: 'text', right: 8, top: 62, style: { text: '● after', fill: ink.works, fontSize: 14 } },
      ],
    });
  });
}
