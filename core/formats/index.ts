export * from './backup';
export * from './due';
export * from './json-schema';
export * from './migrate';
export * from './shift';
