export * from './household';
export * from './types';
export * from './remove';
