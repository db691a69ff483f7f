export * from './linked-reading';
export * from './scpi';
