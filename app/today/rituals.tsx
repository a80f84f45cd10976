import { closedGates } from '../../core/overview';
import { useMemo } from 'react';
import { stepName } from '../../core/course';
import { type DayPage, gamesOn, practicesOn, ritualsOn } from '../../core/day';
import { childrenOf, titleOf } from '../../core/household';
import { reviewsOn } from '../../core/stagger';
import { useHousehold } from '../shell/household';
import { usePlan } from '../shell/plan';
import { dayAndDate } from '../ui/dates';
import { count, listing } from '../ui/words';
import { useRitual } from './use-ritual';

/** The day's rituals, ticked by one press each, and the courses that review today until those they go with have caught up. */
export function Rituals({ page }: { page: DayPage }) {
  const { day } = page;
  const { household, year, today } = useHousehold();
  const { plan } = usePlan();
  const toggle = useRitual(day);
  const practices = useMemo(() => (year ? practicesOn(household, year, plan, day) : []), [household, year, plan, day]);
  const rituals = ritualsOn(household, year, day);
  const games = gamesOn(household, year, page);
  const reviews = year ? reviewsOn(household, year, plan, day) : [];
  const closed = useMemo(() => (year ? closedGates(household, year, day) : []), [household, year, day]);
  if (rituals.length + reviews.length + practices.length + closed.length === 0) return null;
  const title = (courseId: string) => titleOf(household, courseId);
  return (
    <section
      aria-label="Rituals and review"
      className="flex flex-wrap items-center gap-x-6 gap-y-1 border-b border-rule py-1"
    >
      {rituals.map((r) => (
        <label key={r.ritual.id} className="flex min-h-[44px] items-center gap-2">
          <input type="checkbox" checked={r.mark !== undefined} onChange={() => toggle(r, games.get(r.ritual.id))} />
          <span>
            {r.ritual.title}{' '}
            <span className="text-[0.95rem] text-soft">
              {listing(r.children.map((c) => c.name))} · {count(r.ritual.minutes, 'minute')}
              {r.ritual.at && ` · at ${r.ritual.at}`}
              {games.has(r.ritual.id) &&
                ` · does ${listing(
                  games
                    .get(r.ritual.id)!
                    .map(
                      (row) =>
                        `${title(row.enrolment.courseId)} ${row.step.lesson.title} (${listing(childrenOf(household, row.enrolment).map((c) => c.name))})`,
                    ),
                )}`}
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
      {closed.map((c) => (
        <p key={c.enrolment.id} className="basis-full py-1 text-[0.95rem]">
          <b className="font-semibold">{c.title}</b>, {listing(c.children.map((x) => x.name))}: nothing comes today,{' '}
          {c.words}.
        </p>
      ))}
      {practices.map((p) => (
        <p key={p.enrolment.id} className="basis-full py-1 text-[0.95rem]">
          <b className="font-semibold">{titleOf(household, p.course.id)}</b>, {listing(p.children.map((c) => c.name))}:
          extra-practice day; {p.next.lesson.title} begins {dayAndDate(household.settings.dateStyle, p.until)}
          {p.others.length > 0 &&
            `, since ${listing(p.others.map((e) => title(e.courseId)))} ${p.others.length === 1 ? 'begins' : 'begin'} ${page.day === today ? 'today' : 'that day'}`}
          .{' '}
          <span className="text-soft">
            {p.offers.length > 0
              ? `To hand: ${listing(p.offers.map((s) => `${s.lesson.title}, ${stepName(s)}`))}, once more.`
              : 'A game, or what was learnt last once more.'}
          </span>
        </p>
      ))}
    </section>
  );
}
