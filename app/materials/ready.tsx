import { Link } from 'react-router';
import { byId } from '../../core/household';
import type { PrepLine } from '../../core/prepare';
import { useHousehold } from '../shell/household';
import { count } from '../ui/words';
import { PrepList } from './prep-list';

/** What the teachers have to make ready for the coming weeks, each in their own hours, what is due first done first. */
export function Ready({ lines }: { lines: PrepLine[] }) {
  const { household } = useHousehold();
  const teachers = [...new Set(lines.map((l) => l.teacher.id))];
  const late = lines.filter((l) => l.late !== undefined || l.on.length === 0);
  const made = household.prepared.filter((p) => p.part === undefined).length;
  return (
    <section aria-labelledby="ready">
      <div className="flex flex-wrap items-baseline justify-between gap-3">
        <h2 id="ready">To make ready</h2>
        <Link className="btn btn-quiet print:hidden" to="/materials/labels">
          Labels for pockets and boxes
        </Link>
      </div>
      {lines.length === 0 && (
        <p className="py-2 text-soft">
          Nothing in the coming six weeks. A lesson is listed here once its contents say how many minutes it takes to
          make it ready.
        </p>
      )}
      {late.length > 0 && (
        <p className="py-1 font-semibold">
          {count(late.length, 'piece')} of work will not be ready in time with the minutes there are.
        </p>
      )}
      {teachers.map((id) => (
        <section key={id} aria-label={`To make ready, ${byId(household.teachers, id)?.name ?? ''}`} className="pb-4">
          {teachers.length > 1 && <h3 className="label pt-2">{byId(household.teachers, id)?.name}</h3>}
          <PrepList lines={lines.filter((l) => l.teacher.id === id)} />
        </section>
      ))}
      {made > 0 && (
        <p className="text-soft">
          {count(made, 'lesson')} made ready so far: what was made serves whoever comes to {made === 1 ? 'it' : 'them'}{' '}
          next.
        </p>
      )}
    </section>
  );
}
