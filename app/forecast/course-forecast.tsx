import { Link } from 'react-router';
import { forecastWords, groundWords } from '../../core/forecast';
import { byId, childrenOf, type Course } from '../../core/household';
import { useHousehold } from '../shell/household';
import { listing } from '../ui/words';
import { useForecast } from './use-forecast';

/** How long a course is likely to take whoever takes it, under its enrolments. */
export default function CourseForecast({ course }: { course: Course }) {
  const { household, today } = useHousehold();
  const { told } = useForecast(course.id);
  // Somebody may have left it since.
  const own = (told?.courses ?? []).filter((f) => byId(household.enrolments, f.enrolmentId));
  if (own.length === 0) return null;
  return (
    <section className="pb-5" aria-labelledby="how-long">
      <h2 id="how-long">How long it will take</h2>
      {own.map((f) => (
        <p key={f.enrolmentId} className="wrap-anywhere">
          {listing(childrenOf(household, byId(household.enrolments, f.enrolmentId)!).map((c) => c.name))}:{' '}
          {forecastWords(household.settings.dateStyle, f, today)}{' '}
          <span className="text-soft">({groundWords(household, f)})</span>
        </p>
      ))}
      <Link className="page-link" to="/year/forecast">
        All courses, and the drawing
      </Link>
    </section>
  );
}
