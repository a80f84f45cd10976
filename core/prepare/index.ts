export * from './due-first';
export * from './preparation';
export * from './sharing';
export * from './made';
export * from './own-work';
export {
  type Pocket,
  type PocketAhead,
  pocketName,
  rowsOfPockets,
  pocketsAhead,
  pocketsOf,
  pocketWords,
} from './pockets';
