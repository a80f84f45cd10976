/** Things: what there is, where it lies, what is needed and what is ordered or borrowed. */
import type { IsoDate } from '../../calendar/day';
import type { Id, Kind } from './base';
import type { MakingKind } from './course';

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
  /** How many boxes have room in it. */
  boxes?: number;
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
  /** Only so many minutes of it were done, on this day, which is the row's date as well: it is not made yet. */
  part?: IsoDate;
  /** Of what is made for each child: for how many. */
  pieces?: number;
  /** The day on which what was made was last put back in its place, for whoever comes to the lesson next. */
  back?: IsoDate;
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
