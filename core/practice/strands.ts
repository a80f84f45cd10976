import { type Day, weekStart, withUs } from '../calendar';
import { type FlatStep, lessonRefOf } from '../course';
import { type Child, type Household, type Id, type Kind, type MemoryItem, titleOf } from '../household';
import type { WeekPage } from '../week';
import { memoryOn } from './memory';

/** What a course touches in a week: a lesson, with who takes it, and how it could be shared. */
export interface Strand {
  enrolmentId: Id;
  courseId: Id;
  lessonId: Id;
  title: string;
  lesson: string;
  children: Child[];
  /** How one child’s topic becomes everybody’s; undefined where it is practice alone. */
  share: 'read aloud' | 'shown at table' | 'told at table' | undefined;
  /** It is asked for at the library already. */
  held: boolean;
}

/** How a lesson is shared (common practice): what is read is read aloud, what is made is shown, what is new is told. */
const SHARED: readonly [Kind, NonNullable<Strand['share']>][] = [
  ['read', 'read aloud'],
  ['make', 'shown at table'],
  ['introduce', 'told at table'],
];

/** This week’s strands: each lesson that a course touches, once, in the order of the week’s rows; and the week’s memory work. */
export function strandsOf(state: Household, page: WeekPage): { strands: Strand[]; memory: MemoryItem[] } {
  const here = state.children.filter((c) => page.days.some(({ day }) => withUs(state, c.id, day)));
  const strands = page.rows.flatMap((row): Strand[] => {
    const steps = row.cells.flatMap((c) => c.items.filter((i) => i.sits).map((i) => i.step));
    const lessons = new Map<Id, FlatStep[]>();
    for (const s of steps) lessons.set(s.lesson.id, [...(lessons.get(s.lesson.id) ?? []), s]);
    return [...lessons.values()].map((own): Strand => {
      const ref = lessonRefOf(row.enrolment.courseId, own[0]!.lesson.id);
      const lesson = own[0]!.lesson.title;
      return {
        ...{
          enrolmentId: row.enrolment.id,
          ...ref,
          title: titleOf(state, ref.courseId),
          lesson,
          children: row.children,
        },
        // What all of them take is everybody’s already.
        share:
          row.children.length >= here.length
            ? undefined
            : SHARED.find(([kind]) => own.some((s) => s.kind === kind))?.[1],
        held: state.holds.some((h) => !h.back && h.courseId === ref.courseId && h.lessonId === ref.lessonId),
      };
    });
  });
  const start: Day = weekStart(page.days[0]?.day ?? 0, state.settings.firstDay);
  return { strands, memory: page.days.length > 0 ? memoryOn(state, start + 6).fresh : [] };
}
