import type { Day } from '../calendar';
import type { Household, Put } from '../household';
import type { Plan } from '../stagger';
import { afterDeed } from './apply';
import type { Book } from './lived-book';

/** The real side: the household, changed by deeds alone. */
export interface Real {
  state: Household;
  n: number;
  /** The plan that stood last, as the app keeps it. */
  before?: Plan;
}
export const deed = (real: Real, puts: readonly Put[]) => {
  real.state = afterDeed(real.state, puts);
};
export const newId = (real: Real) => () => `x${++real.n}`;
export const on = (book: Book, e: number, i: number, day: Day) => ({
  enrolmentId: book.course(e).id,
  stepId: book.stepId(e, i),
  day,
});
