import type { Day } from '../../core/calendar';
import type { Course, Enrolment } from '../../core/household';
import { forecastDay } from '../../core/pace';
import { useHousehold } from '../shell/household';
import { usePlan } from '../shell/plan';
import { shortDate } from '../ui/dates';
import { Tally } from '../ui/tally';
import { count } from '../ui/words';

/** Days in hand in words: "18 days in hand", "none in hand", "3 days short". */
export function inHand(days: number): string {
  if (days === 0) return 'no day in hand';
  return days > 0 ? `${count(days, 'day')} in hand` : `${count(-days, 'day')} short`;
}

/** A course's standing in the right margin: the notched stick, days in hand, projected last day, change since morning. */
export function Pace({ enrolment, course, day }: { enrolment: Enrolment; course: Course; day: Day }) {
  const { household } = useHousehold();
  const { reserves, morning } = usePlan();
  const reserve = reserves.get(enrolment.id);
  if (enrolment.rule.kind === 'when') {
    const until = forecastDay(household, enrolment, day);
    return (
      <p className="self-center px-1 pb-2 text-[0.95rem] text-soft md:pl-4">
        {until === undefined
          ? 'when there is time'
          : `at this pace until ${shortDate(household.settings.dateStyle, until, day)}`}
      </p>
    );
  }
  if (!reserve) return <div className="hidden md:block" />;
  if (reserve.daysInHand === undefined && reserve.projected !== undefined) {
    return (
      <p className="self-center px-1 pb-2 text-[0.95rem] text-soft md:pl-4">
        last day {shortDate(household.settings.dateStyle, reserve.projected, day)}
        {reserve.afterYear && ', past the year'}
      </p>
    );
  }
  if (reserve.daysInHand === undefined || reserve.projected === undefined) {
    return (
      <p className="self-center px-1 pb-2 text-[0.95rem] text-soft md:pl-4">
        {reserve.remaining === 0 ? `${course.title} is finished` : 'no weekday set'}
      </p>
    );
  }
  const before = morning.get(enrolment.id)?.daysInHand;
  const change = before === undefined ? 0 : reserve.daysInHand - before;
  const last = shortDate(household.settings.dateStyle, reserve.projected, day);
  return (
    <div
      className="flex items-center gap-x-4 self-stretch pb-2 pl-[56px] text-[0.95rem] leading-snug md:border-l md:border-rule md:py-1 md:pl-4"
      data-testid={`pace-${enrolment.id}`}
    >
      <span className="hidden flex-none lg:block">
        <Tally days={reserve.daysInHand} />
      </span>
      <span className="flex flex-wrap gap-x-2 md:flex-col">
        <b className="font-semibold">{inHand(reserve.daysInHand)}</b>
        <span className="text-soft">
          last day {last}
          {reserve.afterYear && ', past the year'}
          {change !== 0 && (
            <b className="settle inline-block font-semibold text-ink" key={change}>
              {' '}
              · {change > 0 ? '+' : '−'}
              {count(Math.abs(change), 'day')} today
            </b>
          )}
        </span>
      </span>
    </div>
  );
}
