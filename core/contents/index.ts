export * from './paste';
export * from './build';
export * from './csv';
export * from './cell';
export * from './grid';
export * from './things';
export * from './table';
export * from './mend';
