export * from './due-first';
export * from './preparation';
export * from './own-work';
