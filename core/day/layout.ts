import type { Day } from '../calendar';
import { contentsOf, type FlatStep } from '../course';
import { byId, type Child, type Course, type Enrolment, type Household, type Teacher, takersOn } from '../household';
import { isTaken, remainingSteps, isPlanned } from '../pace';
import { ownMeanwhile } from './meanwhile';
import { practiceOffers } from './practice';
import type { LaidOut } from './solve';
import { pieceId } from './problem';
import { busyWith, type DayTask } from './tasks';
import type { DayProblem, Minute, Span } from './timetable';

/** A task, or one piece of it, where it stands in the day. */
export interface DayPiece extends Span {
  task: DayTask;
  /** Counted from 0. */
  piece: number;
  /** Until when the teacher is beside it; its start when nobody is. */
  taughtTo: Minute;
}

/** A stretch in which a child waits for somebody, and what it could do meanwhile by itself. */
export interface Wait extends Span {
  child: Child;
  meanwhile: { enrolment: Enrolment; course: Course; step: FlatStep }[];
  /** Of the household's own list, where its courses leave room for it. */
  own: string[];
}

/** A day, laid out. */
export interface DayLayout extends Span {
  pieces: DayPiece[];
  /** What finds no room. */
  unfit: DayTask[];
  /** When the last child is finished, and when the last teacher is free for good. */
  finish: Minute;
  release: Minute;
  /** Where everything finds room, no day with the same work could end earlier than this. */
  bound: Minute;
  proved: boolean;
  waits: Wait[];
  /** When each child is away, asleep or at an appointment, within the day. */
  away: { child: Child; spans: Span[] }[];
  /** The thread of each teacher who teaches: with whom, and free in between. */
  threads: { teacher: Teacher; parts: ThreadPart[] }[];
}
/** A stretch of a teacher's thread: beside a piece, or free. */
export interface ThreadPart extends Span {
  piece?: DayPiece;
}

/** Shorter waits and free stretches are not worth a word. */
const SHORTEST = 10;
const MOST_MEANWHILE = 2;

/** A solved day as it is shown. */
export function layoutOf(
  state: Household,
  day: Day,
  { problem, tasks }: { problem: DayProblem; tasks: readonly DayTask[] },
  solved: LaidOut,
): DayLayout {
  const index = new Map(problem.activities.map((a, i) => [a.id, i]));
  const pieces = tasks
    .flatMap((task) =>
      Array.from({ length: task.pieces }, (_, piece): DayPiece | undefined => {
        const i = index.get(pieceId(task, piece))!;
        const from = solved.starts[i]!;
        const { minutes, taught } = problem.activities[i]!;
        return from < 0 ? undefined : { task, piece, from, to: from + minutes, taughtTo: from + taught };
      }),
    )
    .filter((p) => p !== undefined)
    .sort((a, b) => a.from - b.from || a.to - b.to);
  const whole = (t: DayTask) => pieces.filter((p) => p.task === t).length === t.pieces;
  const finish = solved.cost.finish;
  return {
    from: problem.from,
    to: problem.to,
    pieces,
    unfit: tasks.filter((t) => !whole(t)),
    finish,
    release: solved.cost.release,
    bound: solved.bound,
    proved: solved.proved,
    waits: waitsOf(state, day, problem, pieces),
    away: state.children.map((child) => ({ child, spans: problem.away.get(child.id) ?? [] })),
    threads: state.teachers
      .map((teacher) => ({ teacher, parts: threadOf(teacher, pieces) }))
      .filter((t) => t.parts.length > 0),
  };
}

/** A teacher's day from the first task to the last, free stretches between; side by side pieces are one after another. */
function threadOf(teacher: Teacher, pieces: readonly DayPiece[]): ThreadPart[] {
  const parts: ThreadPart[] = [];
  for (const piece of pieces) {
    if (piece.task.teacher?.id !== teacher.id || piece.taughtTo <= piece.from) continue;
    const last = parts.at(-1);
    if (last && piece.from > last.to) parts.push({ from: last.to, to: piece.from });
    parts.push({ from: piece.from, to: piece.taughtTo, piece });
  }
  return parts;
}

function waitsOf(state: Household, day: Day, problem: DayProblem, pieces: readonly DayPiece[]): Wait[] {
  const waits: Wait[] = [];
  for (const child of state.children) {
    const own = pieces.filter((p) => busyWith(p.task).some((c) => c.id === child.id));
    const away = problem.away.get(child.id) ?? [];
    for (let k = 1; k < own.length; k++) {
      const [before, next] = [own[k - 1]!, own[k]!];
      // Between two pieces of one task there is a break, not a wait.
      if (before.task === next.task || next.from - before.to < SHORTEST) continue;
      if (away.some((s) => s.from < next.from && s.to > before.to)) continue;
      waits.push({ child, from: before.to, to: next.from, meanwhile: [], own: [] });
    }
  }
  waits.sort((a, b) => a.from - b.from);
  const offers = new Map(state.children.map((c) => [c.id, meanwhileOf(state, c, day, pieces)]));
  // Each wait gets something else to do, for as long as there is something.
  const lists = new Map(state.children.map((c) => [c.id, ownMeanwhile(state, c, day)]));
  return waits.map((w) => {
    const meanwhile = offers.get(w.child.id)!.splice(0, MOST_MEANWHILE);
    return { ...w, meanwhile, own: lists.get(w.child.id)!.splice(0, MOST_MEANWHILE - meanwhile.length) };
  });
}

/** What a child can do by itself: the next of what has no timetable, then drill and practice of what it has begun. */
function meanwhileOf(state: Household, child: Child, day: Day, pieces: readonly DayPiece[]): Wait['meanwhile'] {
  const own = state.enrolments.filter((e) => {
    const takers = isTaken(e) ? takersOn(state, e, day) : [];
    return takers.length === 1 && takers[0]!.id === child.id;
  });
  const planned = new Set(pieces.flatMap((p) => (p.task.row ? [p.task.row.key] : [])));
  const by = (e: Enrolment) => {
    const course = contentsOf(state, e, day);
    const next = remainingSteps(state, e)[0];
    if (!course || !next) return [];
    const steps = isPlanned(e) ? practiceOffers(state, e, course, next) : [next];
    return steps
      .filter((s) => ['alone', 'near'].includes(s.presence) && !planned.has(`${e.id} ${s.id}`))
      .slice(0, 1)
      .map((step) => ({ enrolment: e, course: byId(state.courses, e.courseId) ?? course, step }));
  };
  const rank = (e: Enrolment) => (isPlanned(e) ? 1 : 0);
  return [...own].sort((a, b) => rank(a) - rank(b)).flatMap(by);
}

/** Stretches of a teacher's thread in which nobody needs them, long enough to be worth a word. */
export const freeParts = (parts: readonly ThreadPart[]): ThreadPart[] =>
  parts.filter((p) => !p.piece && p.to - p.from >= SHORTEST);
