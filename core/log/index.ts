export * from './entry';
export * from './fold';
export * from './marking';
export * from './past';
export * from './record';
export * from './scores';
