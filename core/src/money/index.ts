export * from './price-lines';
export * from './money-text';
export { largestQuantity, minorSchema } from './minor';
