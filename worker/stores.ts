import { type Day, yearFor, yearWithOutside } from '../core/calendar';
import type { Household } from '../core/household';
import {
  type BoxLine,
  boxOf,
  type ComingLate,
  comingLate,
  netThings,
  type PutBack,
  putBackList,
  type Shortage,
  shortages,
  type StoppedKit,
  stoppedKits,
  type ThingNet,
} from '../core/materials';
import { type PocketAhead, pocketsAhead, type PrepLine, preparation, type Sharing, sharingOf } from '../core/prepare';
import type { Plan } from '../core/stagger';

/** What is asked about the stores; what is not asked for is not worked out. */
export interface StoresWish {
  /** Every thing netted over the year, and what will be missing. */
  net?: boolean;
  /** The box of the days from…to, both included. */
  box?: readonly [Day, Day];
  /** The first day whose things stay out when the rest is put back. */
  back?: Day;
  /** What the teachers make ready. */
  ready?: boolean;
  /** Whether it helps if they do so for one another. */
  sharing?: boolean;
}
/** A thing netted over the year: how often the plan needs it, instead of each need. */
export type ThingOutlook = Omit<ThingNet, 'uses' | 'coming' | 'lacks'> & { uses: number };
/** The stores as one plan has them. */
export interface Stores {
  things: ThingOutlook[];
  missing: Shortage[];
  late: ComingLate[];
  stopped: StoppedKit[];
  box: BoxLine[];
  pockets: PocketAhead[];
  back: PutBack[];
  ready: PrepLine[];
  /** What of it could be shared out among the teachers, or is. */
  sharing?: Sharing | undefined;
}

/** Answers what is asked of the stores: needs netted over the year, on no thread that a press waits for. */
export function storesOf(household: Household, plan: Plan, wish: StoresWish): Stores {
  const stored = yearFor(household.years, plan.today);
  const year = stored && yearWithOutside(household, stored);
  const nets = wish.net ? netThings(household, plan) : undefined;
  return {
    things: (nets ?? []).map(({ uses, coming: _, lacks: __, ...n }) => ({ ...n, uses: uses.length })),
    missing: nets ? shortages(household, plan, nets) : [],
    late: nets ? comingLate(household, nets) : [],
    stopped: nets ? stoppedKits(household, nets) : [],
    box: wish.box ? boxOf(household, plan, wish.box[0], wish.box[1], nets) : [],
    pockets: wish.box ? pocketsAhead(household, plan, wish.box[0], wish.box[1]) : [],
    back: wish.back === undefined ? [] : putBackList(household, plan, wish.back),
    ready: wish.ready ? preparation(household, year, plan) : [],
    sharing: wish.sharing ? sharingOf(household, year, plan) : undefined,
  };
}
