/** The school year, and what takes people away from it. */
import type { Clock, IsoDate, Weekday } from '../../calendar/day';
import type { ClosedRange, Id } from './base';

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
  /** Whether a portfolio is kept of it; without it nobody was asked. */
  portfolio?: boolean;
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
