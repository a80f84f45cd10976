import { closedGates } from '../../core/overview';
import { memo, useDeferredValue, useMemo } from 'react';
import { Link } from 'react-router';
import {
  type DayPage,
  type DayRitual,
  gamesOn,
  gameWords,
  practicesOn,
  practiceWords,
  ritualsOn,
} from '../../core/day';
import { titleOf } from '../../core/household';
import { reviewsOn } from '../../core/stagger';
import { useHousehold } from '../shell/household';
import { usePlan } from '../shell/plan';
import { listing } from '../ui/words';
import type { Note } from './notes';
import { useRitual } from './use-ritual';

/** The day's rituals, extras and chores, ticked by one press each. */
export const Rituals = memo(function Rituals({ page }: { page: DayPage }) {
  const { day } = page;
  const { household, year } = useHousehold();
  const toggle = useRitual(day);
  const rituals = ritualsOn(household, year, day);
  const games = gamesOn(household, year, page);
  const of = (chore: boolean) => rituals.filter((r) => (r.ritual.sort === 'chore') === chore);
  const list = (some: readonly DayRitual[]) =>
    some.map((r) => (
      <span key={r.ritual.id} className="flex items-center gap-2">
        <label className="press flex items-center gap-2">
          <input type="checkbox" checked={r.mark !== undefined} onChange={() => toggle(r, games.get(r.ritual.id))} />
          <span>
            {r.ritual.title}{' '}
            <span className="text-aside text-soft">
              <span className={r.ritual.sort ? '' : 'hidden sm:inline'}>
                {listing(r.children.map((c) => c.name))} ·{' '}
              </span>
              {r.ritual.minutes} min
              {r.ritual.at && ` · at ${r.ritual.at}`}
              {r.ritual.sort === 'extra' && ` · ${r.ritual.alone ? 'counts as school' : 'today only'}`}
              {games.has(r.ritual.id) && ` · does ${gameWords(household, games.get(r.ritual.id)!, day)}`}
            </span>
          </span>
        </label>
        {r.ritual.sheets && !r.mark && household.drills.length + household.decks.length > 0 && (
          <Link
            className="page-link press inline-flex flex-none items-center"
            to={`/cards/game/${r.ritual.id}`}
            aria-label={`Play ${r.ritual.title}`}
          >
            play
          </Link>
        )}
      </span>
    ));
  return (
    <>
      {of(false).length > 0 && (
        <section aria-label="Everyday things" className={ROW}>
          {list(of(false))}
        </section>
      )}
      {of(true).length > 0 && (
        <section aria-label="Chores" className={ROW}>
          <span className="label">chores</span>
          {list(of(true))}
        </section>
      )}
    </>
  );
});
const ROW = 'flex flex-wrap items-center gap-x-6 border-t border-rule';

/**
 * Courses that have something else than their next step on the day, or nothing: extra practice while a new lesson waits, review until
 * those it goes with have caught up, a gate that is closed.
 */
export function useOtherwise(page: DayPage): Note | undefined {
  const { day } = page;
  const { household: now, year, today } = useHousehold();
  const { plan } = usePlan();
  // What was pressed is painted first.
  const household = useDeferredValue(now);
  const practices = useMemo(() => (year ? practicesOn(household, year, plan, day) : []), [household, year, plan, day]);
  const reviews = useMemo(() => (year ? reviewsOn(household, year, plan, day) : []), [household, year, plan, day]);
  const closed = useMemo(() => (year ? closedGates(household, year, day) : []), [household, year, day]);
  const when = day === today ? 'today' : 'that day';
  const title = (courseId: string) => titleOf(household, courseId);
  const titles = [
    ...reviews.map((r) => `${title(r.enrolment.courseId)} reviews`),
    ...closed.map((c) => `${c.title}: nothing ${when}`),
    ...practices.map((p) => `${title(p.course.id)}: extra practice`),
  ];
  if (titles.length === 0) return undefined;
  return {
    key: 'otherwise',
    words: titles.length === 1 ? titles[0]! : `${titles[0]!} and ${titles.length - 1} more like it`,
    body: (
      <>
        {reviews.map((r) => (
          <p key={r.enrolment.id} className="py-1 text-aside">
            <b className="font-semibold">{title(r.enrolment.courseId)}</b> reviews {when}, until{' '}
            {listing(r.behind.map((e) => title(e.courseId)))} {r.behind.length > 1 ? 'have' : 'has'} caught up.
          </p>
        ))}
        {closed.map((c) => (
          <p key={c.enrolment.id} className="py-1 text-aside">
            <b className="font-semibold">{c.title}</b>, {listing(c.children.map((x) => x.name))}: nothing comes {when},{' '}
            {c.words}.
          </p>
        ))}
        {practices.map((p) => {
          const words = practiceWords(household, p, page.day, today);
          return (
            <p key={p.enrolment.id} className="py-1 text-aside">
              <b className="font-semibold">{titleOf(household, p.course.id)}</b>,{' '}
              {listing(p.children.map((c) => c.name))}: {words.why} <span className="text-soft">{words.hand}</span>
            </p>
          );
        })}
      </>
    ),
  };
}
