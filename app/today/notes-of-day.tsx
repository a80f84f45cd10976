import { useEffect, useEffectEvent, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { type Day, fromDay } from '../../core/calendar';
import { type DayPage, missedBefore } from '../../core/day';
import { markStep } from '../../core/deeds';
import { byId, type DateStyle } from '../../core/household';
import type { movedByFeeds, movedWords } from '../../core/ical';
import { goneWords } from '../../core/words';
import { orderByWords, orderSoon, type Shortage, shortages, toOrderWords } from '../../core/materials';
import { type PrepLine, preparation, preparationOn } from '../../core/prepare';
import { PrepList } from '../materials/prep-list';
import { usePlan } from '../shell/plan';
import { useHousehold } from '../shell/household';
import { dayAndDate } from '../ui/dates';
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
        : `Away: ${listing([...new Set(all.map((w) => w.names))])}`,
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

/**
 * What has to be ordered this week or should have been, and what teachers make ready today: worked out once the plan has settled and
 * nothing else is going on, so that no mark waits for it.
 */
export function useThingsToDo(): (Note | undefined)[] {
  const { household, year, today, whole } = useHousehold();
  const { settled } = usePlan();
  const plan = settled?.plan;
  const [soon, setSoon] = useState<Shortage[]>([]);
  const [ready, setReady] = useState<PrepLine[]>([]);
  const { materials, movements, orders, needs, courses, enrolments, prepared, teachers } = household;
  const look = useEffectEvent(() => {
    if (!plan) return;
    setSoon(orderSoon(shortages(household, plan), today));
    setReady(preparationOn(preparation(household, year, plan), today));
  });
  useEffect(() => {
    if (!plan || !whole || plan.today !== today) return;
    const timer = setTimeout(look, QUIET);
    return () => clearTimeout(timer);
  }, [plan, whole, today, materials, movements, orders, needs, courses, enrolments, prepared, teachers]);
  const listed = new Set(orders.filter((o) => !o.closed).map((o) => o.materialId));
  const open = soon.filter((s) => !listed.has(s.material.id) && byId(materials, s.material.id));
  return [orderNote(open, household.settings.dateStyle, today), readyNote(ready, today)];
}

function readyNote(ready: readonly PrepLine[], today: Day): Note | undefined {
  const minutes = ready.reduce((n, l) => n + l.on.reduce((m, p) => (p.day === today ? m + p.minutes : m), 0), 0);
  if (minutes === 0) return undefined;
  return { key: 'ready', words: `${minutes} min to make ready`, body: <PrepList lines={ready} /> };
}

function orderNote(open: readonly Shortage[], dateStyle: DateStyle, today: Day): Note | undefined {
  if (open.length === 0) return undefined;
  return {
    key: 'to order',
    words: `${count(open.length, 'thing')} to order`,
    body: (
      <ul aria-label="To order">
        {open.slice(0, 6).map((s) => (
          <li key={s.material.id} className="wrap-anywhere">
            {toOrderWords(s)} {s.material.unit || s.packs ? 'of ' : '× '}
            {s.material.name}: {orderByWords(dateStyle, s.orderBy, today)},{' '}
            <span className="text-soft">needed on {dayAndDate(dateStyle, s.day)}</span>
          </li>
        ))}
        <li>
          <Link className="page-link" to="/materials?part=missing">
            {open.length > 6 ? `and ${open.length - 6} more: ` : ''}all that will be missing, and the ways out
          </Link>
        </li>
      </ul>
    ),
  };
}
/** Milliseconds of quiet after which what must be ordered is worked out. */
const QUIET = 500;

/** What single children missed of late while the others did it. */
export function useMissed(day: Day): Note | undefined {
  const { household, today, commit } = useHousehold();
  const style = household.settings.dateStyle;
  const missed = useMemo(() => missedBefore(household, day), [household, day]);
  if (missed.length === 0) return undefined;
  return {
    key: 'missed',
    words: `${listing([...new Set(missed.map((m) => m.child.name))])} missed ${count(missed.length, 'step')} that the others did`,
    body: (
      <ul aria-label="Missed, to catch up with">
        {missed.map((m) => (
          <li key={`${m.enrolment.id} ${m.step.id} ${m.child.id}`} className="flex flex-wrap items-center gap-x-3">
            <span className="min-w-0 flex-1 wrap-anywhere">
              {m.child.name} missed {m.title}, {m.step.lesson.title}, on {dayAndDate(style, m.on)}
              <span className="text-soft">: told again in a few words, or let be</span>
            </span>
            <button
              type="button"
              className="btn btn-quiet page-link"
              onClick={() =>
                void commit(`${m.child.name} has caught up with ${m.title}, ${m.step.lesson.title}`, (now) =>
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
      </ul>
    ),
  };
}
