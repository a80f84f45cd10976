/**
 * Everything that is stored. The schedule is not here: it is computed from these by `core/stagger`.
 * Every row has an `id` that is unique in its table; ids are made by the caller, core never invents one.
 */
import type {
  Book,
  Card,
  Deck,
  Drill,
  MemoryItem,
  Milestone,
  Page,
  Reading,
  Recital,
  Round,
  Sample,
} from './rows/practice';
import type { Course } from './rows/course';
import type { DayList, Jotting, Mark, Pin, Proof, Ritual, RitualMark, Tick } from './rows/day';
import type { Enrolment, Link, Loop, Overlap } from './rows/enrolment';
import type { Feed, OutsideCalendar } from './rows/outside';
import type { Child, Teacher } from './rows/people';
import type { Settings } from './rows/settings';
import type { Hold, Material, Movement, Need, Order, Place, Prepared } from './rows/things';
import type { Prompt, PublishedWeek, Pulled, ReadAhead, SitDown } from './rows/week';
import type { Absence, Attendance, AwayBlock, SchoolYear } from './rows/year';

export * from './rows/base';
export * from './rows/settings';
export * from './rows/people';
export * from './rows/year';
export * from './rows/outside';
export * from './rows/course';
export * from './rows/enrolment';
export * from './rows/day';
export * from './rows/things';
export * from './rows/week';
export * from './rows/practice';

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
