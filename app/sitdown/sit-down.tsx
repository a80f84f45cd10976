import { Check } from 'lucide-react';
import { type ReactNode, useEffect, useMemo, useRef } from 'react';
import { Link, useNavigate } from 'react-router';
import { fromDay, isIsoDate, toDay, weekStart } from '../../core/calendar';
import { extrasWithin, leftBefore } from '../../core/day';
import { seePart } from '../../core/deeds';
import { childrenHere, SIT_DOWN_PARTS, type SitDownPart } from '../../core/household';
import { errandsOf } from '../../core/jot';
import {
  holdFit,
  holdFitWords,
  holdsToPlace,
  openHolds,
  orderSoon,
  toGetSentence,
  toGetWords,
  orderUntil,
  toAskWords,
  tooLateWords,
} from '../../core/materials';
import {
  courseLines,
  makingsUndone,
  quietIn,
  readingOf,
  sitDownOf,
  weekDatesWords,
  weekToPlan,
} from '../../core/sitdown';
import { publishWeek, weekPage } from '../../core/week';
import { Box } from '../materials/box';
import { useHousehold } from '../shell/household';
import { useQuery } from '../ui/use-query';
import { usePlan } from '../shell/plan';
import { Awaited } from '../shell/unplanned';
import { useStores } from '../shell/use-stores';
import { AllDays, LastDay } from '../today/left';
import { dayAndDate, longDate, shortDate } from '../ui/dates';
import { newId } from '../ui/id';
import { count } from '../ui/words';
import { Courses } from './courses';
import { Dates } from './dates';
import { Extras } from './extras';
import { Reading } from './reading';
import { Undone } from './undone';

/** Said of what follows from the plan while there is none. */
const UNKNOWN = '…';
const TITLES: Record<SitDownPart, string> = {
  left: 'What was left',
  dates: 'The week’s dates',
  courses: 'Course by course',
  reading: 'To read ahead',
  things: 'Things',
  errands: 'Errands and extras',
  lists: 'The children’s lists',
};

/** One page for the planning evening: seven parts in their order, each seen to by one press, left and come back to at any time. */
/** So many steps that were left are listed at once. */
const FEW_LEFT = 15;

