export * from './backup';
export * from './json-schema';
export * from './migrate';
export * from './shift';
