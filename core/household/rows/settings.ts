/** What the household itself chooses. */
import type { Clock, IsoDate, Weekday } from '../../calendar/day';
import type { Id } from './base';

export interface Settings {
  id: 'household';
  name: string;
  /** First day of the household's week, 1 (Monday) to 7 (Sunday). */
  firstDay: Weekday;
  dateStyle: DateStyle;
  /** Minutes that a `start` step holds the teacher for. */
  startMinutes: number;
  /** Enrolments in the order of the day; those not listed follow, family style first, then the youngest child up. */
  order: Id[];
  /** Whether known work may be proved and skipped, or every sheet is done. */
  scope: Scope;
  /** What happens after work that did not stick, unless a course says otherwise. */
  mastery: Mastery;
  /** Between these times school is held; what takes a person away outside them costs no school. */
  dayFrom: Clock;
  dayTo: Clock;
  /** Whose public holidays are offered; nothing is closed by it. */
  holidays?: { country: string; region?: string };
  /** Stretches of every school day in which some children sleep, are to be quiet, or eat. */
  windows?: DayWindow[];
  /** At most so many children work at once with a teacher in earshot and none beside them; without it four. */
  nearAtOnce?: number;
  /** Age in years from which an older child is offered as helper; without it eight. */
  helperFrom?: number;
  /** Minutes between two pieces of a task that was cut for a young child; without it five. */
  breakMinutes?: number;
  /** How Today is shown: as a list alone, or drawn: in order without times, or by the clock. Without it as a list. */
  dayShow?: DayShow;
  /** False where no line is to show the time. */
  nowLine?: boolean;
  /** The rest of one day was laid out anew from a time on: what was marked before it (by `seq`) is behind it. */
  restart?: { date: IsoDate; from: Clock; seq: number; asleep: { childId: Id; until: Clock }[] };
  /** The date on which the day was ended early: nothing more enters it. */
  stopped?: IsoDate;
  /** How what the household has not put in an order of its own follows; without it the youngest first. */
  orderRule?: OrderRule;
  /** What the year's plan is to go by; each without a word where the usual holds. */
  wishes?: Wishes;
  /** False where a child's own tick is a mark at once; else it waits for the parent's nod. */
  nod?: boolean;
  /** How long an order lasts from the day on which something is first missing; without it until the next break. */
  ordersFor?: OrdersFor;
  /** From which age, in years, a child may use blades and heat with an adult near, once that is said of the child; without it 12. */
  toolsFrom?: number;
  /** Teachers make ready for one another what would come late; without it each for their own lessons. */
  sharesMaking?: boolean;
  /** False where the household has a standing routine and is never asked to sit down over a week. */
  sitDown?: boolean;
  /** Work about the house is kept here as well: chores, and the errands of the week. Without it, school only. */
  home?: boolean;
  /** What the household answers where families differ; where it says nothing, the first of each holds. */
  ways?: Ways;
  /** What children do while they wait, beside what their courses have. */
  meanwhile?: Meanwhile[];
}
/** Something to do while one waits: for these ages, in whole years, with these things. */
export interface Meanwhile {
  text: string;
  from?: number;
  to?: number;
  things?: string;
}
/** Questions on which families differ that are answered for the whole household, each with its answers, the usual one first. */
export const WAYS = {
  pace: ['even', 'weekly', 'minutes', 'when'],
  guide: ['choose', 'letter'],
  children: ['own', 'together'],
  behind: ['carry', 'double', 'drop'],
  detail: ['text', 'numbers'],
  ahead: ['week', 'level', 'lesson'],
  writing: ['book', 'copy'],
  shelves: ['child', 'course', 'place'],
  after: ['keep', 'sell', 'give'],
} as const;
export type WayKey = keyof typeof WAYS;
export type Ways = { [K in WayKey]?: (typeof WAYS)[K][number] };
export const ORDERS_FOR = ['four weeks', 'year'] as const;
export type OrdersFor = (typeof ORDERS_FOR)[number];
export const ORDER_RULES = ['youngest', 'eldest', 'short', 'beside'] as const;
/**
 * What comes first in the day where nothing is put in order by hand: the youngest child, the eldest, what is over soonest,
 * or what a teacher sits beside longest. Family-style work comes before all of it.
 */
export type OrderRule = (typeof ORDER_RULES)[number];
/** More new lessons a day than that nobody begins well with one teacher. */
export const MOST_NEW = 5;
/** The household's own choices for the plan of the year. */
export interface Wishes {
  /** New lessons that one teacher starts a day, at most (`MOST_NEW` is the most that is offered); without it one. */
  newLessons?: number;
  /** `early`: courses spread evenly go as fast as their sittings hold, and the end of the year is kept free. */
  spread?: 'whole year' | 'early';
  /** Days are kept alike: no day of a child or teacher much fuller than its average. */
  alike?: boolean;
  /** False where two new lessons of one child on a day are as good as any others. */
  apart?: boolean;
  /** `pace`: keeping to each course's pace counts for more than putting new lessons apart. */
  first?: 'stagger' | 'pace';
}
export const DAY_SHOWS = ['list', 'order', 'clock'] as const;
export type DayShow = (typeof DAY_SHOWS)[number];
export const WINDOW_KINDS = ['nap', 'quiet', 'meal'] as const;
/**
 * A stretch of the day. `nap`: its children do nothing; `quiet`: they do what needs nobody; `meal`: they can be read to
 * together, and nothing else.
 */
export interface DayWindow {
  id: Id;
  kind: (typeof WINDOW_KINDS)[number];
  label: string;
  from: Clock;
  to: Clock;
  childIds: Id[];
}
export const SCOPES = ['mastered', 'every sheet'] as const;
export type Scope = (typeof SCOPES)[number];
export const MASTERIES = ['hold', 'move on'] as const;
/** `hold`: the next lesson waits until this one sticks; `move on`: it comes back as review behind the next lesson. */
export type Mastery = (typeof MASTERIES)[number];
export const DATE_STYLES = ['day month', 'month day', 'year-month-day'] as const;
export type DateStyle = (typeof DATE_STYLES)[number];
