export * from './attendance';
export * from './effect';
export * from './presets';
export * from './remedies';
export * from './work';
