import { lazy, Suspense } from 'react';
import { Link } from 'react-router';
import { useHousehold } from '../shell/household';

const Begin = lazy(() => import('./begin'));

/** What a household without a day to show sees: a blank one begins here; one half made is told what is still missing. */
export function FirstSteps() {
  const { household, year } = useHousehold();
  const untouched = household.children.length === 0 && household.courses.length === 0 && household.years.length === 0;
  if (untouched) {
    return (
      <Suspense fallback={<p className="py-8 text-soft">Loading …</p>}>
        <Begin />
      </Suspense>
    );
  }
  const steps = [
    {
      done: household.children.length > 0 && household.teachers.length > 0,
      to: '/household',
      text: 'Who learns and who teaches: children and teachers',
    },
    {
      done: year !== undefined,
      to: '/year',
      text: 'The school year: first and last day, school days of the week, closed days',
    },
    {
      done: household.enrolments.length > 0,
      to: '/shelf',
      text: 'The first course: how many lessons, for whom, on which weekdays',
    },
  ];
  const next = steps.find((s) => !s.done);
  return (
    <div className="max-w-2xl">
      <h1 className="pb-2">Not quite a day yet</h1>
      <div className="double-rule pt-4">
        <p className="pb-4">Three things are needed before a day can be planned. Nothing else is asked for yet.</p>
        <ol className="flex flex-col">
          {steps.map((s, i) => (
            <li key={s.to} className="flex items-center gap-4 border-b border-rule py-3">
              <span
                className={`w-8 text-center text-title leading-none ${s === next ? 'font-semibold text-rubric' : ''}`}
              >
                {i + 1}
              </span>
              <Link className={`page-link flex-1 ${s === next ? 'font-semibold' : ''}`} to={s.to}>
                {s.text}
              </Link>
              {s.done && <span className="label border border-ink px-1.5">there</span>}
            </li>
          ))}
        </ol>
      </div>
    </div>
  );
}
