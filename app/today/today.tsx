import { DayNav } from './day-nav';
import { useShownDay } from './shown-day';
import { type FocusEvent, lazy, Suspense, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react';
import { Link } from 'react-router';
import { isBetweenYears, teachingWeek, toDay, yearFor, yearWithOutside } from '../../core/calendar';
import { stepName } from '../../core/course';
import { aheadWords, comingDay, dayPage, type DayRow, noSchoolWords, waitingTicks } from '../../core/day';
import { markStep, unmarkStep } from '../../core/deeds';
import { childrenHere } from '../../core/household';
import { titleAmong } from '../../core/words';
import { useHousehold } from '../shell/household';
import { usePlan } from '../shell/plan';
import { dayAndDate, longDate } from '../ui/dates';
import { listing } from '../ui/words';
import { useClashes } from './clashes';
import { AsList } from './as-list';
import { Group } from './group';
import { HowFar } from './how-far';
import { useLeft } from './left';
import { useAway, useMissed, useMovedOutside, useSitDown } from './notes-of-day';
import { type Note, Notes } from './notes';
import { Rituals, useOtherwise } from './rituals';
import { ShowSwitch } from './show-switch';
import { DaysSoFar } from './days-so-far';
import { useSteady } from './steady';
import { FirstSteps } from './first-steps';
import { Jottings } from '../jot/list';
import { newId } from '../ui/id';
import { useNarrow } from '../ui/use-narrow';
import type { RowActions } from './row-actions';

const ProveDialog = lazy(() => import('./prove-dialog'));
const AgainDialog = lazy(() => import('./again-dialog'));
const Thread = lazy(() => import('./thread'));
const Nods = lazy(() => import('./nods'));
const ToSeeTo = lazy(() => import('./to-see-to'));

export function Today() {
  const { household, year, today, commit } = useHousehold();
  const { plan, fault } = usePlan();
  const { day, on, go, step } = useShownDay();
  const style = household.settings.dateStyle;
  const narrow = useNarrow();
  const page = useSteady(useMemo(() => dayPage(household, plan, day), [household, plan, day]));
  // On a day without school the next one's list stands below: work of it can be done ahead, on today's date.
  const coming = year && day === today ? comingDay(household, year, today) : undefined;
  const ahead = useSteady(
    useMemo(() => (coming === undefined ? undefined : dayPage(household, plan, coming)), [household, plan, coming]),
  );
  const own = useMemo(() => page.groups.flatMap((g) => g.sittings.flatMap((s) => s.rows)), [page]);
  const due = useMemo(
    () => [...own, ...(ahead?.groups ?? []).flatMap((g) => g.sittings.flatMap((s) => s.rows))],
    [own, ahead],
  );
  const rows = useMemo(
    () => [...due, ...page.whenever.flatMap((g) => g.sittings.flatMap((s) => s.rows))],
    [due, page.whenever],
  );
  const [editing, setEditing] = useState<string>();
  const [asking, setAsking] = useState<{ what: 'prove' | 'again'; row: DayRow }>();
  const started = useRef(false);

  /** The row that had the focus last, and where it stood, for when the plan takes it off the page. */
  const last = useRef<{ row: DayRow; at: number }>(undefined);
  const focus = (row: DayRow | undefined) => {
    if (!row) return;
    // Who marks in the drawing stays there; who marks in the list, in the list.
    const folded = document.querySelector('details[data-list]:not([open])') !== null;
    const drawn =
      folded || document.activeElement?.closest('[data-piece]')
        ? document.querySelector<HTMLElement>(`[data-piece="${CSS.escape(row.key)}"] > button`)
        : null;
    (drawn ?? document.getElementById(`done ${row.key}`))?.focus();
  };

  // The first open step takes the focus once, so that marking can start with the first key pressed.
  useEffect(() => {
    if (started.current || own.length === 0) return;
    started.current = true;
    const from = document.activeElement;
    if (from === document.body || from?.closest('nav')) focus(own.find((r) => !r.mark));
  }, [own]);

  // A row that leaves the page must not take the focus with it: its neighbour in the course or on the page gets it.
  useEffect(() => {
    if (!last.current || document.activeElement !== document.body) return;
    const { row, at } = last.current;
    if (rows.some((r) => r.key === row.key)) return;
    focus(
      rows.find((r) => r.enrolment.id === row.enrolment.id && !r.mark) ??
        rows.slice(at).find((r) => !r.mark) ??
        rows[Math.min(at, rows.length - 1)],
    );
  }, [rows]);
  const onFocus = (e: FocusEvent) => {
    const key = (e.target as HTMLElement).closest('[data-row]')?.getAttribute('data-row');
    const at = rows.findIndex((r) => r.key === key);
    if (at >= 0) last.current = { row: rows[at]!, at };
  };

  // The rows keep one set of deeds, so that a mark draws no row anew but its own; each deed is done by the page as it is by then.
  const called = ({ enrolment, step }: DayRow) =>
    `${titleAmong(household, enrolment)} ${step.lesson.title}, ${stepName(step)}`;
  const deeds: RowActions = {
    mark: (row, kind, child) => {
      // What waits until there is time does not take the focus by itself: it is never due.
      const after =
        due.slice(due.indexOf(row) + 1).find((r) => !r.mark) ?? due.find((r) => !r.mark && r !== row) ?? row;
      const where = { enrolmentId: row.enrolment.id, stepId: row.step.id, day: on };
      const words = `${called(row)}: ${child ? `${child.name} ` : ''}${kind}${aheadWords(household, day, today)}`;
      void commit(words, (now) => markStep(now, where, kind, newId, child?.id));
      if (!child) focus(after);
    },
    unmark: (row) => {
      const where = { enrolmentId: row.enrolment.id, stepId: row.step.id, day: on };
      void commit(`mark taken off ${called(row)}`, (now) => unmarkStep(now, where));
    },
    move: (row, by) => focus(rows[rows.indexOf(row) + by]),
    ask: (what, row) => setAsking({ what, row }),
    edit: (row) => {
      setEditing(row.key);
      document.getElementById(`done ${row.key}`)?.scrollIntoView({ block: 'center' });
    },
  };
  const latest = useRef(deeds);
  useLayoutEffect(() => {
    latest.current = deeds;
  });
  const [actions] = useState((): RowActions => ({
    mark: (...by) => latest.current.mark(...by),
    unmark: (...by) => latest.current.unmark(...by),
    move: (...by) => latest.current.move(...by),
    ask: (...by) => latest.current.ask(...by),
    edit: (...by) => latest.current.edit(...by),
  }));

  const [left, clashes, away, missed, outside, otherwise, sitDown] = [
    useLeft(),
    // What was begun on a day gone by cannot wait any more.
    useClashes(page, year, day >= today),
    useAway(page),
    useMissed(day),
    useMovedOutside(),
    useOtherwise(page),
    useSitDown(),
  ];
  const ticks = useMemo(() => waitingTicks(household).length, [household]);
  const nods: Note | undefined =
    ticks === 0
      ? undefined
      : {
          key: 'nods',
          words: `${ticks} ticked, waiting for your OK`,
          body: (
            <Suspense>
              <Nods day={on} />
            </Suspense>
          ),
        };
  const notes = [
    nods,
    clashes,
    day === today ? left : undefined,
    away,
    missed,
    outside,
    otherwise,
    day === today ? sitDown : undefined,
  ];

  if (!year || household.children.length === 0 || household.enrolments.length === 0) return <FirstSteps />;

  const shown = household.settings.dayShow ?? 'list';
  const drawing = page.groups.length > 0 && shown !== 'list';
  const between = isBetweenYears(household.years, day);
  // A day of another year is what that year says.
  const held = yearFor(household.years, day);
  const noSchool = noSchoolWords(household, held ? yearWithOutside(household, held) : year, day);
  const unplanned = day >= today && held !== undefined && held.id !== year.id;
  const next = household.years.filter((y) => toDay(y.start) > today).sort((a, b) => (a.start < b.start ? -1 : 1))[0];
  return (
    <div>
      <div className="flex flex-wrap items-center justify-between gap-x-8">
        <span className="flex items-center gap-x-1">
          <h1 className="!text-title sm:!text-head">
            {narrow ? dayAndDate(style, day, today) : longDate(style, day, today)}
          </h1>
          <DayNav day={day} go={go} step={step} />
        </span>
        {page.groups.length > 0 && <ShowSwitch page={page} day={day} today={today} />}
      </div>
      {between && (
        <p className="pb-2 text-soft">
          Between the years:{' '}
          {next ? `${next.name} begins ${longDate(style, toDay(next.start), today)}` : 'no further year is set up yet'}.
          What is done now stands on its own date.{' '}
          <Link className="page-link" to="/year/end">
            The year’s end
          </Link>
        </p>
      )}
      {day > today && (
        <p className="pb-2 text-soft">
          This day is still to come. Work of it that is done now is recorded on today, {dayAndDate(style, today)}.
        </p>
      )}
      {day < today && (
        <p className="pb-2 text-soft">
          What was marked on this day. What is marked here now carries its date, {dayAndDate(style, day, today)}.
        </p>
      )}
      {noSchool && <p className="pb-2">{noSchool}</p>}
      <div className="flex flex-wrap items-center justify-between gap-x-3 border-t border-ink">
        {page.children.some((c) => c.steps > 0) && <HowFar page={page} today={today} />}
        <p hidden={between} className="text-note sm:text-aside">
          {day >= toDay(year.start) && `week ${teachingWeek(year, day, household.settings.firstDay)} · `}
          <DaysSoFar />
        </p>
      </div>
      <Notes notes={notes.filter((n) => n !== undefined)} />
      {drawing && (
        <Suspense fallback={<p className="py-6">Laying out the day …</p>}>
          <Thread page={page} year={year} actions={actions} byClock={shown === 'clock'} today={today} />
        </Suspense>
      )}
      <AsList folded={drawing} open={editing !== undefined}>
        <Rituals page={page} />
        <div className="double-rule" onFocus={onFocus}>
          {page.groups.map((g) => (
            <Group
              key={g.sittings[0]!.enrolment.id}
              group={g}
              actions={actions}
              editing={editing}
              setEditing={setEditing}
              day={day}
            />
          ))}
          {page.groups.length === 0 && day < today && <p className="py-3">Nothing was marked on this day.</p>}
          {page.groups.length === 0 && !noSchool && !between && day >= today && (
            <p className="py-6">
              {unplanned ? (
                `Days of ${held.name} are planned once it has begun.`
              ) : plan ? (
                <>
                  Nothing is planned for this day. {listing(childrenHere(household, day).map((c) => c.name))} may be
                  free, or the courses are paused: see the{' '}
                  <Link className="page-link" to="/shelf">
                    shelf
                  </Link>
                  .
                </>
              ) : fault ? (
                'What is planned for this day is not known.'
              ) : (
                'Working out the day …'
              )}
            </p>
          )}
        </div>
      </AsList>
      {ahead && (
        <section aria-labelledby="ahead" className="pt-4" onFocus={onFocus}>
          <h2 id="ahead" className="border-b border-ink pb-1">
            The next school day: {longDate(style, ahead.day, today)}
          </h2>
          <p className="py-1 text-soft">What is done of it now is recorded on today, {dayAndDate(style, today)}.</p>
          {ahead.groups.map((g) => (
            <Group
              key={g.sittings[0]!.enrolment.id}
              group={g}
              heading="The next school day"
              actions={actions}
              editing={editing}
              setEditing={setEditing}
              day={ahead.day}
            />
          ))}
        </section>
      )}
      {page.whenever.length > 0 && (
        <section aria-labelledby="whenever" className="pt-4" onFocus={onFocus} data-whenever>
          <h2 id="whenever" className="border-b border-ink pb-1">
            {day < today ? 'What comes next of each course' : 'When there is time'}
          </h2>
          {page.whenever.map((g) => (
            <Group
              key={g.sittings[0]!.enrolment.id}
              group={g}
              heading={day < today ? 'What comes next' : 'When there is time'}
              actions={actions}
              editing={editing}
              setEditing={setEditing}
              day={day}
            />
          ))}
        </section>
      )}
      <Suspense>
        <ToSeeTo day={ahead?.day ?? day} today={day === today} />
      </Suspense>
      <Jottings day={day} />
      {asking && (
        <Suspense>
          {asking.what === 'prove' ? (
            <ProveDialog row={asking.row} day={on} close={() => setAsking(undefined)} />
          ) : (
            <AgainDialog row={asking.row} day={on} close={() => setAsking(undefined)} />
          )}
        </Suspense>
      )}
    </div>
  );
}
