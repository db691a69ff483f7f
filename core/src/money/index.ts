export * from './price-lines';
export * from './money-text';
export { largestMinor, minorSchema } from './minor';
