import { ageOn, type Day, type DayKind, dayKind, fromDay, weekStart, yearOn } from '../calendar';
import { stepName } from '../course';
import {
  byId,
  type Child,
  type Household,
  type Kind,
  type MarkKind,
  type Presence,
  type SchoolYear,
  type Tick,
  titleOf,
  untaught,
} from '../household';
import type { Plan } from '../stagger';
import { caughtOn } from './missed';
import { type DayPage, dayPage, type DayRow } from './page';
import { ritualsOn } from './rituals';
import { tickFor } from './ticks';

/** One thing on a child's own page. */
export interface ChildItem {
  key: string;
  /** The course, or the ritual. */
  title: string;
  /** The lesson, as the book has it; empty for a ritual. */
  lesson: string;
  what: string;
  /** `help`: with a younger one, as whose helper this child sits there. */
  kind: Kind | 'ritual' | 'chore' | 'help';
  minutes: number;
  presence: Presence;
  fresh: boolean;
  /** It takes time on the day: it is to be done, or was sat for. */
  sits: boolean;
  mark?: MarkKind;
  /** The other children who do it too. */
  others: Child[];
  /** Who sits beside this child, when it is an older sibling. */
  helper?: Child;
  /** What a tick of it is about; a helper has nothing to tick. */
  of?: Tick['of'];
  /** This child has ticked it, and it waits for the parent's nod, or was sent back. */
  ticked?: Tick;
}
export interface ChildDayItems {
  day: Day;
  kind: DayKind;
  items: ChildItem[];
  minutes: number;
}

export const SHEETS = ['cards', 'checklist', 'planner'] as const;
/** `cards` for those who do not read yet, a `checklist` for school age, a `planner` for teens. */
export type Sheet = (typeof SHEETS)[number];

/** The sheet that suits a child's age: cards before six, a planner from thirteen (common practice). */
export function sheetFor(child: Child, day: Day): Sheet {
  const age = ageOn(child.born, fromDay(day));
  return age < 6 ? 'cards' : age < 13 ? 'checklist' : 'planner';
}

/**
 * A child's week, day by day from the household's first weekday on: what the parent's page of each day has for this child, to
 * the number, with its rituals before it, what it helps a younger one with and its chores behind it (the minutes are its own work's). What was said to be known, left out or missed by this child is not on it.
 */
export function childWeek(
  state: Household,
  year: SchoolYear,
  plan: Plan | undefined,
  child: Child,
  inWeek: Day,
): ChildDayItems[] {
  const tickable = (of: Tick['of'], day: Day) => {
    const ticked = tickFor(state, child.id, of, day);
    return { of, ...(ticked ? { ticked } : {}) };
  };
  const start = weekStart(inWeek, state.settings.firstDay);
  return Array.from({ length: 7 }, (_, i) => start + i).flatMap((day): ChildDayItems[] => {
    const its = yearOn(state, year, day);
    const kind = dayKind(its, day);
    const all = ritualsOn(state, its, day)
      .filter((r) => r.children.some((c) => c.id === child.id))
      .map((r): ChildItem => ({
        key: `ritual ${r.ritual.id} ${day}`,
        title: r.ritual.title,
        lesson: '',
        what: '',
        kind: r.ritual.sort === 'chore' ? 'chore' : 'ritual',
        minutes: r.ritual.minutes,
        presence: r.ritual.presence,
        ...{ fresh: false, sits: true },
        ...(r.mark ? { mark: 'done' as const } : {}),
        others: r.children.filter((c) => c.id !== child.id),
        ...tickable({ kind: 'ritual', ritualId: r.ritual.id }, day),
      }));
    const rituals = all.filter((r) => r.kind === 'ritual');
    const chores = all.filter((r) => r.kind === 'chore');
    const page = dayPage(state, plan, day);
    const out = page.children.find((c) => c.child.id === child.id)?.out !== undefined;
    const steps = page.groups.flatMap((g) =>
      g.sittings
        .filter((s) => s.children.some((c) => c.id === child.id) && (!out || s.children.length === 1))
        .flatMap((s) =>
          s.rows
            .filter((r) => !(r.mark && untaught(r.mark.kind)) && !r.missed.some((c) => c.id === child.id))
            .map((r): ChildItem => ({
              key: `${r.key} ${day}`,
              title: titleOf(state, s.course.id),
              lesson: r.step.lesson.title,
              what: stepName(r.step),
              kind: r.step.kind,
              minutes: r.minutes,
              presence: r.step.presence,
              ...{ fresh: r.fresh, sits: r.sits },
              ...(r.mark ? { mark: r.mark.kind } : {}),
              others: s.children.filter((c) => c.id !== child.id),
              ...helperOf(state, r),
              ...tickable({ kind: 'step', enrolmentId: s.enrolment.id, stepId: r.step.id }, day),
            })),
        ),
    );
    // What it caught up with by itself is done, and its own.
    const alone = caughtOn(state, day)
      .filter((c) => c.child.id === child.id)
      .map(({ enrolment, step, title, mark, minutes }): ChildItem => ({
        key: `alone ${enrolment.id} ${step.id} ${day}`,
        ...{ title, lesson: step.lesson.title, what: stepName(step), kind: step.kind, minutes },
        ...{ presence: step.presence, fresh: false, sits: true, mark: mark.kind, others: [] },
        ...tickable({ kind: 'step', enrolmentId: enrolment.id, stepId: step.id }, day),
      }));
    const helping = out ? [] : helpingOn(state, page, child);
    const items = [...rituals, ...steps, ...alone, ...helping, ...chores];
    const school = kind === 'full' || kind === 'light';
    if (items.length === 0 && !school) return [];
    // What was put off, or back in front, takes no time of the day.
    const own = [...rituals, ...steps, ...alone].filter((x) => x.sits);
    return [{ day, kind, items, minutes: own.reduce((n, x) => n + x.minutes, 0) }];
  });
}

function helperOf(state: Household, { enrolment, step }: DayRow): { helper?: Child } {
  const { helper } = enrolment;
  const sibling = helper?.kinds.includes(step.kind) ? byId(state.children, helper.childId) : undefined;
  return sibling ? { helper: sibling } : {};
}

/** What a child helps younger ones with on a day: at what, and with whom. */
function helpingOn(state: Household, page: DayPage, child: Child): ChildItem[] {
  return page.groups.flatMap((g) =>
    g.sittings.flatMap((s) =>
      s.rows
        .filter((r) => r.enrolment.helper?.childId === child.id && r.enrolment.helper.kinds.includes(r.step.kind))
        .map((r): ChildItem => ({
          key: `help ${r.key} ${page.day}`,
          title: titleOf(state, s.course.id),
          lesson: r.step.lesson.title,
          what: stepName(r.step),
          kind: 'help',
          minutes: r.minutes,
          presence: 'near',
          ...{ fresh: false, sits: r.sits },
          ...(r.mark ? { mark: r.mark.kind } : {}),
          others: s.children,
        })),
    ),
  );
}
