export * from './begin';
export * from './shelf-rows';
