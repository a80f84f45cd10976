import { byId } from '../../core/household';
import type { Shortage } from '../../core/materials';
import type { PrepLine } from '../../core/prepare';
import { useHousehold } from '../shell/household';
import { useStores } from '../shell/use-stores';

/** What teachers make ready. */
export const useReady = (): PrepLine[] => useStores({ ready: true })?.ready ?? [];

const NOTHING = { missing: [], ready: [] };

/** What has to be ordered and is on no list yet, and what teachers make ready. */
export function useAhead(): { soon: Shortage[]; ready: PrepLine[] } {
  const { orders, materials } = useHousehold().household;
  const { missing, ready } = useStores({ net: true, ready: true }) ?? NOTHING;
  const listed = new Set(orders.filter((o) => !o.closed).map((o) => o.materialId));
  return { soon: missing.filter((s) => !listed.has(s.material.id) && byId(materials, s.material.id)), ready };
}
