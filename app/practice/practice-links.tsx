import { Link } from 'react-router';

const PAGES = [
  ['/cards', 'Cards and drills'],
  ['/memory', 'Memory work'],
  ['/reading', 'Reading'],
] as const;

/** From one page of daily practice to the others. */
export function PracticeLinks({ here }: { here: (typeof PAGES)[number][0] }) {
  return (
    <nav aria-label="Daily practice" className="flex flex-wrap gap-x-4 print:hidden">
      {PAGES.filter(([to]) => to !== here).map(([to, words]) => (
        <Link key={to} className="page-link press inline-flex items-center" to={to}>
          {words}
        </Link>
      ))}
    </nav>
  );
}
