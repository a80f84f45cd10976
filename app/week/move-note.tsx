import { useMemo } from 'react';
import type { Day } from '../../core/calendar';
import { type Enrolment, titleOf } from '../../core/household';
import { moveCost, moveSitting, withMove } from '../../core/week';
import { useHousehold } from '../shell/household';
import { usePlan } from '../shell/plan';
import { dayAndDate } from '../ui/dates';
import { useTriedPlan } from '../ui/use-tried-plan';
import { count } from '../ui/words';

/** A sitting held over another day, and not yet let go. */
export interface Held {
  enrolment: Enrolment;
  from: Day;
  to: Day;
}

/** What it would cost to let a sitting go where it is held; worked out by the planner while it is held there. */
export default function MoveNote({ held }: { held: Held }) {
  const { household, year, today } = useHousehold();
  const { plan } = usePlan();
  const move = useMemo(
    () => (year && plan ? moveSitting(household, year, plan, held.enrolment, held.from, held.to) : undefined),
    [household, year, plan, held],
  );
  const allowed = move && 'put' in move ? move : undefined;
  const moved = useMemo(() => allowed && withMove(household, allowed), [household, allowed]);
  const { found: tried, fault } = useTriedPlan(`${held.enrolment.id} ${held.from} ${held.to}`, moved, year, today);
  const cost = useMemo(
    () =>
      year && plan && tried && allowed
        ? moveCost(household, year, { before: plan, after: tried.plan }, held.enrolment, held.from, allowed)
        : undefined,
    [household, year, plan, tried, allowed, held],
  );
  const style = household.settings.dateStyle;
  const title = titleOf(household, held.enrolment.courseId);
  const inHand = (n: number | undefined) => (n === undefined ? '' : n < 0 ? `${-n} short` : `${n}`);
  const t = cost?.teacher;
  return (
    <div
      role="status"
      className="pointer-events-none fixed inset-x-0 top-2 z-30 mx-auto w-fit max-w-[min(94vw,52rem)] border border-ink bg-sheet px-4 py-2"
    >
      <b className="font-semibold">
        {title} to {dayAndDate(style, held.to)}
      </b>
      {move && 'fault' in move ? (
        <>: {move.fault}</>
      ) : !cost ? (
        <>: {fault ?? 'working out what it costs …'}</>
      ) : (
        <ul className="flex flex-wrap gap-x-5 text-aside">
          {allowed && allowed.along > 0 && (
            <li className="font-semibold">{count(allowed.along, 'step')} fixed for the week would move along</li>
          )}
          {t && (
            <>
              <li className={t.fresh > t.allowance ? 'font-semibold text-rubric' : ''}>
                {count(t.fresh, 'new lesson')} for {t.teacher.name} that day, {t.allowance} allowed
              </li>
              <li className={t.minutes > t.hours ? 'font-semibold' : ''}>
                {t.minutes} of {count(t.hours, 'minute')}
              </li>
            </>
          )}
          {cost.inHand.after !== undefined && (
            <li>
              days in hand by then {inHand(cost.inHand.before)} → <b>{inHand(cost.inHand.after)}</b>
            </li>
          )}
          {tried?.settled ? (
            <>
              <li>
                clashes in the year {cost.clashes.before} → <b>{cost.clashes.after}</b>
              </li>
              <li>{count(cost.others, 'step')} of other courses would move</li>
            </>
          ) : (
            <li className="text-soft">{fault ?? 'working out what becomes of the other courses …'}</li>
          )}
        </ul>
      )}
    </div>
  );
}
