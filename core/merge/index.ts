export type { AnyTable } from './cells';
export * from './lineage';
export {
  type Both,
  daysAhead,
  merge,
  type Merged,
  mergeStep,
  type MergeStep,
  rowsBetween,
  type Side,
  takeOther,
  tracesAfter,
  type Unmergeable,
  whyApart,
} from './merge';
export { rebased } from './rebase';
export * from './stamp';
export { type RowChange, type Trace, traceId } from './trace';
export * from './words';
