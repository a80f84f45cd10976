import { lazy, startTransition, Suspense, useCallback, useMemo, useState } from 'react';
import { fromDay, isOver, toDay } from '../../core/calendar';
import { childrenIn, type Enrolment, type Lesson, type SchoolYear, type Unit } from '../../core/household';
import {
  cellWords,
  lessonsOf,
  misfits,
  runningOn,
  optionalLeft,
  overview,
  type Overview,
  type OverviewRow,
  type StepPlace,
} from '../../core/overview';
import { takerNames, takingName } from '../../core/words';
import { useHousehold } from '../shell/household';
import { usePlan } from '../shell/plan';
import { Awaited, useAwaits } from '../shell/unplanned';
import { ChildChoice } from '../ui/child-choice';
import { dayAndDate, longDate, shortDate } from '../ui/dates';
import { count, either, inHand, listing } from '../ui/words';
import { Crowded } from './crowded';
import { Good } from './good';
import { MoveUnit } from './move-unit';
import { RowsDrag } from './rows-drag';
import type { Span } from './rows-drawing';
import { SubNav } from './sub-nav';
import { useViewYear } from './view-year';
import OneOf from '../ui/one-of';
import { useNarrow } from '../ui/use-narrow';
import './courses.css';

const LikelyWay = lazy(() => import('../forecast/likely-way'));

const TERM = 13;
/** Weeks that are drawn day by day. */
const WEEKS = 3;

const ZOOMS = ['year', 'term', 'week'] as const;
const ZOOM_WORDS = { year: 'The year', term: 'Thirteen weeks', week: 'Day by day' };

/** The whole year of every course in one drawing, and as a table; what does not fit is said first. */
export default function CoursesPage() {
  const { household, today } = useHousehold();
  const { year, current } = useViewYear();
  const { plan: made } = usePlan();
  // The plan is of the year of today: another one shows what is on record.
  const plan = year && year.id === current?.id ? made : undefined;
  const [childId, setChildId] = useState('');
  const [zoom, setZoom] = useState<'year' | 'term' | 'week'>('year');
  const [term, setTerm] = useState<number>();
  const [open, setOpen] = useState<string>();
  const choose = useCallback((id: string) => setOpen((was) => (was === id ? undefined : id)), []);
  const view = useMemo(
    () => (year ? overview(household, year, plan, today) : undefined),
    [household, year, plan, today],
  );
  const awaits = useAwaits();
  const narrow = useNarrow();
  const instead =
    !year || !view || view.groups.length === 0 ? (
      'With a school year and a course that somebody takes, the whole year of it is drawn here.'
    ) : year.id !== current?.id && toDay(year.start) > today ? (
      `${year.name} begins on ${longDate(household.settings.dateStyle, toDay(year.start), today)}. Once it is its turn, what is left of each course by then is planned in it, and drawn here.`
    ) : awaits && year.id === current?.id && !isOver(year, today) ? (
      <Awaited />
    ) : undefined;
  if (!year || !view || instead) {
    return (
      <div className="max-w-2xl">
        <h1>Courses over the year</h1>
        <SubNav />
        <div className="double-rule pt-4">{instead}</div>
      </div>
    );
  }
  const shown: Overview = {
    ...view,
    groups: childId ? view.groups.filter((g) => g.children.some((c) => c.id === childId)) : view.groups,
  };
  const now = Math.max(
    0,
    view.weeks.findIndex((w) => today < w.start + 7),
  );
  const shownWeeks = zoom === 'week' ? WEEKS : TERM;
  const from = term ?? Math.max(0, Math.min(zoom === 'week' ? now : now - 2, view.weeks.length - shownWeeks));
  const label = narrow ? 118 : 210;
  const span: Span =
    zoom === 'year'
      ? { from: 0, to: view.weeks.length, week: Math.max(22, Math.floor(960 / view.weeks.length)), label }
      : { from, to: Math.min(view.weeks.length, from + shownWeeks), week: zoom === 'term' ? 72 : 320, label };
  const row = shown.groups.flatMap((g) => g.rows).find((r) => r.enrolment.id === open);
  return (
    <div className="courses-sheet">
      <h1>Courses over the year</h1>
      <SubNav />
      <div className="double-rule pt-3">
        <Feasible view={shown} year={year} />
        {plan && <Good plan={plan} year={year} />}
        {plan && <Crowded view={view} plan={plan} year={year} />}
        <div className="flex flex-wrap items-end justify-between gap-3 pb-2 print:hidden">
          <ChildChoice label="Drawn for" among={childrenIn(household, year)} value={childId} onChange={setChildId} />
          <span className="flex flex-wrap gap-2">
            {zoom !== 'year' && (
              <>
                <button
                  type="button"
                  className="btn"
                  disabled={from === 0}
                  onClick={() => startTransition(() => setTerm(Math.max(0, from - Math.floor(shownWeeks / 2))))}
                >
                  Earlier
                </button>
                <button
                  type="button"
                  className="btn"
                  disabled={from + shownWeeks >= view.weeks.length}
                  onClick={() =>
                    startTransition(() =>
                      setTerm(Math.min(view.weeks.length - shownWeeks, from + Math.floor(shownWeeks / 2))),
                    )
                  }
                >
                  Later
                </button>
              </>
            )}
            <OneOf
              label="How near"
              value={zoom}
              options={ZOOMS.map((z) => [z, ZOOM_WORDS[z]])}
              // Drawn in slices, so that a press is never held up by the whole year.
              onChange={(z) =>
                startTransition(() => {
                  setZoom(z);
                  setTerm(undefined);
                })
              }
            />
          </span>
        </div>
        <RowsDrag view={shown} span={span} today={today} open={open} choose={choose} />
        <p className="pt-1 text-note text-soft">
          Filled: done. Hatched: known. Open box: to come. Dotted: left out. Diamond: test. Thick stroke: should end by.
          Dotted stroke: another pace from then on, paused, or taken up again. Thick line: now. On top: minutes asked of
          a teacher, the line being their hours; dot: new lessons clash; black week: crowded. Press a course for its
          units; drag a unit by its bracket to another week.
        </p>
        {row && plan && (
          <Suspense>
            <LikelyWay enrolment={row.enrolment} />
          </Suspense>
        )}
        {row && <Units key={row.enrolment.id} row={row} view={view} />}
        <WeekTable view={shown} />
      </div>
    </div>
  );
}

