import { TestBed } from '@angular/core/testing';
import { allSums, solve, sumById, type Plot } from '@amber-relay/core/sums';
import { SumPlot } from './sum-plot';

const plotsOf = (id: string, input?: Record<string, unknown>): readonly Plot[] => {
  const sum = sumById(id);
  if (!sum) throw new Error(`no sum ${id}`);
  const given = input ?? sum.example;
  const { output } = solve(sum, given);
  return sum.plots?.(sum.input.parse(given), output as Record<string, unknown>) ?? [];
};

async function drawn(plot: Plot | undefined): Promise<HTMLElement> {
  const fixture = TestBed.createComponent(SumPlot);
  fixture.componentRef.setInput('plot', plot);
  await fixture.whenStable();
  return fixture.nativeElement as HTMLElement;
}
const texts = (element: HTMLElement): string[] => [...element.querySelectorAll('text')].map((text) => text.textContent?.trim() ?? '');

describe('SumPlot', () => {
  it('draws a pad with its values, its heat and the power on both sides', async () => {
    const element = await drawn(plotsOf('pad')[0]);
    expect(element.querySelectorAll('rect').length).toBe(3);
    expect(texts(element)).toEqual(
      jasmine.arrayContaining(['820 Ω', '51 Ω', 'exact 53.27 Ω', '3.75 W', '4 W', '+36 dBm', '4 mW', '+6.02 dBm']),
    );
  });
  it('names the arms of a tee by their place', async () => {
    const element = await drawn(plotsOf('pad', { lossDb: 10, topology: 'tee' })[0]);
    expect(element.querySelector('svg')?.getAttribute('aria-label')).toBe('Pad: series 27 Ω, shunt 36 Ω');
    expect(texts(element)).not.toContain('+36 dBm');
  });
  it('draws every part of a bank', async () => {
    const element = await drawn(plotsOf('resistor-bank')[0]);
    expect(element.querySelectorAll('rect').length).toBe(4);
    expect(element.querySelector('svg')?.getAttribute('aria-label')).toContain('220 Ω parallel 220 Ω');
  });
  it('draws strings in parallel as they are soldered', async () => {
    const element = await drawn({ kind: 'bank', joined: 'parallel', groups: [[47e3, 47e3], [47e3], [47e3]] });
    expect(element.querySelectorAll('rect').length).toBe(4);
    expect(element.querySelector('svg')?.getAttribute('aria-label')).toContain('47 kΩ in series with 47 kΩ, parallel to 47 kΩ');
  });
  it('says of a graph what is marked in it', async () => {
    const element = await drawn(plotsOf('lock-sweep')[0]);
    const chart = element.querySelector('[role=img]');
    expect(chart?.getAttribute('aria-label')).toBe('Lock voltage against Frequency: window, low at 1 V, window, high at 7 V, rail at 8 V');
  });
  for (const sum of allSums.filter(({ plots }) => plots))
    it(`has figures for every point of ${sum.id}`, () => {
      const plots = plotsOf(sum.id);
      expect(plots.length).toBeGreaterThan(0);
      for (const plot of plots)
        if (plot.kind === 'graph') {
          for (const trace of plot.traces) for (const [x, y] of trace.points) expect(Number.isFinite(x) && Number.isFinite(y)).toBeTrue();
          for (const trace of plot.traces) expect(trace.labels?.length ?? trace.points.length).toBe(trace.points.length);
          for (const mark of plot.marks ?? []) expect(Number.isFinite(mark.at)).toBeTrue();
        }
    });
});
