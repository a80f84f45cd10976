import { closedGates } from '../../core/overview';
import { useMemo } from 'react';
import { type DayPage, gamesOn, practicesOn, practiceWords, ritualsOn } from '../../core/day';
import { childrenOf, titleOf } from '../../core/household';
import { reviewsOn } from '../../core/stagger';
import { useHousehold } from '../shell/household';
import { usePlan } from '../shell/plan';
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
  const when = day === today ? 'today' : 'that day';
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
          <b className="font-semibold">{title(r.enrolment.courseId)}</b> reviews {when}, until{' '}
          {listing(r.behind.map((e) => title(e.courseId)))} {r.behind.length > 1 ? 'have' : 'has'} caught up.
        </p>
      ))}
      {closed.map((c) => (
        <p key={c.enrolment.id} className="basis-full py-1 text-[0.95rem]">
          <b className="font-semibold">{c.title}</b>, {listing(c.children.map((x) => x.name))}: nothing comes {when},{' '}
          {c.words}.
        </p>
      ))}
      {practices.map((p) => {
        const words = practiceWords(household, p, page.day, today);
        return (
          <p key={p.enrolment.id} className="basis-full py-1 text-[0.95rem]">
            <b className="font-semibold">{titleOf(household, p.course.id)}</b>, {listing(p.children.map((c) => c.name))}
            : {words.why} <span className="text-soft">{words.hand}</span>
          </p>
        );
      })}
    </section>
  );
}
