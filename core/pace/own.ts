import { type Day, fromDay, isOver, teacherMinutesOn, toDay, type Weekday, weekStart } from '../calendar';
import { firstHalfOf, type FlatStep, teacherMinutes } from '../course';
import { byId, type Enrolment, type Household, type Id, type SchoolYear } from '../household';
import { goneSteps, marksByEnrolment, type Standing, standingsOf } from '../log';
import { catchUpDates, datesBehind, datesBeyond, openDates, targetDay } from './dates';
import { earliestFit } from './fit';
import { fillWindow, gatePosition, gateState } from './gates';
import { type Due, idealFrom, idealSittings, wishedOn } from './ideal';
import { stopsOn, withoutStop } from './lives';
import { paceOn } from './paces';
import { holdStep, laterPhases, phaseOf } from './phases';
import { pacing } from './rule';
import { isSpread, Waits, wishFrom } from './room-left';
import { meaningOf } from './rules';
import { inOrderToDo, takenSteps } from './taken';
import { satSince, todayUse, usedInWeek } from './today';
import { leftFrom, loopOf } from './turns';
import type { Track, TrackOf, TrackOptions, TrackStep } from './types';

/** The firmest that a course can hold its place. */
const FIRMEST = 4;
/** Where the pace comes first, so many times firmer: a new lesson moves some few sittings to be put apart, not weeks. */
const PACE_FIRST = 10;

/**
 * How firmly a course holds its place: 1 where no child of it ranks what yields. Else 1 for the first to yield, one more
 * for each later place of the list, and the most for what is not on it.
 */
function firmness(state: Household, enrolment: Enrolment): number {
  const ranks = enrolment.childIds.map((id) => {
    const list = byId(state.children, id)?.yields ?? [];
    const at = list.indexOf(enrolment.courseId);
    return list.length === 0 ? 1 : at < 0 ? FIRMEST : Math.min(FIRMEST - 1, at + 1);
  });
  const firm = Math.max(1, ...ranks);
  return state.settings.wishes?.first === 'pace' ? firm * PACE_FIRST : firm;
}

/** Whether a step had its turn on a day: it was sat for, or put off. */
const hadTurn = (standing: Standing | undefined, day: Day): boolean =>
  standing?.sat.at(-1) === day || standing?.refused.at(-1) === day;

/** How many open steps the parent has pinned to each day. A day takes as many of them as were moved there. */
export function pinnedOn(
  state: Household,
  enrolment: Enrolment,
  standings: ReadonlyMap<Id, Standing>,
): Map<Day, number> {
  const days = new Map<Day, number>();
  for (const p of state.pins) {
    const standing = standings.get(p.stepId);
    if (p.enrolmentId !== enrolment.id || (standing?.state ?? 'open') !== 'open') continue;
    const day = toDay(p.date);
    // It had its turn on that day: what is left of it comes later.
    if (hadTurn(standing, day)) continue;
    days.set(day, (days.get(day) ?? 0) + 1);
  }
  return days;
}

/**
 * The dates to which steps of an enrolment are held: by a published week, and by the parent's pins before that. A week that has a step
 * twice, begun on a day and to be gone on with on another, holds it to the first of its days on which it has a turn still.
 */
