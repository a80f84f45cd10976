import type { Day } from '../../calendar';
import type { FlatStep } from '../../course';
import type { Enrolment, Household, PaceRule, SchoolYear } from '../../household';

/** What a pace rule comes to for placing: how much a sitting and a week take, and what counts as one in a week. */
export interface Pacing {
  perSitting: number;
  /** Steps, lessons or printed days a week, in parts of `scale`; Infinity when the rule has no cap. */
  cap: number;
  /** The number of parts of a step that the cap counts in: a stretch that goes faster uses fewer of them a step. */
  scale: number;
  /** How many times the usual pace a step goes at. */
  times: (s: FlatStep) => number;
  /** The share of a place in a sitting that a step takes. */
  size: (s: FlatStep) => number;
  /** Steps with the same number count as one in a week; undefined: every step by itself. */
  group: ((s: FlatStep) => number) | undefined;
  /** The printed day of a step, when the course is taken as printed. */
  printed: ((s: FlatStep) => number) | undefined;
}

/** An enrolment under its rule, and what placing it would come to without one. */
export interface Under {
  state: Household;
  enrolment: Enrolment;
  plain: Pacing;
}
/** What a rule may ask of an enrolment to say how many steps a sitting must take. */
export interface Asked {
  sittingsAWeek: number;
  /** Steps of its longest lesson, at least one. */
  longestLesson: () => number;
  /** Sittings up to the day to end by, and what is left in places of one. */
  sittingsLeft: () => number;
  workLeft: () => number;
}

/** All that a pace rule means. Another rule is one more file like those beside this one, and its entry in the table. */
export interface RuleKind<R extends PaceRule = PaceRule> {
  /** "4 steps a week". */
  words: (rule: R) => string;
  /** The planner gives its steps days; without it the next step waits until there is time. */
  planned: boolean;
  /** Where it would like its steps: `spread` up to the target, so many `weekly`, or the `soonest` that sittings hold. */
  wish: 'spread' | 'weekly' | 'soonest';
  /** What a sitting and a week hold otherwise than they plainly do. */
  pacing?: (rule: R, under: Under) => Partial<Pacing>;
  /** The steps a sitting must take, stored when the rule is set; without it the enrolment’s own number stands. */
  needed?: (rule: R, asked: Asked) => number;
  /** How many it takes a week, and the same rule with another number. */
  week?: (rule: R) => { n: number; with: (n: number) => R };
  /** However far it gets: without a day to end by of its own there is none. */
  noTarget?: true;
  /** The same with another book: what it named of the old one is left behind. */
  anew?: (rule: R) => R;
  /** What taking a book so comes to where the two do not fit, in sentences. */
  notes?: (rule: R, state: Household, enrolment: Enrolment, year: SchoolYear, today: Day) => string[];
}
