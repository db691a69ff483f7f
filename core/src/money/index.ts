export * from './price-lines';
