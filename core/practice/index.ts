export * from './grids';
export * from './drill';
export * from './memory';
export * from './milestones';
export * from './strands';
export * from './who';
