export * from './week';
export * from './move';
