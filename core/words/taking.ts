import { byId, childrenOf, type Household, type Id, titleOf } from '../household';
import { listing } from './figures';

/** A course as somebody takes it: “Sluice Arithmetic, Level B (Wren)”; said so where it is gone. */
export function takingName(state: Household, enrolmentId: Id): string {
  const e = byId(state.enrolments, enrolmentId);
  return e
    ? `${titleOf(state, e.courseId)} (${listing(childrenOf(state, e).map((c) => c.name))})`
    : 'a course that is gone';
}
