export * from './bytes';
export * from './card-archive';
export * from './job-archive';
export { joinJob, type JobHere, type JoinedJob, type JoinQuestion, type JoinSide } from './join-job';
export * from './open-archive';
export * from './readings-csv';
export { archiveLimits } from './sealed-zip';
export * from './shop-archive';
export * from './sheets-part';