/** What does not fit, by how much, and the smallest change of pace that would make it fit. */
function Feasible({ view, year }: { view: Overview; year: SchoolYear }) {
  const { household, today } = useHousehold();
  const found = useMemo(() => misfits(household, year, view, today), [household, year, view, today]);
  const style = household.settings.dateStyle;
  const told = new Set(found.map((f) => f.row));
  const waits = view.groups
    .flatMap((g) => g.rows)
    .filter((row) => row.reserve && row.counts.waiting > 0 && !told.has(row));
  const runsOn = runningOn(household, view, today);
  if (isOver(year, today)) return <p className="pb-3">{year.name} is over: this is what is on record of it.</p>;
  if (found.length === 0 && waits.length === 0 && runsOn.length === 0)
    return <p className="pb-3">Every step of every running course has a date, and each course ends in time.</p>;
  return (
    <ul className="pb-3" aria-label="What does not fit">
      {found.map(({ row, unplaced, short, perSitting, perWeek, weekly }) => {
        const ways = [
          weekly !== undefined && `${weekly} a week`,
          perWeek !== undefined && `sittings on ${perWeek} days a week`,
          perSitting !== undefined && `${count(perSitting, 'step')} a sitting`,
        ].filter((w) => w !== false);
        // Who leaves cannot run on.
        const stays = row.reserve?.hereUntil === undefined;
        return (
          <li key={row.enrolment.id} className="border-b border-rule py-1">
            <b>{takingName(household, row.enrolment.id, today)}</b>{' '}
            {row.counts.waiting > 0 &&
              `is held until what it waits for is there, with ${count(row.counts.waiting, 'step')} behind it; if it went on today it `}
            {short > 0
              ? `${row.counts.waiting > 0 ? 'would lack' : 'lacks'} ${count(short, 'sitting')}`
              : 'would end after its date'}
            {row.reserve?.hereUntil !== undefined
              ? ` (nobody takes it after ${shortDate(style, row.reserve.hereUntil, today)})`
              : row.reserve?.projected !== undefined &&
                `: at the earliest it ends ${shortDate(style, row.reserve.projected, today)}`}
            {unplaced > 0 && `; ${count(unplaced, 'step finds', 'steps find')} no day in the year`}.{' '}
            {ways.length > 0
              ? `It fits with ${ways.join(', or with ')}; or ${either(['skip what is known', ...(optionalLeft(household, row.enrolment) ? ['leave optional steps out'] : []), ...(stays ? ['end later'] : [])])}.`
              : `No small change of its pace makes it fit: ${either(['skip what is known', 'leave parts out', ...(stays ? ['run on'] : [])])}.`}
          </li>
        );
      })}
      {runsOn.map((row) => (
        <li key={`on ${row.enrolment.id}`} className="border-b border-rule py-1">
          <b>{takingName(household, row.enrolment.id, today)}</b> has no date to end by:{' '}
          {count(row.counts.unplaced, 'step finds', 'steps find')} no day in the year.
        </li>
      ))}
      {waits.map((row) => (
        <li key={`waits ${row.enrolment.id}`} className="border-b border-rule py-1">
          <b>{takingName(household, row.enrolment.id, today)}</b> is held until what it waits for is there, with{' '}
          {count(row.counts.waiting, 'step')} behind it
          {row.reserve?.daysInHand !== undefined && `; if it went on today: ${inHand(row.reserve.daysInHand)}`}.
        </li>
      ))}
    </ul>
  );
}

