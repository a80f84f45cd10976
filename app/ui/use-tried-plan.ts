import { useEffect, useRef, useState } from 'react';
import type { Household, SchoolYear } from '../../core/household';
import type { Plan } from '../../core/stagger';
import { openPlanner, type Planner } from '../../worker';
import { EFFORT } from '../shell/plan';

/** A pause in the movement, in milliseconds, after which what would come of it is worked out. */
const PAUSE = 120;

/**
 * The plan of a household as it would be: at first quick and rough, then settled, with the effort of the page’s own plan, so
 * that the two can be held against each other. `key` says what is tried; nothing is stored.
 */
export function useTriedPlan(
  key: string,
  tried: Household | undefined,
  year: SchoolYear | undefined,
  today: number,
): { found?: { plan: Plan; settled: boolean }; fault?: string } {
  const [found, setFound] = useState<{ key: string; plan: Plan; settled: boolean }>();
  const [failed, setFailed] = useState<{ key: string; fault: string }>();
  // One for all that is tried one after the other: it is told what has changed since the last, and not all marks again.
  const planner = useRef<Planner>(undefined);
  useEffect(
    () => () => {
      planner.current?.close();
      planner.current = undefined;
    },
    [],
  );
  useEffect(() => {
    if (!tried || !year) return;
    let left = false;
    const wait = setTimeout(() => {
      planner.current ??= openPlanner();
      planner.current.request(
        tried,
        { today, effort: EFFORT, kept: undefined, eager: true },
        {
          plan: (plan, settledAs) => {
            if (left) return;
            const settled = settledAs !== undefined;
            // Between the first and the settled plan nothing is shown: figures are not to flicker.
            setFound((was) => (settled || was?.key !== key ? { key, plan, settled } : was));
          },
          reserves: () => undefined,
          progress: () => undefined,
          failed: (error) =>
            !left &&
            setFailed({ key, fault: `What this does could not be worked out: ${error.message}. Load the page again.` }),
        },
      );
    }, PAUSE);
    return () => {
      left = true;
      clearTimeout(wait);
    };
  }, [key, tried, year, today]);
  if (!tried) return {};
  if (found?.key === key) return { found };
  return failed?.key === key ? { fault: failed.fault } : {};
}
