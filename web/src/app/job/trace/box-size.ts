/** Size of a section in the block diagram, in px before zooming. */
export const boxWidth = 104;
export const boxHeight = 42;
