export * from './overview';
export * from './gives';
export * from './crowded';
export * from './finish';
export * from './waits';
export * from './fitting';
export * from './paces';
export * from './planned-figures';
