import { type FocusEvent, lazy, Suspense, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { Link } from 'react-router';
import { countDays, dayKind, isBetweenYears, teachingWeek, toDay } from '../../core/calendar';
import { stepName } from '../../core/course';
import { dayPage, type DayRow, missedBefore } from '../../core/day';
import { markStep, unmarkStep } from '../../core/deeds';
import { byId, type Child, type MarkKind } from '../../core/household';
import { workedDays } from '../../core/log';
import { useHousehold } from '../shell/household';
import { usePlan, useWorkday } from '../shell/plan';
import { dayAndDate, longDate } from '../ui/dates';
import { ChildName } from '../ui/ornament';
import { count, listing } from '../ui/words';
import { Clashes } from './clashes';
import { Group } from './group';
import { Rituals } from './rituals';
import { ShowSwitch } from './show-switch';
import { Spare } from './spare';
import { TableToday } from './table';
import { FirstSteps } from './first-steps';
import { Jottings } from '../jot/list';
import { newId } from '../ui/id';

const ProveDialog = lazy(() => import('./prove-dialog'));
const AgainDialog = lazy(() => import('./again-dialog'));
const Thread = lazy(() => import('./thread'));
const Nods = lazy(() => import('./nods'));

export interface RowActions {
  mark: (row: DayRow, kind: MarkKind, child?: Child) => void;
  unmark: (row: DayRow) => void;
  move: (row: DayRow, by: 1 | -1) => void;
  /** Opens “known from here on”, or “again, and more”. */
  ask: (what: 'prove' | 'again', row: DayRow) => void;
  /** Opens minutes, score and note in the list. */
  edit: (row: DayRow) => void;
}

export function Today() {
  const { household, year, today, commit } = useHousehold();
  const { plan, fault } = usePlan();
  const day = useWorkday();
  const style = household.settings.dateStyle;
  const page = useMemo(() => dayPage(household, plan, day), [household, plan, day]);
  const due = useMemo(() => page.groups.flatMap((g) => g.sittings.flatMap((s) => s.rows)), [page]);
  const rows = useMemo(
    () => [...due, ...page.whenever.flatMap((g) => g.sittings.flatMap((s) => s.rows))],
    [due, page.whenever],
  );
  const worked = useMemo(() => workedDays(household.marks), [household.marks]);
  const [editing, setEditing] = useState<string>();
  const [asking, setAsking] = useState<{ what: 'prove' | 'again'; row: DayRow }>();
  const started = useRef(false);

  /** The row that had the focus last, and where it stood, for when the plan takes it off the page. */
  const last = useRef<{ row: DayRow; at: number }>(undefined);
  const focus = (row: DayRow | undefined) => {
    if (!row) return;
    // Who marks in the drawing stays there; who marks in the list, in the list.
    const drawn = document.activeElement?.closest('[data-piece]')
      ? document.querySelector<HTMLElement>(`[data-piece="${CSS.escape(row.key)}"] > button`)
      : null;
    (drawn ?? document.getElementById(`done ${row.key}`))?.focus();
  };

  // The first open step takes the focus once, so that marking can start with the first key pressed.
  useEffect(() => {
    if (started.current || due.length === 0) return;
    started.current = true;
    const from = document.activeElement;
    if (from === document.body || from?.closest('nav')) focus(due.find((r) => !r.mark));
  }, [due]);

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

  const missed = useMemo(() => missedBefore(household, day), [household, day]);
  const actions: RowActions = {
    mark: useCallback(
      (row, kind, child) => {
        const course = byId(household.courses, row.enrolment.courseId)!;
        const what = `${course.title} ${row.step.lesson.title}, ${stepName(row.step)}`;
        // What waits until there is time does not take the focus by itself: it is never due.
        const after =
          due.slice(due.indexOf(row) + 1).find((r) => !r.mark) ?? due.find((r) => !r.mark && r !== row) ?? row;
        const on = { enrolmentId: row.enrolment.id, stepId: row.step.id, day };
        void commit(`${what}: ${child ? `${child.name} ` : ''}${kind}`, (now) =>
          markStep(now, on, kind, newId, child?.id),
        );
        if (!child) focus(after);
      },
      [commit, day, household, due],
    ),
    unmark: useCallback(
      (row) => {
        const on = { enrolmentId: row.enrolment.id, stepId: row.step.id, day };
        void commit(`mark taken off ${row.step.lesson.title}, ${stepName(row.step)}`, (now) => unmarkStep(now, on));
      },
      [commit, day],
    ),
    move: useCallback((row, by) => focus(rows[rows.indexOf(row) + by]), [rows]),
    ask: useCallback((what, row) => setAsking({ what, row }), []),
    edit: useCallback((row) => {
      setEditing(row.key);
      document.getElementById(`done ${row.key}`)?.scrollIntoView({ block: 'center' });
    }, []),
  };

  if (!year || household.children.length === 0 || household.enrolments.length === 0) return <FirstSteps />;

  const counts = countDays(year, today, worked);
  const kind = dayKind(year, today);
  const between = isBetweenYears(household.years, today);
  const next = household.years.filter((y) => toDay(y.start) > today).sort((a, b) => (a.start < b.start ? -1 : 1))[0];
  const names: Record<string, string> = {
    weekend: 'no school day',
    closed: 'a closed day',
    outside: 'outside the school year',
    'catch-up': 'kept to catch up on',
  };

  return (
    <div>
      <div className="flex flex-wrap items-baseline justify-between gap-x-8 gap-y-1 pb-2">
        <h1>{longDate(style, day)}</h1>
        <p hidden={between}>
          teaching week {teachingWeek(year, day, household.settings.firstDay)} · <b>{counts.taught}</b> days taught,{' '}
          <b>{counts.toCome}</b> to come
          <Spare />
        </p>
      </div>
      {between && (
        <p className="pb-2 text-soft">
          Between the years:{' '}
          {next ? `${next.name} begins ${longDate(style, toDay(next.start), today)}` : 'no further year is set up yet'}.
          What is done now stands on its own date.
        </p>
      )}
      {day !== today && (
        <p className="pb-2 text-soft">
          Today, {longDate(style, today)}, is {names[kind]}. This is the next school day; marks made here carry its
          date.
        </p>
      )}
      {page.children.some((c) => c.steps > 0) && (
        <ul aria-label="How far each child is" className="flex flex-wrap gap-x-8 gap-y-1 border-t border-ink py-1.5">
          {page.children.map((c) => (
            <li key={c.child.id} className="flex items-center gap-2">
              <Link className="page-link !no-underline hover:!underline" to={`/child/${c.child.id}`}>
                <ChildName child={c.child} />
              </Link>
              {c.out ? (
                <span className="text-soft">
                  {c.out.why === 'away' ? 'away' : c.out.why === 'sick' ? 'sick' : 'no school'}
                </span>
              ) : c.steps === 0 ? (
                <span className="text-soft">nothing today</span>
              ) : c.finished ? (
                <span className="label settle border border-ink px-1.5">finished</span>
              ) : c.marked === c.steps ? (
                <span className="text-soft">{count(c.carried, 'step')} carried</span>
              ) : (
                <span className="text-soft">
                  {c.marked} of {c.steps}, {c.minutesLeft} min left
                </span>
              )}
            </li>
          ))}
        </ul>
      )}
      {page.away.length > 0 && (
        <ul aria-label="Who is away" className="flex flex-wrap gap-x-8 border-t border-rule py-1.5">
          {page.away.map((a) => (
            <li key={`${a.label} ${a.hours}`} className="wrap-anywhere">
              {listing(a.names)}: {a.label || (a.why === 'sick' ? 'sick' : 'no school')}{' '}
              <span className="text-soft">{a.hours ?? 'all day'}</span>
            </li>
          ))}
        </ul>
      )}
      {missed.length > 0 && (
        <details className="border-t border-rule">
          <summary className="min-h-[44px] cursor-pointer py-2.5">
            {listing([...new Set(missed.map((m) => m.child.name))])} missed {count(missed.length, 'step')} that the
            others did
          </summary>
          <ul aria-label="Missed, to catch up with" className="pb-1.5">
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
            {missed.length > 4 && <li className="text-soft">and {count(missed.length - 4, 'step')} before that</li>}
          </ul>
        </details>
      )}
      <Clashes page={page} year={year} />
      {fault && (
        <p role="alert" className="py-2 font-semibold">
          {fault}
        </p>
      )}
      {household.ticks.length > 0 && (
        <Suspense>
          <Nods day={day} />
        </Suspense>
      )}
      <ShowSwitch page={page} day={day} today={today} />
      {household.settings.dayShow && household.settings.dayShow !== 'list' && (
        <Suspense fallback={<p className="py-6">Laying out the day …</p>}>
          <Thread
            page={page}
            year={year}
            actions={actions}
            byClock={household.settings.dayShow === 'clock'}
            today={today}
          />
        </Suspense>
      )}
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
        {page.groups.length === 0 && (
          <p className="py-6">
            {plan ? (
              <>
                Nothing is planned for this day. {listing(household.children.map((c) => c.name))} may be free, or the
                courses are paused: see the{' '}
                <Link className="page-link" to="/shelf">
                  shelf
                </Link>
                .
              </>
            ) : (
              'Working out the day …'
            )}
          </p>
        )}
      </div>
      {page.whenever.length > 0 && (
        <section aria-labelledby="whenever" className="pt-4" onFocus={onFocus} data-whenever>
          <h2 id="whenever" className="border-b border-ink pb-1">
            When there is time
          </h2>
          {page.whenever.map((g) => (
            <Group
              key={g.sittings[0]!.enrolment.id}
              group={g}
              heading="When there is time"
              actions={actions}
              editing={editing}
              setEditing={setEditing}
              day={day}
            />
          ))}
        </section>
      )}
      <TableToday day={day} />
      <Jottings day={day} />
      {asking && (
        <Suspense>
          {asking.what === 'prove' ? (
            <ProveDialog row={asking.row} day={day} close={() => setAsking(undefined)} />
          ) : (
            <AgainDialog row={asking.row} day={day} close={() => setAsking(undefined)} />
          )}
        </Suspense>
      )}
    </div>
  );
}
