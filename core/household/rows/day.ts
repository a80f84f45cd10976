/** What a day holds, and what was said of it. */
import type { Clock, IsoDate, Weekday } from '../../calendar/day';
import type { Id, Kind, Presence } from './base';

export const RITUAL_SORTS = ['chore', 'extra'] as const;
/**
 * `chore`: work about the house, on its weekdays whether school is held or not, towards no requirement. `extra`: something of one date, a
 * museum or a party; it counts as school only where `alone` says so.
 */
export type RitualSort = (typeof RITUAL_SORTS)[number];
/** Something done on its weekdays without any sequence; it can never fall behind. */
export interface Ritual {
  id: Id;
  /** Without it an everyday thing of the school. */
  sort?: RitualSort;
  /** Of an extra: its date. */
  date?: IsoDate;
  /** The last date on which it comes. */
  until?: IsoDate;
  /** It is secure since this date, and rests until it is wanted again. */
  secure?: IsoDate;
  title: string;
  childIds: Id[];
  teacherId: Id;
  weekdays: Weekday[];
  minutes: number;
  presence: Presence;
  /** It starts at this time and at no other. */
  at?: Clock;
  /** It makes a school day by itself; without it, it counts only beside other work. */
  alone?: boolean;
  /** A game round the table: each child answers from their own sheet of these enrolments, and the sheets are done by it. */
  sheets?: Id[];
  /** What comes in its place while it is too hard: an easier one of the same skill. */
  easier?: Id;
  /** It is too hard for now, since this date. */
  hard?: IsoDate;
}
/** A ritual done on a day. */
export interface RitualMark {
  id: Id;
  ritualId: Id;
  date: IsoDate;
  /** What it was when it was marked. Without it nothing of it has changed since. */
  was?: Pick<Ritual, 'title' | 'minutes' | 'childIds' | 'sort' | 'alone'>;
}
/** A child says of something on its own page that it is done; it waits for the parent's nod. */
export interface Tick {
  id: Id;
  childId: Id;
  date: IsoDate;
  of: { kind: 'step'; enrolmentId: Id; stepId: Id } | { kind: 'ritual'; ritualId: Id };
  /** It was sent back, with a word why (may be empty): it is to do again until the child ticks it anew. */
  back?: string;
}

export const MARK_KINDS = ['done', 'known', 'left out', 'partly', 'not today', 'again', 'missed'] as const;
export type MarkKind = (typeof MARK_KINDS)[number];
export interface Score {
  got: number;
  of: number;
}
export interface Mark {
  id: Id;
  enrolmentId: Id;
  stepId: Id;
  /** Only on marks about one child of a family-style sitting. */
  childId?: Id;
  date: IsoDate;
  /** Rises with every mark of the household; settles the order within a date. */
  seq: number;
  kind: MarkKind;
  /** How long it took, where that was said; 0 of what was done in the time of something else, a sheet at a game. */
  minutes?: number;
  /** After `partly`: minutes of the step still to do. */
  minutesLeft?: number;
  /** After `partly`: what is still to do, in words. */
  left?: string;
  /** After `again`, for those who move on: the step comes back behind the next lesson and holds nothing up. */
  goOn?: boolean;
  /** On `known` and `again`: the proof that let the step fall away, or that put it back. */
  proofId?: Id;
  score?: Score;
  note?: string;
  /** What it was of when it was made. Without it the book has not changed since, and says the same. */
  was?: {
    kind: Kind;
    /** Lesson and step in words. */
    words: string;
    /** Minutes that were planned for the step. */
    minutes: number;
    childIds: Id[];
    /** Where the teacher was, and who taught the course: without the first, both are as the enrolment has them for that day. */
    presence?: Presence;
    teacherId?: Id;
    /** Where the book or its needs have changed since: what of the inventory it had used up, and by which claim of a need. */
    used?: { claim: Id; materialId: Id; quantity: number }[];
  };
}

/** A stretch said to be known: these steps stay, one a sitting, to prove it. The rest fell away by marks that name it. */
export interface Proof {
  id: Id;
  enrolmentId: Id;
  date: IsoDate;
  /** Steps kept, in order. */
  kept: Id[];
  /** The date on which the proof failed and the practice came back. */
  failed?: IsoDate;
  /** Kept steps that were accepted though their score lay below the course's line. */
  accepted?: Id[];
}

export const JOTTING_KINDS = ['errand', 'buy', 'note', 'reminder'] as const;
export type JottingKind = (typeof JOTTING_KINDS)[number];
/** Something written down the moment it came up. */
export interface Jotting {
  id: Id;
  kind: JottingKind;
  text: string;
  /** The date it was written. */
  date: IsoDate;
  /** First day of the household week it is for; without it, it waits until settled. */
  week?: IsoDate;
  /** The date it was ticked off. */
  settled?: IsoDate;
}

export interface Placement {
  enrolmentId: Id;
  stepId: Id;
  date: IsoDate;
}
export interface Pin extends Placement {
  id: Id;
}

/** A step that stood on a day's list. */
export interface Listed {
  enrolmentId: Id;
  stepId: Id;
}
/**
 * What stood on the list of a school day. It is kept when the day's plan has settled, or at the day's first mark; it holds the planner to
 * nothing. Its id is its date.
 */
export interface DayList {
  id: Id;
  date: IsoDate;
  placements: Listed[];
  /** What was left of it and is carried, as was said or let be: it is not asked about again. */
  carried?: Listed[];
}
