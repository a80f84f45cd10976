import { useEffect, useEffectEvent, useState } from 'react';
import { byId } from '../../core/household';
import { type Shortage, shortages } from '../../core/materials';
import { type PrepLine, preparation } from '../../core/prepare';
import { useHousehold } from '../shell/household';
import { usePlan } from '../shell/plan';

/** Milliseconds of quiet after which what must be ordered and made ready is worked out. */
const QUIET = 500;

/**
 * What has to be ordered and is on no list yet, and what teachers make ready: worked out once the plan has settled and nothing else is
 * going on, so that no mark waits for it.
 */
export function useAhead(): { soon: Shortage[]; ready: PrepLine[] } {
  const { household, year, today, whole } = useHousehold();
  const { settled } = usePlan();
  const plan = settled?.plan;
  const [soon, setSoon] = useState<Shortage[]>([]);
  const [ready, setReady] = useState<PrepLine[]>([]);
  const { materials, movements, orders, needs, courses, enrolments, prepared, teachers } = household;
  const look = useEffectEvent(() => {
    if (!plan) return;
    setSoon(shortages(household, plan));
    setReady(preparation(household, year, plan));
  });
  useEffect(() => {
    if (!plan || !whole || plan.today !== today) return;
    const timer = setTimeout(look, QUIET);
    return () => clearTimeout(timer);
  }, [plan, whole, today, materials, movements, orders, needs, courses, enrolments, prepared, teachers]);
  const listed = new Set(orders.filter((o) => !o.closed).map((o) => o.materialId));
  return { soon: soon.filter((s) => !listed.has(s.material.id) && byId(materials, s.material.id)), ready };
}
