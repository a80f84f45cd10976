export * from './week';
export * from './move';
export * from './cost';
export * from './late-box';
