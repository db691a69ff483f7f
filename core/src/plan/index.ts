export * from './channel-plans';
