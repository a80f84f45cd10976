export * from './paste';
export * from './build';
export * from './csv';
