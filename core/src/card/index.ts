export * from './card-schema';
export * from './check-card';
export * from './lay-card';
export * from './look-up';
export * from './read-card';
export * from './channel-frequency';
