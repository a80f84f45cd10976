import { memo } from 'react';
import { Link } from 'react-router';
import type { Day } from '../../core/calendar';
import { type BoxLine, cautionsInUse, stoppedBy, stoppedWords, waysWords } from '../../core/materials';
import { titleOf } from '../../core/household';
import { useHousehold } from '../shell/household';
import { useStores } from '../shell/use-stores';
import { listing } from '../ui/words';

/** What has to be on the table for the day, and what of it is missing or of no use. Nothing of it holds a lesson up. */
export const TableToday = memo(function TableToday({ day }: { day: Day }) {
  const { household } = useHousehold();
  const lines = useStores({ box: [day, day] })?.box ?? [];
  if (lines.length === 0) return null;
  const short = lines.filter((l) => l.short > 0);
  const useless = lines.filter((l) => l.around);
  const course = (l: BoxLine) => listing([...new Set(l.uses.map((u) => titleOf(household, u.enrolment.courseId)))]);
  /** What is missing of a thing, and what serves until it is there. */
  const lack = (l: BoxLine) => {
    const ways = waysWords((l.late ?? l.shortage)?.ways.filter((w) => w.kind !== 'order') ?? []);
    return `${l.material.name}, ${l.short} missing${ways && `: ${ways}`}`;
  };
  const amount = (n: number, unit: string) => (unit ? `${n} ${unit}${n === 1 ? '' : 's'} of` : `${n} ×`);
  return (
    <section className="pt-3" aria-label="On the table">
      <p>
        <span className="label mr-2">on the table</span>
        {listing(lines.map((l) => `${amount(l.needed, l.material.unit)} ${l.material.name}`))}.{' '}
        {short.length > 0 && <b className="font-semibold">Short: {short.map(lack).join('; ')}. </b>}
        {useless.map((l) => (
          <b key={l.material.id} className="block font-semibold">
            {stoppedWords(`${l.material.name}, for ${course(l)},`, stoppedBy(l.material), l.around)}.
          </b>
        ))}
        {lines.map((l) =>
          cautionsInUse(household, l.material, l.uses).map((words) => (
            <span key={`${l.material.id} ${words}`} className="block">
              ⚠ {l.material.name}: {words}
            </span>
          )),
        )}
        <Link className="page-link print:hidden" to="/materials">
          This week’s box
        </Link>
      </p>
    </section>
  );
});
