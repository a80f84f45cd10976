import { useMemo, useState } from 'react';
import { Link, useParams } from 'react-router';
import { weekStart } from '../../core/calendar';
import { childWeek, type Sheet, sheetFor, SHEETS } from '../../core/day';
import { childrenHere, byId } from '../../core/household';
import { useHousehold } from '../shell/household';
import { usePlan, useWorkday } from '../shell/plan';
import { Awaited, useAwaits } from '../shell/unplanned';
import { longDate } from '../ui/dates';
import { ChildName } from '../ui/ornament';
import { HandOver } from './hand-over';
import { Cards, Checklist, Planner } from './sheets';
import OneOf from '../ui/one-of';

const SHEET_WORDS: Record<Sheet, string> = { cards: 'Picture cards', checklist: 'Checklist', planner: 'Planner' };

/** A child's own week, on screen and on one printed side: picture cards, a checklist, or a planner. */
export default function ChildPage() {
  const { childId } = useParams();
  const { household, year } = useHousehold();
  const { plan } = usePlan();
  const workday = useWorkday();
  const [shift, setShift] = useState(0);
  const [chosen, setChosen] = useState<{ childId: string; sheet: Sheet }>();
  const child = byId(household.children, childId ?? '');
  const inWeek = workday + 7 * shift;
  const awaits = useAwaits(weekStart(inWeek, household.settings.firstDay) + 6);
  const days = useMemo(
    () => (child && year ? childWeek(household, year, plan, child, inWeek) : []),
    [household, year, plan, child, inWeek],
  );
  if (!child || !year)
    return (
      <div className="max-w-2xl">
        <h1 className="pb-2">A child’s page</h1>
        <p className="double-rule pt-4">
          {child ? 'With a school year this page fills by itself.' : 'No child has this page.'} See{' '}
          <Link className="page-link" to="/household">
            Household
          </Link>
          .
        </p>
      </div>
    );
  const style = household.settings.dateStyle;
  // What was chosen for one child says nothing of the next.
  const sheet = chosen?.childId === child.id ? chosen.sheet : sheetFor(child, workday);
  const first = days[0]?.day ?? weekStart(inWeek, household.settings.firstDay);
  return (
    <div className="child-sheet">
      <div className="flex flex-wrap items-baseline justify-between gap-3">
        <h1 className="flex items-center gap-2">
          <ChildName child={child} size={30} />
        </h1>
        <p>week of {longDate(style, first)}</p>
      </div>
      <div className="double-rule flex flex-wrap gap-2 py-2 print:hidden">
        {childrenHere(household, inWeek, inWeek + 6)
          .filter((c) => c.id !== child.id)
          .map((c) => (
            <Link key={c.id} className="btn" to={`/child/${c.id}`}>
              <ChildName child={c} />
            </Link>
          ))}
        <span className="flex flex-1 flex-wrap justify-end gap-2">
          <button type="button" className="btn" onClick={() => setShift(shift - 1)}>
            Earlier
          </button>
          <button type="button" className="btn" onClick={() => setShift(shift + 1)}>
            Later
          </button>
          <OneOf
            label="What it looks like"
            value={sheet}
            options={SHEETS.map((s) => [s, SHEET_WORDS[s]])}
            onChange={(s) => setChosen({ childId: child.id, sheet: s })}
          />
          <HandOver child={child} />
          <button type="button" className="btn btn-strong" onClick={() => window.print()}>
            Print
          </button>
        </span>
      </div>
      {awaits ? (
        <Awaited />
      ) : days.length === 0 ? (
        <p className="py-6">No school in this week.</p>
      ) : sheet === 'cards' ? (
        <Cards days={days} />
      ) : sheet === 'checklist' ? (
        <Checklist days={days} workday={workday} />
      ) : (
        <Planner days={days} child={child} workday={workday} />
      )}
    </div>
  );
}
