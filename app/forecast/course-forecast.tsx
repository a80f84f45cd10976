import { lazy, Suspense, useState } from 'react';
import { Link } from 'react-router';
import { forecastWords, gateWords, groundWords, nextOrderWords, silenceWords, stopWords } from '../../core/forecast';
import { toDay } from '../../core/calendar';
import { byId, type Course, type Id } from '../../core/household';
import { isTakenFrom } from '../../core/pace';
import { takingName, takerNames } from '../../core/words';
import { useHousehold } from '../shell/household';
import { useForecast } from './use-forecast';

const Fan = lazy(() => import('./fan').then((m) => ({ default: m.Fan })));

/** How long a course is likely to take whoever takes it, under its enrolments. Its place is kept until it is worked out. */
export default function CourseForecast({ course }: { course: Course }) {
  const { household, today, year } = useHousehold();
  const { told, failed } = useForecast(course.id);
  const [drawn, setDrawn] = useState(false);
  // Somebody may have left it since.
  const own = (told?.courses ?? []).filter((f) => byId(household.enrolments, f.enrolmentId));
  const stops = (told?.stops ?? []).filter((f) => byId(household.enrolments, f.enrolmentId));
  const until = year ? toDay(year.end) : today;
  const awaited =
    told || failed || !year
      ? []
      : household.enrolments.filter((e) => e.courseId === course.id && isTakenFrom(e, today, until));
  const names = (id: Id) => takerNames(household, byId(household.enrolments, id)!, today);
  if (own.length + stops.length + awaited.length === 0) return null;
  return (
    <section className="pb-5" aria-labelledby="how-long">
      <h2 id="how-long">How long it will take</h2>
      {awaited.map((e) => (
        <p key={e.id} className="text-soft">
          {names(e.id)}: it is being worked out …
        </p>
      ))}
      {own.map((f) => (
        <p key={f.enrolmentId} className="wrap-anywhere">
          {names(f.enrolmentId)}: {forecastWords(household.settings.dateStyle, f, today)}{' '}
          <span className="text-soft">({groundWords(household, f)})</span>
        </p>
      ))}
      {told?.silence && own.length > 0 && <p className="text-soft">{silenceWords(household, told.silence, today)}</p>}
      {stops.map((f) => (
        <p key={f.enrolmentId} className="wrap-anywhere">
          {names(f.enrolmentId)}: {stopWords(household.settings.dateStyle, f, today)}
        </p>
      ))}
      {told?.orders.map((o) => (
        <p key={o.enrolmentId} className="wrap-anywhere first-letter:uppercase">
          {nextOrderWords(household, o, today)}
        </p>
      ))}
      {told?.gates.map((g) => (
        <p key={g.gateId} className="wrap-anywhere">
          {gateWords(household, g, today)}
        </p>
      ))}
      {drawn &&
        own.map((f) => (
          <Suspense key={f.enrolmentId}>
            <Fan
              course={f}
              today={today}
              style={household.settings.dateStyle}
              name={takingName(household, f.enrolmentId, today)}
            />
          </Suspense>
        ))}
      {own.length + awaited.length > 0 && (
        <button
          type="button"
          className="press page-link mr-4 cursor-pointer print:hidden"
          aria-expanded={drawn}
          onClick={() => setDrawn(!drawn)}
        >
          Draw it
        </button>
      )}
      <Link className="page-link" to="/year/forecast">
        All courses, and what would help
      </Link>
    </section>
  );
}
