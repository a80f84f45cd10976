export * from './plan';
export * from './problem';
export { seeded } from './random';
export * from './weights';
export { unitsTaken } from './links';
export * from './reviews';
