export * from './fit';
export * from './reserve';
export * from './track';
