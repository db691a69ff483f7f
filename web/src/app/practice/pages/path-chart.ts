import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { PathStep } from '@amber-relay/core/practice';
import { ReadingChart, type ChartInk } from '../../ui/reading-chart';

/** How many sections were still in question, minute by minute: one's own path, and the best. */
@Component({
  selector: 'app-path-chart',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ReadingChart],
  template: `<app-reading-chart [draw]="draw()" label="Sections in question over the minutes, your path beside the best" />`,
})
export class PathChart {
  readonly path = input.required<readonly PathStep[]>();
  readonly best = input.required<readonly PathStep[]>();
  protected readonly draw = computed(() => {
    const [path, best] = [this.path(), this.best()];
    return (ink: ChartInk) => {
      const start = Math.max(1, path[0]?.inQuestion ?? 1, best[0]?.inQuestion ?? 1);
      const line = (name: string, steps: readonly PathStep[], color: string, dashed: boolean) => ({
        name,
        type: 'line',
        step: 'end',
        data: [[0, start], ...steps.map(({ at, inQuestion }) => [at, Math.max(1, inQuestion)])],
        symbol: dashed ? 'none' : 'circle',
        symbolSize: 8,
        lineStyle: { color, width: 3, type: dashed ? 'dashed' : 'solid' },
        itemStyle: { color },
        endLabel: { show: true, formatter: name, color: ink.text, fontFamily: ink.words, fontSize: 14 },
      });
      const axis = { axisLabel: { color: ink.quiet, fontFamily: ink.font, fontSize: 14 }, splitLine: { lineStyle: { color: ink.line } } };
      const title = { nameLocation: 'middle' as const, nameTextStyle: { color: ink.text, fontFamily: ink.words, fontSize: 14 } };
      return {
        grid: { left: 60, right: 70, top: 12, bottom: 44 },
        xAxis: { type: 'value', min: 0, name: 'minutes', nameGap: 28, ...title, ...axis },
        yAxis: { type: 'log', min: 1, logBase: 2, name: 'in question', nameGap: 40, ...title, ...axis },
        tooltip: { trigger: 'item' },
        series: [line('best', best, ink.works, true), line('yours', path, ink.attention, false)],
      };
    };
  });
}
