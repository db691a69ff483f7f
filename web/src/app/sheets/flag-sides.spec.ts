import { flagSides } from './flag-sides';

const mark = (left: number, top: number, wide = 0): { left: number; top: number; w: number; h: number; wide: number } => ({
  left,
  top,
  w: 40,
  h: 16,
  wide,
});

const view = { width: 600, height: 400 };

describe('flagSides', () => {
  it('puts a flag to the right where nothing stands', () => expect(flagSides([mark(100, 100, 90)], view)).toEqual(['right']));
  it('puts it below where the next mark stands close by, above where something is below too', () => {
    expect(flagSides([mark(100, 100, 90), mark(160, 100)], view)[0]).toBe('below');
    expect(flagSides([mark(100, 100, 90), mark(160, 100), mark(100, 130)], view)[0]).toBe('above');
  });
  it('keeps flags off each other', () => {
    const [a, b] = flagSides([mark(100, 100, 120), mark(100, 120, 120)], view);
    expect(a).not.toBe(b);
  });
  it('keeps a flag in the view', () => expect(flagSides([mark(550, 100, 90)], view)).toEqual(['left']));
  it('falls back to the right where every side is taken', () => {
    const around = [mark(160, 100), mark(100, 130), mark(100, 70), mark(40, 100)];
    expect(flagSides([mark(100, 100, 90), ...around], view)[0]).toBe('right');
  });
});
