export * from './price-lines';
export * from './money-text';
