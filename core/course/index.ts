export * from './edit';
export * from './pattern';
export * from './steps';
