export interface Box {
  readonly left: number;
  readonly top: number;
  readonly w: number;
  readonly h: number;
}

/** On which side of its mark a flag stands. */
export type FlagSide = 'right' | 'below' | 'above' | 'left';
const sides: readonly FlagSide[] = ['right', 'below', 'above', 'left'];
const flagHeight = 30;

const meet = (a: Box, b: Box): boolean => a.left < b.left + b.w && b.left < a.left + a.w && a.top < b.top + b.h && b.top < a.top + a.h;

function flagAt(side: FlagSide, { left, top, w, h }: Box, wide: number): Box {
  const middle = { left: left + w / 2 - wide / 2, w: wide, h: flagHeight };
  if (side === 'below') return { ...middle, top: top + h + 3 };
  if (side === 'above') return { ...middle, top: top - flagHeight - 3 };
  const beside = { top: top + h / 2 - flagHeight / 2, w: wide, h: flagHeight };
  return side === 'left' ? { ...beside, left: left - wide - 3 } : { ...beside, left: left + w + 3 };
}

const within = (a: Box, view: { readonly width: number; readonly height: number }): boolean =>
  a.left >= 0 && a.top >= 0 && a.left + a.w <= view.width && a.top + a.h <= view.height;

/**
 * The side for each flag on which it stands whole in the view and covers no mark and no flag placed before it; to the right where
 * no side is free.
 * @param marks All marks in the view; `wide` is the width of a mark's flag in pixels, 0 for none.
 */
export function flagSides(
  marks: readonly (Box & { readonly wide: number })[],
  view: { readonly width: number; readonly height: number },
): FlagSide[] {
  const taken: Box[] = [];
  return marks.map((mark) => {
    if (!mark.wide) return 'right';
    const free = sides.find((side) => {
      const flag = flagAt(side, mark, mark.wide);
      return within(flag, view) && !marks.some((other) => other !== mark && meet(flag, other)) && !taken.some((other) => meet(flag, other));
    });
    const side = free ?? 'right';
    taken.push(flagAt(side, mark, mark.wide));
    return side;
  });
}
