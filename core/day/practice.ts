import { type Day, fromDay } from '../calendar';
import { contentsOf, type FlatStep, flatten } from '../course';
import { byId, type Child, type Course, type Enrolment, type Household, type SchoolYear, takersOn } from '../household';
import { marksByEnrolment, standingsOf, wasSat } from '../log';
import { makeTrack, openDates } from '../pace';
import type { Plan } from '../stagger';

/**
 * An extra-practice day: a sitting without a new step. The next step is a new lesson, it could stand on this day by the
 * pace of its course, and it waits, because the teacher begins another that day or because the parent has moved it.
 */
export interface PracticeDay {
  enrolment: Enrolment;
  course: Course;
  children: Child[];
  /** The new lesson that waits, and the day it waits for. */
  next: FlatStep;
  until: Day;
  /** Whose new lesson has the day. */
  others: Enrolment[];
  /** What fills the sitting, from what the course offers; the nearest first. */
  offers: FlatStep[];
}

/** Most things offered for one extra-practice day. */
const MOST_OFFERS = 3;

/** The extra-practice days that a plan holds on a day, in the order of its tracks. */
export function practicesOn(state: Household, year: SchoolYear, plan: Plan | undefined, day: Day): PracticeDay[] {
  if (!plan || day < plan.today) return [];
  const begun = newLessonsOf(state, plan);
  return plan.tracks.flatMap((track): PracticeDay[] => {
    const at = track.days.findIndex((d) => d > day);
    if (at < 0 || track.days.includes(day)) return [];
    const enrolment = byId(state.enrolments, track.enrolmentId);
    const course = enrolment && contentsOf(state, enrolment, day);
    if (!enrolment || !course || !openDates(state, enrolment, year).includes(day)) return [];
    const own = marksByEnrolment(state.marks).get(enrolment.id) ?? [];
    if (own.some((m) => m.childId === undefined && m.date === fromDay(day))) return [];
    const next = flatten(course).find((s) => s.id === track.stepIds[at]);
    if (!next?.opensNewLesson || !begunBefore(state, enrolment, course, next)) return [];
    const moved = state.pins.some((p) => p.enrolmentId === enrolment.id && p.stepId === next.id);
    const others = begun(enrolment.teacherId, day);
    if ((others.length === 0 && !moved) || !wantedBy(state, year, enrolment, next, day, plan.today)) return [];
    return [
      {
        enrolment,
        course,
        children: takersOn(state, enrolment, day),
        next,
        until: track.days[at]!,
        others,
        offers: practiceOffers(state, enrolment, course, next),
      },
    ];
  });
}

/** Whether anything of a course was taught before a step: what has not begun yet has nothing to practise. */
function begunBefore(state: Household, enrolment: Enrolment, course: Course, next: FlatStep): boolean {
  const standings = standingsOf(state.marks, enrolment.id);
  return flatten(course).some((s) => s.index < next.index && (standings.get(s.id)?.sat.length ?? 0) > 0);
}

/** Whether the pace of a course would have a step no later than on a day. */
function wantedBy(
  state: Household,
  year: SchoolYear,
  enrolment: Enrolment,
  step: FlatStep,
  day: Day,
  today: Day,
): boolean {
  const track = makeTrack(state, year, enrolment, today, { gates: 'held' });
  const i = track.steps.findIndex((s) => s.id === step.id && (s.enrolmentId ?? enrolment.id) === enrolment.id);
  return i >= 0 && track.ideal[i]! <= track.dates.indexOf(day) + 1;
}

/** Looks up the enrolments of a teacher whose new lesson stands on a day of the plan, or was begun today. */
export function newLessonsOf(state: Household, plan: Plan): (teacherId: string, day: Day) => Enrolment[] {
  const found = new Map<string, Enrolment[]>();
  const marks = marksByEnrolment(state.marks);
  const today = fromDay(plan.today);
  for (const track of plan.tracks) {
    const enrolment = byId(state.enrolments, track.enrolmentId);
    const course = enrolment && contentsOf(state, enrolment, plan.today);
    if (!enrolment || !course) continue;
    const fresh = new Set(flatten(course).flatMap((s) => (s.opensNewLesson ? [s.id] : [])));
    const standings = standingsOf(state.marks, enrolment.id);
    // A plan made before the last mark may still name what has been settled, or put off, since.
    const begins = (id: string, d: Day) => {
      const standing = standings.get(id);
      return fresh.has(id) && (standing?.state ?? 'open') === 'open' && standing?.refused.at(-1) !== d;
    };
    const days = new Set(track.days.filter((d, i) => d >= 0 && begins(track.stepIds[i]!, d)));
    const own = marks.get(enrolment.id) ?? [];
    const begun = own.some((m) => m.date === today && m.childId === undefined && fresh.has(m.stepId) && wasSat(m, own));
    if (begun) days.add(plan.today);
    for (const day of days) {
      const key = `${enrolment.teacherId} ${day}`;
      found.set(key, [...(found.get(key) ?? []), enrolment]);
    }
  }
  return (teacherId, day) => found.get(`${teacherId} ${day}`) ?? [];
}

/**
 * What an extra-practice sitting is filled from (common practice: drill of the facts, a game, review): drill and things made
 * or played of the lesson before, then its practice once more, then steps of it that were left out as optional.
 */
export function practiceOffers(state: Household, enrolment: Enrolment, course: Course, next: FlatStep): FlatStep[] {
  const standings = standingsOf(state.marks, enrolment.id);
  const before = flatten(course).filter((s) => s.index < next.index);
  const last = before.at(-1)?.lesson.id;
  const sat = (s: FlatStep) => (standings.get(s.id)?.sat.length ?? 0) > 0;
  const taught = new Set(before.filter(sat).map((s) => s.lesson.id));
  const rank = (s: FlatStep) => {
    // Only what was taught is practised: what was skipped as known, or left out with its whole lesson, is no practice.
    if (!sat(s) && !(s.optional && taught.has(s.lesson.id))) return Infinity;
    const near = s.lesson.id === last ? 0 : 1;
    if (s.kind === 'drill') return near;
    if (s.kind === 'make' && near === 0) return 2;
    if ((s.kind === 'practise' || s.kind === 'review') && near === 0) return 3;
    if (s.optional && (standings.get(s.id)?.state ?? 'open') !== 'done' && near === 0) return 4;
    return Infinity;
  };
  return before
    .filter((s) => rank(s) < Infinity)
    .sort((a, b) => rank(a) - rank(b) || b.index - a.index)
    .slice(0, MOST_OFFERS);
}
