import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { fromDay } from '../../core/calendar';
import { byId, type Id, type SchoolYear } from '../../core/household';
import { type Overview, whyCrowded } from '../../core/overview';
import type { Plan } from '../../core/stagger';
import { titleAmong } from '../../core/words';
import { useHousehold } from '../shell/household';
import { dayAndDate, shortDate } from '../ui/dates';
import { count, listing } from '../ui/words';

/** The crowded weeks, and why they are: new lessons that fall together, and hours that do not go round. */
export function Crowded({ view, plan, year }: { view: Overview; plan: Plan; year: SchoolYear }) {
  const { household, today } = useHousehold();
  // Worked out for who asks: a large family's year is some work, and plans come often.
  const [open, setOpen] = useState(false);
  const crowds = useMemo(
    () => (open ? whyCrowded(household, year, plan, view, today) : []),
    [open, household, year, plan, view, today],
  );
  const weeks = view.weeks.filter((w) => w.crowded).length;
  if (weeks === 0) return null;
  const style = household.settings.dateStyle;
  const title = (id: Id) => {
    const e = byId(household.enrolments, id);
    return e ? titleAmong(household, e) : '';
  };
  return (
    <details className="border-b border-rule pb-2 print:hidden" onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary className="cursor-pointer py-2">{count(weeks, 'crowded week')}: why?</summary>
      <ul className="max-w-4xl">
        {crowds.map(({ week, clashes, full }) => (
          <li key={week.start} className="border-t border-rule py-1.5">
            <Link className="page-link font-semibold" to={`/week?of=${fromDay(week.start)}`}>
              Week {week.teaching ?? ''}, from {shortDate(style, week.start, today)}
            </Link>
            <ul className="pl-5 text-aside">
              {clashes.map((c) => (
                <li key={`${c.teacherId} ${c.day}`} className="wrap-anywhere">
                  {dayAndDate(style, c.day)}: {listing(c.enrolmentIds.map(title))} begin a new lesson with{' '}
                  {byId(household.teachers, c.teacherId)?.name} on one day
                </li>
              ))}
              {full.map((f) => (
                <li key={f.teacher.id} className="wrap-anywhere">
                  {f.teacher.name}: {f.minutes} minutes asked of {f.hours}
                  {f.most.length > 0 &&
                    `, most by ${listing(f.most.map((m) => `${title(m.enrolment.id)} with ${m.minutes}`))}`}
                  {f.closed > 0 && `; ${count(f.closed, 'day')} closed`}
                  {f.away > 0 && `; ${f.teacher.name} is not there on ${count(f.away, 'school day')}`}
                </li>
              ))}
            </ul>
          </li>
        ))}
      </ul>
    </details>
  );
}
