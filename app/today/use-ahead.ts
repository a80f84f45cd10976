import { byId, type Material } from '../../core/household';
import { type ComingLate, openOrders, orderIs, type Shortage } from '../../core/materials';
import type { PrepLine } from '../../core/prepare';
import { useHousehold } from '../shell/household';
import { useStores } from '../shell/use-stores';

/** What teachers make ready. */
export const useReady = (): PrepLine[] => useStores({ ready: true })?.ready ?? [];

const NOTHING = { missing: [], late: [], ready: [] };

/** What has to be ordered and is not on the list for it yet, or has to be by now; what comes too late; and what teachers make ready. */
export function useAhead(): { soon: Shortage[]; late: ComingLate[]; ready: PrepLine[] } {
  const { household, today } = useHousehold();
  const { missing, late, ready } = useStores({ net: true, ready: true }) ?? NOTHING;
  const listed = new Set(openOrders(household, today).flatMap((o) => (o.is === 'to order' ? o.material.id : [])));
  const there = ({ material }: { material: Material }) => byId(household.materials, material.id) !== undefined;
  return {
    soon: missing.filter((s) => there(s) && (!listed.has(s.material.id) || orderIs(s.orderBy, today) !== 'to come')),
    late: late.filter(there),
    ready,
  };
}
