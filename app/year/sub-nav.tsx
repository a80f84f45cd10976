import { Link, NavLink, useLocation, useNavigate } from 'react-router';
import { useHousehold } from '../shell/household';
import { useViewYear } from './view-year';

/** Each with whether it shows the year that is chosen; the others tell of today’s, or of every one. */
const PAGES = [
  ['/year', 'Calendar', true],
  ['/year/courses', 'Courses', true],
  ['/year/forecast', 'How long', false],
  ['/year/what-if', 'What if', false],
  ['/year/attendance', 'Attendance', true],
  ['/year/outside', 'Away and outside', false],
] as const;

/** So many years stand side by side; more are chosen from a list. */
const MOST_LINKS = 3;

/** The pages of the year, and the other years there are: the one chosen stays while one walks. */
export function SubNav() {
  const { household } = useHousehold();
  const { year } = useViewYear();
  const { pathname } = useLocation();
  const navigate = useNavigate();
  const years = PAGES.some(([to, , ofYear]) => to === pathname && ofYear)
    ? household.years.toSorted((a, b) => (a.start < b.start ? -1 : 1))
    : [];
  const to = (id: string) => `${pathname}?year=${encodeURIComponent(id)}`;
  return (
    <nav aria-label="The year’s pages" className="flex flex-wrap gap-x-5 print:hidden">
      {PAGES.map(([to, name]) => (
        <NavLink
          key={to}
          to={to}
          end
          className={({ isActive }) =>
            `inline-flex min-h-touch items-center italic underline-offset-[5px] hover:underline ${isActive ? 'font-semibold underline decoration-2' : ''}`
          }
        >
          {name}
        </NavLink>
      ))}
      {years.length > MOST_LINKS ? (
        <select
          aria-label="School year"
          className="mb-1 ml-auto max-w-full"
          value={year?.id ?? ''}
          onChange={(e) => void navigate(to(e.target.value), { replace: true })}
        >
          {years.map((y) => (
            <option key={y.id} value={y.id}>
              {y.name}
            </option>
          ))}
        </select>
      ) : (
        years.length > 1 && (
          <span className="ml-auto flex flex-wrap gap-x-5">
            {years.map((y) => {
              const look = 'inline-flex min-h-touch items-center wrap-anywhere';
              return y.id === year?.id ? (
                <b key={y.id} aria-current="true" className={`${look} font-semibold`}>
                  {y.name}
                </b>
              ) : (
                <Link key={y.id} to={to(y.id)} replace className={`page-link ${look}`}>
                  {y.name}
                </Link>
              );
            })}
          </span>
        )
      )}
    </nav>
  );
}
