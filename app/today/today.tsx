import { goneWords } from '../../core/words';
import { DayNav } from './day-nav';
import { useShownDay } from './shown-day';
import { type FocusEvent, lazy, Suspense, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { Link } from 'react-router';
import { countDays, isBetweenYears, teachingWeek, toDay, yearFor, yearWithOutside } from '../../core/calendar';
import { stepName } from '../../core/course';
import { aheadWords, comingDay, dayPage, type DayRow, missedBefore, noSchoolWords } from '../../core/day';
import { markStep, unmarkStep } from '../../core/deeds';
import { byId, type Child, type MarkKind } from '../../core/household';
import { workedDays } from '../../core/log';
import { useHousehold } from '../shell/household';
import { usePlan } from '../shell/plan';
import { dayAndDate, longDate } from '../ui/dates';
import { ChildName } from '../ui/ornament';
import { count, listing } from '../ui/words';
import { Clashes } from './clashes';
import { Group } from './group';
import { Left } from './left';
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
  const { day, on, go, step } = useShownDay();
  const style = household.settings.dateStyle;
  const page = useMemo(() => dayPage(household, plan, day), [household, plan, day]);
  // On a day without school the next one's list stands below: work of it can be done ahead, on today's date.
  const coming = year && day === today ? comingDay(household, year, today) : undefined;
  const ahead = useMemo(
    () => (coming === undefined ? undefined : dayPage(household, plan, coming)),
    [household, plan, coming],
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

  const missed = useMemo(() => missedBefore(household, day), [household, day]);
  const actions: RowActions = {
    mark: useCallback(
      (row, kind, child) => {
        const course = byId(household.courses, row.enrolment.courseId)!;
        const what = `${course.title} ${row.step.lesson.title}, ${stepName(row.step)}`;
        // What waits until there is time does not take the focus by itself: it is never due.
        const after =
          due.slice(due.indexOf(row) + 1).find((r) => !r.mark) ?? due.find((r) => !r.mark && r !== row) ?? row;
        const where = { enrolmentId: row.enrolment.id, stepId: row.step.id, day: on };
        const words = `${what}: ${child ? `${child.name} ` : ''}${kind}${aheadWords(household, day, today)}`;
        void commit(words, (now) => markStep(now, where, kind, newId, child?.id));
        if (!child) focus(after);
      },
      [commit, day, on, today, household, due],
    ),
    unmark: useCallback(
      (row) => {
        const where = { enrolmentId: row.enrolment.id, stepId: row.step.id, day: on };
        void commit(`mark taken off ${row.step.lesson.title}, ${stepName(row.step)}`, (now) => unmarkStep(now, where));
      },
      [commit, on],
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
  const between = isBetweenYears(household.years, day);
  // A day of another year is what that year says.
  const held = yearFor(household.years, day);
  const noSchool = noSchoolWords(household, held ? yearWithOutside(household, held) : year, day);
  const unplanned = day >= today && held !== undefined && held.id !== year.id;
  const next = household.years.filter((y) => toDay(y.start) > today).sort((a, b) => (a.start < b.start ? -1 : 1))[0];
  return (
    <div>
      <div className="flex flex-wrap items-baseline justify-between gap-x-8 gap-y-1 pb-2">
        <span className="flex flex-wrap items-baseline gap-x-2">
          <h1>{longDate(style, day, today)}</h1>
          <DayNav day={day} go={go} step={step} />
        </span>
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
                <span className="text-soft">{day === today ? 'nothing today' : 'nothing'}</span>
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
          {page.away.map((a) => {
            const words = goneWords(household, a);
            return (
              <li key={`${words.what} ${words.hours}`} className="wrap-anywhere">
                {words.names}: {words.what} <span className="text-soft">{words.hours}</span>
              </li>
            );
          })}
        </ul>
      )}
      {day === today && <Left />}
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
      {/* What was begun on a day gone by cannot wait any more. */}
      {day >= today && <Clashes page={page} year={year} />}
      {fault && (
        <p role="alert" className="py-2 font-semibold">
          {fault}
        </p>
      )}
      {household.ticks.length > 0 && (
        <Suspense>
          <Nods day={on} />
        </Suspense>
      )}
      {page.groups.length > 0 && <ShowSwitch page={page} day={day} today={today} />}
      {page.groups.length > 0 && household.settings.dayShow && household.settings.dayShow !== 'list' && (
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
        {page.groups.length === 0 && day < today && <p className="py-3">Nothing was marked on this day.</p>}
        {page.groups.length === 0 && !noSchool && day >= today && (
          <p className="py-6">
            {unplanned ? (
              `Days of ${held.name} are planned once it has begun.`
            ) : plan ? (
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
      <TableToday day={ahead?.day ?? day} />
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
