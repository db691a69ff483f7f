import { slopeOf } from './line-fit';

describe('the slope of a line', () => {
  it('is that of least squares', () => {
    expect(
      slopeOf([
        [0, 1],
        [1, 3],
        [2, 5],
      ]),
    ).toBe(2);
    expect(
      slopeOf([
        [0, 0],
        [1, 1],
        [2, 0],
      ]),
    ).toBe(0);
    expect(
      slopeOf([
        [1, 2],
        [3, 1],
      ]),
    ).toBe(-0.5);
  });
  it('is none of one point, nor of points above each other', () => {
    expect(slopeOf([])).toBeNull();
    expect(slopeOf([[3, 4]])).toBeNull();
    expect(
      slopeOf([
        [3, 4],
        [3, 7],
      ]),
    ).toBeNull();
  });
});