const PLACE_WORDS: Record<StepPlace, string> = {
  done: 'done',
  known: 'known',
  'left out': 'left out',
  'to come': 'to come',
  unplaced: 'without a day',
  waiting: 'waiting',
  'for later': 'left for later',
};

/** The units of one course with their dates; each opens to its lessons, and can be asked to begin in another week. */
function Units({ row, view }: { row: OverviewRow; view: Overview }) {
  const { household, today } = useHousehold();
  const style = household.settings.dateStyle;
  const [unit, setUnit] = useState<Unit>();
  const [moving, setMoving] = useState<{ unit: Unit; lesson?: Lesson | undefined }>();
  const dates = (from: number | undefined, to: number | undefined) =>
    from === undefined || to === undefined
      ? 'no day yet'
      : from === to
        ? dayAndDate(style, from)
        : `${shortDate(style, from, today)} – ${shortDate(style, to, today)}`;
  return (
    <section className="border-t border-ink pt-3 pb-4" aria-label={`Units of ${row.title}`}>
      <h2>
        {row.title} <span className="text-soft">{listing(row.children.map((c) => c.name))}</span>
      </h2>
      <p className="text-aside">
        {count(row.counts.done, 'step')} done, {row.counts.known} known, {row.counts['left out']} left out,{' '}
        {row.counts['to come']} to come
        {row.counts.unplaced > 0 && `, ${row.counts.unplaced} without a day`}
        {row.counts.waiting > 0 && `, ${row.counts.waiting} waiting`}
        {row.counts['for later'] > 0 && `, ${row.counts['for later']} left for later`}
        {row.reserve?.daysInHand !== undefined && <b> · {inHand(row.reserve.daysInHand)}</b>}
      </p>
      {row.changes.map(({ day, words }) => (
        <p key={`${day} ${words}`} className="text-aside">
          From {shortDate(style, day, today)}: {words}
        </p>
      ))}
      <ul>
        {row.units.map((u, i) => (
          <li key={u.unit.id} className="border-b border-rule">
            <div className="flex flex-wrap items-center gap-x-4">
              <button
                type="button"
                className="btn btn-quiet page-link min-w-0 !justify-start !px-0 text-left wrap-anywhere"
                aria-expanded={unit === u.unit}
                onClick={() => setUnit(unit === u.unit ? undefined : u.unit)}
              >
                {u.unit.title || `Part ${i + 1}`}
              </button>
              <span className="flex-1 text-aside text-soft">
                {dates(u.from, u.to)} ·{' '}
                {(Object.keys(PLACE_WORDS) as StepPlace[])
                  .filter((p) => u.counts[p] > 0)
                  .map((p) => `${u.counts[p]} ${PLACE_WORDS[p]}`)
                  .join(', ')}
              </span>
              {row.reserve && u.counts['to come'] + u.counts.unplaced > 0 && (
                <button
                  type="button"
                  className="btn btn-quiet page-link print:hidden"
                  aria-label={`Move ${u.unit.title || `part ${i + 1}`}`}
                  onClick={() => setMoving({ unit: u.unit })}
                >
                  Move
                </button>
              )}
            </div>
            {unit === u.unit && (
              <ol className="columns-1 pb-2 pl-4 text-aside sm:columns-2 lg:columns-3">
                {lessonsOf(row, u.unit).map((l) => (
                  <li key={l.id} className="break-inside-avoid">
                    {row.reserve && (l.place === 'to come' || l.place === 'unplaced') ? (
                      <button
                        type="button"
                        className="page-link min-h-[24px] cursor-pointer"
                        aria-label={`Move ${l.title}`}
                        onClick={() => setMoving({ unit: u.unit, lesson: u.unit.lessons.find((x) => x.id === l.id) })}
                      >
                        {l.title}
                      </button>
                    ) : (
                      l.title
                    )}{' '}
                    <span className="text-soft">
                      {l.from === undefined ? '' : dates(toDay(l.from), toDay(l.to!))} {PLACE_WORDS[l.place]}
                    </span>
                  </li>
                ))}
              </ol>
            )}
          </li>
        ))}
      </ul>
      {moving && <MoveUnit row={row} {...moving} view={view} close={() => setMoving(undefined)} />}
    </section>
  );
}

