import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { quantityText } from '@amber-relay/core/quantity';
import { shown, type Arm, type Axis, type Graph, type Plot } from '@amber-relay/core/sums';
import type { EChartsCoreOption } from 'echarts/core';
import { ReadingChart, type ChartInk } from '../ui/reading-chart';

/** Draws what a sum says is worth seeing: a graph, a ladder of resistors, or a bank. */
@Component({
  selector: 'app-sum-plot',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ReadingChart],
  templateUrl: './sum-plot.html',
  styleUrl: './sum-plot.scss',
})
export class SumPlot {
  readonly plot = input.required<Plot>();
  protected readonly graph = computed(() => {
    const plot = this.plot();
    return plot.kind === 'graph' ? plot : undefined;
  });
  protected readonly draw = computed(() => {
    const graph = this.graph();
    return (ink: ChartInk) => (graph ? graphOptions(graph, ink) : {});
  });
  protected readonly graphLabel = computed(() => {
    const graph = this.graph();
    if (!graph) return '';
    const marks = (graph.marks ?? []).map((mark) => `${mark.name} at ${axisText(mark.at, mark.axis === 'x' ? graph.x : graph.y)}`);
    return `${graph.y.title} against ${graph.x.title}${marks.length > 0 ? `: ${marks.join(', ')}` : ''}`;
  });
  protected readonly ladder = computed(() => {
    const plot = this.plot();
    if (plot.kind !== 'ladder') return undefined;
    const pi = plot.arms[0]?.role === 'shunt';
    return {
      ...plot,
      pi,
      arms: plot.arms.map((arm, k) => ({
        ...arm,
        k,
        value: shown(arm.ohm, 'ohm', 3),
        exact: `exact ${shown(arm.exactOhm, 'ohm')}`,
        heat: heat(arm),
      })),
    };
  });
  protected readonly bank = computed(() => {
    const plot = this.plot();
    if (plot.kind !== 'bank') return undefined;
    const width = 640 / Math.max(1, plot.groups.length);
    const tallest = Math.max(1, ...plot.groups.map((group) => group.length));
    const pitch = Math.min(48, 180 / tallest);
    return {
      groups: plot.groups.map((group, g) => ({
        x: 20 + g * width,
        width: width - 20,
        parts: group.map((ohm, k) => ({ y: 110 + (k - (group.length - 1) / 2) * pitch, text: shown(ohm, 'ohm', 3) })),
      })),
      text: plot.groups.map((group) => group.map((ohm) => shown(ohm, 'ohm', 3)).join(' parallel ')).join(', in series with '),
    };
  });
}

const heat = (arm: Arm): string => (arm.watts === undefined ? '' : shown(arm.watts, 'W', 3));

const axisText = (value: number, axis: Axis): string => (axis.unit ? quantityText(value, axis.unit, { digits: 5 }) : shown(value, '', 4));

function graphOptions({ x, y, traces, marks = [] }: Graph, ink: ChartInk): EChartsCoreOption {
  const lowest = Math.min(...traces.flatMap((trace) => trace.points.map(([, value]) => value)), 0);
  const floor = lowest < 0 ? Math.floor((lowest - 5) / 10) * 10 : 0;
  const label = { color: ink.quiet, fontFamily: ink.font, fontSize: 14 };
  const axis = (of: Axis, name: string) => ({
    type: of.log ? 'log' : 'value',
    scale: true,
    name: of.title,
    nameLocation: 'middle',
    nameGap: name === 'x' ? 28 : 62,
    nameTextStyle: { color: ink.quiet, fontFamily: ink.words, fontSize: 14 },
    axisLabel: { ...label, hideOverlap: true, formatter: (value: number) => axisText(value, of) },
    axisLine: { lineStyle: { color: ink.line } },
    splitLine: { lineStyle: { color: ink.line } },
    splitNumber: 4,
  });
  const colours = [ink.text, ink.works, ink.quiet];
  return {
    grid: { left: 86, right: 24, top: 26, bottom: 46 },
    xAxis: axis(x, 'x'),
    yAxis: axis(y, 'y'),
    tooltip: {
      trigger: 'item',
      formatter: ({ value }: { value: [number, number] }) => `${axisText(value[0], x)}: ${axisText(value[1], y)}`,
    },
    series: traces.map((trace, k) => ({
      name: trace.name,
      type: trace.as === 'dots' ? 'scatter' : 'line',
      data:
        trace.as === 'sticks'
          ? trace.points.flatMap(([at, top]) => [
              [at, floor],
              [at, top],
              [at, null],
            ])
          : trace.points.map((point) => [...point]),
      symbol: trace.as === 'both' || trace.as === 'dots' ? 'circle' : 'none',
      symbolSize: 10,
      connectNulls: false,
      itemStyle: { color: colours[k % colours.length] },
      lineStyle: { color: colours[k % colours.length], width: 2 },
      // The marks are those of the picture, drawn once.
      ...(k === 0 && marks.length > 0
        ? {
            markLine: {
              symbol: 'none',
              silent: true,
              data: marks.map((mark) => ({
                [mark.axis === 'x' ? 'xAxis' : 'yAxis']: mark.at,
                name: mark.name,
                lineStyle: { color: mark.attention ? ink.attention : ink.quiet, type: 'dashed', width: 2 },
                label: {
                  formatter: mark.name,
                  position: mark.axis === 'x' ? 'end' : 'insideEndTop',
                  color: mark.attention ? ink.attention : ink.text,
                  fontFamily: ink.words,
                  fontSize: 14,
                },
              })),
            },
          }
        : {}),
    })),
  };
}
