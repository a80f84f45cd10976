/** Who takes a book, and how. */
import type { Clock, IsoDate, Weekday } from '../../calendar/day';
import type { Id, Kind, Presence } from './base';

/**
 * How fast a course is meant to go. `even`: spread to its target. `weekly`: so many steps or lessons a week. `printed`: one
 * of the publisher's days a sitting, as many a week as the rhythm prints. `minutes`: so many minutes a sitting, however
 * far it gets. `when`: no timetable at all; the next step waits until there is time.
 */
export type PaceRule =
  | { kind: 'even' }
  | { kind: 'weekly'; n: number; unit: 'steps' | 'lessons' }
  | { kind: 'printed'; rhythmId?: Id }
  | { kind: 'minutes'; minutes: number }
  | { kind: 'loop'; loopId: Id }
  | { kind: 'when' };
/** How an enrolment goes from a date on: what of it else stays as it is. Only what the planner can lay out ahead by dates. */
export interface PaceFrom {
  from: IsoDate;
  /** Others who take it, or who teaches it, from then on; without them it stays with those it was with. */
  childIds?: Id[];
  teacherId?: Id;
  weekdays: Weekday[];
  rule: Extract<PaceRule, { kind: (typeof PACES_AHEAD)[number] }>;
  perSitting: number;
  minutesPerSitting?: number;
}
/** Rules that can be entered for a date to come: whose turn it is, and whether there is a timetable at all, is as it is today. */
export const PACES_AHEAD = ['even', 'weekly', 'printed', 'minutes'] as const;

export const LIVES = ['waiting', 'tried', 'running', 'paused', 'finished', 'dropped'] as const;
/** `waiting`: for its box; `tried`: taken like a running one, and not yet decided on. */
export type Life = (typeof LIVES)[number];

/** What an enrolment is from a day to come on. */
export interface LifeFrom {
  from: IsoDate;
  life: Life;
}

/** What must be met before a lesson, or a whole course, is begun. */
export interface Gate {
  id: Id;
  /** The lesson that waits; without it the whole course does. */
  lessonId?: Id;
  until:
    | {
        /** A lesson of another enrolment is done; without a lesson, all of it. */
        kind: 'course';
        enrolmentId: Id;
        lessonId?: Id;
        /** Days left free in between, to order and prepare the next volume. */
        days: number;
      }
    | {
        /** A list is mastered: so many of so many. It opens when all are, or earlier on the parent's word. */
        kind: 'mastery';
        list: string;
        known: number;
        of: number;
        /** It is counted from the cards of this deck that all its children have mastered, instead of by hand. */
        deckId?: Id;
        opened?: IsoDate;
      };
  /** The enrolment taken meanwhile, and only meanwhile. */
  fillId?: Id;
}

export const WORTHS = ['again', 'perhaps', 'not again'] as const;
/** What a course was worth to one child. */
export interface Verdict {
  childId: Id;
  worth: (typeof WORTHS)[number];
  text: string;
  date: IsoDate;
}
/** Another presence for a kind of work, for those who take this enrolment, from a date on when one is given. */
export interface OwnPresence {
  kind: Kind;
  presence: Presence;
  from?: IsoDate;
}
/** A stretch that goes faster: so many times the usual number of steps a sitting. */
export interface Stretch {
  fromLessonId: Id;
  toLessonId: Id;
  times: number;
}
/** A unit as one enrolment takes it; it may be one of another course, when two levels are blended. */
export interface UnitRef {
  courseId: Id;
  unitId: Id;
}

export interface Enrolment {
  id: Id;
  courseId: Id;
  /** One child, or several for a course taken family style. */
  childIds: Id[];
  teacherId: Id;
  weekdays: Weekday[];
  rule: PaceRule;
  /** Most steps one sitting takes; stored when the rule is set, so that days in hand do not drift. */
  perSitting: number;
  /** Most minutes one sitting takes; without it minutes do not limit a sitting. */
  minutesPerSitting?: number;
  /** Another pace from a date on, in any order: of those that have begun the latest holds, instead of what stands above (`paceOn`). */
  paces?: PaceFrom[];
  /** The first step taken; without it the course is taken from the start. */
  fromStepId?: Id;
  /** No sitting before this date. */
  firstDate?: IsoDate;
  /** The date the course should end by; without it the last day of the school year. */
  target?: IsoDate;
  life: Life;
  /** What it is from days to come on, in any order: of those that have begun the latest holds (`lifeOn`). */
  lives?: LifeFrom[];
  /** Whether steps marked optional are planned for. */
  takesOptional: boolean;
  /** Of the optional steps only those of these kinds; without it all of them. */
  optionalKinds?: Kind[];
  /** Which variant is taken, where the course has several; without it the first. */
  variant?: string;
  /** Its units in its own order, leaving out others or taking in those of a neighbouring level; without it the book's. */
  units?: UnitRef[];
  presences?: OwnPresence[];
  /** A step longer than so many minutes is split over two days. */
  splitOver?: number;
  /** Single steps that are split over two days, whatever they take. */
  splits?: Id[];
  /** Kinds of which two fit into one place of a sitting. */
  easy?: Kind[];
  stretches?: Stretch[];
  gates?: Gate[];
  /** Its sittings start at this time and at no other. */
  at?: Clock;
  /** Kinds of work that can be done on the way, in a car or a waiting room. */
  portable?: Kind[];
  /** An older sibling who sits beside the child for these kinds of work, a teacher in earshot. */
  helper?: { childId: Id; kinds: Kind[] };
  /** The enrolment that took its place. */
  swappedFor?: Id;
  verdicts?: Verdict[];
}

/**
 * Enrolments that take turns in one slot. `next`: whichever is next, so that a lost day delays and nothing falls out.
 * `weeks`: each teaching week belongs to one of them in turn.
 */
export interface Loop {
  id: Id;
  name: string;
  weekdays: Weekday[];
  turns: 'next' | 'weeks';
  /** Enrolments in turn order; those not named follow. */
  order: Id[];
}
/** Enrolments kept in step: by the share of the whole course, or unit against unit. */
export interface Link {
  id: Id;
  enrolmentIds: Id[];
  by: 'whole' | 'units';
}
export interface LessonRef {
  courseId: Id;
  lessonId: Id;
}
/** Two lessons that do the same work: whoever has done one of them need not do the other. */
export interface Overlap {
  id: Id;
  one: LessonRef;
  other: LessonRef;
}
