import { isOver, toDay } from '../../core/calendar';
import { fittingWords } from '../../core/overview';
import { useHousehold } from '../shell/household';
import { usePlan } from '../shell/plan';
import { longDate } from '../ui/dates';
import { Allowance } from './allowance';

/** What does not fit, and how good the plan is, in words. */
export function Fitting() {
  const { household, year, today } = useHousehold();
  const { plan } = usePlan();
  if (!plan || plan.tracks.length === 0) return null;
  if (year && isOver(year, today))
    return (
      <p className="border-b border-edge pb-2">
        The school year ended on {longDate(household.settings.dateStyle, toDay(year.end), today)}. What is left of a
        course is planned once the next year is set up.
      </p>
    );
  return (
    <div className="flex flex-col gap-1 border-b border-edge pb-2">
      {fittingWords(household, plan, today).map((words) => (
        <p key={words}>{words}</p>
      ))}
      {year && <Allowance plan={plan} year={year} />}
    </div>
  );
}
