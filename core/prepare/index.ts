export * from './due-first';
export * from './preparation';
export * from './made';
export * from './own-work';
