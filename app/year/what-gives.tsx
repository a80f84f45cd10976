import { toDay } from '../../core/calendar';
import type { Pin } from '../../core/household';
import { otherwiseWords, whatGives } from '../../core/overview';
import type { Plan } from '../../core/stagger';
import { useHousehold } from '../shell/household';
import { usePlan } from '../shell/plan';
import { dayAndDate, shortDate } from '../ui/dates';
import { count } from '../ui/words';

/** What gives when a unit or lesson is moved: the plan as it is against the plan as it would be. */
export function WhatGives({
  wish,
  after,
  failed,
}: {
  wish: { pin: Omit<Pin, 'id'> };
  after: Plan | undefined;
  failed: string | undefined;
}) {
  const { household, today } = useHousehold();
  const { plan } = usePlan();
  const style = household.settings.dateStyle;
  if (!after || !plan) return <>{failed ?? 'Checking what else would move …'}</>;
  const { before, after: then, others } = whatGives(plan, after, wish.pin);
  const day = (d: number | undefined) => (d === undefined ? 'no day' : dayAndDate(style, d));
  const date = (d: number | undefined) => (d === undefined ? '–' : shortDate(style, d, today));
  const asked = toDay(wish.pin.date);
  return (
    <ul className="flex flex-col gap-1">
      <li>
        It begins {day(before.begins)} → <b>{day(then.begins)}</b>
      </li>
      <li>
        The course ends {date(before.ends)} → <b>{date(then.ends)}</b>
      </li>
      {otherwiseWords({ state: household, plan }, { state: household, plan: after }, wish.pin.enrolmentId).map(
        (line) => (
          <li key={line} className="wrap-anywhere">
            {line}
          </li>
        ),
      )}
      <li>{count(others, 'step')} of other courses would stand on another day.</li>
      {then.begins !== asked && (
        <li className="font-semibold">It cannot begin on {day(asked)}: what comes before it does not fit.</li>
      )}
    </ul>
  );
}
