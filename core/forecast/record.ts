import { type Day, isOver, toDay, weekStart, yearFor, yearWithOutside } from '../calendar';
import { levelsBefore } from '../course';
import type { Enrolment, Household, Id } from '../household';
import { MARKS, sits } from '../household';
import { marksByEnrolment, standingsOf, wasSat } from '../log';
import { isTakenFrom, isThrough, openDates, pacesAhead, stopsOn, wishOf } from '../pace';
import type { Plan } from '../stagger';
import type { Spread, Weeks } from './model';
import { fasterThan, placedOn, placesOf } from './places';

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
export const recordOf = (state: Household, enrolment: Enrolment, today: Day): Weeks =>
  recordedWeeks(state, enrolment, today).map((w) => w.finished);

/**
 * The same at the pace a course is taken at now: where the lists of a week, and of those beside it, asked for another number in a sitting
 * than the plan does, so many times more or less was finished in it. Of a course spread evenly it stays as it is, since who is asked for
 * more there has fallen behind; but where less than a sitting was asked for, all of that was a sitting.
 */
export function recordAtPace(state: Household, enrolment: Enrolment, today: Day, { typical, dates }: Spread): Weeks {
  const weeks = recordedWeeks(state, enrolment, today);
  return weeks.map(({ finished }, i) => {
    const listed = weeks.slice(Math.max(0, i - 1), i + 2).flatMap((w) => w.listed);
    if (listed.length === 0) return finished;
    const then = listed.reduce((n, p) => n + p, 0) / listed.length;
    const faster = fasterThan(dates === undefined ? typical : Math.max(1, then), then);
    return faster === 1 ? finished : finished.map((n) => n * faster);
  });
}

/** What was finished in each sitting of a week, in places, and what the lists of its days asked for. */
interface RecordedWeek {
  finished: number[];
  listed: number[];
}
function recordedWeeks(state: Household, enrolment: Enrolment, today: Day): RecordedWeek[] {
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
  const places = placesOf(state, enrolment);
  for (const [id, s] of standingsOf(state.marks, enrolment.id)) {
    const day = s.state === 'done' ? s.sat.at(-1) : undefined;
    if (day !== undefined) finished.set(day, (finished.get(day) ?? 0) + places(id));
  }
  const listed = new Map<Day, number>();
  for (const l of state.dayLists) {
    const own = l.placements.filter((p) => p.enrolmentId === enrolment.id);
    if (own.length > 0)
      listed.set(
        toDay(l.date),
        own.reduce((n, p) => n + places(p.stepId), 0),
      );
  }
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
  const weeks = new Map<Day, RecordedWeek>();
  for (const d of [...sat, ...extra].sort((a, b) => a - b)) {
    const week = weekStart(d, firstDay);
    const own = weeks.get(week) ?? { finished: [], listed: [] };
    own.finished.push(finished.get(d) ?? 0);
    if (listed.has(d)) own.listed.push(listed.get(d)!);
    weeks.set(week, own);
  }
  const usual = Math.max(
    1,
    Math.round([...weeks.values()].reduce((n, w) => n + w.finished.length, 0) / Math.max(1, weeks.size)),
  );
  const told = state.dayLists.map((l) => toDay(l.date));
  const known = new Set([...touched.keys(), ...told].map((d) => weekStart(d, firstDay)));
  const away = [...new Set(open.map((d) => weekStart(d, firstDay)))].filter((w) => !known.has(w) && !weeks.has(w));
  for (const w of away) {
    const dates = open.filter((d) => weekStart(d, firstDay) === w);
    if (w + 7 <= today) weeks.set(w, { finished: dates.slice(0, usual).map(() => 0), listed: [] });
  }
  return [...weeks].sort((a, b) => a[0] - b[0]).map(([, w]) => w);
}

/** Weeks as the plan has them from now on, at the pace of now: what stands in each of their sittings, in places. */
function planned(state: Household, enrolment: Enrolment, plan: Plan): Weeks {
  const then = pacesAhead(enrolment, plan.today)[0]?.from ?? Infinity;
  const placed = placedOn(plan, enrolment, placesOf(state, enrolment));
  const now = placed.filter(([d]) => d < then);
  const weeks = new Map<Day, number[]>();
  for (const [d, n] of now.length > 0 ? now : placed) {
    const week = weekStart(d, state.settings.firstDay);
    if (!weeks.has(week) && weeks.size >= PLAN_WEEKS) break;
    weeks.set(week, [...(weeks.get(week) ?? []), n]);
  }
  // Of half a place a day two make a sitting; what is spread evenly takes no more of one than it must (`Spread`).
  return [...weeks.values()].map((w) => {
    if (wishOf(enrolment) === 'spread') return w.map((p) => Math.max(1, p));
    const sum = w.reduce((n, p) => n + p, 0);
    const sittings = Math.max(1, Math.round(sum));
    return w.every((p) => p >= 1) ? w : Array.from({ length: sittings }, () => Math.max(1, sum / sittings));
  });
}

/**
 * Where the weeks come from that stand for what is not recorded yet: an elder sibling in the same course; else the same child in the level
 * before it, or further back; else another child there; else the plan; and where the year has no date left for it, its own record
 * (`itself`). Another's record is taken at the pace of this one, where `spread` says what that is.
 */
export function priorOf(
  state: Household,
  enrolment: Enrolment,
  plan: Plan,
  spread?: Spread,
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
  if (best) return { weeks: spread ? recordAtPace(state, best.e, plan.today, spread) : best.weeks, from: best.e.id };
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
