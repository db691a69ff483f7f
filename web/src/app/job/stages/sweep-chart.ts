import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { formatQuantity, quantityText, type Unit } from '@amber-relay/core/quantity';
import type { SweepRun } from '@amber-relay/core/run';
import { readingText } from '@amber-relay/core/tape';
import { ReadingChart, type ChartInk } from '../../ui/reading-chart';

/** A sweep as a line over its steps, with the limits of each and the sweep before it. */
@Component({
  selector: 'app-sweep-chart',
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
export class SweepChart {
  readonly run = input.required<SweepRun>();
  readonly before = input<SweepRun>();
  protected readonly label = computed(
    () =>
      `${this.run().title}: ${this.run()
        .steps.map(({ name, reading }) => `${name} ${reading ? readingText(reading) : 'not read'}`)
        .join(', ')}`,
  );
  protected readonly draw = computed(() => {
    const { steps } = this.run();
    const was = this.before()?.steps ?? [];
    const unit: Unit = steps.find(({ reading }) => reading)?.reading?.unit ?? was.find(({ reading }) => reading)?.reading?.unit ?? '';
    const named = (value: number): string => {
      const figure = formatQuantity(value, unit, { digits: 4 });
      return `${figure.number} ${figure.unit}`.trim();
    };
    return (ink: ChartInk) => ({
      grid: { left: 92, right: 16, top: 18, bottom: 34 },
      textStyle: { fontFamily: ink.font, fontSize: 14, color: ink.quiet },
      tooltip: { trigger: 'axis', valueFormatter: (v: unknown) => (typeof v === 'number' ? quantityText(v, unit) : '') },
      xAxis: {
        type: 'category',
        data: steps.map(({ name }) => name.replace(/^(ch|closing) /, '')),
        axisLabel: { color: ink.quiet, fontSize: 14, hideOverlap: true },
        axisLine: { lineStyle: { color: ink.quiet }, onZero: false },
      },
      yAxis: {
        type: 'value',
        scale: true,
        boundaryGap: ['12%', '12%'],
        splitNumber: 4,
        axisLabel: { color: ink.quiet, fontSize: 14, showMinLabel: false, showMaxLabel: false, formatter: named },
        splitLine: { lineStyle: { color: ink.line } },
      },
      series: [
        ...(['low', 'high'] as const).map((bound) => ({
          name: `${bound} limit`,
          type: 'line',
          step: 'middle',
          symbol: 'none',
          silent: true,
          lineStyle: { color: ink.text, width: 1.5 },
          data: steps.map(({ reading }) => reading?.[bound] ?? null),
        })),
        ...(was.length
          ? [
              {
                name: 'before',
                type: 'line',
                symbol: 'emptyCircle',
                symbolSize: 9,
                lineStyle: { color: ink.quiet, width: 2, type: 'dashed' },
                itemStyle: { color: ink.quiet },
                data: was.map(({ reading }) => reading?.value ?? null),
              },
            ]
          : []),
        {
          name: 'read',
          type: 'line',
          symbol: 'circle',
          symbolSize: 10,
          lineStyle: { color: ink.quiet, width: 2 },
          data: steps.map(({ reading }) => ({
            value: reading?.value ?? null,
            itemStyle: {
              color: reading?.verdict === 'in' ? ink.works : reading?.verdict === 'no-limit' ? ink.text : ink.attention,
            },
          })),
        },
      ],
    });
  });
}
