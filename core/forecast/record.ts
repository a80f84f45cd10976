import { type Day, isOver, toDay, weekStart, yearFor, yearWithOutside } from '../calendar';
import { levelsBefore } from '../course';
import type { Enrolment, Household, Id } from '../household';
import { MARKS, sits } from '../household';
import { marksByEnrolment, standingsOf, wasSat } from '../log';
import { isTakenFrom, isThrough, openDates, stopsOn, type Track, wishOf } from '../pace';
import type { Plan } from '../stagger';
import type { Spread, Weeks } from './model';

/** A sibling’s record is taken for a prior once it has so many sittings. */
const SIBLING_FROM = 20;
/** A plan is looked at so far for what its weeks are like. */
const PLAN_WEEKS = 12;

/**
 * What was finished in each past sitting of an enrolment, in household weeks, oldest first: from its first mark to the day before
 * `today`, in whatever school years those lie; what was done between two years stands in neither. A sitting is an open date on which it stood on the day’s list, or on which it was marked; what was listed and not done is
 * nought. A day of its own outside its usual dates counts once something was done on it; one on which work was only told to be known is
 * none. Of a week of which the household has no list at all, and this course no mark, nobody knows what was listed: its usual sittings
 * were lost. In a week whose lists name others alone it was not wanted, nor behind its last step.
 */
export function recordOf(state: Household, enrolment: Enrolment, today: Day): Weeks {
  const marks = (marksByEnrolment(state.marks).get(enrolment.id) ?? []).filter((m) => m.childId === undefined);
  if (marks.length === 0) return [];
  const { firstDay } = state.settings;
  const finished = new Map<Day, number>();
  const touched = new Map<Day, boolean>();
  for (const m of marks) {
    // What was put back after it was settled took no sitting, and lost none.
    if (m.kind === 'again' && !wasSat(m, marks)) continue;
    const day = toDay(m.date);
    touched.set(day, (touched.get(day) ?? false) || sits(m.kind) || !MARKS[m.kind].settles);
  }
  if (touched.size === 0) return [];
  for (const s of standingsOf(state.marks, enrolment.id).values()) {
    const day = s.state === 'done' ? s.sat.at(-1) : undefined;
    if (day !== undefined) finished.set(day, (finished.get(day) ?? 0) + 1);
  }
  const listed = new Set(
    state.dayLists.filter((l) => l.placements.some((p) => p.enrolmentId === enrolment.id)).map((l) => toDay(l.date)),
  );
  const first = Math.min(...touched.keys());
  const end = isThrough(state, enrolment) ? Math.max(...touched.keys()) + 1 : today;
  const past = (d: Day) => d >= first && d < Math.min(end, today);
  const years = state.years.filter((y) => toDay(y.start) < today && toDay(y.end) >= first);
  const inYear = (d: Day) => past(d) && years.some((y) => d >= toDay(y.start) && d <= toDay(y.end));
  // Of the past: nothing entered for days to come was so then.
  const { lives: _, ...sofar } = enrolment;
  const open = years.flatMap((y) => openDates(state, sofar, yearWithOutside(state, y))).filter(past);
  const sat = open.filter((d) => touched.get(d) === true || (listed.has(d) && touched.get(d) !== false));
  const extra = [...finished.keys()].filter((d) => inYear(d) && !open.includes(d));
  const weeks = new Map<Day, number[]>();
  const add = (d: Day, n: number) => {
    const week = weekStart(d, firstDay);
    weeks.set(week, [...(weeks.get(week) ?? []), n]);
  };
  for (const d of [...sat, ...extra].sort((a, b) => a - b)) add(d, finished.get(d) ?? 0);
  const usual = Math.max(
    1,
    Math.round([...weeks.values()].reduce((n, w) => n + w.length, 0) / Math.max(1, weeks.size)),
  );
  const told = state.dayLists.map((l) => toDay(l.date));
  const known = new Set([...touched.keys(), ...told].map((d) => weekStart(d, firstDay)));
  const away = [...new Set(open.map((d) => weekStart(d, firstDay)))].filter((w) => !known.has(w) && !weeks.has(w));
  for (const w of away) {
    const dates = open.filter((d) => weekStart(d, firstDay) === w);
    if (w + 7 <= today)
      weeks.set(
        w,
        dates.slice(0, usual).map(() => 0),
      );
  }
  return [...weeks].sort((a, b) => a[0] - b[0]).map(([, w]) => w);
}

