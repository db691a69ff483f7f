import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { formatQuantity, quantityText, type Unit } from '@amber-relay/core/quantity';
import type { ReadingVerdict } from '@amber-relay/core/words';
import { ReadingChart, type ChartInk } from '../../ui/reading-chart';

export interface StripReading {
  readonly at: number;
  readonly value: number;
  readonly unit: Unit;
  readonly verdict: ReadingVerdict;
  readonly text: string;
  readonly low: number | undefined;
  readonly high: number | undefined;
}

/** Readings of one point over time, with the window the card gives for the last of them. */
@Component({
  selector: 'app-soak-strip',
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
export class SoakStrip {
  readonly readings = input.required<readonly StripReading[]>();
  readonly title = input.required<string>();
  protected readonly label = computed(
    () =>
      `${this.title()}: ${this.readings().length} readings over time, ${this.readings()
        .map((r) => r.text)
        .slice(-5)
        .join(', ')}`,
  );
  protected readonly draw = computed(() => {
    const readings = this.readings();
    const last = readings.at(-1);
    const limits = [last?.low, last?.high].filter((v) => v !== undefined);
    // The window is always in sight, with a little room beyond it.
    const all = [...readings.map((r) => r.value), ...limits];
    const [least, most] = [Math.min(...all), Math.max(...all)];
    const room = (most - least || Math.abs(most) || 1) * 0.15;
    return (ink: ChartInk) => ({
      grid: { left: 84, right: 24, top: 18, bottom: 34 },
      textStyle: { fontFamily: ink.font, fontSize: 14, color: ink.quiet },
      tooltip: { trigger: 'axis', valueFormatter: (v: unknown) => quantityText(Number(v), last?.unit ?? '') },
      xAxis: {
        type: 'time',
        axisLabel: { color: ink.quiet, fontSize: 14, hideOverlap: true },
        axisLine: { lineStyle: { color: ink.quiet } },
      },
      yAxis: {
        type: 'value',
        min: least - room,
        max: most + room,
        axisLabel: {
          color: ink.quiet,
          fontSize: 14,
          showMinLabel: false,
          showMaxLabel: false,
          formatter: (v: number) => {
            const figure = formatQuantity(v, last?.unit ?? '', { digits: 3 });
            return `${figure.number} ${figure.unit}`;
          },
        },
        splitLine: { lineStyle: { color: ink.line } },
      },
      series: [
        {
          type: 'line',
          symbol: 'circle',
          symbolSize: 9,
          lineStyle: { color: ink.quiet, width: 2 },
          data: readings.map((r) => ({
            value: [r.at, r.value],
            itemStyle: { color: r.verdict === 'in' ? ink.works : r.verdict === 'no-limit' ? ink.text : ink.attention },
          })),
          markLine: {
            symbol: 'none',
            silent: true,
            label: { show: false },
            lineStyle: { color: ink.quiet, type: 'solid', width: 1.5 },
            data: limits.map((yAxis) => ({ yAxis })),
          },
        },
      ],
    });
  });
}
