import type { Day } from '../calendar';
import type { Id } from '../household';
import type { Track } from '../pace';

/**
 * Everything placing needs, as plain data that can cross into a worker: tracks, and for every date from today to the
 * end of the year what the shared people have to give.
 */
export interface Problem {
  today: Day;
  /** Day index of the first entry of every per-date list below; entries follow day by day, school day or not. */
  from: Day;
  length: number;
  tracks: Track[];
  teachers: Resource[];
  children: Resource[];
  /** New lessons a teacher may start on a date: [teacher][date]. */
  allowance: number[][];
  /** Two new lessons of one child on a date are to be avoided too, whoever teaches them. */
  apart: boolean;
  /** Steps held to a date by a publication or a pin, per track: one date a step, or −1. */
  held: number[][];
  /** Of a day under way: how many steps of each track are still to stand on today, as far as they can; −1 where it is placed freely. */
  due?: number[];
  /** Where the plan that such a day began with has the steps of each track; undefined where it does not know them all. */
  stood?: (Placed | undefined)[];
  /** What must be done before what: step `at` of a track not sooner than `gap` days behind a step of another. */
  gates: { track: number; at: number; behind: number; step: number; gap: number }[];
  /** Enrolments kept in step, two by two. */
  links: LinkedPair[];
}
export interface Resource {
  id: Id;
  /** Minutes on each date. */
  hours: number[];
}

/** Two tracks kept in step, and how far along each is once so many of its remaining steps are placed. */
export interface LinkedPair {
  a: number;
  b: number;
  /**
   * The mapped position of each with 0, 1, 2 … of its remaining steps placed, as what one school day of being so far from the start
   * costs: lessons of the first of the link times the weight of a link, in whole numbers.
   */
  at: readonly number[];
  bt: readonly number[];
  /** The school days at whose end they are compared, as days from the first date on: those on which both are taken. */
  days: readonly number[];
}

/** Days of one track's remaining steps, in order; −1 for a step without a date. Only a suffix can be without. */
export type Placed = number[];
/** A placement of a track, and its share where several are mixed: 1 of one that stands by itself. */
export interface Share {
  placed: Placed;
  share: number;
}
