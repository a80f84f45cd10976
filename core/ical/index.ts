export * from './read';
export * from './series';
export * from './write';
export { isZone } from './zones';
