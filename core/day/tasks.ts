import { ageOn, childOut, type Day, fromDay, minutesOf } from '../calendar';
import { stepName } from '../course';
import {
  byId,
  type Child,
  type Household,
  type Material,
  type Presence,
  type SchoolYear,
  type Teacher,
  titleOf,
} from '../household';
import { thingsAt } from '../materials';
import { gamesOn } from './games';
import type { DayPage, DayRow } from './page';
import type { PracticeDay } from './practice';
import { type DayRitual, ritualsOn } from './rituals';
import type { Minute } from './timetable';

/** One thing on a day's page that takes time: a step, or a ritual. */
export interface DayTask {
  id: string;
  /** The course or the ritual. */
  title: string;
  /** The lesson and what is done of it. */
  detail: string;
  children: Child[];
  /** The older sibling who sits beside the child, a teacher in earshot. */
  helper?: Child;
  teacher: Teacher | undefined;
  presence: Presence;
  minutes: number;
  /** A young child's task is cut into so many pieces, with breaks between. */
  pieces: number;
  fresh: boolean;
  marked: boolean;
  row?: DayRow;
  ritual?: DayRitual;
  /** A game round the table: the sheets it is answered from, and does. */
  sheets?: DayRow[];
  /** It starts at this minute of the day and at no other. */
  at?: Minute;
  /** It can be done on the way. */
  portable: boolean;
  /** Things that other tasks of the day need too. */
  things: Material[];
}

/** Up to this age attention is counted in years and a little more (common practice). */
const YOUNG = 8;
const MORE_THAN_YEARS = 2;

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
  const games = gamesOn(state, year, page);
  const atTable = new Set([...games.values()].flat());
  const rituals = ritualsOn(state, year, day).map((r): DayTask => ({
    id: `ritual ${r.ritual.id}`,
    title: r.ritual.title,
    detail: (games.get(r.ritual.id) ?? []).map((row) => `${row.step.lesson.title}, ${stepName(row.step)}`).join('; '),
    children: r.children,
    teacher: r.teacher,
    presence: r.ritual.presence,
    minutes: r.ritual.minutes,
    pieces: piecesOf(r.children, r.ritual.minutes, day),
    fresh: false,
    marked: r.mark !== undefined,
    ritual: r,
    ...(games.has(r.ritual.id) ? { sheets: games.get(r.ritual.id)! } : {}),
    ...(r.ritual.at === undefined ? {} : { at: minutesOf(r.ritual.at) }),
    portable: false,
    things: [],
  }));
  const steps = page.groups.flatMap((g) =>
    g.sittings.flatMap((s) =>
      s.rows
        .filter((row) => !atTable.has(row) && row.sits)
        .map((row, i): DayTask => {
          const children = there(s.children).filter((c) => !row.missed.some((m) => m.id === c.id));
          const { at, helper, portable } = s.enrolment;
          const sibling = helper?.kinds.includes(row.step.kind) ? byId(state.children, helper.childId) : undefined;
          const helps = sibling !== undefined && there([sibling]).length > 0;
          return {
            id: row.key,
            title: titleOf(state, s.course.id),
            detail: `${row.step.lesson.title}, ${stepName(row.step)}`,
            children,
            teacher: s.teacher,
            ...(helps ? { helper: sibling } : {}),
            // While the sibling is away a teacher has to sit there.
            presence: sibling && !helps ? 'with' : row.step.presence,
            minutes: row.minutes,
            // What an older one helps with stays together: it comes over once.
            pieces: helps ? 1 : piecesOf(children, row.minutes, day),
            fresh: row.fresh,
            marked: row.mark !== undefined,
            row,
            ...(at !== undefined && i === 0 ? { at: minutesOf(at) } : {}),
            portable: portable?.includes(row.step.kind) ?? false,
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
      title: titleOf(state, p.course.id),
      detail: offer ? `${offer.lesson.title}, ${stepName(offer)}, once more` : 'extra practice',
      children: there(p.children),
      teacher: byId(state.teachers, p.enrolment.teacherId),
      presence: 'near',
      minutes,
      pieces: piecesOf(there(p.children), minutes, day),
      fresh: false,
      marked: false,
      portable: false,
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
  const needed = tasks.map(({ row, sheets }) => {
    const rows = row ? [row] : (sheets ?? []);
    return [...new Set(rows.flatMap((r) => thingsAt(state, r.enrolment, r.step)))];
  });
  const users = (m: Material) => needed.filter((list) => list.includes(m)).length;
  return tasks.map((t, i) => ({ ...t, things: needed[i]!.filter((m) => users(m) > 1) }));
}

/** Everybody whom a task keeps busy: its children, and the sibling who helps. */
export const busyWith = (task: DayTask): Child[] => (task.helper ? [...task.children, task.helper] : task.children);
