export * from './compare';
export * from './figures';
export * from './judge';
export * from './ready-made';
export * from './remedies';
export { plannedAs, TRY, tried } from './tried';
export * from './words';
