export * from './jot';
