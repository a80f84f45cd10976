import { isOver, toDay } from '../../core/calendar';
import { byId, childrenOf, titleOf } from '../../core/household';
import { useHousehold } from '../shell/household';
import { usePlan } from '../shell/plan';
import { longDate } from '../ui/dates';
import { count, listing } from '../ui/words';
import { Allowance } from './allowance';

/** What does not fit, and how good the plan is, in words. */
export function Fitting() {
  const { household, year, today } = useHousehold();
  const { plan, fault } = usePlan();
  if (fault)
    return (
      <p role="alert" className="py-2 font-semibold">
        {fault}
      </p>
    );
  if (!plan || plan.tracks.length === 0) return null;
  if (year && isOver(year, today))
    return (
      <p className="border-b border-edge pb-2">
        The school year ended on {longDate(household.settings.dateStyle, toDay(year.end))}. What is left of a course is
        planned once the next year is set up.
      </p>
    );
  const name = (id: string) => {
    const e = byId(household.enrolments, id)!;
    return `${titleOf(household, e.courseId)} (${listing(childrenOf(household, e).map((c) => c.name))})`;
  };
  const unplaced = plan.tracks
    .map((t) => ({ id: t.enrolmentId, n: t.days.filter((d) => d < 0).length }))
    .filter((u) => u.n > 0 && byId(household.enrolments, u.id));
  const oversize = plan.tracks.filter((t) => t.oversize.length > 0 && byId(household.enrolments, t.enrolmentId));
  return (
    <div className="flex flex-col gap-1 border-b border-edge pb-2">
      {unplaced.length === 0 ? (
        <p>Every step of every running course has a date in this school year.</p>
      ) : (
        <p>
          Not everything fits into the year: {listing(unplaced.map((u) => `${name(u.id)} by ${count(u.n, 'step')}`))}.
          One more weekday, two steps a sitting, or leaving optional steps out makes room.
        </p>
      )}
      {oversize.map((t) => (
        <p key={t.enrolmentId}>
          {name(t.enrolmentId)}: {count(t.oversize.length, 'step is', 'steps are')} longer than its sitting and{' '}
          {t.oversize.length === 1 ? 'sits' : 'sit'} alone.
        </p>
      ))}
      {year && <Allowance plan={plan} year={year} />}
    </div>
  );
}
