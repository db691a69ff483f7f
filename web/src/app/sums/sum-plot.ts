import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { formatQuantity, quantityText, unitSign } from '@amber-relay/core/quantity';
import { shown, type Arm, type Axis, type Graph, type Plot, type Trace } from '@amber-relay/core/sums';
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
      into: plot.into === undefined ? undefined : level(plot.into),
      out: plot.out === undefined ? undefined : level(plot.out),
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
    const strings = plot.joined === 'parallel';
    const said = plot.groups.map((group) => group.map((ohm) => shown(ohm, 'ohm', 3)).join(strings ? ' in series with ' : ' parallel '));
    return {
      ...(strings ? stringsDrawn(plot.groups) : groupsDrawn(plot.groups)),
      text: said.join(strings ? ', parallel to ' : ', in series with '),
    };
  });
}

interface BankDrawn {
  readonly wires: readonly string[];
  readonly parts: readonly { readonly x: number; readonly y: number; readonly text: string }[];
}
/** Middle of the picture, and what is left and right of it. */
const [middleY, startX, endX] = [110, 10, 670];
const pitchOf = (rows: number): number => Math.min(48, 180 / Math.max(1, rows));

/** Parallel groups beside each other. */
function groupsDrawn(groups: readonly (readonly number[])[]): BankDrawn {
  const width = (endX - startX - 20) / Math.max(1, groups.length);
  const pitch = pitchOf(Math.max(...groups.map((group) => group.length)));
  const drawn = groups.map((group, g) => {
    const [left, right] = [26 + g * width, g * width + width - 6];
    const y = (k: number): number => middleY + (k - (group.length - 1) / 2) * pitch;
    return {
      wires: [
        `M${left - 16} ${middleY}H${left}M${right} ${middleY}H${right + 16}`,
        `M${left} ${y(0)}V${y(group.length - 1)}M${right} ${y(0)}V${y(group.length - 1)}`,
        ...group.map((_, k) => `M${left} ${y(k)}H${right}`),
      ],
      parts: group.map((ohm, k) => ({ x: (left + right) / 2, y: y(k), text: shown(ohm, 'ohm', 3) })),
    };
  });
  return { wires: drawn.flatMap(({ wires }) => wires), parts: drawn.flatMap(({ parts }) => parts) };
}

/** Strings above each other. */
function stringsDrawn(groups: readonly (readonly number[])[]): BankDrawn {
  const pitch = pitchOf(groups.length);
  const y = (g: number): number => middleY + (g - (groups.length - 1) / 2) * pitch;
  const [left, right] = [40, 640];
  return {
    wires: [
      `M${startX} ${middleY}H${left}M${right} ${middleY}H${endX}`,
      `M${left} ${y(0)}V${y(groups.length - 1)}M${right} ${y(0)}V${y(groups.length - 1)}`,
      ...groups.map((_, g) => `M${left} ${y(g)}H${right}`),
    ],
    parts: groups.flatMap((group, g) =>
      group.map((ohm, k) => ({ x: left + ((k + 0.5) * (right - left)) / group.length, y: y(g), text: shown(ohm, 'ohm', 3) })),
    ),
  };
}

/** A power as watts and as dBm. */
const level = (watts: number): { readonly watts: string; readonly dBm: string } => ({
  watts: shown(watts, 'W', 3),
  dBm: quantityText(10 * Math.log10(watts) + 30, 'dBm', { digits: 3, signed: true }),
});
const heat = (arm: Arm): string => (arm.watts === undefined ? '' : shown(arm.watts, 'W', 3));

const axisText = (value: number, axis: Axis): string => (axis.unit ? quantityText(value, axis.unit, { digits: 7 }) : shown(value, '', 4));

/** What an axis is counted in: megahertz, where its figures are millions of hertz. */
function scaleOf(axis: Axis, values: readonly number[]): { readonly by: number; readonly title: string } {
  const most = Math.max(0, ...values.map(Math.abs));
  if (!axis.unit || axis.log || most === 0)
    return { by: 1, title: axis.unit && !axis.log ? `${axis.title}, ${unitSign(axis.unit)}` : axis.title };
  const { unit, by } = formatQuantity(most, axis.unit);
  return { by, title: `${axis.title}, ${unit}` };
}

