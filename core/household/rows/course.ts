/** Books: what is taught, and what belongs to it. */
import type { IsoDate, Weekday } from '../../calendar/day';
import type { Id, Kind, Presence } from './base';
import type { Mastery } from './settings';

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
  /** This edition is not sold new any more: what is missing of it has to be found used. */
  outOfPrint?: boolean;
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
