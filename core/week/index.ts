export * from './week';
export * from './move';
export * from './cost';
