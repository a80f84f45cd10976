import { Link } from 'react-router';
import { toDay } from '../../core/calendar';
import { verdictsOf } from '../../core/record';
import { useHousehold } from '../shell/household';
import { longDate } from '../ui/dates';

/** What was said of each course once somebody was through with it: for who chooses again. */
export default function VerdictsPage() {
  const { household, today } = useHousehold();
  const all = verdictsOf(household);
  return (
    <div className="max-w-4xl">
      <h1 className="pb-2">Verdicts</h1>
      <div className="double-rule pt-2">
        {all.length === 0 && (
          <p className="text-soft">
            Nothing is said yet. When a course is finished or dropped, a line says what it was worth; it stands here,
            and where the same course, its series or its publisher is chosen again.
          </p>
        )}
        <ul aria-label="Verdicts">
          {all.map((v) => (
            <li key={`${v.enrolment.id} ${v.child.id} ${v.verdict.date}`} className="border-b border-rule py-1">
              <Link className="page-link" to={`/shelf/${v.enrolment.courseId}`}>
                {v.title}
              </Link>
              , {v.child.name}: <b className="font-semibold">{v.verdict.worth}</b>
              {v.verdict.text && `, “${v.verdict.text}”`}{' '}
              <span className="text-soft">
                {[v.publisher, longDate(household.settings.dateStyle, toDay(v.verdict.date), today)]
                  .filter(Boolean)
                  .join(' · ')}
              </span>
            </li>
          ))}
        </ul>
      </div>
    </div>
  );
}
