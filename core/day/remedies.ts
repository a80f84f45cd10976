import { type Day, dayKind, fromDay } from '../calendar';
import { contentsOf, type FlatStep, flatten } from '../course';
import {
  byId,
  type Child,
  type Course,
  type Enrolment,
  type Household,
  type Kind,
  type SchoolYear,
  takersOn,
} from '../household';
import { compareMarks, marksByEnrolment, markRows } from '../log';
import { makeTrack, openDates, reserveOf } from '../pace';
import { type Clash, newLessonsAllowed, type Plan } from '../stagger';
import type { DayPage } from './page';
import { newLessonsOf } from './practice';

/** A way out of a clash: one child’s new lesson waits for a day on which the teacher is free to begin it. */
export interface HoldBack {
  enrolment: Enrolment;
  course: Course;
  children: Child[];
  step: FlatStep;
  to: Day;
  /** The day is one on which the course is not usually taken: its sitting moves there. */
  moved: boolean;
  /** Sittings until then that hold no new step: what it costs in days in hand. */
  lost: number;
  /** Days in hand before that; undefined where there is no date to end by. */
  inHand: number | undefined;
  /** The last work did not stick: an extra-practice day is due anyhow. */
  unsure: boolean;
  /** What could be skipped, if it is known, to win the lost sittings back; and the days in hand with it. */
  skip?: { steps: FlatStep[]; inHand: number };
}

/** Teachers of whom a day's page wants more new lessons than they can begin; one alone is no clash. */
export const crowdedTeachers = (state: Household, year: SchoolYear, { day, fresh }: DayPage): DayPage['fresh'] =>
  fresh.filter((f) => f.count > Math.max(1, newLessonsAllowed(state, year, f.teacher, day)));

/** Open dates looked at for a new lesson that waits. */
const LONGEST_WAIT = 8;
/** Kinds that may be skipped where a child knows the matter already: never what introduces, and never a test. */
const SKIPPED: readonly Kind[] = ['practise', 'review', 'drill'];
/** So many steps at most are named to be skipped: more is a stretch to be proved, not a press. */
const MOST_SKIPPED = 6;

/**
 * Who could wait in a clash, until when, and at what price; and whose sitting could move to a day on which the course is not
 * usually taken, where that costs less. Who is unsure first, then who is furthest ahead (common practice), nobody who
 * would come out behind by it before those who would not.
 */
export function holdBacks(state: Household, year: SchoolYear, plan: Plan, clash: Clash): HoldBack[] {
  const teacher = byId(state.teachers, clash.teacherId);
  if (!teacher) return [];
  const begun = newLessonsOf(state, plan);
  const free = (d: Day, id: string) =>
    begun(teacher.id, d).filter((e) => e.id !== id).length < newLessonsAllowed(state, year, teacher, d);
  return clash.enrolmentIds
    .flatMap((id): HoldBack[] => {
      const enrolment = byId(state.enrolments, id);
      const track = plan.tracks.find((t) => t.enrolmentId === id);
      const course = enrolment && contentsOf(state, enrolment, clash.day);
      if (!enrolment || !track || !course) return [];
      const flat = new Map(flatten(course).map((s) => [s.id, s]));
      const at = track.stepIds.findIndex((s, i) => track.days[i] === clash.day && flat.get(s)?.opensNewLesson);
      if (at < 0) return [];
      const dates = openDates(state, enrolment, year).filter((d) => d > clash.day);
      const found = dates.slice(0, LONGEST_WAIT).findIndex((d) => free(d, id));
      const sat = (marksByEnrolment(state.marks).get(id) ?? []).filter((m) => m.childId === undefined);
      const inHand = reserveOf(makeTrack(state, year, enrolment, plan.today), year).daysInHand;
      const step = flat.get(track.stepIds[at]!)!;
      const way = (to: Day, lost: number, moved: boolean): HoldBack => ({
        enrolment,
        course,
        children: takersOn(state, enrolment, clash.day),
        step,
        to,
        moved,
        lost,
        inHand,
        unsure: sat.sort(compareMarks).at(-1)?.kind === 'again',
      });
      const ways: HoldBack[] = [];
      if (found >= 0) {
        const wait = way(dates[found]!, found + 1, false);
        const skip = skipOf(state, year, plan, wait, track.stepIds.slice(at + 1));
        ways.push(skip ? { ...wait, skip } : wait);
      }
      // Another school day before that: the sitting moves there, and fewer are lost, or none.
      const until = found < 0 ? clash.day + LONGEST_WAIT : dates[found]!;
      for (let d = clash.day + 1; d < until; d++) {
        if (dates.includes(d) || !['full', 'light'].includes(dayKind(year, d)) || !free(d, id)) continue;
        ways.push(way(d, dates.filter((o) => o < d).length, true));
        break;
      }
      return ways;
    })
    .sort(
      (a, b) =>
        Number(left(a) < 0) - Number(left(b) < 0) ||
        Number(b.unsure) - Number(a.unsure) ||
        left(b) - left(a) ||
        Number(a.moved) - Number(b.moved),
    );
}

const left = (h: HoldBack) => (h.inHand ?? Infinity) - h.lost;

/**
 * The next sheets that could be skipped, were they known, for as many places as the lost sittings hold: of the practice,
 * review and drill that follow, never the first of its kind in a lesson. Nothing where every sheet is to be done, or
 * where the days in hand would not grow by it.
 */
function skipOf(
  state: Household,
  year: SchoolYear,
  plan: Plan,
  way: HoldBack,
  following: readonly string[],
): HoldBack['skip'] {
  const { enrolment, course, lost, inHand } = way;
  if (state.settings.scope !== 'mastered' || inHand === undefined) return undefined;
  const flat = new Map(flatten(course).map((s) => [s.id, s]));
  const steps = following
    .map((id) => flat.get(id))
    .filter((s) => s !== undefined && SKIPPED.includes(s.kind) && s.number > 1)
    .filter((s) => s !== undefined)
    .slice(0, Math.min(MOST_SKIPPED, lost * enrolment.perSitting));
  if (steps.length === 0) return undefined;
  const date = fromDay(plan.today);
  const wishes = steps.map((s) => ({ enrolmentId: enrolment.id, stepId: s.id, date, kind: 'known' as const }));
  let n = 0;
  const after = { ...state, marks: [...state.marks, ...markRows(state, wishes, () => `tried ${n++}`)] };
  const then = reserveOf(makeTrack(after, year, enrolment, plan.today), year).daysInHand;
  return then !== undefined && then > inHand ? { steps, inHand: then - lost } : undefined;
}
