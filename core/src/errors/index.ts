export * from './core-error';
