export * from './entry';
export * from './fold';
