export * from './card-schema';
export * from './lay-card';
export * from './look-up';
export * from './read-card';
export * from './channel-frequency';
