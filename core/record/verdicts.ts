import { levelsAfter, levelsBefore } from '../course';
import { byId, type Child, type Enrolment, type Household, titleOf, type Verdict } from '../household';

/** What was said of a course once a child was through with it. */
export interface VerdictLine {
  enrolment: Enrolment;
  child: Child;
  title: string;
  publisher: string;
  verdict: Verdict;
}

/** All verdicts, the newest first. */
export function verdictsOf(state: Household): VerdictLine[] {
  return state.enrolments
    .flatMap((enrolment) =>
      (enrolment.verdicts ?? []).flatMap((verdict): VerdictLine[] => {
        const child = byId(state.children, verdict.childId);
        const publisher = byId(state.courses, enrolment.courseId)?.publisher ?? '';
        return child ? [{ enrolment, child, title: titleOf(state, enrolment.courseId), publisher, verdict }] : [];
      }),
    )
    .sort((a, b) =>
      a.verdict.date < b.verdict.date ? 1 : a.verdict.date > b.verdict.date ? -1 : a.title.localeCompare(b.title),
    );
}

const same = (a: string | undefined, b: string | undefined) =>
  a !== undefined && b !== undefined && a.trim() !== '' && a.trim().toLowerCase() === b.trim().toLowerCase();

/** What was said of the same course, of its series (a level before or behind it, or the same title at another level) or of its publisher: for who thinks of it again. */
export const verdictsFor = (state: Household, courseId: string): VerdictLine[] => {
  const course = byId(state.courses, courseId);
  if (!course) return [];
  const series = [...levelsBefore(state, courseId), ...levelsAfter(state, courseId)].map((c) => c.id);
  return verdictsOf(state).filter((v) => {
    const of = byId(state.courses, v.enrolment.courseId);
    return (
      of !== undefined &&
      (of.id === course.id ||
        series.includes(of.id) ||
        same(of.title, course.title) ||
        same(of.publisher, course.publisher))
    );
  });
};
