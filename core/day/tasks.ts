import {
  ageOn,
  childAways,
  childOut,
  type Day,
  dayKind,
  fromDay,
  minutesOf,
  teacherAways,
  usualMinutes,
} from '../calendar';
import { stepName } from '../course';
import {
  byId,
  type Child,
  type Household,
  type Material,
  type Presence,
  type SchoolYear,
  type Teacher,
} from '../household';
import { stock, thingsAt } from '../materials';
import type { DayPage, DayRow } from './page';
import type { PracticeDay } from './practice';
import { type DayRitual, ritualsOn } from './rituals';
import type { Activity, DayProblem, Span } from './timetable';

/** One thing on a day's page that takes time: a step, or a ritual. */
export interface DayTask {
  id: string;
  /** The course or the ritual. */
  title: string;
  /** The lesson and what is done of it. */
  detail: string;
  children: Child[];
  teacher: Teacher | undefined;
  presence: Presence;
  minutes: number;
  /** A young child's task is cut into so many pieces, with breaks between. */
  pieces: number;
  fresh: boolean;
  marked: boolean;
  row?: DayRow;
  ritual?: DayRitual;
  /** Things that other tasks of the day need too. */
  things: Material[];
}

/** Up to this age attention is counted in years and a little more (common practice). */
const YOUNG = 8;
const MORE_THAN_YEARS = 2;
const NEAR_AT_ONCE = 4;
const BREAK_MINUTES = 5;

/**
 * Minutes that a child attends at one go: what is set for them, else years of age and two up to the age of eight (common
 * practice), else no limit.
 */
export function attentionOf(child: Child, day: Day): number {
  if (child.attention !== undefined) return child.attention;
  const age = ageOn(child.born, fromDay(day));
  return age <= YOUNG ? Math.max(1, age + MORE_THAN_YEARS) : Infinity;
}

/**
 * The tasks of a day's page, rituals first, then in the order of the day, then extra practice; without those who have no
 * school that day.
 */
export function tasksOn(
  state: Household,
  year: SchoolYear | undefined,
  page: DayPage,
  practices: readonly PracticeDay[] = [],
): DayTask[] {
  const { day } = page;
  const there = (children: readonly Child[]) => children.filter((c) => !childOut(state, c.id, day));
  const rituals = ritualsOn(state, year, day).map((r): DayTask => ({
    id: `ritual ${r.ritual.id}`,
    title: r.ritual.title,
    detail: '',
    children: r.children,
    teacher: r.teacher,
    presence: r.ritual.presence,
    minutes: r.ritual.minutes,
    pieces: piecesOf(r.children, r.ritual.minutes, day),
    fresh: false,
    marked: r.mark !== undefined,
    ritual: r,
    things: [],
  }));
  const steps = page.groups.flatMap((g) =>
    g.sittings.flatMap((s) =>
      s.rows
        .filter((row) => !['known', 'left out', 'not today'].includes(row.mark?.kind ?? ''))
        .map((row): DayTask => {
          const children = there(s.children).filter((c) => !row.missed.some((m) => m.id === c.id));
          return {
            id: row.key,
            title: s.course.title,
            detail: `${row.step.lesson.title}, ${stepName(row.step)}`,
            children,
            teacher: s.teacher,
            presence: row.step.presence,
            minutes: row.minutes,
            pieces: piecesOf(children, row.minutes, day),
            fresh: row.fresh,
            marked: row.mark !== undefined,
            row,
            things: [],
          };
        }),
    ),
  );
  const extra = practices.map((p): DayTask => {
    const [offer] = p.offers;
    const { minutes } = offer ?? { minutes: p.course.kinds.drill.minutes };
    return {
      id: `practice ${p.enrolment.id}`,
      title: p.course.title,
      detail: offer ? `${offer.lesson.title}, ${stepName(offer)}, once more` : 'extra practice',
      children: there(p.children),
      teacher: byId(state.teachers, p.enrolment.teacherId),
      presence: 'near',
      minutes,
      pieces: piecesOf(there(p.children), minutes, day),
      fresh: false,
      marked: false,
      things: [],
    };
  });
  const tasks = [...rituals, ...steps, ...extra].filter((t) => t.children.length > 0 && t.minutes > 0);
  return shareThings(state, tasks);
}

/** Family-style tasks are not cut (design of the day); a child's own are, where they are longer than its attention. */
const piecesOf = (children: readonly Child[], minutes: number, day: Day): number =>
  children.length === 1 ? Math.max(1, Math.ceil(minutes / attentionOf(children[0]!, day))) : 1;

/** Notes the things that more than one task of the day needs. */
function shareThings(state: Household, tasks: readonly DayTask[]): DayTask[] {
  const needed = tasks.map(({ row }) => (row ? thingsAt(state, row.enrolment, row.step) : []));
  const users = (m: Material) => needed.filter((list) => list.includes(m)).length;
  return tasks.map((t, i) => ({ ...t, things: needed[i]!.filter((m) => users(m) > 1) }));
}

