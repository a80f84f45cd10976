import { useEffect, useState } from 'react';
import type { Stores, StoresWish } from '../../worker';
import { useWhile } from '../ui/use-while';
import { useHousehold } from './household';
import { usePlan } from './plan';

/**
 * What the plan needs, what of it is missing and what has to be made ready, worked out beside the planner; the answer before it while the
 * next is worked out, undefined before the first.
 */
export function useStores({ net = false, box, back, ready = false, sharing = false }: StoresWish): Stores | undefined {
  const { household, whole } = useHousehold();
  const { settled, stores } = usePlan();
  const plan = settled?.plan;
  const [told, setTold] = useState<Stores>();
  const [from, to] = box ?? [];
  const { materials, movements, orders, needs, prepared, pulled, readAheads } = household;
  const { sharesMaking, ordersFor } = household.settings;
  // What a plan is made from brings a plan of its own, once that has settled: until then the planner is not held up by it.
  const of = useWhile(whole && plan ? { household, plan } : undefined, [
    ...[plan, whole, materials, movements, orders, needs, prepared, pulled, readAheads, sharesMaking, ordersFor],
  ]);
  useEffect(() => {
    if (!of) return;
    let left = false;
    const wish: StoresWish = {
      ...{ net, ready, sharing },
      ...(from === undefined || to === undefined ? {} : { box: [from, to] as const }),
      ...(back === undefined ? {} : { back }),
    };
    stores(of.household, of.plan, wish).then(
      (found) => !left && found && setTold(found),
      // It stays as it was; that it failed is told where the plan is.
      () => undefined,
    );
    return () => {
      left = true;
    };
  }, [of, from, to, back, net, ready, sharing, stores]);
  return told;
}
