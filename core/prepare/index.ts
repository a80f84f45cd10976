export * from './due-first';
export * from './preparation';
