export * from './household';
export * from './types';
export * from './references';
export * from './settle';
export * from './changes';
export * from './kinds';
export * from './mend';
export * from './natural';
