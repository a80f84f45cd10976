export * from './fit';
export * from './progress';
export * from './reserve';
export * from './track';
