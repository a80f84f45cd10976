import { byId, type Household } from '../household';
import type { Plan } from '../stagger';
import { count, listing, takingName } from '../words';

/**
 * What a plan could not place, in sentences: whether all has a date; else which course lacks how many steps, and what makes
 * room; and steps that are longer than their sitting. Courses no longer there are not spoken of.
 */
export function fittingWords(state: Household, plan: Pick<Plan, 'tracks'>): string[] {
  const tracks = plan.tracks.filter((t) => byId(state.enrolments, t.enrolmentId));
  const lacking = tracks.flatMap((t) => {
    const n = t.days.filter((d) => d < 0).length;
    return n > 0 ? [`${takingName(state, t.enrolmentId)} by ${count(n, 'step')}`] : [];
  });
  const fits =
    lacking.length === 0
      ? 'Every step of every running course has a date in this school year.'
      : `Not everything fits into the year: ${listing(lacking)}. One more weekday, two steps a sitting, or leaving optional steps out makes room.`;
  const long = tracks
    .filter((t) => t.oversize.length > 0)
    .map((t) => {
      const n = t.oversize.length;
      return `${takingName(state, t.enrolmentId)}: ${count(n, 'step is', 'steps are')} longer than ${n === 1 ? 'its sitting and sits' : 'their sittings and sit'} alone.`;
    });
  return [fits, ...long];
}
