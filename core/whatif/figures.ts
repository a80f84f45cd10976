import { type Day, isOver, weekStart } from '../calendar';
import { contentsOf, teacherMinutes } from '../course';
import { type ChildForecast, childForecasts, type Forecast, forecasts } from '../forecast';
import { byId, type Household, type Id, type SchoolYear, takerIdsOn } from '../household';
import { isToAskFor, shortages } from '../materials';
import { withoutDay } from '../overview';
import { makeTrack, paceOn, reserveOf, stepsByDay } from '../pace';
import type { Plan } from '../stagger';

/** A course as it is likely to go. */
export interface CourseFigures {
  enrolmentId: Id;
  courseId: Id;
  childIds: Id[];
  /** Undefined where nothing is to come of it, or nothing can be foretold. */
  forecast?: Omit<Forecast, 'runs'>;
  /** Undefined where there is no date to end by. */
  daysInHand?: number;
}
/** What is asked of somebody in a teaching week, from today to the last step that is planned. */
export interface PersonFigures {
  id: Id;
  /** Minutes a week, whole. */
  minutesAWeek: number;
}
/** A household in figures, for comparing what is with what might be. */
export interface Figures {
  courses: CourseFigures[];
  children: (PersonFigures & { year?: ChildForecast })[];
  /** `clashes`: new lessons above what the teacher begins on a day, over the rest of the year. */
  teachers: (PersonFigures & { clashes: number })[];
  /** What has to be ordered until the year's end: how many things, what they cost in hundredths, and the first day to order by. */
  orders: { things: number; money: number; first?: Day };
  /** Steps that find no day in the school year. */
  unplaced: number;
}

/** Minutes of everybody a teaching week, over all weeks in which something is planned. */
function minutesAWeek(state: Household, plan: Plan): { children: Map<Id, number>; teachers: Map<Id, number> } {
  const { firstDay, startMinutes } = state.settings;
  const weeks = new Set<Day>();
  const [children, teachers] = [new Map<Id, number>(), new Map<Id, number>()];
  const add = (to: Map<Id, number>, id: Id, minutes: number) => to.set(id, (to.get(id) ?? 0) + minutes);
  for (const track of plan.tracks) {
    const enrolment = byId(state.enrolments, track.enrolmentId);
    const course = enrolment && contentsOf(state, enrolment, plan.today);
    if (!enrolment || !course) continue;
    const stepsOn = stepsByDay(state, enrolment);
    track.stepIds.forEach((id, i) => {
      const day = track.days[i]!;
      const step = stepsOn(day).get(id);
      if (!step || day < 0) return;
      weeks.add(weekStart(day, firstDay));
      const then = paceOn(enrolment, day);
      for (const child of takerIdsOn(state, then, day)) add(children, child, step.minutes);
      add(teachers, then.teacherId, teacherMinutes(step.minutes, step.presence, startMinutes));
    });
  }
  const each = (of: Map<Id, number>) =>
    new Map([...of].map(([id, n]) => [id, Math.round(n / Math.max(1, weeks.size))] as const));
  return { children: each(children), teachers: each(teachers) };
}

/** All figures of a household with a plan of it. `runs`: of each forecast. */
export function figuresOf(state: Household, year: SchoolYear, plan: Plan, { runs }: { runs?: number } = {}): Figures {
  const told = forecasts(state, year, plan, runs === undefined ? {} : { runs });
  const byEnrolment = new Map(told.map((f) => [f.enrolmentId, f]));
  const years = new Map(childForecasts(state, told, plan).map((c) => [c.childId, c]));
  const minutes = minutesAWeek(state, plan);
  // What others have, or is ordered already, costs nothing anew.
  const missing = shortages(state, plan).filter((s) => !isToAskFor(s));
  // After its last day nothing is called unfitting.
  const over = isOver(year, plan.today);
  return {
    courses: plan.tracks.flatMap((t): CourseFigures[] => {
      const enrolment = byId(state.enrolments, t.enrolmentId);
      if (!enrolment || t.stepIds.length === 0 || over) return [];
      const { runs: _runs, ...forecast } = byEnrolment.get(enrolment.id) ?? { runs: undefined };
      const { daysInHand } = reserveOf(makeTrack(state, year, enrolment, plan.today), year);
      return [
        {
          ...{ enrolmentId: enrolment.id, courseId: enrolment.courseId, childIds: enrolment.childIds },
          ...('last' in forecast ? { forecast } : {}),
          ...(daysInHand === undefined ? {} : { daysInHand }),
        },
      ];
    }),
    children: state.children.map((c) => ({
      ...{ id: c.id, minutesAWeek: minutes.children.get(c.id) ?? 0 },
      ...(years.has(c.id) ? { year: years.get(c.id)! } : {}),
    })),
    teachers: state.teachers.map((t) => ({
      ...{ id: t.id, minutesAWeek: minutes.teachers.get(t.id) ?? 0 },
      clashes: plan.clashes.filter((c) => c.teacherId === t.id).reduce((n, c) => n + c.above, 0),
    })),
    orders: {
      things: missing.length,
      money: missing.reduce((n, s) => n + (s.price ?? 0), 0),
      ...(missing.length > 0 ? { first: Math.min(...missing.map((s) => s.orderBy)) } : {}),
    },
    unplaced: over ? 0 : withoutDay(plan),
  };
}
