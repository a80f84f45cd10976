/** Children and those who teach them. */
import type { Clock, IsoDate, Weekday } from '../../calendar/day';
import type { Colour, Id, Ornament } from './base';

export interface Child {
  id: Id;
  name: string;
  born: IsoDate;
  colour: Colour;
  ornament: Ornament;
  /** Minutes of school work a full day may hold for this child. */
  minutesPerDay: number;
  /** Others from a date on, in any order: of those that have begun the latest hold. */
  later?: { from: IsoDate; minutes: number }[];
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
  /** Other minutes from a date on, in any order: of those that have begun the latest hold. */
  later?: { from: IsoDate; minutes: number[] }[];
  /** Minutes kept for making lessons ready on each weekday, Monday first; seven numbers, in breaks as well. */
  prepares?: number[];
  /** When they teach by the clock; a weekday that none names has the school's hours. */
  hours?: { weekday: Weekday; from: Clock; to: Clock }[];
}
