import { type Day, dayKind, dayShare, schoolDays, toDay, type Weekday, weekdayOf, weekStart } from '../calendar';
import { flatten, type FlatStep, manualPages, teacherMinutes } from '../course';
import { byId, type Enrolment, type Household, type Id, type PaceRule, type SchoolYear } from '../household';
import { type Standing, standingsOf } from '../log';

/** One remaining step, reduced to what placing it needs. */
export interface TrackStep {
  id: Id;
  /** Minutes of the child; what is left of them after `partly`. */
  minutes: number;
  /** Minutes of the teacher. */
  teacher: number;
  /** 1 when the step is a new lesson, else 0. */
  fresh: 0 | 1;
  /** What the step uses of a weekly cap: every step 1, or only a lesson's first remaining step. */
  uses: number;
  /**
   * Position, within the remaining steps, of the last one that must stand on an earlier date: the introduction a test
   * tests, the step before in a proof. −1 when none remains.
   */
  behind: number;
  /** No date before this one. */
  notBefore: Day;
}

/** One enrolment made ready for placing: its remaining steps in order, its open dates, and its caps. */
export interface Track {
  enrolmentId: Id;
  teacherId: Id;
  childIds: Id[];
  steps: TrackStep[];
  /** Open dates from today to the end of the school year, rising. */
  dates: Day[];
  /** Steps that still fit on each date: the stored steps a sitting, less what today has used. */
  room: number[];
  perSitting: number;
  minutesPerSitting: number;
  /** Last date on time. */
  target: Day;
  weekdays: Weekday[];
  firstDay: Weekday;
  /** Steps or lessons a household week may begin; Infinity when the rule has no cap. */
  weeklyCap: number;
  /** First day of the household week that holds today. */
  thisWeek: Day;
  /** What the week of today has used of the cap. */
  usedThisWeek: number;
  /** Sittings (counted from 1 along `dates`) at which the pace rule would like each step. */
  ideal: number[];
  /** The even rule weighs lessons by their manual pages. */
  weighByPages: boolean;
  /** True once today's sitting has begun: it can no longer be lost, but its room still counts. */
  begunToday: boolean;
  /** What today already holds from marks: new lessons, teacher and child minutes. */
  today: { fresh: number; teacher: number; child: number };
}

/** Weekdays and rule as far as the cap and the wish of a pace rule need them. */
export function sittingsPerWeek(enrolment: Pick<Enrolment, 'weekdays'>, year: Pick<SchoolYear, 'weekdays'>): number {
  return enrolment.weekdays.filter((d) => year.weekdays.includes(d)).length;
}

/**
 * Open dates of an enrolment in a school year: school days on its weekdays, not before its first date, and the days
 * (of the year, not closed) to which the parent has moved a sitting by hand, be they another weekday or a Saturday.
 */
export function openDates(enrolment: Enrolment, year: SchoolYear, moved: readonly Day[] = []): Day[] {
  const first = enrolment.firstDate ? toDay(enrolment.firstDate) : -Infinity;
  const open = schoolDays(year).filter((d) => d >= first && enrolment.weekdays.includes(weekdayOf(d)));
  const more = moved.filter((d) => !open.includes(d) && ['full', 'light', 'weekend'].includes(dayKind(year, d)));
  return more.length === 0 ? open : [...open, ...new Set(more)].sort((a, b) => a - b);
}

/** How many open steps the parent has pinned to each day. A day takes as many of them as were moved there. */
function pinnedOn(state: Household, enrolment: Enrolment, standings: ReadonlyMap<Id, Standing>): Map<Day, number> {
  const days = new Map<Day, number>();
  for (const p of state.pins) {
    if (p.enrolmentId !== enrolment.id || (standings.get(p.stepId)?.state ?? 'open') !== 'open') continue;
    const day = toDay(p.date);
    days.set(day, (days.get(day) ?? 0) + 1);
  }
  return days;
}

