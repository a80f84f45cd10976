import { Link } from 'react-router';
import type { Day } from '../../core/calendar';
import type { DayPage } from '../../core/day';
import { ChildName } from '../ui/ornament';
import { useNarrow } from '../ui/use-narrow';
import { count } from '../ui/words';

/** How far each child is with the day, on one line where there is room. */
export function HowFar({ page, today }: { page: DayPage; today: Day }) {
  const narrow = useNarrow();
  return (
    <ul
      aria-label="How far each child is"
      className="flex min-w-0 flex-wrap gap-x-2.5 text-note sm:gap-x-4 sm:text-plain"
    >
      {page.children.map((c) => (
        <li key={c.child.id} className="press flex items-center gap-1 sm:gap-1.5">
          <Link className="page-link !no-underline hover:!underline" to={`/child/${c.child.id}`}>
            <ChildName child={c.child} />
          </Link>
          {c.out ? (
            <span className="text-soft">
              {c.out.why === 'away' ? 'away' : c.out.why === 'sick' ? 'sick' : 'no school'}
            </span>
          ) : c.steps === 0 ? (
            <span className="text-soft">{narrow ? '–' : page.day === today ? 'nothing today' : 'nothing'}</span>
          ) : c.finished ? (
            <span className="label settle border border-ink px-1.5">finished</span>
          ) : c.marked === c.steps ? (
            <span className="text-soft">{count(c.carried, 'step')} carried</span>
          ) : (
            <span className="text-soft">
              {narrow ? `${c.marked}/${c.steps}` : `${c.marked} of ${c.steps} · ${c.minutesLeft} min`}
            </span>
          )}
        </li>
      ))}
    </ul>
  );
}
