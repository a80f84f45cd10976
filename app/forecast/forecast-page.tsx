import { lazy, Suspense, useState } from 'react';
import { Link } from 'react-router';
import { childWords, forecastWords, groundWords, testWords } from '../../core/forecast';
import { byId, childrenOf, titleOf } from '../../core/household';
import { useHousehold } from '../shell/household';
import { listing } from '../ui/words';
import { SubNav } from '../year/sub-nav';
import { useForecast } from './use-forecast';

const Fan = lazy(() => import('./fan').then((m) => ({ default: m.Fan })));

/** How long it will take: each child’s year, each course, the next test; by the child’s own record, and how much of that there is. */
export default function ForecastPage() {
  const { household, year, today } = useHousehold();
  const { told, failed } = useForecast();
  const [open, setOpen] = useState<string>();
  const style = household.settings.dateStyle;
  const name = (id: string) => {
    const e = byId(household.enrolments, id);
    return e ? `${titleOf(household, e.courseId)} (${listing(childrenOf(household, e).map((c) => c.name))})` : '';
  };
  const late = [...(told?.courses ?? [])].sort((a, b) => (a.chance ?? 101) - (b.chance ?? 101));
  return (
    <>
      <div className="flex flex-wrap items-baseline justify-between gap-x-6 pb-1">
        <h1>How long will it take</h1>
        <SubNav />
      </div>
      <p className="double-rule pt-3">
        By what each child has done so far, sitting by sitting: two thousand times the rest of the year is played
        through on your own calendar. It is no promise, and nobody is late by it.
      </p>
      {failed && <p role="alert">It could not be worked out just now. Reload the page to try again.</p>}
      {!told && !failed && (
        <p role="status" className="py-3 text-soft">
          {year && household.enrolments.length > 0
            ? 'It is being worked out …'
            : 'There is something to say once there is a school year and somebody takes a course.'}
        </p>
      )}
      {told && (
        <>
          <h2 className="pt-4">Each child’s year</h2>
          <ul aria-label="Each child’s year">
            {told.children.map((c) => (
              <li key={c.childId} className="border-b border-rule py-1">
                {childWords(household, style, c, today)}.
              </li>
            ))}
          </ul>
          <h2 className="pt-4">Each course, those least sure of their last day first</h2>
          <ul aria-label="Each course">
            {late.map((f) => {
              const here = open === f.enrolmentId;
              const test = testWords(style, f, today);
              const course = byId(household.enrolments, f.enrolmentId)?.courseId ?? '';
              return (
                <li key={f.enrolmentId} className="border-b border-rule py-1">
                  <div className="flex flex-wrap items-baseline gap-x-3">
                    <span className="min-w-0 flex-1 wrap-anywhere">
                      <Link className="page-link" to={`/shelf/${course}`}>
                        {name(f.enrolmentId)}
                      </Link>
                      : {forecastWords(style, f, today)}.
                      <span className="block text-[0.95rem] text-soft">
                        {[test, groundWords(household, f)].filter(Boolean).join(' · ')}
                      </span>
                    </span>
                    <button
                      type="button"
                      className="press page-link cursor-pointer px-2 print:hidden"
                      aria-expanded={here}
                      aria-label={`Draw it: ${name(f.enrolmentId)}`}
                      onClick={() => setOpen(here ? undefined : f.enrolmentId)}
                    >
                      Draw it
                    </button>
                  </div>
                  {here && (
                    <Suspense>
                      <Fan course={f} today={today} style={style} name={name(f.enrolmentId)} />
                    </Suspense>
                  )}
                </li>
              );
            })}
          </ul>
          <p className="pt-3 text-soft">
            Reading takes months or years, and every child its own. Lasting trouble with reading or number deserves a
            professional’s look.
          </p>
        </>
      )}
    </>
  );
}
