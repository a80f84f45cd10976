export * from './household';
export * from './types';
