import { memo } from 'react';
import type { Day } from '../../core/calendar';
import { type Course, type Enrolment, type Id, titleOf } from '../../core/household';
import { finishOf, finishWords } from '../../core/overview';
import { forecastDay, isPlanned, progressOf } from '../../core/pace';
import { useHousehold } from '../shell/household';
import { usePlan } from '../shell/plan';
import { shortDate } from '../ui/dates';
import { Tally } from '../ui/tally';
import { count, inHand } from '../ui/words';

/** Where there is no stick: under the row's own words, or in the margin, where paper has it always. */
const WORDS = 'hidden self-center pr-1 pb-1 pl-[120px] text-aside sm:block md:pb-0 md:pl-4 print:pb-0 print:pl-4';

/** A course's standing in the right margin: the notched stick, days in hand, last day by the plan, change since morning. */
export const Pace = memo(function Pace({ enrolment, course, day }: { enrolment: Enrolment; course: Course; day: Day }) {
  const { household } = useHousehold();
  const { plan, reserves, morning } = usePlan();
  const reserve = reserves.get(enrolment.id);
  if (!isPlanned(enrolment)) {
    const until = forecastDay(household, enrolment, day);
    return (
      <p className={`${WORDS} text-soft`}>
        {until === undefined
          ? 'when there is time'
          : `at this pace until ${shortDate(household.settings.dateStyle, until, day)}`}
      </p>
    );
  }
  if (!reserve) return <div className="hidden md:block" />;
  const finish = finishOf(plan, enrolment.id, reserve);
  const words = finishWords(household.settings.dateStyle, finish, day);
  if (reserve.daysInHand === undefined) {
    return (
      <p className={`${WORDS} text-soft`}>
        {finish.kind === 'nothing left'
          ? progressOf(household, enrolment).open === 0 && `${titleOf(household, course.id)} is finished`
          : reserve.projected === undefined
            ? 'no weekday set'
            : words}
      </p>
    );
  }
  const before = morning.get(enrolment.id)?.daysInHand;
  const change = before === undefined ? 0 : reserve.daysInHand - before;
  return (
    <div
      className="hidden items-center gap-x-4 self-stretch pb-1 pl-[120px] sm:flex text-aside leading-snug md:border-l md:border-rule md:py-0 md:pl-4 print:border-l print:border-rule print:py-0.5 print:pl-4"
      data-testid={`pace-${enrolment.id}`}
    >
      <span className="hidden flex-none lg:block print:hidden">
        <Tally days={reserve.daysInHand} />
      </span>
      <span className="flex flex-wrap gap-x-2 md:flex-col print:flex-col">
        <b className="font-semibold">{inHand(reserve.daysInHand)}</b>
        <span className="text-soft">
          <span className="hidden sm:inline">{words}</span>
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
});

/** Two weeks of school: with as much in hand a course needs no word on a phone, where a word is a line of its row. */
const AMPLE = 10;

/** On a phone a course’s days in hand stand behind what its first step says, where they are few. */
export function InHand({ enrolmentId }: { enrolmentId: Id }) {
  const days = usePlan().reserves.get(enrolmentId)?.daysInHand;
  if (days === undefined || days >= AMPLE) return null;
  return <b className="font-semibold text-ink sm:hidden"> · {inHand(days)}</b>;
}
