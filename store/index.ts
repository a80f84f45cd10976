export * from './choice';
export type { KeptCopy } from './database';
export * from './store';
export * from './space';
export * from './trials';
export * from './pictures';
