import { childOut, type Day, dayKind, fromDay, hasSchool, type IsoDate, toDay, weekdayOf, withUs } from '../calendar';
import {
  byId,
  type Child,
  childrenOf,
  type Household,
  type Id,
  type Ritual,
  type RitualMark,
  type SchoolYear,
  type Teacher,
} from '../household';

/** A ritual on one day. */
export interface DayRitual {
  ritual: Ritual;
  teacher: Teacher | undefined;
  /** Those of its children who are there. */
  children: Child[];
  mark: RitualMark | undefined;
}

/** Whether a ritual gives way on a date: it is too hard, and there is an easier one. */
const givesWay = ({ easier, hard }: Pick<Ritual, 'easier' | 'hard'>, date: IsoDate): boolean =>
  easier !== undefined && hard !== undefined && hard <= date;

/**
 * Whether a ritual comes on a day: `open` where school is held. What was said to be secure rests from that date on; what is too hard gives
 * way, and the easier one comes on its days as well as on its own.
 */
function comes(ritual: Ritual, all: readonly Ritual[], day: Day, open: boolean): boolean {
  const date = fromDay(day);
  if (ritual.sort === 'extra') return ritual.date === date;
  if ((ritual.until && ritual.until < date) || (ritual.secure && ritual.secure <= date)) return false;
  if (givesWay(ritual, date) || !(open || ritual.sort === 'chore')) return false;
  const weekday = weekdayOf(day);
  // Followed from harder to harder, each once: two that name one another end there.
  const seen = new Set([ritual]);
  const stands = (r: Ritual): boolean =>
    r.weekdays.includes(weekday) ||
    all.some((harder) => {
      if (harder.easier !== r.id || seen.has(harder) || !givesWay(harder, date)) return false;
      if (harder.until && harder.until < date) return false;
      seen.add(harder);
      return stands(harder);
    });
  return stands(ritual);
}

/** What can stand in for a ritual while it is too hard: everyday things that do not, in the end, lean on it themselves. */
export function easierFor(rituals: readonly Ritual[], id: Id | undefined): Ritual[] {
  const leans = (r: Ritual): boolean => {
    const seen = new Set<Id>();
    for (
      let at: Ritual | undefined = r;
      at && !seen.has(at.id);
      at = at.easier ? byId(rituals, at.easier) : undefined
    ) {
      if (at.id === id) return true;
      seen.add(at.id);
    }
    return false;
  };
  return rituals.filter((r) => r.sort === undefined && !leans(r));
}

/** Everyday things first, then what is of this day alone, then the work about the house. */
const RANK = (r: Ritual) => (r.sort === undefined ? 0 : r.sort === 'extra' ? 1 : 2);

const ordered = new WeakMap<readonly Ritual[], Ritual[]>();
/** Those for most days first. */
function inOrder(rituals: readonly Ritual[]): readonly Ritual[] {
  let known = ordered.get(rituals);
  if (!known) {
    known = [...rituals].sort(
      (a, b) => RANK(a) - RANK(b) || b.weekdays.length - a.weekdays.length || (a.title < b.title ? -1 : 1),
    );
    ordered.set(rituals, known);
  }
  return known;
}

const dated = new WeakMap<readonly RitualMark[], Map<IsoDate, RitualMark[]>>();
/** The marks of rituals by their date: every day to come asks for its own. */
function marksByDate(marks: readonly RitualMark[]): ReadonlyMap<IsoDate, readonly RitualMark[]> {
  let known = dated.get(marks);
  if (!known) {
    known = new Map();
    for (const m of marks) {
      const on = known.get(m.date);
      if (on) on.push(m);
      else known.set(m.date, [m]);
    }
    dated.set(marks, known);
  }
  return known;
}

/**
 * The rituals of a day: those meant for its weekday, on a day with school, while any of their children is there; chores on their weekdays
 * whatever day it is, extras on their date; and those marked on it whatever day it is. One that was not done on an earlier day leaves no
 * trace.
 */
export function ritualsOn(state: Household, year: SchoolYear | undefined, day: Day): DayRitual[] {
  const open = year !== undefined && hasSchool(dayKind(year, day));
  const marks = marksByDate(state.ritualMarks).get(fromDay(day));
  return inOrder(state.rituals).flatMap((row): DayRitual[] => {
    const mark = marks?.find((m) => m.ritualId === row.id);
    // A day gone by shows what it was when it was marked.
    const ritual = mark?.was ? { ...row, ...mark.was } : row;
    const children = childrenOf(state, ritual).filter((c) => !childOut(state, c.id, day));
    const due = comes(ritual, state.rituals, day, open) && children.length > 0;
    return mark || due ? [{ ritual, teacher: byId(state.teachers, ritual.teacherId), children, mark }] : [];
  });
}

/** The mark of a ritual done, with what the ritual was then: what is changed of it later changes no day gone by. */
export function ritualMark(
  { id: ritualId, title, minutes, childIds, sort, alone }: Ritual,
  date: IsoDate,
  id: Id,
): RitualMark {
  const was = { title, minutes, childIds, ...(sort ? { sort } : {}), ...(alone ? { alone } : {}) };
  return { id, ritualId, date, was };
}

/**
 * Whether a ritual is school on a day for a child: by itself where it says so, else beside other work; work about the house never is, what
 * is of one date only where it says so.
 */
export const isSchool = ({ sort, alone }: Pick<Ritual, 'sort' | 'alone'>, otherWork: boolean): boolean =>
  sort === 'chore' ? false : alone === true || (sort === undefined && otherWork);

/** Extras whose date is from…to (both included), by date, with who takes part. */
export const extrasWithin = (
  state: Pick<Household, 'rituals' | 'children'>,
  from: Day,
  to: Day,
): (Ritual & { day: Day; names: string[] })[] =>
  state.rituals
    .flatMap((r) => {
      if (r.sort !== 'extra' || r.date === undefined) return [];
      const day = toDay(r.date);
      const names = r.childIds.filter((id) => withUs(state, id, day)).map((id) => byId(state.children, id)?.name ?? '');
      return [{ ...r, day, names }];
    })
    .filter((r) => r.day >= from && r.day <= to)
    .sort((a, b) => a.day - b.day || a.title.localeCompare(b.title));

/** The chores that each child has in the week of a day, of those who are there in it; children without any are not named. */
export const choresByChild = (
  state: Pick<Household, 'rituals' | 'children'>,
  start: Day,
): { child: Child; chores: Ritual[] }[] =>
  state.children.flatMap((child) => {
    if (!Array.from({ length: 7 }, (_, i) => start + i).some((d) => withUs(state, child.id, d))) return [];
    const chores = state.rituals.filter(
      (r) =>
        r.sort === 'chore' &&
        r.weekdays.length > 0 &&
        r.childIds.includes(child.id) &&
        !(r.until && r.until < fromDay(start)),
    );
    return chores.length > 0 ? [{ child, chores }] : [];
  });
