import type { Day, Weekday } from '../calendar';
import type { Enrolment, Household, Id, SchoolYear } from '../household';

/** One remaining step, reduced to what placing it needs. */
export interface TrackStep {
  id: Id;
  /** Minutes of the child; what is left of them after `partly`. */
  minutes: number;
  /** Minutes of the teacher. */
  teacher: number;
  /** 1 when the step is a new lesson, else 0. */
  fresh: 0 | 1;
  /** What the step uses of a weekly cap, in the cap's parts: every step, or only a lesson's first remaining one. */
  uses: number;
  /**
   * Position, within the remaining steps, of the last one that must stand on an earlier date: the introduction a test
   * tests, the step before in a proof. −1 when none remains.
   */
  behind: number;
  /** No date before this one. */
  notBefore: Day;
  /** The printed day it belongs to; a sitting holds steps of one printed day. −1 when the course is not taken as printed. */
  printedDay: number;
  /** The share of a place in a sitting that it takes: 1, or less for an easy step or one in a stretch that goes faster. */
  size: number;
  /** The only weekday on which it can stand; 0 for any. */
  weekday: Weekday | 0;
  /** The date to which a publication or the parent's own pin holds it; −1 for none. */
  heldOn: Day;
  /** In the queue of a loop, whose step it is. */
  enrolmentId?: Id;
  /** In the queue of a loop, its dates before its first one, or on which nobody is there who takes it: others have the slot then. */
  absent?: ReadonlySet<Day>;
  /** In the queue of a loop, its dates on which whoever teaches it has no hours. */
  untaught?: ReadonlySet<Day>;
}

/** A step of another enrolment that must be done `gap` days or more before the step at a position. */
export interface TrackGate {
  at: number;
  enrolmentId: Id;
  stepId: Id;
  gap: number;
}

/** Who takes and teaches a track, what a sitting and a week of it hold, and what each step takes up of them. */
export interface Phase {
  teacherId: Id;
  childIds: Id[];
  steps: TrackStep[];
  perSitting: number;
  minutesPerSitting: number;
  /**
   * Steps or lessons a household week may begin, in parts (a step in a stretch that goes faster uses fewer of them);
   * Infinity when the rule has no cap.
   */
  weeklyCap: number;
  weekdays: Weekday[];
}

/** One enrolment made ready for placing: its remaining steps in order, its open dates, and its caps. */
export interface Track extends Phase {
  enrolmentId: Id;
  /** Open dates from today to the end of the school year, rising. */
  dates: Day[];
  /** Those of its dates on which its teacher has no hours: nothing that needs them stands there unless it is held there. Of a queue each step has its own. */
  untaught: ReadonlySet<Day>;
  /** Steps that still fit on each date: the stored steps a sitting, less what today has used. */
  room: number[];
  /** Last date on time. */
  target: Day;
  /** The day by which all of it is to be done, before its own date, since another course waits for it. */
  hurried?: Day;
  /** Its open dates in the years that are set up behind this one, up to the end of the last of them; on what does not fit here they follow. */
  behind?: { dates: readonly Day[]; until: Day };
  /** Of one that has its date to end by behind the year, all of it and up to that date: here stands the year’s part alone. */
  whole?: Track;
  /** The day to come from which on no child that takes it is with the household any more. */
  leftFrom?: Day;
  /** The rule asks for no date of its own and none is given: it has a projected day, and no days in hand. */
  noTarget: boolean;
  firstDay: Weekday;
  /** What holds instead from days to come on, in their order: the same steps, at another pace (`anew`) or with somebody else beside them. */
  later?: (Phase & { from: Day; anew: boolean })[];
  /** First day of the household week that holds today. */
  thisWeek: Day;
  /** What the week of today has used of the cap. */
  usedThisWeek: number;
  /** Sittings (counted from 1 along `dates`) at which the pace rule would like each step. */
  ideal: number[];
  /** The even rule weighs lessons by their manual pages. */
  weighByPages: boolean;
  /** Its school year has ended: nothing is in hand any more, and nothing short; what is left is planned in the next. */
  yearOver: boolean;
  /** True once today's sitting has begun: it can no longer be lost, but its room still counts. */
  begunToday: boolean;
  /** Minutes of today's sitting that are spent, as they were planned; none where no minutes limit it. */
  spentToday: number;
  /** What today already holds from marks: new lessons, teacher and child minutes. */
  today: { fresh: number; teacher: number; child: number };
  /** Some step is tied to weekdays or to a date to come, so that what fits differs from date to date. */
  dated: boolean;
  /** Steps that wait at a gate nobody can date: not among `steps`. */
  waiting: number;
  /** Steps left for later, since it is paused or over from a day to come on, or fills a stretch that ends: not among `steps`. */
  forLater: number;
  gates: TrackGate[];
  /** How firmly it holds its place against others: 1, or more for a course that yields later than others, or never. */
  firm: number;
  /** In a loop: everybody in the queue, in turn order. */
  members: Id[];
  /** Of a queue whose members come and go: its slots that could be lost, and its turns as they come where so many of the next are. */
  relaid?: { slots: readonly Day[]; without: (lost: number) => Track };
  /** Of a queue, the enrolment that was asked about: its steps, the last of them, and its last date on time. */
  own?: { id: Id; count: number; last: number; target: Day };
}

export interface TrackOptions {
  /** Whether the days kept free to catch up on are among its dates. */
  catchUp?: boolean;
  /** `held`: what waits at a gate that nobody can date is left out. `open`: as if it opened today. */
  gates?: 'held' | 'open';
  /** Enrolments on whose account this one is asked about. */
  seen?: ReadonlySet<Id>;
  /** By itself: as if it waited for nothing, filled no time, and nobody waited for it. */
  alone?: boolean;
}

/** Makes any enrolment ready for placing, those on whose account it is asked about left out: how one asks about another (`makeTrack`). */
export type TrackOf = (
  state: Household,
  year: SchoolYear,
  enrolment: Enrolment,
  today: Day,
  options: TrackOptions,
) => Track;
