export { convertedQuantity, type ConvertAt } from './convert';
export * from './format-quantity';
export * from './parse-quantity';
export * from './unit';