/** In a proof under way, the kept step before each kept step: the two never share a date. */
function provedBefore(state: Household, enrolment: Enrolment): Map<Id, Id> {
  const before = new Map<Id, Id>();
  for (const p of state.proofs) {
    if (p.enrolmentId !== enrolment.id || p.failed) continue;
    p.kept.forEach((id, i) => i > 0 && before.set(id, p.kept[i - 1]!));
  }
  return before;
}

/** The steps an enrolment takes at all: from its first step on, without optional ones it has declined. */
export function takenSteps(state: Household, enrolment: Enrolment): FlatStep[] {
  const course = byId(state.courses, enrolment.courseId);
  if (!course) return [];
  const all = flatten(course);
  const from = enrolment.fromStepId ? all.findIndex((s) => s.id === enrolment.fromStepId) : 0;
  return all.slice(Math.max(0, from)).filter((s) => enrolment.takesOptional || !s.optional);
}

/** The steps still to do, in the order in which they are to be done. */
export function remainingSteps(state: Household, enrolment: Enrolment): FlatStep[] {
  const standings = standingsOf(state.marks, enrolment.id);
  return inOrderToDo(takenSteps(state, enrolment), standings);
}

/**
 * The open steps in order. One that did not stick in a household that moves on stands behind the next lesson that has
 * not been sat for yet (the deferred steps of a lesson in their own order), so that it comes back as review.
 */
function inOrderToDo(taken: readonly FlatStep[], standings: ReadonlyMap<Id, Standing>): FlatStep[] {
  const open = taken.filter((s) => (standings.get(s.id)?.state ?? 'open') === 'open');
  const held = open.filter((s) => !standings.get(s.id)?.deferred);
  const deferred = open.filter((s) => standings.get(s.id)?.deferred);
  if (deferred.length === 0) return open;
  const behindLesson = new Map<number, FlatStep[]>();
  for (const s of deferred) {
    const next = held.find((h) => h.lessonIndex > s.lessonIndex)?.lessonIndex ?? Infinity;
    behindLesson.set(next, [...(behindLesson.get(next) ?? []), s]);
  }
  const ordered: FlatStep[] = [];
  held.forEach((s, i) => {
    ordered.push(s);
    if (held[i + 1]?.lessonIndex !== s.lessonIndex) ordered.push(...(behindLesson.get(s.lessonIndex) ?? []));
  });
  return [...ordered, ...(behindLesson.get(Infinity) ?? [])];
}

/**
 * The steps a sitting must take so that an *even* course ends in time: remaining ÷ sittings, rounded up, at least 1.
 * Stored when the rule is set.
 */
export function evenPerSitting(remaining: number, sittings: number): number {
  return sittings <= 0 ? Math.max(1, remaining) : Math.max(1, Math.ceil(remaining / sittings));
}

/**
 * The steps a sitting must take for *n a week*: n ÷ sittings a week, rounded up. For n lessons, n times the steps of
 * the longest lesson, so that any week can hold its n.
 */
export function weeklyPerSitting(
  n: number,
  unit: 'steps' | 'lessons',
  sittings: number,
  longestLesson: number,
): number {
  const steps = unit === 'steps' ? n : n * longestLesson;
  return Math.max(1, Math.ceil(steps / Math.max(1, sittings)));
}

/** The last date on time of an enrolment: its own target, never after the school year. */
export function targetDay(enrolment: Enrolment, year: SchoolYear): Day {
  const end = toDay(year.end);
  return enrolment.target ? Math.min(toDay(enrolment.target), end) : end;
}

