import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { EChartsCoreOption } from 'echarts/core';
import { NgxEchartsDirective, provideEchartsCore } from 'ngx-echarts';
import { ThemeChoice } from './theme';

/** Colours of the present theme, for charts that cannot read custom properties themselves. */
export interface ChartInk {
  readonly text: string;
  readonly quiet: string;
  readonly line: string;
  readonly works: string;
  readonly attention: string;
  readonly surface: string;
  /** Face of figures, and face of words. */
  readonly font: string;
  readonly words: string;
}

function inkOfTheme(): ChartInk {
  const style = getComputedStyle(document.documentElement);
  const read = (name: string): string => style.getPropertyValue(name).trim();
  return {
    text: read('--mat-sys-on-surface'),
    quiet: read('--mat-sys-on-surface-variant'),
    line: read('--mat-sys-outline-variant'),
    works: read('--ar-works'),
    attention: read('--mat-sys-tertiary'),
    surface: read('--mat-sys-surface-container-lowest'),
    font: read('--ar-font-figure'),
    words: read('--ar-font-text'),
  };
}

/** An ECharts chart in our own ink; ECharts itself is loaded only when the first chart is shown. */
@Component({
  selector: 'app-reading-chart',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [NgxEchartsDirective],
  providers: [
    provideEchartsCore({
      echarts: () => import('./echarts-parts').then((m) => m.echarts),
    }),
  ],
  template: `<div echarts [options]="options()" class="chart" role="img" [attr.aria-label]="label()"></div>`,
  styles: `
    :host,
    .chart {
      display: block;
      width: 100%;
      height: 100%;
      min-height: 0;
    }
  `,
})
export class ReadingChart {
  /** Draws with the ink it is given. */
  readonly draw = input.required<(ink: ChartInk) => EChartsCoreOption>();
  /** What the chart shows, in words. */
  readonly label = input.required<string>();
  private readonly theme = inject(ThemeChoice).theme;
  protected readonly options = computed(() => {
    this.theme();
    return { animation: false, ...this.draw()(inkOfTheme()) };
  });
}
