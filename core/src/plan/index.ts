export * from './channel-plans';
export * from './frequency-plan';
