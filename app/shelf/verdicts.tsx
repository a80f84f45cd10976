import { verdictsFor } from '../../core/record';
import { titleOf } from '../../core/household';
import { useHousehold } from '../shell/household';

/** What was said of this course, of its series or of its publisher, by whoever was through with one of them. */
export function Verdicts({ courseId }: { courseId: string }) {
  const { household } = useHousehold();
  const all = verdictsFor(household, courseId);
  if (all.length === 0) return null;
  return (
    <section aria-label="Verdicts" className="border-b border-rule py-3">
      <h2>What was said of it and its like</h2>
      <ul>
        {all.map((v) => (
          <li key={`${v.enrolment.id} ${v.child.id} ${v.verdict.date}`} className="py-1 wrap-anywhere">
            {v.title !== titleOf(household, courseId) && `${v.title}: `}
            {v.child.name}, <b className="font-semibold">{v.verdict.worth}</b>
            {v.verdict.text && `, “${v.verdict.text}”`}
          </li>
        ))}
      </ul>
    </section>
  );
}
