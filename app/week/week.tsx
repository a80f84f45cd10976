import { ChevronLeft, ChevronRight, Printer } from 'lucide-react';
import { DndContext, type DragEndEvent, PointerSensor, pointerWithin, useSensor, useSensors } from '@dnd-kit/core';
import { lazy, Suspense, useMemo, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { type Day, fromDay, hasSchool, isIsoDate, teachingWeek, toDay, weekStart } from '../../core/calendar';
import { moveTo, unpinDay } from '../../core/deeds';
import { childrenHere, byId, type Enrolment, titleOf } from '../../core/household';
import { errandsOf } from '../../core/jot';
import { quietIn, quietWords, sitDownOf } from '../../core/sitdown';
import { brokenPins, moveSitting, moveWords, publishWeek, weekPage } from '../../core/week';
import { takingName } from '../../core/words';
import { JottingList } from '../jot/list';
import { useHousehold } from '../shell/household';
import { usePlan, useWorkday } from '../shell/plan';
import { Awaited, useAwaits } from '../shell/unplanned';
import { dayAndDate, shortDate } from '../ui/dates';
import { addressed } from '../ui/addressed';
import { BY_SIGN, useKey } from '../ui/hotkeys';
import { ChildName } from '../ui/ornament';
import { listing } from '../ui/words';
import type { Held } from './move-note';
import { WeekTable } from './table';
import { tip } from '../ui/tip';
import './week.css';

const MoveNote = lazy(() => import('./move-note'));
const WeekThings = lazy(() => import('./things'));

/** Up to so many rows the printed week is set larger and still stays on one side. */
const ROOMY = 13;
/** With more rows the print is set closer, so that a large family's week stays on one side. */
const FULL = 18;

/** One week: what each child does on each day, what it asks of the teachers, publishing and printing it. */
export default function Week() {
  const { household, year, today, commit, say } = useHousehold();
  const { plan } = usePlan();
  const workday = useWorkday();
  const [params, setParams] = useSearchParams();
  const { firstDay, dateStyle: style } = household.settings;
  const startOf = (asked: string) => weekStart(isIsoDate(asked) ? toDay(asked) : workday, firstDay);
  const start = startOf(params.get('of') ?? '');
  const awaits = useAwaits(start + 6);
  const page = useMemo(
    () => (year ? weekPage(household, year, plan, start) : undefined),
    [household, year, plan, start],
  );
  const quiet = useMemo(
    () => (plan && year && page && !awaits ? quietIn(household, year, plan, page) : []),
    [household, year, plan, page, awaits],
  );
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 8 } }));
  const [held, setHeld] = useState<Held>();
  /** Where a sitting is held, by hand or in its menu; the same place again changes nothing. */
  const hold = (next: Held | undefined) =>
    setHeld((was) =>
      was && next && was.enrolment.id === next.enrolment.id && was.from === next.from && was.to === next.to
        ? was
        : next && next.from !== next.to
          ? next
          : undefined,
    );
  const show = (from: Day | undefined) =>
    setParams(from === undefined ? {} : { of: fromDay(from) }, { preventScrollReset: true });
  const step = (days: number) => show(startOf(addressed('of')) + days);
  useKey('[', () => step(-7), [workday, firstDay], BY_SIGN);
  useKey(']', () => step(7), [workday, firstDay], BY_SIGN);

  if (!year || !page || household.enrolments.length === 0) {
    return (
      <>
        <h1 className="pb-2">Week</h1>
        <p className="double-rule pt-4">
          A week is drawn once there is a school year and somebody takes a course.{' '}
          <Link className="page-link" to="/">
            Today
          </Link>{' '}
          says what is still missing.
        </p>
      </>
    );
  }

  const name = (e: Enrolment) => titleOf(household, e.courseId);
  const move = (enrolment: Enrolment, from: Day, to: Day): boolean => {
    if (!plan || from === to) return false;
    const result = moveSitting(household, year, plan, enrolment, from, to);
    if ('fault' in result) {
      say(result.fault, true);
      return false;
    }
    const words = moveWords(name(enrolment), dayAndDate(style, from), dayAndDate(style, to), result);
    void commit(words, (now) => moveTo(now, year, plan, enrolment, from, to));
    return true;
  };
  const letGo = (enrolment: Enrolment, day: Day) => {
    void commit(`${name(enrolment)} on ${dayAndDate(style, day)} for the planner to choose again`, (now) =>
      unpinDay(now, enrolment.id, day),
    );
  };
  const ends = ({ active, over }: Pick<DragEndEvent, 'active' | 'over'>): Held | undefined => {
    const from = active.data.current as { enrolment: Enrolment; day: Day } | undefined;
    const to = over?.data.current as { day: Day } | undefined;
    return from && to && { enrolment: from.enrolment, from: from.day, to: to.day };
  };
  const drop = (e: DragEndEvent) => {
    hold(undefined);
    const to = ends(e);
    if (to) move(to.enrolment, to.from, to.to);
  };
  const publish = async () => {
    const done = await commit(`week of ${shortDate(style, start)} published`, [
      { table: 'published', put: publishWeek(page) },
    ]);
    if (done) setTimeout(() => window.print());
  };
  const last = start + 6;
  const broken = plan ? brokenPins(household, plan) : [];
  const errands = errandsOf(household, start, workday);
  const past = last < (plan?.today ?? today);
  const words = sitDownOf(household, start)?.words;

  const about = [
    // A week of a break, or behind the last day, is none of the teaching weeks.
    ...(page.days.some((d) => hasSchool(d.kind)) ? [`teaching week ${teachingWeek(year, last, firstDay)}`] : []),
    ...page.programmes.map((p) => `${p.label}: its week ${p.week}`),
    ...(page.published ? ['published'] : []),
  ];
  return (
    <div
      className={`week-sheet ${page.rows.length <= ROOMY ? 'week-roomy' : page.rows.length > FULL ? 'week-full' : ''}`}
    >
      <div className="flex flex-wrap items-baseline justify-between gap-x-6 gap-y-2 pb-2">
        <h1>
          {shortDate(style, start, today)} – {shortDate(style, last, today)}
          <span className="ml-4 text-plain font-normal">{about.join(' · ')}</span>
        </h1>
        <span className="flex flex-wrap gap-2 print:hidden">
          <button type="button" className="btn" onClick={() => step(-7)} {...tip('The key [')}>
            <ChevronLeft size={18} aria-hidden="true" /> Earlier
          </button>
          <button type="button" className="btn" onClick={() => show(undefined)}>
            This week
          </button>
          <button type="button" className="btn" onClick={() => step(7)} {...tip('The key ]')}>
            Later <ChevronRight size={18} aria-hidden="true" />
          </button>
          {!past && (
            <Link className="btn" to={`/sit-down?of=${fromDay(start)}`}>
              Sit down over it
            </Link>
          )}
          {!past && (
            <button
              type="button"
              className="btn btn-strong"
              data-deed="Publish and print"
              // An empty week would be held where nothing is planned yet.
              disabled={!plan}
              onClick={() => void publish()}
            >
              <Printer size={18} aria-hidden="true" /> {page.published ? 'Publish anew and print' : 'Publish and print'}
            </button>
          )}
          {past && (
            <button type="button" className="btn" onClick={() => window.print()}>
              <Printer size={18} aria-hidden="true" /> Print
            </button>
          )}
        </span>
      </div>
      {words && <p className="border-t border-rule py-1.5 italic wrap-anywhere">{words}</p>}
      {broken.length > 0 && (
        <p className="border-t border-rule py-1.5">
          {listing(
            broken.map(({ pin, stands }) => {
              const e = byId(household.enrolments, pin.enrolmentId)!;
              return `${name(e)} cannot stand on ${dayAndDate(style, toDay(pin.date))}${stands < 0 ? '' : ` and stands on ${dayAndDate(style, stands)}`}`;
            }),
          )}
          : too many steps would have to come before.{' '}
          <button
            type="button"
            className="page-link min-h-[32px] cursor-pointer print:hidden"
            onClick={() =>
              void commit(
                'moves that could not be kept let go',
                broken.map(({ pin }) => ({ table: 'pins' as const, remove: pin.id })),
              )
            }
          >
            Let go of that
          </button>
        </p>
      )}
      {awaits ? (
        <Awaited />
      ) : (
        <DndContext
          sensors={sensors}
          collisionDetection={pointerWithin}
          onDragOver={(e) => hold(ends(e))}
          onDragCancel={() => hold(undefined)}
          onDragEnd={drop}
        >
          <WeekTable page={page} planDay={plan?.today ?? today} today={today} move={move} letGo={letGo} hold={hold} />
        </DndContext>
      )}
      {quiet.length > 0 && (
        <p className="pt-2 text-note text-soft wrap-anywhere print:hidden">
          Not in this week.{' '}
          {quiet
            .map((q) => `${takingName(household, q.enrolment.id, start)}: ${quietWords(household, q, today)}`)
            .join('; ')}
          .
        </p>
      )}
      {held && (
        <Suspense>
          <MoveNote held={held} />
        </Suspense>
      )}
      <div className="flex flex-wrap items-center gap-x-4 pt-2 text-note text-soft">
        <p>
          <span className="mr-3 inline-flex flex-wrap gap-x-3 text-ink">
            {childrenHere(household, start, start + 6).map((c) => (
              <ChildName key={c.id} child={c} size={15} />
            ))}
          </span>
          Large: the lesson’s number. Small: which of its steps. Red and underlined: a new lesson.
          <span className="print:hidden">
            {' '}
            Drag a sitting to another day, or move it with <kbd>shift ←</kbd> <kbd>shift →</kbd>; what is behind it
            follows.
          </span>
        </p>
        {page.published && (
          <button
            type="button"
            className="page-link min-h-[32px] cursor-pointer print:hidden"
            onClick={() =>
              void commit(`week of ${shortDate(style, start)} no longer published`, [
                { table: 'published', remove: page.published!.id },
              ])
            }
          >
            Unfix the week
          </button>
        )}
      </div>
      <Suspense>
        <WeekThings start={start} />
      </Suspense>
      {errands.length > 0 && (
        <section className="pt-4" aria-labelledby="also">
          <h2 id="also" className="border-b border-ink pb-1">
            Also this week
          </h2>
          <JottingList jottings={errands} name="Also this week" />
        </section>
      )}
    </div>
  );
}