/** Makes an enrolment ready for placing on the dates from `today` on. */
export function makeTrack(state: Household, year: SchoolYear, enrolment: Enrolment, today: Day): Track {
  const { firstDay, startMinutes } = state.settings;
  const standings = standingsOf(state.marks, enrolment.id);
  const taken = takenSteps(state, enrolment);
  const used = todayUse(taken, standings, today, startMinutes);
  const remaining = inOrderToDo(taken, standings);
  const before = provedBefore(state, enrolment);
  const cap = enrolment.rule.kind === 'weekly' ? enrolment.rule.n : Infinity;
  const byLesson = enrolment.rule.kind === 'weekly' && enrolment.rule.unit === 'lessons';

  const position = new Map(remaining.map((s, i) => [s.index, i]));
  const positionOfId = new Map(remaining.map((s, i) => [s.id, i]));
  const earlier = (i: number, at: number | undefined) => (at !== undefined && at < i ? at : -1);
  const steps = remaining.map((s, i): TrackStep => {
    const standing = standings.get(s.id);
    const minutes = standing?.minutesLeft ?? s.minutes;
    const stopped = standing?.sat.at(-1) === today || standing?.refused.at(-1) === today;
    const testsToday = s.tests >= 0 && used.doneIndexes.has(s.tests);
    const proved = before.get(s.id);
    const provedToday = proved !== undefined && standings.get(proved)?.sat.at(-1) === today;
    return {
      id: s.id,
      minutes,
      teacher: teacherMinutes(minutes, s.presence, startMinutes),
      fresh: s.opensNewLesson ? 1 : 0,
      uses: byLesson && remaining[i - 1]?.lessonIndex === s.lessonIndex ? 0 : 1,
      behind: Math.max(
        earlier(i, position.get(s.tests)),
        earlier(i, proved === undefined ? undefined : positionOfId.get(proved)),
      ),
      notBefore: stopped || testsToday || provedToday ? today + 1 : -Infinity,
    };
  });
  // A lesson begun on an earlier day has used its share of the cap already: its rest is free.
  const first = remaining[0];
  if (byLesson && first && taken.some((s) => s.lessonIndex === first.lessonIndex && begun(standings.get(s.id)))) {
    steps[0]!.uses = 0;
  }

  const pinned = pinnedOn(state, enrolment, standings);
  const open = openDates(enrolment, year, [...pinned.keys()]);
  const dates = open.filter((d) => d >= today);
  const room = dates.map((d) =>
    Math.max(0, Math.max(enrolment.perSitting, pinned.get(d) ?? 0) - (d === today ? used.steps : 0)),
  );
  const target = targetDay(enrolment, year);
  const track: Track = {
    enrolmentId: enrolment.id,
    teacherId: enrolment.teacherId,
    childIds: enrolment.childIds,
    steps,
    dates,
    room,
    perSitting: enrolment.perSitting,
    minutesPerSitting: enrolment.minutesPerSitting ?? Infinity,
    target,
    weekdays: enrolment.weekdays.filter((d) => year.weekdays.includes(d)),
    firstDay,
    weeklyCap: cap,
    thisWeek: weekStart(today, firstDay),
    // More than the cap may have been done: the rest of a lesson begun is free all the same.
    usedThisWeek:
      cap === Infinity ? 0 : Math.min(cap, usedInWeek(taken, standings, weekStart(today, firstDay), today, byLesson)),
    ideal: [],
    weighByPages: enrolment.rule.kind === 'even' && (byId(state.courses, enrolment.courseId)?.weighByPages ?? false),
    begunToday: used.begun && dates[0] === today,
    today: { fresh: used.fresh, teacher: used.teacher, child: used.child },
  };
  track.ideal = idealSittings(track, enrolment.rule, taken, remaining, standings, open);
  return track;
}

const begun = (s: Standing | undefined) => s !== undefined && s.sat.length > 0;

interface TodayUse {
  begun: boolean;
  steps: number;
  fresh: number;
  teacher: number;
  child: number;
  doneIndexes: Set<number>;
}