/** Weeks as the plan has them from now on: how many steps stand in each of their sittings. */
function planned(state: Household, enrolment: Enrolment, plan: Plan): Weeks {
  const days = (plan.tracks.find((t) => t.enrolmentId === enrolment.id)?.days ?? []).filter((d) => d >= 0);
  const weeks = new Map<Day, Map<Day, number>>();
  for (const d of days) {
    const week = weekStart(d, state.settings.firstDay);
    if (!weeks.has(week) && weeks.size >= PLAN_WEEKS) break;
    const own = weeks.get(week) ?? new Map<Day, number>();
    weeks.set(week, own.set(d, (own.get(d) ?? 0) + 1));
  }
  return [...weeks.values()].map((w) => [...w.values()]);
}

/** How a course lies over its open dates by its pace and the plan. */
export function spreadOf(track: Track, enrolment: Enrolment, plan: Plan): Spread {
  const days = (plan.tracks.find((t) => t.enrolmentId === enrolment.id)?.days ?? []).filter((d) => d >= 0);
  const sittings = new Set(days).size;
  const typical = Math.max(1, days.length / Math.max(1, sittings));
  const from = track.begunToday ? 1 : 0;
  const target = track.own?.target ?? track.target;
  // What is spread evenly comes closer together where it falls behind; any other pace stays what it is.
  if (wishOf(enrolment) === 'spread' && !track.noTarget)
    return { typical, dates: track.dates.slice(from).filter((d) => d <= target).length };
  const last = Math.max(...days, plan.today);
  const open = track.dates.slice(from).filter((d) => d <= last).length;
  return { typical, density: open > 0 ? Math.min(1, sittings / open) : 1 };
}

/**
 * Where the weeks come from that stand for what is not recorded yet: an elder sibling in the same course; else the same child in the level
 * before it, or further back; else another child there; else the plan; and where the year has no date left for it, its own record
 * (`itself`).
 */
export function priorOf(
  state: Household,
  enrolment: Enrolment,
  plan: Plan,
): { weeks: Weeks; from?: Id; itself?: boolean } {
  const levels = [enrolment.courseId, ...levelsBefore(state, enrolment.courseId).map((c) => c.id)];
  const own = (e: Enrolment) => e.childIds.some((id) => enrolment.childIds.includes(id));
  // The same course before any other level; of the levels before it a child’s own before another’s, then the nearest.
  const rank = (e: Enrolment) =>
    e.courseId === enrolment.courseId ? 0 : (own(e) ? 0 : levels.length) + levels.indexOf(e.courseId);
  const siblings = state.enrolments
    .filter((e) => e.id !== enrolment.id && levels.includes(e.courseId))
    .map((e) => ({ e, weeks: recordOf(state, e, plan.today) }))
    .filter((s) => s.weeks.reduce((n, w) => n + w.length, 0) >= SIBLING_FROM);
  const tells = (weeks: Weeks) => weeks.some((w) => w.some((n) => n > 0));
  const told = siblings.filter((s) => tells(s.weeks));
  const best = told.sort((a, b) => rank(a.e) - rank(b.e) || b.weeks.length - a.weeks.length)[0];
  if (best) return { weeks: best.weeks, from: best.e.id };
  const weeks = planned(state, enrolment, plan);
  if (tells(weeks)) return { weeks };
  const before = recordOf(state, enrolment, plan.today);
  return tells(before) ? { weeks: before, itself: true } : { weeks: [] };
}

/**
 * Enrolments that something can be foretold of: taken now or from a day to come on, with steps to come in the plan and an end of their
 * own; not one that is paused or over from a day to come on, whatever is left of it, and none once the year is over.
 */
export function foretold(state: Household, plan: Plan): Enrolment[] {
  const year = yearFor(state.years, plan.today);
  const until = year ? toDay(year.end) : plan.today;
  if (year && isOver(year, plan.today)) return [];
  return state.enrolments.filter(
    (e) =>
      isTakenFrom(e, plan.today, until) &&
      stopsOn(e, plan.today, until) === undefined &&
      (plan.tracks.find((t) => t.enrolmentId === e.id)?.stepIds.length ?? 0) > 0,
  );
}
