import { memo } from 'react';
import { Link } from 'react-router';
import type { Day } from '../../core/calendar';
import { cautionsInUse, missingPartsWords, stoppedBy } from '../../core/materials';
import { useHousehold } from '../shell/household';
import { useStores } from '../shell/use-stores';
import { listing } from '../ui/words';

/** What has to be on the table for the day, and what of it is missing or of no use. Nothing of it holds a lesson up. */
export const TableToday = memo(function TableToday({ day }: { day: Day }) {
  const { household } = useHousehold();
  const lines = useStores({ box: [day, day] })?.box ?? [];
  if (lines.length === 0) return null;
  const short = lines.filter((l) => l.short > 0);
  const useless = lines.filter((l) => stoppedBy(l.material).length > 0);
  const amount = (n: number, unit: string) => (unit ? `${n} ${unit}${n === 1 ? '' : 's'} of` : `${n} ×`);
  return (
    <section className="pt-3" aria-label="On the table">
      <p>
        <span className="label mr-2">on the table</span>
        {listing(lines.map((l) => `${amount(l.needed, l.material.unit)} ${l.material.name}`))}.{' '}
        {short.length > 0 && (
          <b className="font-semibold">
            Short: {listing(short.map((l) => `${l.material.name} (${l.short} missing)`))}.{' '}
          </b>
        )}
        {useless.map((l) => (
          <b key={l.material.id} className="font-semibold">
            {l.material.name} is of no use without {missingPartsWords(stoppedBy(l.material))}.{' '}
          </b>
        ))}
        {lines.map((l) =>
          cautionsInUse(household, l.material, l.uses).map((words) => (
            <span key={`${l.material.id} ${words}`} className="block">
              ⚠ {l.material.name}: {words}
            </span>
          )),
        )}
        <Link className="page-link" to="/materials">
          This week’s box
        </Link>
      </p>
    </section>
  );
});
