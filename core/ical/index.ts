export * from './compare';
export * from './read';
export * from './series';
export * from './words';
export * from './write';
export { isZone } from './zones';
