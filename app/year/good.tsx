import { lazy, Suspense, useEffect, useMemo, useState } from 'react';
import { isOver } from '../../core/calendar';
import { holdBacks } from '../../core/day';
import { byId, type SchoolYear } from '../../core/household';
import { goodnessOf, goodnessWords, type Plan } from '../../core/stagger';
import { titleAmong } from '../../core/words';
import { useHousehold } from '../shell/household';
import { longDate } from '../ui/dates';
import { WaysOut } from '../ui/hold-back';
import { useElsewhere } from '../ui/use-elsewhere';
import { count, listing } from '../ui/words';
import { Allowance } from '../shelf/allowance';

const Further = lazy(() => import('./further'));

/** Clashes shown with their ways out: those that come first. */
const NEAREST = 3;

/** How good the plan is, as far as can be proved, and what could be done about the clashes that are left. */
export function Good({ plan, year }: { plan: Plan; year: SchoolYear }) {
  const { household, today } = useHousehold();
  const good = useMemo(() => goodnessOf(plan), [plan]);
  // The ways out are worked out for who asks.
  const [open, setOpen] = useState(false);
  const quiet = useQuiet(plan);
  const [better, setBetter] = useState<Plan>();
  const clashes = useMemo(
    () =>
      (open ? plan.clashes.slice(0, NEAREST) : []).map((clash) => ({
        clash,
        ways: holdBacks(household, year, plan, clash),
      })),
    [open, household, year, plan],
  );
  const elsewhere = useElsewhere(useMemo(() => clashes.flatMap((c) => c.ways), [clashes]));
  const steps = plan.tracks.reduce((n, t) => n + t.stepIds.length, 0);
  // Of a year that is over, or that has nothing left to plan, there is nothing to better.
  if (!good || steps === 0 || isOver(year, today)) return null;
  const style = household.settings.dateStyle;
  return (
    <details className="border-b border-rule pb-2 print:hidden" onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary className="cursor-pointer py-2">
        Could it be better?
        {better === plan && !open && <b className="font-semibold"> A better plan was found.</b>}
      </summary>
      <div className="flex max-w-4xl flex-col gap-2">
        <p>{goodnessWords(good, steps)}</p>
        {(open || quiet) && !good.proved && (
          <Suspense>
            <Further plan={plan} found={setBetter} />
          </Suspense>
        )}
        <Allowance plan={plan} year={year} />
        {clashes.map(({ clash, ways }) => (
          <div key={`${clash.teacherId} ${clash.day}`}>
            <p>
              <b>{longDate(style, clash.day)}</b>: {count(clash.enrolmentIds.length, 'new lesson')} for{' '}
              {byId(household.teachers, clash.teacherId)?.name} (
              {listing(
                clash.enrolmentIds
                  .flatMap((id) => byId(household.enrolments, id) ?? [])
                  .map((e) => titleAmong(household, e)),
              )}
              ).{' '}
              {ways.length === 0 &&
                'There is no free day soon. Skipping a stretch that is known makes room; so does a longer day for the teacher.'}
            </p>
            <WaysOut ways={ways} day={clash.day} elsewhere={elsewhere} />
          </div>
        ))}
      </div>
    </details>
  );
}

/** Cores from which one is spared for looking further unasked: a tablet’s battery is not. */
const SPARE_CORES = 4;
/** Milliseconds that the page has to stand as it is before. */
const QUIET = 8000;

/** Whether a plan has stood for a while on a machine that can look further beside everything else. */
function useQuiet(plan: Plan): boolean {
  const [stood, setStood] = useState<Plan>();
  useEffect(() => {
    if (navigator.hardwareConcurrency < SPARE_CORES) return;
    const timer = setTimeout(() => setStood(plan), QUIET);
    return () => clearTimeout(timer);
  }, [plan]);
  return stood === plan;
}
