import { overruled } from '../attendance';
import { type Day, isOver, toDay, weekStart, yearFor, yearWithOutside } from '../calendar';
import { levelsBefore } from '../course';
import type { Enrolment, Household, Id } from '../household';
import { MARKS, sits } from '../household';
import { marksByEnrolment, standingsOf, wasSat } from '../log';
import { fillers, goesBeyond, isTakenFrom, isThrough, openDates, pacesAhead, stopsOn } from '../pace';
import type { Plan } from '../stagger';
import { sittingsIn, type Week } from './model';
import { placedOn, placesOf } from './places';

/** A sibling’s record is taken for a prior once it has so many sittings. */
const SIBLING_FROM = 20;
/** So many of the weeks lose no more than is caught up with in them. */
const MOST_WEEKS = 0.75;
/** A plan is looked at so far for what its weeks are like. */
const PLAN_WEEKS = 12;

/** A week of a record: what its lists asked for is known, or 0, and how close its sittings lay; `dense`: on what share of their dates they lie in most of its weeks. */
export type RecordedWeek = Required<Week> & { dense: number };

/**
 * What was finished in each past sitting of an enrolment, in household weeks, oldest first: from its first mark to the day before
 * `today`, in whatever school years those lie; what was done between two years stands in neither. A sitting is an open date on which it stood on the day’s list, or on which it was marked; what was listed and not done is
 * nought. A day of its own outside its usual dates counts once something was done on it; one on which work was only told to be known is
 * none, nor one of which it was said afterwards that its children had no school. Of a week of which the household has no list at all, and this course no mark, nobody knows what was listed: its usual sittings
 * were lost. In a week whose lists name others alone it was not wanted, nor behind its last step.
 */
export function recordOf(state: Household, enrolment: Enrolment, today: Day): RecordedWeek[] {
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
  const listed = listedOn(state, enrolment, places);
  const first = Math.min(...touched.keys());
  const end = isThrough(state, enrolment) ? Math.max(...touched.keys()) + 1 : today;
  const past = (d: Day) => d >= first && d < Math.min(end, today);
  const years = state.years.filter((y) => toDay(y.start) < today && toDay(y.end) >= first);
  const inYear = (d: Day) => past(d) && years.some((y) => d >= toDay(y.start) && d <= toDay(y.end));
  // Of the past: nothing entered for days to come was so then.
  const { lives: _, ...sofar } = enrolment;
  const open = years
    .flatMap((y) => openDates(state, sofar, yearWithOutside(state, y)))
    .filter((d) => past(d) && !(touched.get(d) === undefined && saidOut(state, enrolment.childIds, d)));
  const sat = open.filter((d) => touched.get(d) === true || (listed.has(d) && touched.get(d) !== false));
  const extra = [...finished.keys()].filter((d) => inYear(d) && !open.includes(d));
  const weeks = new Map<Day, { steps: number[]; of: number[] }>();
  for (const d of [...sat, ...extra].sort((a, b) => a - b)) {
    const week = weekStart(d, firstDay);
    const own = weeks.get(week) ?? { steps: [], of: [] };
    own.steps.push(finished.get(d) ?? 0);
    own.of.push(listed.get(d) ?? 0);
    weeks.set(week, own);
  }
  const aWeek = Math.max(
    1,
    Math.round([...weeks.values()].reduce((n, w) => n + w.steps.length, 0) / Math.max(1, weeks.size)),
  );
  const dates = new Map<Day, number>();
  for (const d of open) dates.set(weekStart(d, firstDay), (dates.get(weekStart(d, firstDay)) ?? 0) + 1);
  const told = state.dayLists.map((l) => toDay(l.date));
  const known = new Set([...touched.keys(), ...told].map((d) => weekStart(d, firstDay)));
  for (const [w, n] of dates) {
    if (known.has(w) || weeks.has(w) || w + 7 > today) continue;
    const lost = Array.from({ length: Math.min(aWeek, n) }, () => 0);
    weeks.set(w, { steps: lost, of: lost });
  }
  return asDrawn(weeks, dates, first, today);
}

/** Whether it was said of all these children that a past day was no school for them: no sitting was lost on it, whatever was listed. */
export const saidOut = (state: Pick<Household, 'attendance'>, childIds: readonly Id[], day: Day): boolean =>
  childIds.length > 0 && childIds.every((id) => (overruled(state, id, day)?.status ?? 'taught') !== 'taught');

