/** What is settled week by week. */
import type { IsoDate } from '../../calendar/day';
import type { Id } from './base';
import type { Placement } from './day';

/** A week the parent has published: what stood in it when they did. */
export interface PublishedWeek {
  id: Id;
  weekStart: IsoDate;
  placements: Placement[];
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
