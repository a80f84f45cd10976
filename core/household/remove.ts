import type { Household, Id } from './types';

/** Tables whose rows others may hang on. */
export type Removable =
  'children' | 'teachers' | 'years' | 'absences' | 'aways' | 'calendars' | 'courses' | 'enrolments' | 'materials';

/**
 * Why a row cannot be taken away: a sentence that names what hangs on it and what to do instead, or undefined when
 * it can. The log is never thrown away with something else.
 */
export function whyKept(state: Household, table: Removable, id: Id): string | undefined {
  const title = (courseId: Id) => state.courses.find((c) => c.id === courseId)?.title ?? 'a course';
  if (table === 'children' || table === 'teachers') {
    const e = state.enrolments.find((x) => (table === 'children' ? x.childIds.includes(id) : x.teacherId === id));
    if (e) return `${title(e.courseId)} still names them: change that on the shelf first.`;
    const ritual = state.rituals.find((r) => r.teacherId === id || r.childIds.includes(id));
    if (ritual) return `The ritual “${ritual.title}” still names them: change that on the shelf first.`;
    const helped = state.enrolments.find((x) => x.helper?.childId === id);
    if (helped) return `They sit beside a younger one in ${title(helped.courseId)}: change that on the shelf first.`;
    if (state.ticks.some((t) => t.childId === id)) return 'Something they ticked waits for your nod: see Today first.';
    const stretch = state.settings.windows?.find((w) => w.childIds.includes(id));
    if (stretch)
      return `“${stretch.label || stretch.kind}” still names them: change that under Household, through the day, first.`;
    return namedInCalendar(state, id);
  }
  if (table === 'courses') {
    if (state.enrolments.some((e) => e.courseId === id))
      return 'Somebody takes this course: remove them from it first.';
    const lent = state.enrolments.find((e) => e.units?.some((u) => u.courseId === id));
    return lent && `A unit of it is blended into ${title(lent.courseId)}: take that out first.`;
  }
  if (table === 'enrolments') {
    if (state.marks.some((m) => m.enrolmentId === id))
      return 'There are marks in its record, which is kept. Set it to “dropped” instead.';
    const game = state.rituals.find((r) => r.sheets?.includes(id));
    if (game) return `The game “${game.title}” is answered from it: change that on the shelf first.`;
    if (state.links.some((l) => l.enrolmentIds.includes(id))) return 'It is kept in step with others: end that first.';
    const waits = state.enrolments.find((e) =>
      e.gates?.some((g) => g.fillId === id || (g.until.kind === 'course' && g.until.enrolmentId === id)),
    );
    return waits && `A gate of ${title(waits.courseId)} names it: change that first.`;
  }
  return undefined;
}

/** Absences, away blocks and the register hold on to people too. */
function namedInCalendar(state: Household, id: Id): string | undefined {
  const away = state.aways.find((a) => [...a.childIds, ...a.teacherIds, ...(a.along ?? [])].includes(id));
  if (away) return `“${away.label}” takes them along: change that under Year first.`;
  if (state.absences.some((a) => a.childIds.includes(id)))
    return 'Days without school stand in their name: take those out under Year first.';
  return state.attendance.some((a) => a.childId === id)
    ? 'Days of their register were said by hand, and the register is kept.'
    : undefined;
}