/** What today's marks have used of an enrolment's sitting. Known and left-out steps use nothing: the next comes up. */
function todayUse(
  taken: readonly FlatStep[],
  standings: ReadonlyMap<Id, Standing>,
  today: Day,
  startMinutes: number,
): TodayUse {
  const use: TodayUse = { begun: false, steps: 0, fresh: 0, teacher: 0, child: 0, doneIndexes: new Set() };
  for (const s of taken) {
    const standing = standings.get(s.id);
    if (!standing) continue;
    if (standing.refused.at(-1) === today && standing.state === 'open') use.begun = true;
    if (standing.sat.at(-1) !== today) continue;
    use.begun = true;
    use.steps++;
    if (s.opensNewLesson) use.fresh = 1;
    use.teacher += teacherMinutes(s.minutes, s.presence, startMinutes);
    use.child += s.minutes;
    if (s.kind === 'introduce') use.doneIndexes.add(s.index);
  }
  return use;
}

function usedInWeek(
  taken: readonly FlatStep[],
  standings: ReadonlyMap<Id, Standing>,
  from: Day,
  today: Day,
  byLesson: boolean,
): number {
  const inWeek = (s: FlatStep) => (standings.get(s.id)?.sat ?? []).filter((d) => d >= from && d <= today).length;
  if (!byLesson) return taken.reduce((n, s) => n + inWeek(s), 0);
  // A lesson counts in the week in which its first sitting fell.
  const firstSat = new Map<number, Day>();
  for (const s of taken) {
    for (const d of standings.get(s.id)?.sat ?? []) {
      firstSat.set(s.lessonIndex, Math.min(d, firstSat.get(s.lessonIndex) ?? Infinity));
    }
  }
  return [...firstSat.values()].filter((d) => d >= from && d <= today).length;
}

/**
 * Where the pace rule would like each remaining step, as sittings counted from 1 along the open dates.
 *
 * The wish is drawn afresh from where things stood at the start of the household week: *even* spreads what was left
 * then over the sittings from then to the target; *n a week* takes n steps, or n lessons, in a full week's sittings.
 * Each step stands in the middle of its share. Counting from today instead would forget every day what is owed (a
 * course of two sittings a step would be put off, or begun, daily); counting from the start of the year would double
 * up after every bad week. Steps done this week keep their place, so that finishing early pulls nothing forward.
 */
function idealSittings(
  track: Track,
  rule: PaceRule,
  taken: readonly FlatStep[],
  remaining: readonly FlatStep[],
  standings: ReadonlyMap<Id, Standing>,
  open: readonly Day[],
): number[] {
  const size = new Map<number, number>();
  for (const s of taken) size.set(s.lessonIndex, (size.get(s.lessonIndex) ?? 0) + 1);
  const byLesson = rule.kind === 'weekly' && rule.unit === 'lessons';
  const weight = (s: FlatStep) => {
    if (byLesson) return 1 / size.get(s.lessonIndex)!;
    return track.weighByPages ? manualPages(s.lesson) / size.get(s.lessonIndex)! : 1;
  };
  const doneThisWeek = taken.filter((s) => {
    const standing = standings.get(s.id);
    return standing?.state === 'done' && (standing.sat.at(-1) ?? -Infinity) >= track.thisWeek;
  });
  const sum = (steps: readonly FlatStep[]) => steps.reduce((n, s) => n + weight(s), 0);
  const fromWeek = open.filter((d) => d >= track.thisWeek);
  const passed = fromWeek.length - track.dates.length;
  let at = sum(doneThisWeek);
  const sittingsPerUnit =
    rule.kind === 'even'
      ? Math.max(1, fromWeek.filter((d) => d <= track.target).length) / (at + sum(remaining))
      : Math.max(1, track.weekdays.length) / rule.n;
  return remaining.map((s) => {
    const middle = at + weight(s) / 2;
    at += weight(s);
    return Math.max(1, Math.ceil(middle * sittingsPerUnit) - passed);
  });
}

/** Hours of a day in minutes: a teacher's on that weekday, less on a light day. */
export function teacherHours(minutes: readonly number[], year: SchoolYear, day: Day): number {
  return Math.round((minutes[weekdayOf(day) - 1] ?? 0) * dayShare(year, day));
}
