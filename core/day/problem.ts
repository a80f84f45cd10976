import {
  childAways,
  dayKind,
  fromDay,
  minutesOf,
  ridesOn,
  teacherAways,
  teacherHours,
  usualMinutes,
  weekdayOf,
} from '../calendar';
import type { Household, SchoolYear } from '../household';
import { stock } from '../materials';
import type { DayPage, DayRow } from './page';
import { busyWith, type DayTask } from './tasks';
import type { Activity, DayProblem, Span } from './timetable';

const NEAR_AT_ONCE = 4;
const BREAK_MINUTES = 5;

/** The pieces of a task are activities of their own, named so. */
export const pieceId = (task: DayTask, piece: number): string => `${task.id}#${piece}`;

/**
 * The day as a problem to lay out: its hours, who is away when (the way there and back included), naps, quiet times and
 * meals, and the tasks cut into pieces. After a restart, what was marked before it is left out and nothing starts earlier.
 */
export function dayProblem(
  state: Household,
  year: SchoolYear,
  page: DayPage,
  tasks: readonly DayTask[],
): { problem: DayProblem; tasks: DayTask[] } {
  const { settings } = state;
  const { day } = page;
  const restart = settings.restart?.date === fromDay(day) ? settings.restart : undefined;
  const weekday = weekdayOf(day);
  const part = year.special.find((s) => s.kind === 'part' && s.date === fromDay(day));
  const opens = minutesOf(part?.from ?? settings.dayFrom);
  const now = restart ? minutesOf(restart.from) : 0;
  const school = { from: opens, to: Math.max(opens, minutesOf(part?.to ?? settings.dayTo)) };
  const kind = dayKind(year, day);
  const held = kind === 'full' || kind === 'light';
  // The day spans all hours in which anybody teaches; the children's own work stays inside the school's.
  const beyond = held
    ? state.teachers.flatMap((t) => (teacherHours(t, weekday) ?? []).map((s) => ({ ...s, teacherId: t.id })))
    : [];
  const from = Math.max(now, Math.min(school.from, ...beyond.map((s) => s.from)));
  const to = Math.max(from, school.to, ...beyond.map((s) => s.to));
  const longer = from < school.from || to > school.to;
  const left = tasks.filter((t) => !restart || !behind(t, restart.seq));
  const away = new Map<string, Span[]>();
  const put = (id: string, span: Span) => away.set(id, [...(away.get(id) ?? []), span]);
  for (const c of state.children) for (const a of childAways(state, c.id, day)) put(c.id, { from: a.from, to: a.to });
  for (const t of state.teachers) {
    for (const a of teacherAways(state, t.id, day))
      put(t.id, a.whole ? { from: 0, to: 1440 } : { from: a.from, to: a.to });
    // On a day without school of its own nobody’s hours are set: whoever works then has said so.
    if (held && usualMinutes(year, t, day) === 0) put(t.id, { from: 0, to: 1440 });
    const hours = teacherHours(t, weekday);
    if (hours) for (const s of openSpans({ from: 0, to: 1440 }, hours)) put(t.id, s);
  }
  const rides = new Map(state.children.map((c) => [c.id, ridesOn(state, c.id, day)]));
  const windows = (settings.windows ?? []).map((w) => ({
    ...w,
    span: { from: minutesOf(w.from), to: minutesOf(w.to) },
  }));
  for (const w of windows) if (w.kind === 'nap') for (const id of w.childIds) put(id, w.span);
  for (const a of restart?.asleep ?? []) put(a.childId, { from, to: minutesOf(a.until) });
  const activities = left.flatMap((task): Activity[] => {
    const people = busyWith(task);
    const closed = windows
      .filter(
        (w) =>
          task.children.some((c) => w.childIds.includes(c.id)) &&
          ((w.kind === 'quiet' && task.presence !== 'alone') || (w.kind === 'meal' && !readAloud(task))),
      )
      .map((w) => w.span);
    const riding = people.flatMap((c) => rides.get(c.id)!);
    const taught = task.presence === 'with' || task.presence === 'start';
    const spans = joined([school, ...(taught ? beyond.filter((s) => s.teacherId === task.teacher?.id) : [])]);
    const home = spans.flatMap((s) =>
      openSpans({ from: Math.max(from, s.from), to: Math.min(to, s.to) }, [...closed, ...riding]),
    );
    // On the way there is only what its one child can do by itself, or with the teacher who is there too.
    const onTheWay =
      task.portable && people.length === 1 && (task.presence === 'alone' || task.presence === 'near')
        ? riding.filter((r) => task.presence === 'alone' || r.teacher)
        : [];
    const within = [...home, ...onTheWay].sort((a, b) => a.from - b.from);
    return Array.from({ length: task.pieces }, (_, k): Activity => {
      const minutes = share(task.minutes, task.pieces, k);
      const taught = { with: minutes, start: k === 0 ? settings.startMinutes : 0, near: 0, alone: 0 }[task.presence];
      return {
        id: pieceId(task, k),
        childIds: people.map((c) => c.id),
        minutes,
        teacherId: task.teacher?.id ?? '',
        taught: Math.min(taught, minutes),
        near: task.presence === 'near',
        things: task.things.map((m) => m.id),
        ...(longer || closed.length + riding.length > 0 ? { within } : {}),
        ...(task.presence === 'near' && onTheWay.length > 0 ? { earshot: onTheWay } : {}),
        // Once the day was laid out anew behind it, a fixed time has nothing to hold to.
        ...(k === 0 && task.at !== undefined && task.at >= from ? { at: task.at } : {}),
        ...(k > 0 ? { after: [pieceId(task, k - 1)] } : {}),
        ...(k < task.pieces - 1 ? { rest: settings.breakMinutes ?? BREAK_MINUTES } : {}),
      };
    });
  });
  const there = stock(state);
  return {
    tasks: left,
    problem: {
      from,
      to,
      activities: inSequence(left, activities, page),
      away,
      teachers: state.teachers.map((t) => t.id),
      things: new Map([...there].map(([id, n]) => [id, Math.max(1, Math.floor(n))])),
      nearAtOnce: settings.nearAtOnce ?? NEAR_AT_ONCE,
    },
  };
}

