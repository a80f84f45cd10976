import { useEffect, useMemo, useState } from 'react';
import type { SchoolYear } from '../../core/household';
import { type DayLayout, type DayPage, dayProblem, layoutOf, practicesOn, tasksOn } from '../../core/day';
import { layOutDay } from '../../worker/day';
import { useHousehold } from '../shell/household';
import { usePlan } from '../shell/plan';

/** The day laid out, minute by minute; the one before the last change until the next is there. */
export function useLayout(
  page: DayPage,
  year: SchoolYear,
): { layout: DayLayout | undefined; fault: string | undefined } {
  const { household } = useHousehold();
  const { plan } = usePlan();
  const [layout, setLayout] = useState<DayLayout>();
  const [fault, setFault] = useState<string>();
  const made = useMemo(() => {
    const practices = practicesOn(household, year, plan, page.day);
    return dayProblem(household, year, page, tasksOn(household, year, page, practices));
  }, [household, year, page, plan]);
  useEffect(() => {
    let current = true;
    layOutDay(made.problem).then(
      (solved) => {
        if (!current) return;
        setLayout(layoutOf(household, page.day, made, solved));
        setFault(undefined);
      },
      (error: Error) => current && setFault(`The day could not be laid out: ${error.message}.`),
    );
    return () => {
      current = false;
    };
  }, [made, household, page.day]);
  return { layout, fault };
}
