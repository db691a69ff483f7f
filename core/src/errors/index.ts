export * from './core-error';
export { plainIssue } from './plain-issue';
