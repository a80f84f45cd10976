import type { Day } from '../calendar';
import { byId, type Enrolment, type Household } from '../household';
import { remainingSteps } from '../pace';
import type { Plan } from '../stagger';
import { count, listing, takingName } from '../words';

/** Whether steps that the book itself leaves to choice are still among those to do. */
export const optionalLeft = (state: Household, enrolment: Enrolment): boolean =>
  remainingSteps(state, enrolment).some((s) => s.optional);

/** What makes room for such courses, of what each of them can still do: “Another weekday or more steps a sitting makes room.” */
function roomWords(state: Household, lacking: readonly Enrolment[]): string {
  const taught = new Set(state.years.flatMap((y) => y.weekdays));
  const ways = [
    lacking.some((e) => [...taught].some((d) => !e.weekdays.includes(d))) && 'another weekday',
    'more steps a sitting',
    lacking.some((e) => optionalLeft(state, e)) && 'leaving optional steps out',
    'skipping what is known',
  ].filter((w) => w !== false);
  const words = `${ways.slice(0, -1).join(', ')} or ${ways.at(-1)!}`;
  return `${words[0]!.toUpperCase()}${words.slice(1)} makes room.`;
}

/**
 * What a plan could not place, in sentences: whether all has a date; else which course lacks how many steps, and what makes
 * room; and steps that are longer than their sitting. Courses no longer there are not spoken of, nor children who are no longer with the
 * household on `today`.
 */
export function fittingWords(state: Household, plan: Pick<Plan, 'tracks'>, today: Day): string[] {
  const tracks = plan.tracks.filter((t) => byId(state.enrolments, t.enrolmentId));
  const short = tracks.filter((t) => t.days.some((d) => d < 0));
  const lacking = short.map(
    (t) => `${takingName(state, t.enrolmentId, today)} by ${count(t.days.filter((d) => d < 0).length, 'step')}`,
  );
  const fits =
    lacking.length === 0
      ? 'Every step of every running course has a date in this school year.'
      : `Not everything fits into the year: ${listing(lacking)}. ${roomWords(
          state,
          short.map((t) => byId(state.enrolments, t.enrolmentId)!),
        )}`;
  const long = tracks
    .filter((t) => t.oversize.length > 0)
    .map((t) => {
      const n = t.oversize.length;
      return `${takingName(state, t.enrolmentId, today)}: ${count(n, 'step is', 'steps are')} longer than ${n === 1 ? 'its sitting and sits' : 'their sittings and sit'} alone.`;
    });
  return [fits, ...long];
}
