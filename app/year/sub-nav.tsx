import { Link, NavLink, useLocation } from 'react-router';
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

/** The pages of the year, and the other years there are: the one chosen stays while one walks. */
export function SubNav() {
  const { household } = useHousehold();
  const { year } = useViewYear();
  const { pathname } = useLocation();
  const others = PAGES.some(([to, , ofYear]) => to === pathname && ofYear)
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
