export * from './attendance';
export * from './coming';
export * from './effect';
export * from './held';
export * from './presets';
export * from './remedies';
export * from './work';
export * from './words';
