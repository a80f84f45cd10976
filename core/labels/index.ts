export * from './sheets';
export * from './labels';
