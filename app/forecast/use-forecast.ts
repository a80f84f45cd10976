import { useEffect, useEffectEvent, useState } from 'react';
import type { Id } from '../../core/household';
import type { Plan } from '../../core/stagger';
import { foretell, type Foretold } from '../../worker/forecast';
import { useHousehold } from '../shell/household';
import { usePlan } from '../shell/plan';

/** What is foretold, of all courses or of one, by the plan that has settled; by the one before it while the next is worked out, nothing before the first. */
export function useForecast(courseId?: Id): { told: Foretold | undefined; failed: boolean } {
  const { household, year } = useHousehold();
  const { settled } = usePlan();
  const plan = settled?.plan;
  const [told, setTold] = useState<Foretold>();
  const [failed, setFailed] = useState(false);
  const ask = useEffectEvent((by: Plan) => (year ? foretell(household, year, by, courseId) : undefined));
  useEffect(() => {
    if (!plan || !year) return;
    let left = false;
    ask(plan)?.then(
      (found) => {
        if (left) return;
        setTold(found);
        setFailed(false);
      },
      () => !left && setFailed(true),
    );
    return () => {
      left = true;
    };
  }, [plan, year, courseId]);
  return { told, failed };
}