/** The pieces of a task are activities of their own, named so. */
export const pieceId = (task: DayTask, piece: number): string => `${task.id}#${piece}`;

/**
 * The day as a problem to lay out: its hours, who is away when (the way there and back included), naps, quiet times and
 * meals, and the tasks cut into pieces. After a restart, what was marked before it is left out and nothing starts earlier.
 */
export function dayProblem(
  state: Household,
  year: SchoolYear,
  day: Day,
  tasks: readonly DayTask[],
): { problem: DayProblem; tasks: DayTask[] } {
  const { settings } = state;
  const restart = settings.restart?.date === fromDay(day) ? settings.restart : undefined;
  const part = year.special.find((s) => s.kind === 'part' && s.date === fromDay(day));
  const opens = minutesOf(part?.from ?? settings.dayFrom);
  const from = Math.max(opens, restart ? minutesOf(restart.from) : 0);
  const to = Math.max(from, minutesOf(part?.to ?? settings.dayTo));
  const left = tasks.filter((t) => !restart || !behind(t, restart.seq));
  const away = new Map<string, Span[]>();
  const kind = dayKind(year, day);
  const school = kind === 'full' || kind === 'light';
  const put = (id: string, span: Span) => away.set(id, [...(away.get(id) ?? []), span]);
  for (const c of state.children) for (const a of childAways(state, c.id, day)) put(c.id, { from: a.from, to: a.to });
  for (const t of state.teachers) {
    for (const a of teacherAways(state, t.id, day))
      put(t.id, a.whole ? { from: 0, to: 1440 } : { from: a.from, to: a.to });
    // On a day without school of its own nobody’s hours are set: whoever works then has said so.
    if (school && usualMinutes(year, t, day) === 0) put(t.id, { from: 0, to: 1440 });
  }
  const windows = (settings.windows ?? []).map((w) => ({
    ...w,
    span: { from: minutesOf(w.from), to: minutesOf(w.to) },
  }));
  for (const w of windows) if (w.kind === 'nap') for (const id of w.childIds) put(id, w.span);
  for (const a of restart?.asleep ?? []) put(a.childId, { from, to: minutesOf(a.until) });
  const activities = left.flatMap((task): Activity[] => {
    const closed = windows.filter(
      (w) =>
        task.children.some((c) => w.childIds.includes(c.id)) &&
        ((w.kind === 'quiet' && task.presence !== 'alone') || (w.kind === 'meal' && !readAloud(task))),
    );
    const within = openSpans(
      { from, to },
      closed.map((w) => w.span),
    );
    return Array.from({ length: task.pieces }, (_, k): Activity => {
      const minutes = share(task.minutes, task.pieces, k);
      const taught = { with: minutes, start: k === 0 ? settings.startMinutes : 0, near: 0, alone: 0 }[task.presence];
      return {
        id: pieceId(task, k),
        childIds: task.children.map((c) => c.id),
        minutes,
        teacherId: task.teacher?.id ?? '',
        taught: Math.min(taught, minutes),
        near: task.presence === 'near',
        things: task.things.map((m) => m.id),
        ...(closed.length > 0 ? { within } : {}),
        ...(k > 0 ? { after: pieceId(task, k - 1) } : {}),
        ...(k < task.pieces - 1 ? { rest: settings.breakMinutes ?? BREAK_MINUTES } : {}),
      };
    });
  });
  const held = stock(state);
  return {
    tasks: left,
    problem: {
      from,
      to,
      activities: inSequence(left, activities),
      away,
      teachers: state.teachers.map((t) => t.id),
      things: new Map([...held].map(([id, n]) => [id, Math.max(1, Math.floor(n))])),
      nearAtOnce: settings.nearAtOnce ?? NEAR_AT_ONCE,
    },
  };
}

/** A book read to all of them together goes with a meal (common practice: mouths are full). */
const readAloud = (task: DayTask) => task.row?.step.kind === 'read' && task.presence === 'with';

/** The k-th of so many pieces, in whole minutes that add up. */
const share = (minutes: number, pieces: number, k: number): number =>
  Math.round((minutes * (k + 1)) / pieces) - Math.round((minutes * k) / pieces);

/** Steps of one sitting follow one another in the order of the course. */
function inSequence(tasks: readonly DayTask[], activities: readonly Activity[]): Activity[] {
  const last = new Map<string, string>();
  const before = new Map<string, string>();
  for (const t of tasks) {
    if (!t.row) continue;
    const previous = last.get(t.row.enrolment.id);
    if (previous !== undefined) before.set(pieceId(t, 0), previous);
    last.set(t.row.enrolment.id, pieceId(t, t.pieces - 1));
  }
  return activities.map((a) => {
    const id = before.get(a.id);
    return id === undefined ? a : { ...a, after: id };
  });
}

/** Whether a task was marked before the day was laid out anew. Rituals have no place in the order of marks: done is done. */
const behind = (task: DayTask, seq: number): boolean =>
  task.row?.mark ? task.row.mark.seq < seq : task.ritual?.mark !== undefined;

/** What is left of a span without others. */
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
