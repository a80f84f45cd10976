export * from './entry';
export * from './fold';
export * from './marking';
export * from './record';
