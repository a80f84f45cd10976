export * from './plan';
export type { Clash, PlanCost } from './cost';
export * from './problem';
export { type Random, seeded } from './random';
export * from './weights';
export { unitsTaken } from './links';
export * from './reviews';
export * from './goodness';
export * from './kept';