function graphOptions({ x, y, traces, marks = [] }: Graph, ink: ChartInk): EChartsCoreOption {
  const along = (axis: 'x' | 'y'): number[] => [
    ...traces.flatMap((trace) => trace.points.map((point) => point[axis === 'x' ? 0 : 1])),
    ...marks.filter((mark) => mark.axis === axis).map((mark) => mark.at),
  ];
  const [xs, ys] = [along('x'), along('y')];
  const floor = y.falling ? Math.max(...ys) + 1 : Math.min(...ys) < 0 ? Math.floor((Math.min(...ys) - 5) / 10) * 10 : 0;
  const sticks = traces.some((trace) => trace.as === 'sticks');
  const axis = (of: Axis, name: 'x' | 'y') => {
    const scale = scaleOf(of, name === 'x' ? xs : ys);
    return {
      type: of.log ? 'log' : 'value',
      scale: true,
      ...(of.whole ? { minInterval: 1 } : {}),
      ...(name === 'x' && sticks ? { boundaryGap: ['8%', '8%'] } : {}),
      // Room over the sticks for their names.
      ...(name === 'y' && sticks && !of.falling ? { max: Math.ceil((Math.max(...ys) + 0.15 * (Math.max(...ys) - floor)) / 5) * 5 } : {}),
      inverse: of.falling ?? false,
      ...(of.falling ? { min: 0, max: floor, interval: 1 } : {}),
      name: scale.title,
      nameLocation: 'middle',
      nameGap: name === 'x' ? 28 : 58,
      nameTextStyle: { color: ink.quiet, fontFamily: ink.words, fontSize: 15 },
      axisLabel: {
        color: ink.quiet,
        fontFamily: ink.font,
        fontSize: 15,
        hideOverlap: true,
        formatter: (value: number) =>
          of.falling && (value === 0 || value === floor)
            ? ''
            : of.log
              ? axisText(value, of)
              : String(Number((value / scale.by).toPrecision(7))).replace('-', '−'),
      },
      axisLine: { lineStyle: { color: ink.line } },
      splitLine: { lineStyle: { color: ink.line } },
      splitNumber: name === 'x' ? 6 : 4,
    };
  };
  const colours = [ink.text, ink.works, ink.quiet];
  const corner = [xs[0] ?? 0, ys[0] ?? 0] as const;
  return {
    grid: { left: 80, right: 30, top: 28, bottom: 48 },
    xAxis: axis(x, 'x'),
    yAxis: axis(y, 'y'),
    tooltip: {
      trigger: 'item',
      formatter: ({ name, value }: { name: string; value: [number, number] }) =>
        `${name ? `${name}: ` : ''}${axisText(value[0], x)}, ${axisText(value[1], y)}`,
    },
    series: [
      ...traces.map((trace, k) => {
        const colour = trace.attention ? ink.attention : colours[k % colours.length];
        const named = traces.length > 1 && trace.as === 'line';
        return {
          name: trace.name,
          type: trace.as === 'dots' ? 'scatter' : trace.as === 'sticks' ? 'custom' : 'line',
          data: trace.points.map((point, n) => ({ value: [...point], name: trace.labels?.[n] ?? '' })),
          z: 5,
          ...(trace.as === 'sticks' ? { renderItem: stick(trace, floor, String(colour), ink) } : {}),
          symbol: trace.as === 'line' ? 'none' : 'circle',
          symbolSize: 10,
          itemStyle: { color: colour },
          lineStyle: { color: colour, width: 2 },
          ...(trace.labels && trace.as !== 'sticks'
            ? { label: { show: true, formatter: '{b}', position: 'top', color: ink.text, fontFamily: ink.words, fontSize: 14 } }
            : {}),
          ...(named
            ? { endLabel: { show: true, formatter: trace.name, offset: [-48, -12], color: colour, fontFamily: ink.words, fontSize: 15 } }
            : {}),
        };
      }),
      // The marks, and an unseen point at each so that the axes reach them.
      {
        type: 'scatter',
        symbolSize: 0,
        silent: true,
        data: marks.map((mark) => (mark.axis === 'x' ? [mark.at, corner[1]] : [corner[0], mark.at])),
        markLine: {
          symbol: 'none',
          silent: true,
          data: marks.map((mark) => ({
            [mark.axis === 'x' ? 'xAxis' : 'yAxis']: mark.at,
            name: mark.name,
            lineStyle: { color: mark.attention ? ink.attention : ink.quiet, type: 'dashed', width: 2 },
            label: {
              formatter: mark.name,
              // Over the picture: that is where the line begins when the axis falls.
              position: mark.axis === 'y' ? 'insideEndTop' : y.falling ? 'start' : 'end',
              color: mark.attention ? ink.attention : ink.text,
              fontFamily: ink.words,
              fontSize: 15,
            },
          })),
        },
      },
    ],
  };
}

interface CustomApi {
  value(dimension: number): number;
  coord(at: readonly [number, number]): [number, number];
}

/** A stick from the floor of the picture, with its name over it where there is room beside its neighbours. */
function stick(trace: Trace, floor: number, colour: string, ink: ChartInk) {
  const room = 62;
  let lastAt = Number.NEGATIVE_INFINITY;
  return ({ dataIndex }: { dataIndex: number }, api: CustomApi) => {
    const at = api.coord([api.value(0), api.value(1)]);
    const foot = api.coord([api.value(0), floor]);
    if (dataIndex === 0) lastAt = Number.NEGATIVE_INFINITY;
    const fits = at[0] - lastAt >= room || at[0] < lastAt;
    if (fits) lastAt = at[0];
    return {
      type: 'group',
      children: [
        { type: 'line', shape: { x1: at[0], y1: at[1], x2: foot[0], y2: foot[1] }, style: { stroke: colour, lineWidth: 3 } },
        {
          type: 'text',
          style: {
            text: fits ? (trace.labels?.[dataIndex] ?? '') : '',
            x: at[0],
            y: at[1] - 4,
            textAlign: 'center',
            textVerticalAlign: 'bottom',
            fill: colour,
            backgroundColor: ink.surface,
            padding: [1, 4],
            font: `14px ${ink.font}`,
          },
        },
      ],
    };
  };
}
