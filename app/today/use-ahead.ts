import { byId } from '../../core/household';
import { type ComingLate, type Shortage, toSeeTo } from '../../core/materials';
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
  return {
    soon: toSeeTo(household, missing, today),
    late: late.filter((l) => byId(household.materials, l.material.id) !== undefined),
    ready,
  };
}
