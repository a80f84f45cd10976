/**
 * Everything that is stored. The schedule is not here: it is computed from these by `core/stagger`.
 * Every row has an `id` that is unique in its table; ids are made by the caller, core never invents one.
 */
import type { IsoDate, Weekday } from '../calendar/day';

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
}

export interface Teacher {
  id: Id;
  name: string;
  /** Minutes of teaching on each weekday, Monday first; seven numbers. 0 means away. */
  minutes: number[];
}

export interface ClosedRange {
  id: Id;
  from: IsoDate;
  to: IsoDate;
  label: string;
}

export interface SchoolYear {
  id: Id;
  name: string;
  start: IsoDate;
  end: IsoDate;
  weekdays: Weekday[];
  /** School weekdays that are light: they hold `lightShare` per cent of the hours. */
  lightDays: Weekday[];
  lightShare: number;
  targetDays: number;
  closed: ClosedRange[];
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
}
export interface Lesson {
  id: Id;
  title: string;
  /** Manual pages the teacher reads before the lesson, as printed, e.g. "46–48". */
  pages?: string;
  steps: Step[];
}
export interface Unit {
  id: Id;
  title: string;
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
}
export interface Course {
  id: Id;
  title: string;
  level?: string;
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
  units: Unit[];
}

export type PaceRule = { kind: 'even' } | { kind: 'weekly'; n: number; unit: 'steps' | 'lessons' };
export const LIVES = ['waiting', 'running', 'paused', 'finished', 'dropped'] as const;
export type Life = (typeof LIVES)[number];

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

export const CAUTIONS = ['small parts', 'magnets', 'blades', 'heat', 'allergens'] as const;
export type Caution = (typeof CAUTIONS)[number];
export interface Material {
  id: Id;
  name: string;
  place: string;
  /** Used up by a sitting (paper, seeds), against things that come back to the shelf. */
  consumable: boolean;
  /** What one of it is called, e.g. "sheet"; empty for plain pieces. */
  unit: string;
  cautions: Caution[];
}
export interface Movement {
  id: Id;
  materialId: Id;
  date: IsoDate;
  seq: number;
  /** `count` sets what is there; `in` and `out` add and take. */
  kind: 'count' | 'in' | 'out';
  quantity: number;
  note?: string;
}
export interface Need {
  id: Id;
  materialId: Id;
  courseId: Id;
  lessonId: Id;
  /** Without it the need falls on the first step of the lesson that is still to do. */
  stepId?: Id;
  quantity: number;
  per: 'child' | 'shared';
}
/** A thing put in the box for a week: ticked on the pull list. */
export interface Pulled {
  id: Id;
  weekStart: IsoDate;
  materialId: Id;
}

export interface Household {
  settings: Settings;
  children: Child[];
  teachers: Teacher[];
  years: SchoolYear[];
  courses: Course[];
  enrolments: Enrolment[];
  marks: Mark[];
  proofs: Proof[];
  pins: Pin[];
  published: PublishedWeek[];
  materials: Material[];
  movements: Movement[];
  needs: Need[];
  pulled: Pulled[];
  jottings: Jotting[];
}
/** The tables of a household that hold rows, in the order in which they refer to one another. */
export const TABLES = [
  'children',
  'teachers',
  'years',
  'courses',
  'enrolments',
  'marks',
  'proofs',
  'pins',
  'published',
  'materials',
  'movements',
  'needs',
  'pulled',
  'jottings',
] as const satisfies readonly (keyof Household)[];
export type TableName = (typeof TABLES)[number];
