import type { Day } from '../calendar';
import { type FlatStep, stepName } from '../course';
import {
  type Child,
  type Enrolment,
  type Household,
  type Id,
  type Kind,
  type Mark,
  type SchoolYear,
  titleOf,
  takersOn,
} from '../household';
import { listing } from '../words';
import { ritualsOn } from './rituals';

/** The kinds of work that a game round the table takes the place of (common practice: facts, practice and review). */
export const GAME_KINDS: readonly Kind[] = ['practise', 'review', 'drill'];

/** Of what a course still has on a day, in order, what a game takes the place of: its first unbroken run of practice, review and drill. */
export function answeredAtTable<T>(open: readonly T[], kindOf: (row: T) => Kind): T[] {
  const from = open.findIndex((r) => GAME_KINDS.includes(kindOf(r)));
  if (from < 0) return [];
  const end = open.findIndex((r, i) => i > from && !GAME_KINDS.includes(kindOf(r)));
  return open.slice(from, end < 0 ? undefined : end);
}

/** A step of the day that may be answered at a game. */
interface Sheet {
  enrolment: Enrolment;
  step: FlatStep;
  mark?: Mark;
}
interface SheetSitting<R extends Sheet> {
  enrolment: Enrolment;
  children: readonly Child[];
  rows: readonly R[];
}

/**
 * The sheets that the games of a day are answered from, by ritual: of each named enrolment whose children are all at the table,
 * what is answered at it (`answeredAtTable`). The first game that names an enrolment has it. What carries a
 * mark already is done elsewhere, as is everything once the game itself is done.
 */
export function gamesOn<R extends Sheet>(
  state: Household,
  year: SchoolYear | undefined,
  page: { day: Day; groups: readonly { sittings: readonly SheetSitting<R>[] }[] },
): ReadonlyMap<Id, R[]> {
  const games = new Map<Id, R[]>();
  if (!state.rituals.some((r) => r.sheets)) return games;
  const taken = new Set<Id>();
  const sittings = page.groups.flatMap((g) => g.sittings);
  for (const { ritual, children, mark } of ritualsOn(state, year, page.day)) {
    if (!ritual.sheets || mark) continue;
    const rows: R[] = [];
    for (const sitting of sittings) {
      const { id } = sitting.enrolment;
      if (!ritual.sheets.includes(id) || taken.has(id)) continue;
      // Who is no longer with the household, or not yet, is not waited for.
      if (!sitting.children.every((c) => children.some((there) => there.id === c.id))) continue;
      taken.add(id);
      rows.push(
        ...answeredAtTable(
          sitting.rows.filter((r) => !r.mark),
          (r) => r.step.kind,
        ),
      );
    }
    if (rows.length > 0) games.set(ritual.id, rows);
  }
  return games;
}

/**
 * What a game does of a day, in words: a course, the steps of each of its lessons, and for whom.
 * "Sluice Arithmetic Lesson 14 (practise 2 of 2 and review, Wren)".
 */
export function gameWords(state: Household, rows: readonly Sheet[], day: Day): string {
  const lessons = new Map<string, Sheet[]>();
  for (const row of rows) {
    const key = `${row.enrolment.id} ${row.step.lesson.id}`;
    lessons.set(key, [...(lessons.get(key) ?? []), row]);
  }
  return listing(
    [...lessons.values()].map((own) => {
      const { enrolment, step } = own[0]!;
      const who = listing(takersOn(state, enrolment, day).map((c) => c.name));
      const what = own.length === step.lesson.steps.length ? '' : `${listing(own.map((r) => stepName(r.step)))}, `;
      return `${titleOf(state, enrolment.courseId)} ${step.lesson.title} (${what}${who})`;
    }),
  );
}
