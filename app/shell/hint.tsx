import { HINTS, LATER } from './hint-texts';
import { putAway } from './hint-store';
import { useHousehold } from './household';

/** The first-time hint of the view at hand, above the foot of the page, until it is put away. */
export default function Hint({ path, away }: { path: string; away: readonly string[] }) {
  const { household } = useHousehold();
  const words = HINTS[path];
  const begun = household.years.length > 0 && (path === '/year' || household.enrolments.length > 0);
  if (!words || away.includes(path) || (!begun && LATER.has(path))) return null;
  return (
    <aside aria-label="First time here" className="hint border-b border-rule bg-sheet">
      <div className="mx-auto flex max-w-[1240px] flex-wrap items-center gap-x-3 px-4 py-0.5 sm:flex-nowrap sm:px-8">
        <p className="min-w-0 flex-auto text-aside sm:flex-1">{words}</p>
        <span className="ml-auto flex flex-none">
          <button type="button" className="btn btn-quiet page-link" onClick={() => putAway(path)}>
            Put away
          </button>
          <button type="button" className="btn btn-quiet page-link" onClick={() => putAway('all')}>
            Put all hints away
          </button>
        </span>
      </div>
    </aside>
  );
}
