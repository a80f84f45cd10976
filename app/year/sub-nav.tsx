import { Link, NavLink, useLocation } from 'react-router';
import { useHousehold } from '../shell/household';
import { useViewYear } from './view-year';

const PAGES = [
  ['/year', 'Calendar'],
  ['/year/courses', 'Courses'],
  ['/year/forecast', 'How long'],
  ['/year/what-if', 'What if'],
  ['/year/attendance', 'Attendance'],
  ['/year/outside', 'Away and outside'],
] as const;

/** What these show is of the year that is chosen; the others tell of today’s, or of every one. */
const OF_A_YEAR: ReadonlySet<string> = new Set(['/year', '/year/courses', '/year/attendance']);

/** The pages of the year, and the other years there are: the one chosen stays while one walks. */
export function SubNav() {
  const { household } = useHousehold();
  const { year } = useViewYear();
  const { pathname } = useLocation();
  const others = OF_A_YEAR.has(pathname)
    ? household.years.filter((y) => y.id !== year?.id).sort((a, b) => (a.start < b.start ? -1 : 1))
    : [];
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
      {others.map((y, i) => (
        <Link
          key={y.id}
          to={`${pathname}?year=${encodeURIComponent(y.id)}`}
          replace
          className={`page-link inline-flex min-h-touch items-center wrap-anywhere ${i === 0 ? 'ml-auto' : ''}`}
        >
          {y.name}
        </Link>
      ))}
    </nav>
  );
}
