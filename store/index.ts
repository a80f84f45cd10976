export * from './choice';
export type { KeptCopy } from './database';
export * from './store';
export * from './space';
export * from './trials';
export { openChosen, type Opened, type Opening, startSampleAnew } from './opening';
export * from './pictures';
