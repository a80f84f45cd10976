export * from './contents';
export * from './edit';
export * from './isbn';
export * from './pattern';
export * from './steps';
export * from './series';
