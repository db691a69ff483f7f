export * from './job-archive';
export * from './readings-csv';
export { archiveLimits } from './sealed-zip';
export * from './shop-archive';
