import { useEffect, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { type Day, fromDay } from '../../core/calendar';
import { stepName } from '../../core/course';
import { caughtOn, type DayMissed, type DayPage, missedBefore } from '../../core/day';
import { askSitDown, markStep, putSitDownAway, removeMark } from '../../core/deeds';
import { byId } from '../../core/household';
import type { movedByFeeds, movedWords } from '../../core/ical';
import { offersSitDown, weekToPlan } from '../../core/sitdown';
import { goneWords } from '../../core/words';
import { useHousehold } from '../shell/household';
import { dayAndDate, shortDate } from '../ui/dates';
import { newId } from '../ui/id';
import { count, listing } from '../ui/words';
import type { Note } from './notes';

/** Who is away on the day, and when. */
export function useAway(page: DayPage): Note | undefined {
  const { household } = useHousehold();
  if (page.away.length === 0) return undefined;
  const all = page.away.map((a) => goneWords(household, a));
  const [first] = all;
  return {
    key: 'away',
    words:
      all.length === 1
        ? `${first!.names}: ${first!.what} ${first!.hours}`
        : `Away: ${listing([...new Set(all.flatMap((w) => w.who))])}`,
    body: (
      <ul aria-label="Who is away" className="flex flex-wrap gap-x-8 py-1">
        {all.map((words) => (
          <li key={`${words.what} ${words.hours}`} className="wrap-anywhere">
            {words.names}: {words.what} <span className="text-soft">{words.hours}</span>
          </li>
        ))}
      </ul>
    ),
  };
}

type MovedOutside = ReturnType<typeof movedByFeeds>;

/** What outside calendars moved by themselves, until it was looked at. The reader of calendars is fetched only where one moved. */
export function useMovedOutside(): Note | undefined {
  const { household, today, commit } = useHousehold();
  const style = household.settings.dateStyle;
  const { feeds, calendars } = household;
  const [told, setTold] = useState<{ feeds: unknown; all: MovedOutside; words: typeof movedWords }>();
  const any = feeds.some((f) => f.seen);
  useEffect(() => {
    if (!any) return;
    let left = false;
    void import('../../core/ical').then(({ movedByFeeds: moved, movedWords: words }) => {
      if (!left) setTold({ feeds, all: moved({ feeds, calendars }, fromDay(today)), words });
    });
    return () => {
      left = true;
    };
  }, [any, feeds, calendars, today]);
  if (!any || !told || told.feeds !== feeds || told.all.length === 0) return undefined;
  const { all, words: wordsOf } = told;
  const changes = all.reduce((n, a) => n + a.moved.length, 0);
  return {
    key: 'moved outside',
    pressed: true,
    words: `${listing(all.map((a) => a.calendar.name))}: ${count(changes, 'date')} moved`,
    body: (
      <ul aria-label="Moved by outside calendars">
        {all.map(({ calendar, moved }) => (
          <li key={calendar.id} className="flex flex-wrap items-start gap-x-3">
            <ul className="min-w-0 flex-1">
              {moved.slice(0, 12).map((m) => {
                const words = wordsOf(style, m, today);
                return (
                  <li key={words} className="wrap-anywhere">
                    {words}
                  </li>
                );
              })}
              {moved.length > 12 && <li>and {count(moved.length - 12, 'more')}.</li>}
            </ul>
            <button
              type="button"
              className="btn btn-quiet page-link"
              onClick={() =>
                void commit(`Looked at what ${calendar.name} moved`, (now) => {
                  const row = byId(now.feeds, calendar.id);
                  if (!row) return [];
                  const { seen: _looked, ...put } = row;
                  return [{ table: 'feeds', put }];
                })
              }
            >
              seen
            </button>
          </li>
        ))}
      </ul>
    ),
  };
}

/** What single children missed of late while the others did it, and what they caught up with on the day. */
export function useMissed(day: Day): Note | undefined {
  const { household, today, commit } = useHousehold();
  const style = household.settings.dateStyle;
  const missed = useMemo(() => missedBefore(household, day), [household, day]);
  const caught = useMemo(() => caughtOn(household, day), [household, day]);
  const names = (list: readonly DayMissed[]) => listing([...new Set(list.map((m) => m.child.name))]);
  const what = ({ title, step }: DayMissed) => `${title}, ${step.lesson.title}, ${stepName(step)}`;
  if (missed.length === 0 && caught.length === 0) return undefined;
  return {
    key: 'missed',
    words:
      missed.length > 0
        ? `${names(missed)} missed ${count(missed.length, 'step')} that the others did`
        : `${names(caught)} caught up with ${count(caught.length, 'step')}`,
    body: (
      <ul aria-label="Missed, to catch up with">
        {missed.map((m) => (
          <li key={`${m.enrolment.id} ${m.step.id} ${m.child.id}`} className="flex flex-wrap items-center gap-x-3">
            <span className="min-w-0 flex-1 wrap-anywhere">
              {m.child.name} missed {what(m)}, on {dayAndDate(style, m.on)}
              <span className="text-soft">: told again in a few words, or let be</span>
            </span>
            <button
              type="button"
              className="btn btn-quiet page-link"
              onClick={() =>
                void commit(`${m.child.name} has caught up with ${what(m)}`, (now) =>
                  markStep(
                    now,
                    { enrolmentId: m.enrolment.id, stepId: m.step.id, day: today },
                    'done',
                    newId,
                    m.child.id,
                  ),
                )
              }
            >
              caught up
            </button>
          </li>
        ))}
        {caught.map((c) => (
          <li key={c.mark.id} className="flex flex-wrap items-center gap-x-3">
            <span className="min-w-0 flex-1 wrap-anywhere">
              {c.child.name} caught up with {what(c)}
              <span className="text-soft">, {c.minutes} min</span>
            </span>
            <button
              type="button"
              className="btn btn-quiet page-link"
              onClick={() =>
                void commit(`${c.child.name} has not caught up with ${what(c)}`, (now) => removeMark(now, c.mark.id))
              }
            >
              take it off
            </button>
          </li>
        ))}
      </ul>
    ),
  };
}

/** The week turns: it is offered once to sit down over the next, in one line. */
export function useSitDown(): Note | undefined {
  const { household, year, today, commit } = useHousehold();
  if (!year || !offersSitDown(household, year, today)) return undefined;
  const start = weekToPlan(household, year, today)!;
  const week = shortDate(household.settings.dateStyle, start, today);
  return {
    key: 'sit down',
    pressed: true,
    words: `Sit down over the week of ${week}`,
    body: (
      <p className="flex flex-wrap items-center gap-2 py-1">
        <Link className="btn btn-strong" to="/sit-down">
          Sit down over it
        </Link>
        <button
          type="button"
          className="btn btn-quiet"
          onClick={() => void commit('not this week', (now) => putSitDownAway(now, start, newId))}
        >
          Not this week
        </button>
        <button
          type="button"
          className="btn btn-quiet"
          onClick={() => void commit('the week is planned without being asked', (now) => askSitDown(now, false))}
        >
          Never ask: we have a routine
        </button>
      </p>
    ),
  };
}
