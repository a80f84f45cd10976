/**
 * Everything that is stored. The schedule is not here: it is computed from these by `core/stagger`.
 * Every row has an `id` that is unique in its table; ids are made by the caller, core never invents one.
 */
import type { Clock, IsoDate, Weekday } from '../calendar/day';
import type { Book, Card, Deck, Drill, MemoryItem, Milestone, Page, Reading, Recital, Round, Sample } from './practice';

export type Id = string;

export const COLOURS = ['woad', 'weld', 'moss', 'plum', 'umber', 'slate', 'teal', 'heather'] as const;
export type Colour = (typeof COLOURS)[number];
export const ORNAMENTS = ['leaf', 'star', 'wheel', 'bell', 'fish', 'acorn', 'moon', 'knot'] as const;
export type Ornament = (typeof ORNAMENTS)[number];

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
export const ORDER_RULES = ['youngest', 'eldest', 'short', 'beside'] as const;
/**
 * What comes first in the day where nothing is put in order by hand: the youngest child, the eldest, what is over soonest,
 * or what a teacher sits beside longest. Family-style work comes before all of it.
 */
export type OrderRule = (typeof ORDER_RULES)[number];
/** The household's own choices for the plan of the year. */
export interface Wishes {
  /** New lessons that one teacher starts a day, at most; without it one. */
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

export interface Child {
  id: Id;
  name: string;
  born: IsoDate;
  colour: Colour;
  ornament: Ornament;
  /** Minutes of school work a full day may hold for this child. */
  minutesPerDay: number;
  /** Courses that give way when time is short, the first to yield first; those not named stay where they are. */
  yields?: Id[];
  /** First and last day with the household; without them always. What is on record of it stays. */
  from?: IsoDate;
  until?: IsoDate;
  /** Puts things in the mouth: small parts and magnets are kept away at any age. */
  mouths?: boolean;
  /** What the child is allergic to, in the parent's own words. */
  allergies?: string[];
  /** May use blades and heat with an adult near, from the age at which that is usual. */
  tools?: boolean;
  /** Minutes of attention at one go; without it years of age and two up to the age of eight, and no limit after that. */
  attention?: number;
}

export interface Teacher {
  id: Id;
  name: string;
  /** Minutes of teaching on each weekday, Monday first; seven numbers. 0 means away. */
  minutes: number[];
  /** Minutes kept for making lessons ready on each weekday, Monday first; seven numbers, in breaks as well. */
  prepares?: number[];
  /** When they teach by the clock; a weekday that none names has the school's hours. */
  hours?: { weekday: Weekday; from: Clock; to: Clock }[];
}

/** A range of days, both ends in it. */
export interface ClosedRange {
  id: Id;
  from: IsoDate;
  to: IsoDate;
  label: string;
}

/** A school weekday that is light: it holds `share` per cent of a full day's hours. */
export interface LightDay {
  weekday: Weekday;
  share: number;
}

export const SPECIAL_KINDS = ['extra', 'light', 'part', 'catch-up'] as const;
/**
 * What one date is, whatever its weekday, its week or a closed range say: an `extra` school day, a `light` one, a
 * `part` of a day (with the times between which there is school), or a day kept free to `catch-up` on.
 */
export interface SpecialDay {
  id: Id;
  date: IsoDate;
  kind: (typeof SPECIAL_KINDS)[number];
  /** Per cent of a full day's hours. */
  share: number;
  from?: Clock;
  to?: Clock;
  label: string;
}

/** How the year runs: straight through when absent, in terms, or so many weeks on and so many off. */
export type Rhythm =
  | { kind: 'terms'; terms: Term[] }
  | {
      kind: 'weeks';
      /** First day of the first week on; weeks are runs of seven days from it. */
      from: IsoDate;
      on: number;
      off: number;
      /** Blocks (counted from 1) that are longer or shorter, or are followed by another number of weeks off. */
      changes: { block: number; on?: number; off?: number }[];
    };
export interface Term {
  id: Id;
  name: string;
  from: IsoDate;
  to: IsoDate;
}

/** What a year must hold, by law or by the household's own wish. Without days and hours nothing is asked. */
export interface Requirement {
  /** The preset it was taken from, when it still says what the preset says. */
  preset?: string;
  days?: number;
  hours?: number;
  /** Of children who are so many years old on the first day; without it of all. A figure of a child’s own asks no age. */
  fromAge?: number;
  /** With both days and hours: whether both must be met, or either will do. */
  meets: 'both' | 'either';
}

/** On which weekdays there is school, which of them are light, and how the year runs. */
export interface YearShape {
  weekdays: Weekday[];
  light: LightDay[];
  rhythm?: Rhythm;
}
export interface SchoolYear extends YearShape {
  id: Id;
  name: string;
  start: IsoDate;
  end: IsoDate;
  /** What its shape was up to a day, in order of those days: what was changed later changes no day before it. */
  earlier?: (YearShape & { until: IsoDate })[];
  closed: ClosedRange[];
  special: SpecialDay[];
  requirement: Requirement;
  /** Children for whom another requirement holds. */
  own: { childId: Id; requirement: Requirement }[];
}

export const ABSENCE_KINDS = ['sick', 'closed', 'interruption'] as const;
/** Days on which some children have no school: sick, a day of their own, or weeks that fell out. */
export interface Absence {
  id: Id;
  childIds: Id[];
  from: IsoDate;
  to: IsoDate;
  why: (typeof ABSENCE_KINDS)[number];
  label: string;
}

/** What takes some children or teachers away from the table: an outside class, an appointment, a trip. */
export interface AwayBlock {
  id: Id;
  label: string;
  childIds: Id[];
  teacherIds: Id[];
  from: IsoDate;
  to: IsoDate;
  /** The weekdays it falls on between its dates; none: every day between them. */
  weekdays: Weekday[];
  /** 1: every week; 2: every second, counted from the week of its first date. */
  everyWeeks: number;
  /** Without times it takes the whole day. */
  start?: Clock;
  end?: Clock;
  /** Minutes on the way, before and after. */
  travel: number;
  breaks: ClosedRange[];
  /** Children whom a part of a day costs the whole school day. */
  takesDay: Id[];
  /** Children who ride along, and can do on the way and there what is portable. */
  along?: Id[];
  /** Time there counts towards the requirement. */
  counts: boolean;
  /** A programme with week numbers of its own: the number of its first week. */
  firstWeek?: number;
  notes?: string;
}

/** A calendar kept elsewhere, and what its events mean for the school. */
export interface OutsideCalendar {
  id: Id;
  name: string;
  /** Where it is fetched from, on this machine's server; without it, it came from a file. */
  feed?: string;
  /** The IANA time zone in which its times are read. */
  zone: string;
  decisions: Decision[];
}
export const DECISIONS = ['closes', 'day off', 'blocks', 'no class', 'ignored'] as const;
/**
 * What an event means here. `closes`: nobody has school; `day off`: its children have none; `blocks`: its hours are taken
 * from its people; `no class`: the class does not meet on its days, so that nothing of it is taken; `ignored`: nothing.
 */
export interface Decision {
  /** UID of the event, all its repeats included. */
  uid: string;
  does: (typeof DECISIONS)[number];
  /** Whom it takes away (blocks) or gives a day off, and the minutes on the way, before and after. */
  childIds: Id[];
  teacherIds: Id[];
  travel: number;
  /** Which away block does not meet then, where it is one entered by hand; without it the calendar's own events. */
  awayId?: Id;
}
/** The last good copy of an outside calendar, with its events as days and times. Its id is the calendar's. */
export interface Feed {
  id: Id;
  text: string;
  /** The day it was read, and the days between which repeats were followed. */
  fetched: IsoDate;
  from: IsoDate;
  to: IsoDate;
  events: OutsideEvent[];
  /** The events as the parent last saw them, up to a day, while a later copy that moved some has not been looked at. */
  seen?: { to: IsoDate; events: OutsideEvent[] };
}
export interface OutsideEvent {
  uid: string;
  title: string;
  from: IsoDate;
  to: IsoDate;
  /** On the first and the last day; without them, whole days. */
  start?: Clock;
  end?: Clock;
}

export const ATTENDANCE_KINDS = ['taught', 'sick', 'closed', 'away'] as const;
/** What the parent says of a child's day, whatever the marks say. */
export interface Attendance {
  id: Id;
  childId: Id;
  date: IsoDate;
  status: (typeof ATTENDANCE_KINDS)[number];
  /** Minutes of school, when they are to count otherwise than the marks say. */
  minutes?: number;
}

export const KINDS = ['introduce', 'practise', 'review', 'apply', 'assess', 'read', 'make', 'drill'] as const;
/** What a step is for. */
export type Kind = (typeof KINDS)[number];
export const PRESENCES = ['with', 'start', 'near', 'alone'] as const;
/**
 * Where the teacher is: `with` beside the child; `start` beside them for the first minutes; `near` in earshot;
 * `alone` not needed.
 */
export type Presence = (typeof PRESENCES)[number];

export interface Step {
  id: Id;
  kind: Kind;
  /** The step's own words; without them it is called by its kind and number. */
  label?: string;
  minutes?: number;
  presence?: Presence;
  optional?: boolean;
  /** One of several ways of doing the lesson; an enrolment takes the steps of one variant and those without one. */
  variant?: string;
  /** Meant for this weekday alone (a Friday test, say). */
  weekday?: Weekday;
}
export interface Lesson {
  id: Id;
  title: string;
  /** Manual pages the teacher reads before the lesson, as printed, e.g. "46–48". */
  pages?: string;
  /** Minutes the teacher needs to read and prepare before the lesson. */
  prepare?: number;
  steps: Step[];
}
export interface Unit {
  id: Id;
  title: string;
  /** The track it belongs to, in a course that runs on several side by side. */
  track?: string;
  lessons: Lesson[];
}
export interface KindDefault {
  minutes: number;
  presence: Presence;
}
/** How many steps of each sort are kept to prove that a stretch is known; each has a sitting of its own. */
export interface ProofRule {
  practise: number;
  review: number;
  assess: number;
  /** Of a kept step with a score below so many per cent it is asked whether it proves the stretch; without it nothing is asked. */
  score?: number;
}
export const PART_KINDS = [
  'manual',
  'textbook',
  'workbook',
  'readers',
  'cards',
  'video',
  'tests',
  'kit',
  'other',
] as const;
/** One part of a course as it is bought. */
export interface CoursePart {
  id: Id;
  kind: (typeof PART_KINDS)[number];
  title: string;
  /** ISBN-13 or ISBN-10 without hyphens, its check digit right. */
  isbn?: string;
  /** The edition as typed, when it is another than the course's. */
  edition?: string;
  /** In hundredths of the household's own money. */
  price?: number;
  /** Left out on purpose: never missing, and of a manual nothing is read ahead. */
  notWanted?: boolean;
  /** A download: printed up to this page of those that the lessons name, 0 before the first. */
  printedTo?: number;
  /** Where the proof of its edition lies, for who buys it one day. */
  proof?: string;
}
/** A part by its edition, in a set of editions that go together. */
export interface EditionOf {
  partId: Id;
  edition: string;
}
/** A whole level in the break before it, a week ahead, or the next lesson. */
export const AHEAD = ['level', 'week', 'lesson'] as const;
export const MAKING_KINDS = ['print', 'copy', 'cut', 'laminate', 'staple', 'assemble', 'read ahead'] as const;
export type MakingKind = (typeof MAKING_KINDS)[number];
/** Work of the hands before a lesson can be taught; a course has one of each kind. */
export interface MakingTask {
  kind: MakingKind;
  /** Of one; learned from what was recorded, once that is there. */
  minutes: number;
  for: 'lesson' | 'level';
  /** One for every child that takes the course. */
  each?: boolean;
  /** The tool that it needs, as typed. */
  tool?: string;
}
/** How a course was bought. */
export interface Purchase {
  from?: string;
  date?: IsoDate;
  used?: boolean;
  /** The last day on which it can be exchanged or sent back. */
  exchangeUntil?: IsoDate;
}

/** A week as the publisher has it: so many days, with so many lessons spread over them in order. */
export interface PrintedRhythm {
  id: Id;
  name: string;
  days: number;
  lessons: number;
}
export interface Course {
  id: Id;
  title: string;
  level?: string;
  /** The level that comes before it, of a series. */
  follows?: Id;
  publisher?: string;
  edition?: string;
  kinds: Record<Kind, KindDefault>;
  /** False when first lessons of this course need no stagger (a read-aloud, say). */
  countsNew: boolean;
  /** What is kept when a stretch is to be proved known; without it one practise, one review, then the assessment. */
  proof?: ProofRule;
  /** Without it the household’s own way. */
  mastery?: Mastery;
  /** The even rule gives a lesson with more manual pages more of the year. */
  weighByPages?: boolean;
  /** The weekly rhythms that the book prints; a course may print several. */
  rhythms?: PrintedRhythm[];
  parts?: CoursePart[];
  /** Which editions of its parts go together: a set for each, as the parent found them. */
  together?: EditionOf[][];
  bought?: Purchase;
  /** How far ahead its things are made ready; a week, where nothing is said. */
  ahead?: (typeof AHEAD)[number];
  /** What has to be made for each of its lessons, or once for the whole level, in this order. */
  tasks?: MakingTask[];
  /** On the wish list: it stays out of the way of the year. */
  wish?: boolean;
  /** False where nobody reads ahead in its manual. */
  readAhead?: boolean;
  /** A test or drill with a score below so many per cent is proposed again. */
  again?: number;
  units: Unit[];
}

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
export const LIVES = ['waiting', 'tried', 'running', 'paused', 'finished', 'dropped'] as const;
/** `waiting`: for its box; `tried`: taken like a running one, and not yet decided on. */
export type Life = (typeof LIVES)[number];

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
  /** The first step taken; without it the course is taken from the start. */
  fromStepId?: Id;
  /** No sitting before this date. */
  firstDate?: IsoDate;
  /** The date the course should end by; without it the last day of the school year. */
  target?: IsoDate;
  life: Life;
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
/** A week the parent has published: what stood in it when they did. */
export interface PublishedWeek {
  id: Id;
  weekStart: IsoDate;
  placements: Placement[];
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

export const CAUTIONS = ['small parts', 'magnets', 'blades', 'heat', 'allergens'] as const;
export type Caution = (typeof CAUTIONS)[number];
/** A part of a kit: how many make it complete, how many were there when it was last checked. */
export interface KitPart {
  id: Id;
  name: string;
  count: number;
  have?: number;
  checked?: IsoDate;
  /** Without it the kit is of no use: a board without its pen. */
  stops?: boolean;
}
export interface Material {
  id: Id;
  name: string;
  place: string;
  /** Used up by a sitting (paper, seeds), against things that come back to the shelf. */
  consumable: boolean;
  /** What one of it is called, e.g. "sheet"; empty for plain pieces. */
  unit: string;
  cautions: Caution[];
  /** Days from ordering it to having it. */
  leadDays?: number;
  /** It is sold in packs of so many. */
  pack?: number;
  /** Of one, or of a pack, in hundredths of the household's own money. */
  price?: number;
  /** Of a book: ISBN-13 or ISBN-10 without hyphens, its check digit right. */
  isbn?: string;
  edition?: string;
  /** Of a kit. */
  parts?: KitPart[];
  /** What serves instead, the best first. */
  substitutes?: Id[];
  /** It can be copied at home. */
  copied?: boolean;
  /** What it is copied on, paper as a rule, and how many of that a copy takes: one, where nothing is said. */
  copiedOn?: Id;
  copySheets?: number;
  /** Words to find it by: a skill, an age, a season. */
  tags?: string[];
  /** The day it was taken out of the house; what was entered of it stays. */
  retired?: IsoDate;
  /** Centimetres of its place that one of it takes. */
  width?: number;
}
export const REACHES = ['daily', 'weekly', 'monthly'] as const;
/** How often a place is reached into. */
export type Reach = (typeof REACHES)[number];
/**
 * What is said of a place. A place is what things say of where they lie, from the outside in: “Loft / blue box”; so it is there once
 * something lies in it, and lies inside another by its name.
 */
export interface Place {
  id: Id;
  path: string;
  reach?: Reach;
  /** Whose it is; the household's, where nothing is said. */
  childId?: Id;
  /** Its room, in centimetres of shelf. */
  room?: number;
}
export const MOVEMENT_KINDS = [
  ...(['count', 'in', 'out', 'bought', 'arrived', 'copied', 'prepared', 'back'] as const),
  ...(['lent', 'lost', 'broken', 'thrown', 'given', 'sold'] as const),
] as const;
export type MovementKind = (typeof MOVEMENT_KINDS)[number];
/** An entry of the inventory. Entries are only ever added or taken back. */
export interface Movement {
  id: Id;
  materialId: Id;
  date: IsoDate;
  seq: number;
  /** What it does to what is there: `MOVEMENTS`. */
  kind: MovementKind;
  quantity: number;
  note?: string;
  /** Of what was lent or came back: whose hands. */
  who?: string;
  /** Of what arrived: which line of an order it is of. */
  orderId?: Id;
}
/** A line of an order: to be ordered as long as it has no day, on its way from then until all of it has arrived. */
export interface Order {
  id: Id;
  materialId: Id;
  quantity: number;
  /** The day the line was written. */
  date: IsoDate;
  ordered?: IsoDate;
  /** The day it is expected. Once past, it counts as not coming until it has another. */
  expected?: IsoDate;
  shop?: string;
  /** Of the whole line, in hundredths of the household's own money. */
  price?: number;
  /** What is still open of it will not come. */
  closed?: IsoDate;
}
export const NEED_RULES = ['course', 'lessons', 'kind'] as const;
/**
 * Of many lessons at once. `course`: one for the whole of it; `lessons`: for every lesson, or every nth; `kind`: for every step of a
 * kind. Between two lessons where those are given.
 */
export interface NeedRule {
  for: (typeof NEED_RULES)[number];
  every?: number;
  kind?: Kind;
  fromLessonId?: Id;
  toLessonId?: Id;
}
export interface Need {
  id: Id;
  materialId: Id;
  courseId: Id;
  /** The lesson that needs it, or a rule for many. */
  lessonId?: Id;
  rule?: NeedRule;
  /** Without it the need falls on the first step of the lesson that is still to do. */
  stepId?: Id;
  quantity: number;
  per: 'child' | 'shared';
  /** Everybody needs theirs at the same time; without it those of one date take turns. */
  atOnce?: boolean;
}
/** A lesson that was made ready: what was made for it serves whoever comes to it next. */
export interface Prepared {
  id: Id;
  courseId: Id;
  lessonId: Id;
  /** Which of the course's tasks it was; without it the lesson's own minutes. */
  task?: MakingKind;
  /** Who made it, while they are a teacher here. */
  teacherId?: Id;
  date: IsoDate;
  /** How long it took, where that was said. */
  minutes?: number;
  /** Of what is made for each child: for how many. */
  pieces?: number;
}
/** A thing put in the box for a week: ticked on the list. */
export interface Pulled {
  id: Id;
  weekStart: IsoDate;
  materialId: Id;
  /** The day it was put back in its place. */
  back?: IsoDate;
}
export const SIT_DOWN_PARTS = ['left', 'dates', 'courses', 'reading', 'things', 'errands', 'lists'] as const;
/** The parts of sitting down over a week, in their order. */
export type SitDownPart = (typeof SIT_DOWN_PARTS)[number];
/** How far the sitting down over a week has come. */
export interface SitDown {
  id: Id;
  weekStart: IsoDate;
  /** Parts that are seen to. */
  done: SitDownPart[];
  /** It was offered, and put away for this week. */
  away?: boolean;
  /** The parent's own line or two for the week. */
  words?: string;
}
/** A word that was put away: it is not said again. */
export interface Prompt {
  id: Id;
  /** What it is about. */
  key: string;
  date: IsoDate;
}
/** What a teacher has read of a lesson ahead of it, and what is to be thought of when it is taught. */
export interface ReadAhead {
  id: Id;
  courseId: Id;
  lessonId: Id;
  teacherId: Id;
  /** The day it was read. */
  read?: IsoDate;
  /** How long that took, where it was said. */
  minutes?: number;
  note?: string;
}
/** A title asked for at the library: wanted, then ready to be fetched, at home until it is due, and back. */
export interface Hold {
  id: Id;
  title: string;
  /** The number the library knows it by. */
  item?: string;
  courseId?: Id;
  lessonId?: Id;
  placed: IsoDate;
  ready?: IsoDate;
  fetched?: IsoDate;
  due?: IsoDate;
  /** How often it was renewed. */
  renewed?: number;
  back?: IsoDate;
}

export interface Household {
  settings: Settings;
  children: Child[];
  teachers: Teacher[];
  years: SchoolYear[];
  absences: Absence[];
  aways: AwayBlock[];
  calendars: OutsideCalendar[];
  feeds: Feed[];
  attendance: Attendance[];
  courses: Course[];
  enrolments: Enrolment[];
  loops: Loop[];
  links: Link[];
  overlaps: Overlap[];
  rituals: Ritual[];
  ritualMarks: RitualMark[];
  ticks: Tick[];
  marks: Mark[];
  proofs: Proof[];
  pins: Pin[];
  published: PublishedWeek[];
  dayLists: DayList[];
  materials: Material[];
  movements: Movement[];
  orders: Order[];
  needs: Need[];
  prepared: Prepared[];
  pulled: Pulled[];
  places: Place[];
  holds: Hold[];
  sitDowns: SitDown[];
  prompts: Prompt[];
  readAheads: ReadAhead[];
  decks: Deck[];
  cards: Card[];
  rounds: Round[];
  drills: Drill[];
  memory: MemoryItem[];
  recitals: Recital[];
  books: Book[];
  readings: Reading[];
  milestones: Milestone[];
  samples: Sample[];
  pages: Page[];
  jottings: Jotting[];
}
/** The tables of a household that hold rows, in the order in which they refer to one another. */
export const TABLES = [
  'children',
  'teachers',
  'years',
  'absences',
  'aways',
  'calendars',
  'feeds',
  'attendance',
  'courses',
  'enrolments',
  'loops',
  'links',
  'overlaps',
  'rituals',
  'ritualMarks',
  'ticks',
  'marks',
  'proofs',
  'pins',
  'published',
  'dayLists',
  'materials',
  'movements',
  'orders',
  'needs',
  'prepared',
  'pulled',
  'places',
  'holds',
  'sitDowns',
  'prompts',
  'readAheads',
  'decks',
  'cards',
  'rounds',
  'drills',
  'memory',
  'recitals',
  'books',
  'readings',
  'milestones',
  'samples',
  'pages',
  'jottings',
] as const satisfies readonly (keyof Household)[];
export type TableName = (typeof TABLES)[number];