/** What the lists of past days asked of an enrolment, in places. */
function listedOn(state: Household, enrolment: Enrolment, places: (stepId: Id) => number): ReadonlyMap<Day, number> {
  const listed = new Map<Day, number>();
  for (const l of state.dayLists)
    for (const p of l.placements)
      if (p.enrolmentId === enrolment.id)
        listed.set(toDay(l.date), (listed.get(toDay(l.date)) ?? 0) + places(p.stepId));
  return listed;
}

/** Weeks in their order, each with what was asked for about that time, and how close its sittings lay on the `dates` it had. */
function asDrawn(
  weeks: ReadonlyMap<Day, Pick<RecordedWeek, 'steps' | 'of'>>,
  dates: ReadonlyMap<Day, number>,
  first: Day,
  today: Day,
): RecordedWeek[] {
  // How close sittings lie where none is lost: as in most weeks, of what was done in them at first or when it was caught up with.
  const close = (w: Day, sittings: number) => Math.min(1, sittings / (dates.get(w) ?? sittings));
  const done = [...weeks].map(([w, { steps }]) => close(w, steps.filter((n) => n > 0).length)).sort((a, b) => a - b);
  const none = done[Math.floor(MOST_WEEKS * (done.length - 1))] || 1;
  const inOrder = [...weeks].sort((a, b) => a[0] - b[0]);
  return inOrder.map(([w, { steps, of }], i) => {
    const about = inOrder.slice(Math.max(0, i - 1), i + 2).flatMap(([, o]) => o.of.filter((n) => n > 0));
    const usual = about.reduce((n, p) => n + p, 0) / Math.max(1, about.length);
    // Of a week that has only begun nobody knows yet what is caught up with in it.
    const whole = w >= first && w + 7 <= today;
    return { steps, of, usual, dense: none, rate: whole ? Math.max(1, close(w, steps.length) / none) : 1 };
  });
}

/** Weeks as the plan has them from now on, at the pace of now: what stands in each of their sittings, in places. */
function planned(state: Household, enrolment: Enrolment, plan: Plan): Week[] {
  const then = pacesAhead(enrolment, plan.today)[0]?.from ?? Infinity;
  const placed = placedOn(plan, enrolment, placesOf(state, enrolment));
  const now = placed.filter(([d]) => d < then);
  const weeks = new Map<Day, number[]>();
  for (const [d, n] of now.length > 0 ? now : placed) {
    const week = weekStart(d, state.settings.firstDay);
    if (!weeks.has(week) && weeks.size >= PLAN_WEEKS) break;
    weeks.set(week, [...(weeks.get(week) ?? []), n]);
  }
  return [...weeks.values()].map((steps) => ({
    ...{ steps, of: steps },
    usual: steps.reduce((n, p) => n + p, 0) / steps.length,
  }));
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
): { weeks: readonly Week[]; from?: Id; itself?: boolean } {
  const levels = [enrolment.courseId, ...levelsBefore(state, enrolment.courseId).map((c) => c.id)];
  const own = (e: Enrolment) => e.childIds.some((id) => enrolment.childIds.includes(id));
  // The same course before any other level; of the levels before it a child’s own before another’s, then the nearest.
  const rank = (e: Enrolment) =>
    e.courseId === enrolment.courseId ? 0 : (own(e) ? 0 : levels.length) + levels.indexOf(e.courseId);
  const siblings = state.enrolments
    .filter((e) => e.id !== enrolment.id && levels.includes(e.courseId))
    .map((e) => ({ e, weeks: recordOf(state, e, plan.today) }))
    .filter((s) => sittingsIn(s.weeks) >= SIBLING_FROM);
  const tells = (weeks: readonly Week[]) => weeks.some((w) => w.steps.some((n) => n > 0));
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
 * own; not one that is paused or over from a day to come on, whatever is left of it, or fills the time before another, and none once the year
 * is over.
 */
export function foretold(state: Household, plan: Plan): Enrolment[] {
  const year = yearFor(state.years, plan.today);
  const until = year ? toDay(year.end) : plan.today;
  if (year && isOver(year, plan.today)) return [];
  const between = fillers(state, plan.today);
  return state.enrolments.filter(
    (e) =>
      !between.has(e.id) &&
      isTakenFrom(e, plan.today, until) &&
      stopsOn(e, plan.today, until) === undefined &&
      ((plan.tracks.find((t) => t.enrolmentId === e.id)?.stepIds.length ?? 0) > 0 ||
        // Of one that goes on in the next year this one may hold nothing any more.
        (year !== undefined && goesBeyond(e, year) && !isThrough(state, e))),
  );
}
