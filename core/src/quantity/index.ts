export { convertedQuantity, type ConvertAt } from './convert';
export { figuresIn } from './figures-in';
export * from './format-quantity';
export * from './parse-quantity';
export { sUnitsShown } from './s-units';
export * from './unit';
