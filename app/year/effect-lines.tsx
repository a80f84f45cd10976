import { useMemo } from 'react';
import { type Effect, effectOf, isShort, pastChanged, type Standing, standingOf } from '../../core/attendance';
import { type Household, titleOf } from '../../core/household';
import { takerNames } from '../../core/words';
import { useHousehold } from '../shell/household';
import { shortDate } from '../ui/dates';
import { count } from '../ui/words';

/** Counts and days in hand as they are now, to hold a change against; worked out when first needed. */
export function useStanding(yearId: string | undefined): Standing | undefined {
  const { household, today } = useHousehold();
  return useMemo(
    () => (yearId === undefined ? undefined : standingOf(household, yearId, today)),
    [household, yearId, today],
  );
}

/** What a change of the calendar would do: `after` is the household as it would be; undefined while nothing is chosen. */
export function useEffectOf(
  before: Standing | undefined,
  after: Household | undefined,
  yearId: string | undefined,
): Effect | undefined {
  const { today } = useHousehold();
  return useMemo(
    () => (before && after && yearId !== undefined ? effectOf(before, after, yearId, today) : undefined),
    [before, after, yearId, today],
  );
}

/** On how many days gone by the register would say something else. */
export function useReach(after: Household | undefined): number {
  const { household, today } = useHousehold();
  return useMemo(() => (after ? pastChanged(household, after, today) : 0), [household, after, today]);
}

const days = (n: number | undefined) => (n === undefined ? '–' : n < 0 ? `${-n} short` : String(n));

/** The effect of a change in lines: school days to come, each child's spare days, each course's days in hand. */
export function EffectLines({ effect }: { effect: Effect }) {
  const { household, today } = useHousehold();
  const style = household.settings.dateStyle;
  const changed = effect.courses.filter((c) => c.before.daysInHand !== c.after.daysInHand);
  const children = effect.children.filter(
    (c) => c.before.days.spare !== c.after.days.spare || c.before.days.toCome !== c.after.days.toCome,
  );
  const { schoolDays } = effect;
  return (
    <div role="status" aria-live="polite" className="flex flex-col gap-2 text-aside">
      <p>
        School days to come:{' '}
        {schoolDays.before === schoolDays.after ? (
          <b>{schoolDays.after}, as before</b>
        ) : (
          <>
            {schoolDays.before} → <b>{schoolDays.after}</b>
          </>
        )}
      </p>
      {children.length > 0 && (
        <ul>
          {children.map(({ before, after }) => (
            <li key={after.child.id}>
              {after.child.name}:{' '}
              {after.days.spare !== undefined ? (
                <>
                  days to spare {days(before.days.spare)} → <b>{days(after.days.spare)}</b>
                </>
              ) : (
                <>
                  days to come {before.days.toCome} → <b>{after.days.toCome}</b>
                </>
              )}
              {isShort(after) && !isShort(before) && <b> – no longer reached</b>}
            </li>
          ))}
        </ul>
      )}
      {changed.length > 0 && (
        <table className="figures w-full">
          <caption className="label py-1 text-left">Days in hand</caption>
          <tbody>
            {changed.map(({ enrolment, before, after }) => (
              <tr key={enrolment.id}>
                <td>
                  {titleOf(household, enrolment.courseId)}{' '}
                  <span className="text-soft">{takerNames(household, enrolment, today)}</span>
                  {after.afterYear &&
                    !before.afterYear &&
                    after.projected !== undefined &&
                    after.hereUntil === undefined && (
                      <b> – could end {shortDate(style, after.projected, today)} at the earliest, past the year</b>
                    )}
                </td>
                <td className="text-right whitespace-nowrap !pr-0">
                  {days(before.daysInHand)} → <b>{days(after.daysInHand)}</b>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {effect.courses.length > changed.length && (
        <p className="text-soft">
          {changed.length === 0
            ? 'No course has more or fewer days in hand.'
            : `${count(effect.courses.length - changed.length, 'other course stays', 'other courses stay')} as before.`}
        </p>
      )}
    </div>
  );
}