function heldDates(
  state: Household,
  enrolment: Enrolment,
  standings: ReadonlyMap<Id, Standing>,
  today: Day,
): Map<Id, Day> {
  const held = new Map<Id, Day>();
  const over = (id: Id, day: Day) => day < today || hadTurn(standings.get(id), day);
  for (const { placements } of state.published) {
    const own = new Map<Id, Day>();
    for (const { enrolmentId, stepId, date } of placements) {
      if (enrolmentId !== enrolment.id) continue;
      const [day, other] = [toDay(date), own.get(stepId)];
      const rather = other === undefined || (day < other ? !over(stepId, day) : over(stepId, other));
      if (rather) own.set(stepId, day);
    }
    for (const [id, day] of own) held.set(id, day);
  }
  for (const p of state.pins) if (p.enrolmentId === enrolment.id) held.set(p.stepId, toDay(p.date));
  return held;
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

/** The track of one enrolment by itself; `trackOf` tells it of those that it waits for. */
export function ownTrack(
  state: Household,
  year: SchoolYear,
  enrolment: Enrolment,
  today: Day,
  { catchUp = true, gates = 'open', seen, alone = false }: TrackOptions,
  trackOf: TrackOf,
): Track {
  const { firstDay, startMinutes } = state.settings;
  const standings = standingsOf(state.marks, enrolment.id);
  const taken = takenSteps(state, enrolment, today);
  const now = paceOn(enrolment, today);
  const pace = pacing(state, now);
  const marks = marksByEnrolment(state.marks).get(enrolment.id) ?? [];
  const week = weekStart(today, firstDay);
  // What was done and is out of the book by now took its time all the same.
  const course = byId(state.courses, enrolment.courseId);
  const spent = [...(course ? goneSteps(marks, taken, course, fromDay(week)) : []), ...taken];
  const used = todayUse(spent, standings, marks, today, startMinutes, pace.size);
  const remaining = inOrderToDo(taken, standings);
  const weekdaysOf = (e: Enrolment) =>
    (loopOf(state, enrolment).loop?.weekdays ?? e.weekdays).filter((d) => year.weekdays.includes(d));
  const weekdays = weekdaysOf(now);
  const steps = trackSteps(state, enrolment, { taken, remaining, standings, used, pace, today, weekdays });
  const pinned = pinnedOn(state, enrolment, standings);
  // Where it stops on a day to come its pace is laid out as if it went on, and then cut there.
  const goingOn = withoutStop(enrolment, today, toDay(year.end));
  const regular = openDates(state, goingOn, year, [...pinned.keys()]);
  const more = catchUp ? catchUpDates(state, goingOn, year).filter((d) => !regular.includes(d)) : [];
  const open = more.length === 0 ? regular : [...regular, ...more].sort((a, b) => a - b);
  // A day that was ended takes nothing more but what was left on it by hand.
  const over = state.settings.stopped === fromDay(today);
  const within = open.filter((d) => d > today || (d === today && (!over || pinned.has(d))));
  const stops = stopsOn(enrolment, today, toDay(year.end)) !== undefined;
  const beyond = stops || now.rule.kind === 'loop' ? [] : datesBeyond(state, enrolment, year).filter((d) => d > today);
  const dates = [...within, ...beyond];
  const later = laterPhases(state, { stored: enrolment, now }, remaining, today, weekdaysOf, (then, its, left, on) =>
    trackSteps(state, then, { taken, remaining: left, standings, used, pace: its, today, weekdays: on }),
  );
  const teacherOn = (d: Day) => later.findLast((l) => l.from <= d)?.phase.teacherId ?? now.teacherId;
  const perSittingOn = (d: Day) => later.findLast((l) => l.from <= d)?.phase.perSitting ?? pace.perSitting;
  const room = dates.map((d) =>
    over && d === today
      ? pinned.get(d)!
      : // What was moved onto a day keeps its place there, whatever else was done on it.
        Math.max(perSittingOn(d) - (d === today ? used.places : 0), pinned.get(d) ?? 0),
  );
  const gone = leftFrom(state, enrolment, today);
  const behind = datesBehind(state, goingOn, year);
  const track: Track = {
    enrolmentId: enrolment.id,
    ...phaseOf(now, pace, weekdays, steps),
    ...(later.length > 0 ? { later: later.map(({ from, anew, phase }) => ({ from, anew, ...phase })) } : {}),
    dates,
    untaught: untaughtOn(state, year, teacherOn, within),
    room,
    target: beyond.length > 0 ? toDay(enrolment.target!) : targetDay(enrolment, year),
    ...(behind ? { behind } : {}),
    ...(gone === undefined ? {} : { leftFrom: gone }),
    noTarget: meaningOf((later.at(-1) ?? now).rule).noTarget === true && enrolment.target === undefined,
    firstDay,
    thisWeek: week,
    // More than the cap may have been done: the rest of a lesson begun is free all the same.
    usedThisWeek: pace.cap === Infinity ? 0 : Math.min(pace.cap, usedInWeek(spent, standings, week, today, pace)),
    ideal: [],
    weighByPages: byId(state.courses, enrolment.courseId)?.weighByPages ?? false,
    yearOver: isOver(year, today),
    begunToday: used.begun && dates[0] === today,
    spentToday: used.planned,
    today: { fresh: used.fresh, teacher: used.teacher, child: used.child },
    dated: false,
    waiting: 0,
    forLater: 0,
    gates: [],
    firm: firmness(state, enrolment),
    members: [enrolment.id],
  };
  const early = state.settings.wishes?.spread === 'early';
  const ahead = [...open, ...beyond];
  track.ideal = idealSittings(track, now.rule, pace, taken, remaining, standings, ahead, early);
  for (const { from, anew, rule, pace: its, phase } of later)
    if (anew) track.ideal = idealFrom(track, from, { rule, pace: its, phase }, taken, remaining, early);
  stopTrack(year, enrolment, track, today);
  const on = new Set([...(seen ?? []), enrolment.id]);
  const idealBy = (due: readonly Due[]) =>
    idealSittings(track, now.rule, pace, taken, remaining, standings, ahead, early, due);
  const waits = on.size > 1 ? undefined : new Waits(state, year, today, { catchUp, gates }, trackOf);
  const waiting: Waiting = { taken, remaining, today, options: { catchUp, gates }, seen: on, trackOf, waits, idealBy };
  if (!alone) {
    holdAtGates(state, year, enrolment, track, waiting);
    leaveRoom(state, year, enrolment, track, waiting);
  }
  if (beyond.length > 0) keepYear(year, track, within.length);
  if (!alone) {
    const window = fillWindow(state, year, enrolment, today, { catchUp, gates: 'held' }, on, trackOf);
    fillStretch(track, window, toDay(year.end), more);
  }
  track.dated = track.steps.some((s) => s.weekday !== 0 || (s.notBefore !== -Infinity && s.notBefore > today + 1));
  return track;
}

/** Those of some dates on which who teaches then has no hours: not their weekday, or away. */
function untaughtOn(state: Household, year: SchoolYear, teacherOn: (d: Day) => Id, dates: readonly Day[]): Set<Day> {
  return new Set(
    dates.filter((d) => {
      const teacher = byId(state.teachers, teacherOn(d));
      return teacher !== undefined && teacherMinutesOn(state, year, teacher, d) === 0;
    }),
  );
}

interface Making {
  taken: readonly FlatStep[];
  remaining: readonly FlatStep[];
  standings: ReadonlyMap<Id, Standing>;
  used: ReturnType<typeof todayUse>;
  pace: ReturnType<typeof pacing>;
  today: Day;
  weekdays: readonly Weekday[];
}

/** The remaining steps, each reduced to what placing it needs. */
function trackSteps(state: Household, enrolment: Enrolment, making: Making): TrackStep[] {
  const { taken, remaining, standings, used, pace, today, weekdays } = making;
  const { startMinutes } = state.settings;
  const before = provedBefore(state, enrolment);
  const held = heldDates(state, enrolment, standings, today);
  const position = new Map(remaining.map((s, i) => [s.index, i]));
  const positionOfId = new Map(remaining.map((s, i) => [s.id, i]));
  // One printed day a sitting: what today's belongs to, the rest of today belongs to.
  const printedToday = pace.printed && [...used.sat].map(pace.printed).at(-1);
  const ofToday = (s: FlatStep) => printedToday === undefined || pace.printed!(s) === printedToday;
  const earlier = (i: number, at: number | undefined) => (at !== undefined && at < i ? at : -1);
  const satToday = (id: Id | undefined) => id !== undefined && standings.get(id)?.sat.at(-1) === today;
  // A lesson that is begun has used its share of the cap already: its rest is free.
  const { group } = pace;
  const begun = group && new Set(taken.filter((s) => satSince(standings.get(s.id)).length > 0).map(group));
  const isFree = (s: FlatStep, i: number) =>
    group !== undefined && (begun!.has(group(s)) || (i > 0 && group(remaining[i - 1]!) === group(s)));
  return remaining.map((s, i): TrackStep => {
    const standing = standings.get(s.id);
    const minutes = standing?.minutesLeft ?? s.minutes;
    const stopped = hadTurn(standing, today);
    const testsToday = s.tests >= 0 && used.doneIndexes.has(s.tests);
    const half = firstHalfOf(s.id);
    const proved = before.get(s.id);
    const behind = (id: Id | undefined) => earlier(i, id === undefined ? undefined : positionOfId.get(id));
    return {
      id: s.id,
      minutes,
      teacher: teacherMinutes(minutes, s.presence, startMinutes),
      fresh: s.opensNewLesson ? 1 : 0,
      uses: isFree(s, i) ? 0 : pace.scale / pace.times(s),
      behind: Math.max(earlier(i, position.get(s.tests)), behind(proved), behind(half)),
      notBefore: stopped || testsToday || satToday(proved) || satToday(half) || !ofToday(s) ? today + 1 : -Infinity,
      printedDay: pace.printed ? pace.printed(s) : -1,
      size: pace.size(s),
      // A weekday on which the course is not taken cannot be kept; such a step stands where it falls.
      weekday: s.step.weekday && weekdays.includes(s.step.weekday) ? s.step.weekday : 0,
      heldOn: held.get(s.id) ?? -1,
    };
  });
}

/** What one has to know of an enrolment and of others to see who waits for whom. */
interface Waiting {
  taken: readonly FlatStep[];
  remaining: readonly FlatStep[];
  today: Day;
  options: TrackOptions;
  seen: ReadonlySet<Id>;
  trackOf: TrackOf;
  /** Not there where one is asked about on account of another: its pace is of no matter then. */
  waits: Waits | undefined;
  /** Where its pace would like each step, some of them being due. */
  idealBy: (due: readonly Due[]) => number[];
}

/** Lets the steps behind each gate wait: until its date, or (taken out of the track) until somebody can say when. */
function holdAtGates(state: Household, year: SchoolYear, enrolment: Enrolment, track: Track, how: Waiting): void {
  for (const gate of enrolment.gates ?? []) {
    const at = gatePosition(gate, how.taken, how.remaining, standingsOf(state.marks, enrolment.id));
    if (at < 0) continue;
    const stands = gateState(state, year, enrolment, gate, how.today, how.options, how.seen, how.trackOf);
    if (stands.kind === 'held' && how.options.gates === 'held') cutTrack(track, at);
    if (stands.kind !== 'behind' || at >= track.steps.length) continue;
    const opens = how.waits && stands.stepId ? how.waits.opens(enrolment, gate) : undefined;
    if (opens !== undefined && isSpread(state, enrolment, how.today)) wishFrom(track, at, Math.max(stands.day, opens));
    holdStep(track, at, stands.day);
    if (stands.stepId)
      track.gates.push({ at, enrolmentId: stands.enrolmentId, stepId: stands.stepId, gap: stands.gap });
  }
}

/** Lets a course that is spread evenly come in time to what others wait for, so that they have their share of the year. */
function leaveRoom(state: Household, year: SchoolYear, enrolment: Enrolment, track: Track, how: Waiting): void {
  if (!how.waits || !isSpread(state, enrolment, how.today)) return;
  const wanted = how.waits.wanted(enrolment).filter(({ at }) => at < track.steps.length);
  // What waits itself can be no sooner than it is let.
  const soonest = wanted.length > 0 ? earliestFit(track, toDay(year.end))?.days : undefined;
  const due = wanted
    .map(({ at, by }) => ({ at, by: Math.max(by, soonest?.[at] ?? by) }))
    .filter(({ at, by }) => by < (wishedOn(track, at) ?? Infinity));
  // What is due no sooner than a step behind it is done by then anyway.
  const inOrder = due
    .sort((a, b) => a.at - b.at || b.by - a.by)
    .filter((d, i, all) => all.slice(i + 1).every((x) => x.by > d.by));
  if (inOrder.length === 0) return;
  track.ideal = how.idealBy(inOrder).slice(0, track.steps.length);
  const last = inOrder.find((d) => d.at === track.steps.length - 1);
  if (last) track.hurried = last.by;
}

function cutTrack(track: Track, at: number): void {
  if (at >= track.steps.length) return;
  track.waiting += track.steps.length - at;
  cutSteps(track, at);
}

function cutSteps(track: Track, at: number): void {
  for (const phase of [track, ...(track.later ?? [])]) phase.steps = phase.steps.slice(0, at);
  track.ideal = track.ideal.slice(0, at);
  track.gates = track.gates.filter((g) => g.at < at);
}

/**
 * Of a track that is paused or over from a day to come on, what its pace would have had done by then, with that day before as the date to
 * end by; the rest is left for later. Its pace does not hurry for it: what is left is taken up again, or let go.
 */
function stopTrack(year: SchoolYear, enrolment: Enrolment, track: Track, today: Day): void {
  const stop = stopsOn(enrolment, today, toDay(year.end));
  if (stop === undefined) return;
  track.target = Math.min(track.target, stop - 1);
  const at = track.ideal.findIndex((sitting) => (track.dates[sitting - 1] ?? stop) >= stop);
  const kept = track.dates.filter((d) => d < stop).length;
  track.dates = track.dates.slice(0, kept);
  track.room = track.room.slice(0, kept);
  if (at < 0) return;
  track.forLater = track.steps.length - at;
  cutSteps(track, at);
}

/**
 * Keeps of a track that has its date to end by behind the year what its pace would have done in it, and what is held to a day of it by hand;
 * the rest is left for the next.
 */
function keepYear(year: SchoolYear, track: Track, dates: number): void {
  const end = toDay(year.end);
  track.whole = { ...track, ...(track.later ? { later: track.later.map((p) => ({ ...p })) } : {}) };
  const wished = track.ideal.findIndex((sitting) => sitting > dates);
  const held = track.steps.findLastIndex((s) => s.heldOn >= 0 && s.heldOn <= end) + 1;
  track.dates = track.dates.slice(0, dates);
  track.room = track.room.slice(0, dates);
  track.target = Math.min(track.target, end);
  // What the year has no room for comes in the next as well.
  const fits = earliestFit(track.whole, end)?.days.filter((d) => d <= end).length ?? 0;
  const at = Math.max(held, Math.min(fits, wished < 0 ? track.steps.length : wished));
  track.forLater += track.steps.length - at;
  if (at < track.steps.length) cutSteps(track, at);
}

/**
 * Keeps of a track that fills a stretch the dates inside it, and as many steps as fit there; the rest is left for later. It has no date to
 * end by, so that there is nothing of it to catch up with on days kept free for that.
 */
function fillStretch(
  track: Track,
  window: ReturnType<typeof fillWindow>,
  yearEnd: Day,
  toCatchUp: readonly Day[],
): void {
  if (!window) return;
  const inside = (d: Day) => d >= window.from && d < window.before && !toCatchUp.includes(d);
  const skipped = track.dates.filter((d) => d < window.from && !toCatchUp.includes(d)).length;
  track.room = track.room.filter((_, i) => inside(track.dates[i]!));
  track.dates = track.dates.filter(inside);
  track.ideal = track.ideal.map((s) => Math.max(1, s - skipped));
  track.noTarget = true;
  // Today's sitting was begun only if today is still one of its dates.
  track.begunToday &&= skipped === 0 && track.dates.length > 0;
  const last = track.dates.at(-1) ?? -Infinity;
  const days = track.dates.length === 0 ? [] : (earliestFit(track, yearEnd)?.days ?? []);
  const at = days.filter((d) => d <= last).length;
  track.forLater += track.steps.length - at;
  cutSteps(track, at);
}
