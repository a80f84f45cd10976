import { useDeferredValue, useMemo } from 'react';
import { crowdedTeachers, type DayPage, holdBacks } from '../../core/day';
import type { SchoolYear } from '../../core/household';
import { useHousehold } from '../shell/household';
import { usePlan } from '../shell/plan';
import { WaysOut } from '../ui/hold-back';
import { useElsewhere } from '../ui/use-elsewhere';
import { count } from '../ui/words';

/** More new lessons than a teacher can begin on the day, and the ways out of it. */
export default function ClashWays({ page, year }: { page: DayPage; year: SchoolYear }) {
  const { household } = useHousehold();
  const { plan } = usePlan();
  const { day } = page;
  // A mark is shown at once; what it changes of the ways out may follow a moment later.
  const then = useDeferredValue(household);
  const planThen = useDeferredValue(plan);
  const ways = useMemo(
    () =>
      planThen ? planThen.clashes.filter((c) => c.day === day).flatMap((c) => holdBacks(then, year, planThen, c)) : [],
    [then, year, planThen, day],
  );
  const elsewhere = useElsewhere(ways);
  return crowdedTeachers(household, year, page).map((c) => (
    <div key={c.teacher.id} className="py-1.5">
      <p className="text-rubric">
        <b>{count(c.count, 'new lesson')}</b> want {c.teacher.name} on this day. One of them can wait:
      </p>
      <WaysOut ways={ways.filter((w) => w.enrolment.teacherId === c.teacher.id)} day={day} elsewhere={elsewhere} />
    </div>
  ));
}
