import type { Day } from '../calendar';
import type { Household, Id, KitPart, Material } from '../household';
import type { Plan } from '../stagger';
import { waysAround } from './kits';
import { missingParts, stock, stoppedBy } from './ledger';
import { placePath } from './places';
import { type ComingLate, comingLate, netThings, type Shortage, shortages, type ThingNet, type Way } from './shortages';
import { demand, futureUses, type Use } from './uses';

/** One line of a week's box. */
export interface BoxLine {
  material: Material;
  /** Needed within the week: all uses of a consumable, the most at once of anything else. */
  needed: number;
  onHand: number;
  /** Whether anybody ever said how many there are. */
  known: boolean;
  /** How many are missing within the week, what comes before it served first. */
  short: number;
  /** Where something is missing: by when it could be ordered, and what else would do. */
  shortage?: Shortage;
  /** Where it is on its way, but comes too late. */
  late?: ComingLate;
  /** First date in the week on which it is needed. */
  day: Day;
  uses: Use[];
  firstUse: boolean;
  /** Of a kit, the parts that are missing: none where nobody checked. */
  missing: KitPart[];
  /** Where it is of no use without one of them: what serves in its place, the best first. */
  around?: Way[];
}

/** The things to get out for the days from…to (both included), in order of place, then of the day first needed. */
export function boxOf(
  state: Household,
  plan: Plan,
  from: Day,
  to: Day,
  nets: readonly ThingNet[] = netThings(state, plan, usedWithin(state, plan, from, to)),
): BoxLine[] {
  const onHand = stock(state);
  const short = new Map(shortages(state, plan, [...nets]).map((s) => [s.material.id, s]));
  const coming = new Map(comingLate(state, nets).map((l) => [l.material.id, l]));
  return nets
    .flatMap((n): BoxLine[] => {
      const within = n.uses.filter((u) => u.day >= from && u.day <= to);
      if (within.length === 0) return [];
      const rows = n.rows.filter((r) => r.day >= from && r.day <= to);
      // What comes back and was missing last week already is missing this week as well.
      const lack = n.material.consumable
        ? rows.reduce((sum, r) => sum + r.net, 0)
        : Math.max(0, ...rows.map((r) => -r.balance));
      const missing = n.known ? lack : 0;
      const late = missing > 0 ? coming.get(n.material.id) : undefined;
      const shortage = missing > 0 && !late ? short.get(n.material.id) : undefined;
      return [
        {
          ...{ material: n.material, needed: demand(n.material, within), onHand: n.onHand, known: n.known },
          short: missing,
          ...(shortage ? { shortage } : {}),
          ...(late ? { late } : {}),
          ...{ day: within[0]!.day, uses: within, firstUse: within.some((u) => u.firstUse) },
          missing: missingParts(n.material),
          ...(stoppedBy(n.material).length > 0 ? { around: waysAround(state, n.material, within, onHand) } : {}),
        },
      ];
    })
    .sort((a, b) => placePath(a.material.place).localeCompare(placePath(b.material.place)) || a.day - b.day);
}

/** The things of some days: the only ones to be netted for a box of those. */
const usedWithin = (state: Household, plan: Plan, from: Day, to: Day): ReadonlySet<Id> =>
  new Set(
    futureUses(state, plan)
      .filter((u) => u.day >= from && u.day <= to)
      .map((u) => u.material.id),
  );