export default function SitDownPage() {
  const { household, year, today, commit } = useHousehold();
  const { plan } = usePlan();
  const navigate = useNavigate();
  const [params, change] = useQuery();
  const { firstDay, dateStyle: style } = household.settings;
  const asked = params.get('of') ?? '';
  const start = isIsoDate(asked)
    ? weekStart(toDay(asked), firstDay)
    : ((year && weekToPlan(household, year, today)) ?? weekStart(today, firstDay));
  const row = sitDownOf(household, start);
  const done = row?.done ?? [];
  const page = useMemo(
    () => (year ? weekPage(household, year, plan, start) : undefined),
    [household, year, plan, start],
  );
  const left = useMemo(() => leftBefore(household, today), [household, today]);
  const ask = useMemo(() => (plan ? holdsToPlace(household, plan, start + 6) : []), [household, plan, start]);
  const reading = useMemo(() => (plan ? readingOf(household, plan, start, start + 6) : []), [household, plan, start]);
  const stores = useStores({ net: true, box: [start, start + 6] });
  const box = stores?.box ?? [];
  const until = orderUntil(year, Math.max(today, start));
  const short = orderSoon(stores?.missing ?? [], year, Math.max(today, start));
  const late = (stores?.late ?? []).filter((l) => l.day <= until);
  const lines = useMemo(() => (page ? courseLines(household, page, year, plan) : []), [household, page, year, plan]);
  const quiet = useMemo(
    () => (page && plan && year ? quietIn(household, year, plan, page) : []),
    [household, page, year, plan],
  );
  const undone = useMemo(() => makingsUndone(household, today), [household, today]);
  const next = useRef<HTMLButtonElement>(null);
  const open = SIT_DOWN_PARTS.find((p) => p === params.get('part')) ?? SIT_DOWN_PARTS.find((p) => !done.includes(p));
  // By keyboard alone: what goes on with Enter has the focus whenever a part opens.
  useEffect(() => next.current?.focus(), [open]);
  const go = (part: SitDownPart | undefined) => change({ part });
  if (!year || !page || household.enrolments.length === 0)
    return (
      <>
        <h1 className="pb-2">Sit down over a week</h1>
        <p className="double-rule pt-4">
          There is something to sit down over once there is a school year and somebody takes a course.{' '}
          <Link className="page-link" to="/">
            Today
          </Link>{' '}
          says what is still missing.
        </p>
      </>
    );
  const days = [left.last, ...left.older].filter((d) => d !== undefined);
  // After weeks in which nobody opened it the days before the last are a line each, opened by a press.
  const folded = days.reduce((n, d) => n + d.steps.length, 0) > FEW_LEFT;
  const errands = errandsOf(household, start, Math.max(today, start));
  const extras = extrasWithin(household, start, start + 6).length;
  const holds = openHolds(household, today);
  const misfits = holds.flatMap(({ hold }) => {
    const fit = plan && holdFit(household, plan, hold);
    return fit?.is === 'late' || fit?.is === 'short' ? `${hold.title}, ${holdFitWords(style, fit, today)}` : [];
  });
  const unread = reading.filter((l) => !l.read).length;
  const tests = lines.reduce((n, l) => n + l.tests.length, 0);
  /** A few words on each part, so that what has nothing to do need not be opened. */
  const brief: Record<SitDownPart, string> = {
    left:
      days.length === 0
        ? 'nothing was left'
        : count(
            days.reduce((n, d) => n + d.steps.length, 0),
            'step',
          ),
    dates: weekDatesWords(household, year, start),
    courses: plan ? `${count(lines.length, 'course')}${tests > 0 ? `, ${count(tests, 'test')}` : ''}` : UNKNOWN,
    reading: !plan
      ? UNKNOWN
      : reading.length === 0
        ? 'nothing to read'
        : unread === 0
          ? 'all of it is read'
          : count(unread, 'lesson'),
    things: !stores
      ? UNKNOWN
      : box.length + short.length === 0
        ? 'nothing is needed'
        : `${count(box.length, 'thing')}${short.length > 0 ? `, ${toGetWords(short)}` : ''}`,
    errands: extras + errands.length === 0 ? 'none' : count(extras + errands.length, 'line'),
    lists: page.published ? 'published' : 'to publish and print',
  };
  const see = async (part: SitDownPart) => {
    const after = SIT_DOWN_PARTS.find(
      (p) => p !== part && !done.includes(p) && SIT_DOWN_PARTS.indexOf(p) > SIT_DOWN_PARTS.indexOf(part),
    );
    // The next part opens at once: what is pressed meanwhile is not undone by the store's answer.
    go(after);
    await commit(`${TITLES[part]}: seen to`, (now) => seePart(now, start, part, true, newId));
  };
  const publish = async () => {
    const kept = await commit(`week of ${shortDate(style, start)} published`, (now) => [
      { table: 'published', put: publishWeek(page) },
      ...seePart(now, start, 'lists', true, newId),
    ]);
    if (!kept) return;
    void navigate(`/week?of=${fromDay(start)}`);
    // Once the week stands on the page.
    setTimeout(() => window.print(), 400);
  };
  const bodies: Record<SitDownPart, ReactNode> = {
    left: (
      <>
        {days.length === 0 && (
          <p className="text-soft">
            {left.listed
              ? 'Everything that stood on a list was done or carried.'
              : 'No day of the last four weeks has a list.'}
          </p>
        )}
        {days.length > 1 && <AllDays left={days} />}
        {days.map((d) => {
          const date = longDate(style, d.day, today);
          return (
            <section key={d.day} aria-label={`Left from ${date}`} className="pb-2">
              {folded && d !== days[0] ? (
                <details>
                  <summary className="page-link min-h-touch cursor-pointer py-1">
                    {date}: {count(d.steps.length, 'step')}
                  </summary>
                  <LastDay left={d} />
                </details>
              ) : (
                <>
                  <h3 className="label">{date}</h3>
                  <LastDay left={d} />
                </>
              )}
            </section>
          );
        })}
        <Undone makings={undone} />
      </>
    ),
    dates: <Dates key={row?.words ?? ''} page={page} start={start} words={row?.words ?? ''} />,
    courses: plan ? <Courses lines={lines} quiet={quiet} page={page} start={start} /> : <Awaited />,
    reading: plan ? <Reading lines={reading} start={start} /> : <Awaited />,
    things: (
      <>
        {stores ? (
          <Box
            lines={box}
            pockets={stores.pockets}
            start={start}
            away={[]}
            open={(m) => void navigate(`/materials?thing=${m.id}`)}
          />
        ) : (
          <Awaited />
        )}
        {short.length > 0 && (
          <p className="pt-2">
            {toGetSentence(style, short, until, today)}{' '}
            <Link className="page-link" to="/materials?part=missing">
              What will be missing, and the ways out
            </Link>
          </p>
        )}
        {late.map((l) => (
          <p key={l.material.id} className="pt-2 wrap-anywhere">
            {tooLateWords(style, l, today)}.
          </p>
        ))}
        {ask.length > 0 && (
          <p className="pt-2 wrap-anywhere">
            To ask the library for: {ask.map((l) => toAskWords(household, l, today)).join('; ')}.{' '}
            <Link className="page-link" to="/materials?part=library">
              What the library has
            </Link>
          </p>
        )}
        {holds.length > 0 && (
          <p className="pt-2">
            {count(holds.length, 'title')} at the library or to go back
            {misfits.length > 0 && `: ${misfits.join('; ')}`}.{' '}
            <Link className="page-link" to="/materials?part=library">
              Library
            </Link>
          </p>
        )}
      </>
    ),
    errands: <Extras start={start} errands={errands} />,
    lists: (
      <>
        <ul aria-label="The children’s lists" className="flex flex-wrap gap-x-6">
          {childrenHere(household, start, start + 6).map((c) => (
            <li key={c.id}>
              <Link className="page-link" to={`/child/${c.id}?of=${fromDay(start)}`}>
                {c.name}’s list
              </Link>
            </li>
          ))}
        </ul>
        {household.teachers.length > 1 && (
          <ul aria-label="The teachers’ pages" className="flex flex-wrap gap-x-6">
            {household.teachers.map((t) => (
              <li key={t.id}>
                <Link className="page-link" to={`/teacher/${t.id}?of=${fromDay(start)}`}>
                  {t.name}’s page
                </Link>
              </li>
            ))}
          </ul>
        )}
        <p className="text-soft">
          Publishing holds the week as it is printed, and remembers what was meant; it prints on one side.
        </p>
      </>
    ),
  };
  return (
    <div>
      <div className="flex flex-wrap items-baseline justify-between gap-x-6 gap-y-1 pb-2">
        <h1>
          Sit down over {shortDate(style, start, today)} – {shortDate(style, start + 6, today)}
        </h1>
        <span className="text-soft">
          {done.length} of {SIT_DOWN_PARTS.length} seen to
        </span>
      </div>
      <ol className="double-rule">
        {SIT_DOWN_PARTS.map((part, i) => {
          const seen = done.includes(part);
          const here = part === open;
          return (
            <li key={part} className="border-b border-rule">
              <h2 className="text-lead">
                <button
                  type="button"
                  className="press flex w-full cursor-pointer flex-wrap items-baseline gap-x-3 py-2 text-left"
                  aria-expanded={here}
                  onClick={() => go(here ? undefined : part)}
                >
                  <span className="w-5 shrink-0 self-center" aria-hidden="true">
                    {seen ? <Check size={18} /> : i + 1}
                  </span>
                  <span className={seen && !here ? 'text-soft' : ''}>{TITLES[part]}</span>
                  <span className="text-plain font-normal text-soft">
                    {brief[part]}
                    {seen && <span className="sr-only">, seen to</span>}
                  </span>
                </button>
              </h2>
              {here && (
                <div className="pb-3 pl-8">
                  {bodies[part]}
                  <p className="flex flex-wrap gap-2 pt-3 print:hidden">
                    {part === 'lists' ? (
                      <button
                        ref={next}
                        type="button"
                        className="btn btn-strong"
                        // An empty week would be held where nothing is planned yet.
                        disabled={!plan}
                        onClick={() => void publish()}
                      >
                        {page.published ? 'Publish anew and print' : 'Publish and print'}
                      </button>
                    ) : (
                      <button ref={next} type="button" className="btn btn-strong" onClick={() => void see(part)}>
                        Seen to, next
                      </button>
                    )}
                    {seen && (
                      <button
                        type="button"
                        className="btn btn-quiet"
                        onClick={() =>
                          void commit(`${TITLES[part]}: not seen to after all`, (now) =>
                            seePart(now, start, part, false, newId),
                          )
                        }
                      >
                        Not yet after all
                      </button>
                    )}
                  </p>
                </div>
              )}
            </li>
          );
        })}
      </ol>
      {done.length === SIT_DOWN_PARTS.length && (
        <p className="pt-3">
          All of it is seen to. The week begins on {dayAndDate(style, page.days[0]?.day ?? start, today)}.
        </p>
      )}
    </div>
  );
}
