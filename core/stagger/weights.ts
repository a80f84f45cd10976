/** What the planner pays for each thing it would rather avoid. Whole numbers; the one table of them. */
export const WEIGHTS = {
  /** A step that finds no date in the school year. */
  unplaced: 20_000,
  /** A published or pinned step that stands on another date than the one it is held to: it does so only where it must. */
  held: 1_000_000,
  /** A step after the course's target date. */
  late: 1_000,
  /** The first new lesson above a teacher's allowance on a date; the k-th costs k times as much. */
  clash: 100,
  /** Each new lesson of one child on a date beyond its first, as long as the household wishes them apart. */
  sameChild: 20,
  /** Each minute above a teacher's or a child's hours on a date; beyond half an hour above, twice as much. */
  minute: 2,
  /** Each lesson by which two linked enrolments are apart at the end of a school day. */
  link: 5,
  /** Each sitting between a step and where its pace rule would like it. */
  drift: 1,
} as const;

/** Costs are whole numbers; so far may a sum of prices lie above one for no other reason than adding up. */
export const ROUNDING = 1e-6;
/** What a bound says of costs that are whole: no plan costs less than this. */
export const wholeBound = (bound: number): number => Math.ceil(bound - ROUNDING);

/** Minutes above somebody's hours from which on each costs twice as much: long days are worse than many a little long. */
export const LONG = 30;

/**
 * What lying above an allowance costs, as a function of how far: convex, so that four new lessons on one day are worse
 * than two on each of two. With it, for prices, its conjugate: what a price λ is worth at most, max over x of λx − cost(x).
 */
export interface Excess {
  /** What a unit costs at first; prices are told as shares of it. */
  weight: number;
  /** What lying `above` (whole, 0 or more) costs. */
  cost: (above: number) => number;
  /** The `above` at which share · weight · above − cost(above) is greatest; of several the least. */
  at: (share: number) => number;
}

/** What an addition to a load adds to the cost of what lies above the allowed. */
export const added = (of: Excess, have: number, more: number, allowed: number): number =>
  of.cost(have + more - allowed) - of.cost(have - allowed);

/** The k-th new lesson above the allowance costs k times the weight: w·e(e+1)/2 in all. */
export const CLASH: Excess = {
  weight: WEIGHTS.clash,
  cost: (above) => (above > 0 ? (WEIGHTS.clash * above * (above + 1)) / 2 : 0),
  at: (share) => Math.max(0, Math.ceil(share) - 1),
};
export const MINUTE: Excess = {
  weight: WEIGHTS.minute,
  cost: (above) => (above > 0 ? WEIGHTS.minute * (above + (above > LONG ? above - LONG : 0)) : 0),
  at: (share) => (share > 1 ? LONG : 0),
};
export const SAME_CHILD: Excess = {
  weight: WEIGHTS.sameChild,
  cost: (above) => (above > 0 ? WEIGHTS.sameChild * above : 0),
  at: () => 0,
};
/** New lessons of one child on a date that cost nothing. */
export const FRESH_A_CHILD = 1;
