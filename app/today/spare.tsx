import { useMemo } from 'react';
import { childCount, isShort } from '../../core/attendance';
import { useHousehold } from '../shell/household';
import { listing } from '../ui/words';

/**
 * What the calendar leaves to spare of the required days: the child with the least, by name when others have more. Hours
 * are spoken of only when they cannot be reached.
 */
export function Spare() {
  const { household, year, today } = useHousehold();
  const all = useMemo(
    () => (year ? household.children.map((c) => childCount(household, year, c, today)) : []),
    [household, year, today],
  );
  const counts = all.filter((c) => c.days.spare !== undefined);
  const least = [...counts].sort((a, b) => a.days.spare! - b.days.spare!)[0];
  const spare = least?.days.spare;
  const alike = counts.length === all.length && counts.every((c) => c.days.spare === spare);
  const hours = all.filter((c) => isShort(c) && (c.minutes.spare ?? 0) < 0);
  return (
    <>
      {least && spare !== undefined && (
        <>
          , <b>{Math.abs(spare)}</b> {spare >= 0 ? 'to spare' : `short of ${least.days.needed}`}
          {!alike && ` for ${least.child.name}`}
        </>
      )}
      {hours.length > 0 && <b> · hours short for {listing(hours.map((c) => c.child.name))}</b>}
    </>
  );
}
