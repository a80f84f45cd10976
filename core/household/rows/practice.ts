/** What is practised every day, and its record: cards, drills, memory work, reading, milestones; samples of work, and the parent's own pages. */
import type { IsoDate } from '../../calendar/day';
import type { Id } from './base';

export const CARD_KINDS = ['sound', 'rule', 'word', 'fact', 'place', 'verse'] as const;
/** Cards that are practised together: of a course, or the household's own. */
export interface Deck {
  id: Id;
  name: string;
  courseId?: Id;
  /** So many are reviewed at a sitting. */
  daily: number;
  /** The parent chooses by hand which are asked; without it the likeliest forgotten. */
  byHand?: boolean;
  /** A word list is sure once it was read this quickly, in seconds a card, three times running; without it two. */
  quick?: number;
}
export interface Card {
  id: Id;
  deckId: Id;
  front: string;
  back: string;
  kind?: (typeof CARD_KINDS)[number];
  /** The course and lesson that introduce it. */
  courseId?: Id;
  lessonId?: Id;
  /** Its place in the deck. */
  n: number;
  /** The back is asked for the front as well, as a card of its own. */
  reverseOf?: Id;
  /** A small picture of the household's own, as a data address of an image. */
  picture?: string;
}
export const SAYINGS = ['right', 'slow', 'wrong'] as const;
export type Saying = (typeof SAYINGS)[number];
export const ROUND_KINDS = ['review', 'minute', 'drill', 'run'] as const;
/** One answer of a round: of a card, or of a fact that stands on none. */
export interface Answer {
  cardId?: Id;
  ask?: string;
  said: Saying;
  /** What was typed or chosen, where it was wrong. */
  gave?: string;
}
/**
 * A round of review, one minute against the clock, a drill, or a list of words read through: one row with all its answers, in their order.
 */
export interface Round {
  id: Id;
  deckId?: Id;
  drillId?: Id;
  childId: Id;
  date: IsoDate;
  seq: number;
  kind: (typeof ROUND_KINDS)[number];
  answers: Answer[];
  seconds?: number;
  /** The step that was done by it. */
  enrolmentId?: Id;
  stepId?: Id;
}
/** A question with its one answer. */
export interface Fact {
  ask: string;
  answer: string;
}
/** Exact facts chosen to be drilled, so many questions at a time; for the lesson whose sheet asks for them, or whenever wanted. */
export interface Drill {
  id: Id;
  name: string;
  /** Questions in one go. */
  n: number;
  /** Chosen one by one; or all cards of a deck that have a back. */
  facts: Fact[];
  deckId?: Id;
  courseId?: Id;
  lessonId?: Id;
}
/** Something learnt by heart, said together from a week on. */
export interface MemoryItem {
  id: Id;
  /** What it is of: verse, history, Latin, sums. */
  strand: string;
  text: string;
  /** First day of the week in which it is new. */
  week: IsoDate;
  childIds: Id[];
}
/** An item was said together on a date. */
export interface Recital {
  id: Id;
  itemId: Id;
  date: IsoDate;
}
export const READING_KINDS = ['matched', 'second', 'free', 'aloud', 'listened'] as const;
/** Who reads, and what: a reader matched to the lessons, a second reader, the child's free choice, read aloud by somebody, listened to. */
export type ReadingKind = (typeof READING_KINDS)[number];
export interface Book {
  id: Id;
  title: string;
  author?: string;
  isbn?: string;
  level?: string;
  pages?: number;
  childIds: Id[];
  /** How it is read, as a rule, and for how long. */
  kind: ReadingKind;
  minutes: number;
  /** Words that follow the rules, words that do not, and questions, of a sitting in stages: a line each. */
  regular?: string;
  irregular?: string;
  questions?: string;
  /** Read to the end, or laid aside. */
  closed?: IsoDate;
}
export const STAGES = ['cover', 'regular', 'irregular', 'first', 'again', 'questions', 'retelling'] as const;
/** A part of a sitting in stages. */
export type Stage = (typeof STAGES)[number];
/** A sitting with a book. */
export interface Reading {
  id: Id;
  bookId: Id;
  childIds: Id[];
  date: IsoDate;
  kind: ReadingKind;
  minutes: number;
  from?: number;
  to?: number;
  stages?: Stage[];
  /** How it went, in the parent's own words. */
  how?: string;
}
export const MILESTONE_SPANS = ['week', 'ever'] as const;
/** A small reward for so many days of practice, in each week or altogether: the parent's own words. A missed day takes nothing away. */
export interface Milestone {
  id: Id;
  childId: Id;
  words: string;
  days: number;
  span: (typeof MILESTONE_SPANS)[number];
  /** Counted from this date on. */
  from: IsoDate;
  picture?: string;
}

/** A sample of a child's work: a picture kept here, or where the paper lies. */
export interface Sample {
  id: Id;
  childId: Id;
  date: IsoDate;
  courseId?: Id;
  lessonId?: Id;
  words: string;
  /** Where the paper lies: “the blue folder, 12”. */
  folder?: string;
  /** A small picture as a data address, or the name of one that lies beside the household (pictures.ts). */
  picture?: string;
}
/** A page of the parent's own words on a child's year. */
export interface Page {
  id: Id;
  yearId: Id;
  childId: Id;
  text: string;
}
