import fc from 'fast-check';
import { liveBar, type LiveAim } from './live-bar';

const most: LiveAim = { for: 'most' };
const least: LiveAim = { for: 'least' };
const figure = (value: number): LiveAim => ({ for: 'figure', value });

describe('the bar one tunes by', () => {
  it('holds the best, and says how far it is under it', () => {
    const bar = liveBar([-60, -52, -53.4], most, 'dBm', 0.1);
    expect([bar.now, bar.best]).toEqual([-53.4, -52]);
    expect(bar.says).toBe('1.4 dB under the best');
    expect(bar.fill).toBeLessThan(bar.bestAt);
    expect(liveBar([-60, -52], most, 'dBm', 0.1).says).toBe('');
  });
  it('looks for the least of a dip, and for what comes nearest to a figure', () => {
    expect(liveBar([0.5, 0.2, 0.3], least, 'V', 0.01).best).toBe(0.2);
    const bar = liveBar([3.6, 3.05, 3.2], figure(3.1), 'V', 0.01);
    expect(bar.best).toBe(3.05);
    expect(bar.says).toBe('100 mV above what is wanted');
    expect(bar.aimAt).toBeDefined();
    expect(liveBar([3.6, 3.1], figure(3.1), 'V', 0.01).says).toBe('');
  });
  it('sounds higher the nearer it comes; 800 Hz is the figure that is wanted', () => {
    const tone = (aim: LiveAim, ...seen: [number, ...number[]]): number => liveBar(seen, aim, 'V', 0.01).toneHz;
    expect(tone(most, 1, 2)).toBeGreaterThan(tone(most, 2, 1));
    expect(tone(least, 2, 1)).toBeGreaterThan(tone(least, 1, 2));
    expect(tone(figure(3.1), 3.1)).toBeCloseTo(800, 6);
    expect(tone(figure(3.1), 3.4)).toBeGreaterThan(800);
    expect(tone(figure(3.1), 2.8)).toBeLessThan(800);
  });
  it('has room even where nothing moves, and never shows a small change as a large one', () => {
    const still = liveBar([-60, -60.2], most, 'dBm', 0.1);
    expect(Math.abs(still.fill - still.bestAt)).toBeLessThan(0.02);
    expect(liveBar([0], most, 'V', 0.01).fill).toBe(0.5);
  });
  it('shows a few hertz of a frequency', () => {
    const bar = liveBar([10_239_940], figure(10_240_000), 'Hz', 1);
    expect(bar.says).toBe('60 Hz under what is wanted');
    expect((bar.aimAt ?? 0) - bar.fill).toBeGreaterThan(0.04);
    expect(800 - bar.toneHz).toBeGreaterThan(50);
  });
  it('never leaves the bar, nor what one can hear', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -1e6, max: 1e6, noNaN: true }), { minLength: 1, maxLength: 40 }),
        fc.constantFrom(most, least, figure(2)),
        (seen, aim) => {
          const bar = liveBar(seen as [number, ...number[]], aim, 'V', 0.01);
          return [bar.fill, bar.bestAt, bar.aimAt ?? 0].every((at) => at >= 0 && at <= 1) && bar.toneHz >= 99 && bar.toneHz <= 6401;
        },
      ),
    );
    expect().nothing();
  });
});
