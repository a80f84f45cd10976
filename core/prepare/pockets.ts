import { type Day, toDay } from '../calendar';
import { lessonRefOf, lessonsIn } from '../course';
import { byId, type Household, type Id, type Lesson, type MakingKind, type Prepared, titleOf } from '../household';
import { standingsOf } from '../log';
import { isTakenOn } from '../pace';
import { lessonsAhead, type Plan } from '../stagger';
import { count } from '../words';

/** Work of the hands after which small pieces lie in their lesson’s pocket. What is printed or copied is written in, and not put back. */
const IN_POCKET: ReadonlySet<MakingKind> = new Set(['cut', 'laminate', 'staple', 'assemble']);

/** Ready for whoever comes to the lesson; with a child; no more wanted by the child; in its place again for the next. */
export const POCKET_STATES = ['prepared', 'in use', 'to put back', 'put back'] as const;
export type PocketState = (typeof POCKET_STATES)[number];
/** What was made of small pieces for a lesson, in a pocket of its own. */
export interface Pocket {
  courseId: Id;
  lessonId: Id;
  title: string;
  lesson: string;
  is: PocketState;
}
/** A pocket that is wanted on a day to come. */
export interface PocketAhead extends Pocket {
  day: Day;
}

const keyOf = (courseId: Id, lessonId: Id): string => JSON.stringify([courseId, lessonId]);

/** The rows that say that a lesson’s pocket is made, by course and lesson: those of the lesson itself, not of its whole level. */
function pocketRows({ prepared, courses }: Pick<Household, 'prepared' | 'courses'>): ReadonlyMap<string, Prepared[]> {
  const rows = new Map<string, Prepared[]>();
  for (const p of prepared) {
    if (p.part !== undefined || p.task === undefined || !IN_POCKET.has(p.task)) continue;
    if (byId(courses, p.courseId)?.tasks?.find((t) => t.kind === p.task)?.for === 'level') continue;
    const key = keyOf(p.courseId, p.lessonId);
    const own = rows.get(key);
    if (own) own.push(p);
    else rows.set(key, [p]);
  }
  return rows;
}

/** The rows of some lessons’ pockets. */
export function rowsOfPockets(
  state: Pick<Household, 'prepared' | 'courses'>,
  lessons: readonly { courseId: Id; lessonId: Id }[],
): Prepared[] {
  const rows = pocketRows(state);
  return lessons.flatMap((l) => rows.get(keyOf(l.courseId, l.lessonId)) ?? []);
}

/** Where a lesson’s pocket is, by who has sat over the lesson since it was last put back, and who is not through it. */
function stateOf(state: Household, courseId: Id, lesson: Lesson, rows: readonly Prepared[], today: Day): PocketState {
  const back = Math.max(-Infinity, ...rows.map((p) => (p.back ? toDay(p.back) : -Infinity)));
  let used = false;
  for (const e of state.enrolments) {
    if (e.courseId !== courseId) continue;
    const standings = standingsOf(state.marks, e.id);
    const own = lesson.steps.map((s) => standings.get(s.id));
    if (!own.some((s) => s?.sat.some((day) => day > back))) continue;
    if (isTakenOn(e, today) && own.some((s) => !s || s.state === 'open')) return 'in use';
    used = true;
  }
  if (used) return 'to put back';
  return rows.some((p) => toDay(p.date) > back) ? 'prepared' : 'put back';
}

/** Every pocket that was made, of all courses or of one, in order of courses and their lessons. */
export function pocketsOf(state: Household, today: Day, courseId?: Id): Pocket[] {
  const made = pocketRows(state);
  if (made.size === 0) return [];
  return state.courses
    .filter((c) => courseId === undefined || c.id === courseId)
    .flatMap((course) =>
      lessonsIn(course).flatMap((lesson): Pocket[] => {
        const rows = made.get(keyOf(course.id, lesson.id));
        if (!rows) return [];
        const is = stateOf(state, course.id, lesson, rows, today);
        return [
          { courseId: course.id, lessonId: lesson.id, title: titleOf(state, course.id), lesson: lesson.title, is },
        ];
      }),
    );
}

/** The pockets of the lessons that begin on the days from…to by the plan, to be got out, in order of days. */
export function pocketsAhead(state: Household, plan: Plan, from: Day, to: Day): PocketAhead[] {
  const made = new Map(pocketsOf(state, plan.today).map((p) => [keyOf(p.courseId, p.lessonId), p]));
  const found = new Map<string, PocketAhead>();
  if (made.size > 0)
    for (const { enrolment, step, day } of lessonsAhead(state, plan, from, to)) {
      const ref = lessonRefOf(enrolment.courseId, step.lesson.id);
      const key = keyOf(ref.courseId, ref.lessonId);
      const pocket = made.get(key);
      if (pocket && !found.has(key)) found.set(key, { ...pocket, day });
    }
  return [...found.values()];
}

/** A pocket by name: “Pond and Sky, 6, mud under the glass”. */
export const pocketName = ({ title, lesson }: Pick<Pocket, 'title' | 'lesson'>): string => `${title}, ${lesson}`;

/** How many pockets are where: “6 pockets: 3 prepared, 1 in use, 2 put back”; empty where none was made. */
export function pocketWords(pockets: readonly Pocket[]): string {
  const where = POCKET_STATES.flatMap((is) => {
    const n = pockets.filter((p) => p.is === is).length;
    return n > 0 ? [`${n} ${is}`] : [];
  });
  return where.length === 0 ? '' : `${count(pockets.length, 'pocket')}: ${where.join(', ')}`;
}