/** Course by teaching week: what each week should hold, and what it did hold. */
function WeekTable({ view }: { view: Overview }) {
  const { household, today } = useHousehold();
  const style = household.settings.dateStyle;
  const [shown, setShown] = useState(false);
  const weeks = view.weeks.map((w, index) => ({ ...w, index })).filter((w) => w.teaching !== undefined);
  const published = useMemo(() => {
    const counts = new Map<string, number>();
    for (const week of household.published)
      for (const p of week.placements) {
        const at = view.weeks.findIndex((w) => p.date >= fromDay(w.start) && p.date < fromDay(w.start + 7));
        const key = `${p.enrolmentId} ${at}`;
        counts.set(key, (counts.get(key) ?? 0) + 1);
      }
    return counts;
  }, [household.published, view.weeks]);
  const name = (e: Enrolment) => takerNames(household, e);
  return (
    <section aria-labelledby="as-table" className="pt-4">
      <div className="flex items-baseline justify-between print:hidden">
        <h2 id="as-table">As a table</h2>
        <button type="button" className="btn" aria-expanded={shown} onClick={() => setShown(!shown)}>
          {shown ? 'Put it away' : 'Show what each week should hold'}
        </button>
      </div>
      {shown && (
        <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="Courses by teaching week">
          <table className="week-by-week">
            <caption className="sr-only">
              Lessons of each course in each teaching week; in past weeks what was done of what was published
            </caption>
            <thead>
              <tr>
                <th scope="col">Week</th>
                {view.groups
                  .flatMap((g) => g.rows)
                  .map((r) => (
                    <th key={r.enrolment.id} scope="col">
                      {r.title} <span className="font-normal text-soft">{name(r.enrolment)}</span>
                    </th>
                  ))}
              </tr>
            </thead>
            <tbody>
              {weeks.map((w) => (
                <tr key={w.start} className={w.crowded ? 'week-by-week-crowded' : ''}>
                  <th scope="row" className="whitespace-nowrap">
                    {w.teaching} <span className="font-normal text-soft">{shortDate(style, w.start, today)}</span>
                  </th>
                  {view.groups
                    .flatMap((g) => g.rows)
                    .map((r) => {
                      const cell = r.cells.get(w.index);
                      const wanted = published.get(`${r.enrolment.id} ${w.index}`);
                      const past = w.start + 6 < today;
                      return (
                        <td key={r.enrolment.id}>
                          {cell && cellWords(cell)}
                          {past && wanted !== undefined && (
                            <span className="text-soft">
                              {' '}
                              ({cell?.held ?? 0} of {wanted})
                            </span>
                          )}
                        </td>
                      );
                    })}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
    </section>
  );
}
