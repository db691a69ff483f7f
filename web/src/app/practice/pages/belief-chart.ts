import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { CalibrationPoint } from '@amber-relay/core/practice';
import { ReadingChart, type ChartInk } from '../../ui/reading-chart';

/** What was said against what was so, and against what the evidence said. */
@Component({
  selector: 'app-belief-chart',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ReadingChart],
  template: `<app-reading-chart [draw]="draw()" label="How sure one was against how often it was so" />`,
})
export class BeliefChart {
  readonly points = input.required<readonly CalibrationPoint[]>();
  protected readonly draw = computed(() => {
    const points = this.points();
    return (ink: ChartInk) => {
      const axis = (name: string) => ({
        type: 'value' as const,
        min: 0,
        max: 100,
        name,
        nameLocation: 'middle' as const,
        nameGap: 32,
        nameTextStyle: { color: ink.text, fontFamily: ink.words, fontSize: 14 },
        axisLabel: { color: ink.quiet, fontFamily: ink.font, fontSize: 14 },
        splitLine: { lineStyle: { color: ink.line } },
      });
      return {
        grid: { left: 56, right: 16, top: 12, bottom: 48 },
        xAxis: axis('said, in 100'),
        yAxis: axis('was so, in 100'),
        series: [
          {
            type: 'line',
            data: [
              [0, 0],
              [100, 100],
            ],
            symbol: 'none',
            lineStyle: { color: ink.line, type: 'dashed' },
          },
          {
            type: 'scatter',
            symbol: 'circle',
            data: points.map(({ said, true: so, times }) => ({ value: [100 * said, 100 * so], symbolSize: 10 + Math.min(20, 2 * times) })),
            itemStyle: { color: ink.works },
          },
          {
            type: 'scatter',
            symbol: 'diamond',
            symbolSize: 10,
            data: points.map(({ said, evidence }) => [100 * said, 100 * evidence]),
            itemStyle: { color: ink.surface, borderColor: ink.text, borderWidth: 2 },
          },
        ],
      };
    };
  });
}
