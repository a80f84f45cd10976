import type { Layout } from '../../core/course';
import type { Course, Kind, Mastery, Presence, ProofRule } from '../../core/household';

export interface KindRow {
  count: number;
  label: string;
  minutes: number;
  presence: Presence;
}
export type ProofValues = Omit<ProofRule, 'score'> & { score?: number | undefined };
export type Ahead = NonNullable<Course['ahead']>;
/** A course’s form as it stands: numbers as numbers, lists as they are typed. */
export interface CourseValues {
  title: string;
  level: string;
  /** The level that comes before it; empty for none. */
  follows: string;
  publisher: string;
  edition: string;
  countsNew: boolean;
  weighByPages: boolean;
  ahead: '' | Ahead;
  mastery: Mastery | '';
  /** Empty: no score proposes anything. */
  again: string;
  proof: ProofValues;
  lessons: number;
  word: string;
  testEvery: number;
  lessonsPerUnit: number;
  firstPage: number;
  pagesPerLesson: number;
  kinds: Record<Kind, KindRow>;
  layout: Layout;
  unitWord: string;
  chapters: string;
  tracks: string;
  strands: string;
  rounds: number;
  strandLessons: number;
  testsAfter: string;
  testWeekday: number;
  project: string;
  projectSittings: number;
  prepare: number;
}
