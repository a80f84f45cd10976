import { fromDay } from '../../core/calendar';
import { type DayRitual, ritualsOn } from '../../core/day';
import { byId } from '../../core/household';
import { reviewsOn } from '../../core/stagger';
import { useHousehold } from '../shell/household';
import { usePlan } from '../shell/plan';
import { count, listing } from '../ui/words';

/** The day's rituals, ticked by one press each, and the courses that review today until those they go with have caught up. */
export function Rituals({ day }: { day: number }) {
  const { household, year, commit } = useHousehold();
  const { plan } = usePlan();
  const rituals = ritualsOn(household, year, day);
  const reviews = year ? reviewsOn(household, year, plan, day) : [];
  if (rituals.length === 0 && reviews.length === 0) return null;
  const date = fromDay(day);
  const toggle = ({ ritual, mark }: DayRitual) =>
    void commit(`${ritual.title} ${mark ? 'not done' : 'done'}`, (now) => {
      const stored = now.ritualMarks.filter((m) => m.ritualId === ritual.id && m.date === date);
      if (mark) return stored.map((m) => ({ table: 'ritualMarks' as const, remove: m.id }));
      if (stored.length > 0) return [];
      return [{ table: 'ritualMarks', put: { id: crypto.randomUUID(), ritualId: ritual.id, date } }];
    });
  const title = (courseId: string) => byId(household.courses, courseId)?.title ?? '';
  return (
    <section
      aria-label="Rituals and review"
      className="flex flex-wrap items-center gap-x-6 gap-y-1 border-b border-rule py-1"
    >
      {rituals.map((r) => (
        <label key={r.ritual.id} className="flex min-h-[44px] items-center gap-2">
          <input type="checkbox" checked={r.mark !== undefined} onChange={() => toggle(r)} />
          <span>
            {r.ritual.title}{' '}
            <span className="text-[0.95rem] text-soft">
              {listing(r.children.map((c) => c.name))} · {count(r.ritual.minutes, 'minute')}
            </span>
          </span>
        </label>
      ))}
      {reviews.map((r) => (
        <p key={r.enrolment.id} className="text-[0.95rem]">
          <b className="font-semibold">{title(r.enrolment.courseId)}</b> reviews today, until{' '}
          {listing(r.behind.map((e) => title(e.courseId)))} {r.behind.length > 1 ? 'have' : 'has'} caught up.
        </p>
      ))}
    </section>
  );
}
