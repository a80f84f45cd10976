import { tip } from '../ui/tip';
import { lazy, Suspense, useEffect, useState, useSyncExternalStore } from 'react';

const Bar = lazy(() => import('../ui/bar'));

/** How far the planner is with bettering the plan, 0 to 1; undefined while it rests. Apart from the plan, so that the pages do not follow it. */
let share: number | undefined;
const listeners = new Set<() => void>();

export function tellPlanShare(told: number | undefined): void {
  const next = told === undefined ? undefined : Math.floor(told * STEPS) / STEPS;
  if (next === share) return;
  share = next;
  for (const tell of listeners) tell();
}
/** It grows in so many steps: more would be drawn for nobody to see. */
const STEPS = 20;
const subscribe = (tell: () => void) => {
  listeners.add(tell);
  return () => listeners.delete(tell);
};

/** Planning that is over sooner is not worth a mark, in milliseconds. */
const SOON = 400;

/** A line that grows while better plans may still come. */
export function PlanMark() {
  const now = useSyncExternalStore(subscribe, () => share);
  const working = now !== undefined;
  const [shown, setShown] = useState(false);
  useEffect(() => {
    if (!working) return;
    const wait = setTimeout(() => setShown(true), SOON);
    return () => {
      clearTimeout(wait);
      setShown(false);
    };
  }, [working]);
  if (!working || !shown) return null;
  const percent = Math.round(100 * now);
  return (
    <Suspense>
      <Bar
        label="Better plans are looked for"
        share={now}
        className="h-[3px] w-14 flex-none bg-rule"
        {...tip(`Better plans are looked for: ${percent} per cent`)}
      />
    </Suspense>
  );
}