/** A book read to all of them together goes with a meal (common practice: mouths are full). */
const readAloud = (task: DayTask) => task.row?.step.kind === 'read' && task.presence === 'with';

/** The k-th of so many pieces, in whole minutes that add up. */
const share = (minutes: number, pieces: number, k: number): number =>
  Math.round((minutes * (k + 1)) / pieces) - Math.round((minutes * k) / pieces);

/** Steps of one sitting follow one another in the order of the course; those done at a game, with the game. */
function inSequence(tasks: readonly DayTask[], activities: readonly Activity[], page: DayPage): Activity[] {
  const taskOf = new Map<DayRow, DayTask>();
  for (const t of tasks) for (const row of t.row ? [t.row] : (t.sheets ?? [])) taskOf.set(row, t);
  const before = new Map<string, string[]>();
  for (const { rows } of page.groups.flatMap((g) => g.sittings)) {
    const inTurn = rows.map((r) => taskOf.get(r)).filter((t) => t !== undefined);
    inTurn.slice(1).forEach((t, i) => {
      const previous = inTurn[i]!;
      if (previous === t) return;
      const id = pieceId(t, 0);
      before.set(id, [...(before.get(id) ?? []), pieceId(previous, previous.pieces - 1)]);
    });
  }
  return activities.map((a) => (before.has(a.id) ? { ...a, after: [...(a.after ?? []), ...before.get(a.id)!] } : a));
}

/** Whether a task was marked before the day was laid out anew. Rituals have no place in the order of marks: done is done. */
const behind = (task: DayTask, seq: number): boolean =>
  task.row?.mark ? task.row.mark.seq < seq : task.ritual?.mark !== undefined;

/** What is left of a span without others. */
/** Stretches as one list in order, those that meet as one. */
function joined(spans: readonly Span[]): Span[] {
  const made: Span[] = [];
  for (const s of [...spans].sort((a, b) => a.from - b.from)) {
    const last = made.at(-1);
    if (last && s.from <= last.to) made[made.length - 1] = { from: last.from, to: Math.max(last.to, s.to) };
    else made.push({ from: s.from, to: s.to });
  }
  return made;
}

function openSpans(span: Span, closed: readonly Span[]): Span[] {
  const spans: Span[] = [];
  let from = span.from;
  for (const c of [...closed].sort((a, b) => a.from - b.from)) {
    if (c.from > from) spans.push({ from, to: Math.min(c.from, span.to) });
    from = Math.max(from, c.to);
  }
  if (from < span.to) spans.push({ from, to: span.to });
  return spans;
}
