export * from './model';
export * from './record';
export * from './forecast';
export * from './levels';
export * from './words';
export * from './waits';
export * from './begin';
export * from './stops';
