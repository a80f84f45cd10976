export * from './backup';
export * from './shift';
