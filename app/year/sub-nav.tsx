import { NavLink } from 'react-router';

const PAGES = [
  ['/year', 'Calendar'],
  ['/year/courses', 'Courses'],
  ['/year/attendance', 'Attendance'],
  ['/year/outside', 'Away and outside'],
] as const;

/** The pages of the year. */
export function SubNav() {
  return (
    <nav aria-label="The year’s pages" className="flex flex-wrap gap-x-5 print:hidden">
      {PAGES.map(([to, name]) => (
        <NavLink
          key={to}
          to={to}
          end
          className={({ isActive }) =>
            `inline-flex min-h-[44px] items-center italic underline-offset-[5px] hover:underline ${isActive ? 'font-semibold underline decoration-2' : ''}`
          }
        >
          {name}
        </NavLink>
      ))}
    </nav>
  );
}
