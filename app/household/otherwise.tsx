import { useMemo } from 'react';
import { isOver } from '../../core/calendar';
import { byId, type Id, type Put, titleOf } from '../../core/household';
import { courseOtherwise, otherwiseWords } from '../../core/overview';
import { tried } from '../../core/whatif';
import { useHousehold } from '../shell/household';
import { usePlan } from '../shell/plan';
import { useTriedPlan } from '../ui/use-tried-plan';
import { useWhile } from '../ui/use-while';

/**
 * What a form does to the year, before it is kept: the year as it is planned against the year as it would be. Nothing while the
 * form has nothing to keep, or where there is no year to plan.
 * @param puts what the form would store, made anew as often as it likes; false while it has nothing to keep
 * @param about the enrolment the form is of: how it would end stands first
 */
export function Otherwise({ puts, about }: { puts: readonly Put[] | false; about?: Id }) {
  const { household, year, today } = useHousehold();
  const { plan } = usePlan();
  const idle = !year || isOver(year, today);
  const key = puts ? JSON.stringify(puts) : '';
  const kept = useWhile(puts, [key]);
  const changed = useMemo(() => {
    const done = kept && !idle ? tried(household, kept) : undefined;
    return done && 'then' in done ? done.then : undefined;
  }, [household, kept, idle]);
  const { found, fault } = useTriedPlan(key, changed, year, today);
  if (idle || !changed || !plan) return null;
  const now = { state: household, plan };
  const then = found?.settled ? { state: changed, plan: found.plan } : undefined;
  const own = then && about !== undefined && courseOtherwise(now, then, year, about);
  const title = titleOf(household, byId(household.enrolments, about ?? '')?.courseId ?? '');
  const lines = then && [...(own ? [`${title}: ${own}`] : []), ...otherwiseWords(now, then, about)];
  return (
    <div role="status" className="border border-ink bg-sheet px-3 py-2 wrap-anywhere">
      <p className="text-note text-soft">What it does to the year</p>
      {lines?.map((line) => <p key={line}>{line}</p>) ?? <p>{fault ?? '…'}</p>}
      {lines?.length === 0 && <p>No course would end more than a few days sooner or later.</p>}
    </div>
  );
}
