import { useDeferredValue, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { childDays, daysAsked, type DayStatus, everybodysDays, toSpare } from '../../core/attendance';
import {
  addMonths,
  type Day,
  dayKind,
  dayLabel,
  fromDay,
  isoWeek,
  monthStart,
  nextYear,
  nextYearName,
  paintDays,
  schoolDays,
  teachingWeek,
  toDay,
} from '../../core/calendar';
import { childrenIn, byId, type ClosedRange, type Household, type SchoolYear } from '../../core/household';
import { useHousehold } from '../shell/household';
import { ChildChoice } from '../ui/child-choice';
import { dayAndDate, fullDate, monthName } from '../ui/dates';
import { ChildName } from '../ui/ornament';
import { count } from '../ui/words';
import { Almanac, type Sweep } from './almanac';
import { type Brush, BrushPanel, paintOf, sweepWords } from './brush';
import { ClosedForm } from './closed-form';
import { Counts, useCounts } from './counts';
import { useEffectOf, useStanding } from './effect-lines';
import { Exceptions } from './exceptions';
import { RequirementForm } from './requirement-form';
import { ShapeWords } from './shape-words';
import { SubNav } from './sub-nav';
import { YearForm } from './year-form';
import { newId } from '../ui/id';
import { useViewYear } from './view-year';

/** The school year at a glance: counted, drawn, and changed by pressing its days. */
export default function Year() {
  const { household, today } = useHousehold();
  const { year } = useViewYear();
  const [editing, setEditing] = useState<SchoolYear | 'new'>();
  const form = editing && (
    <YearForm
      year={editing === 'new' ? undefined : editing}
      start={editing === 'new' && year ? { ...nextYear(year, nextYearName(year), newId), closed: [] } : undefined}
      close={() => setEditing(undefined)}
    />
  );
  if (!year) {
    return (
      <div className="max-w-2xl">
        <h1>Year</h1>
        <SubNav />
        <div className="double-rule pt-4">
          <p className="pb-4">No school year yet. It needs a first and a last day, and the weekdays you teach on.</p>
          <button type="button" className="btn btn-strong" onClick={() => setEditing('new')}>
            Set up the school year
          </button>
        </div>
        {form}
      </div>
    );
  }
  return (
    <div className="year-sheet">
      <div className="flex flex-wrap items-center justify-between gap-x-3">
        <h1>{year.name}</h1>
        <span className="flex flex-wrap gap-2 sm:-my-2 print:hidden">
          <button type="button" className="btn" onClick={() => setEditing(byId(household.years, year.id))}>
            Change the year
          </button>
          <button type="button" className="btn" onClick={() => setEditing('new')}>
            Another year
          </button>
        </span>
      </div>
      <SubNav />
      <YearPage key={year.id} year={year} today={today} />
      {form}
    </div>
  );
}

function YearPage({ year, today }: { year: SchoolYear; today: Day }) {
  const { household, commit } = useHousehold();
  const style = household.settings.dateStyle;
  const [from, setFrom] = useState(() => monthStart(toDay(year.start)));
  const [childId, setChildId] = useState('');
  const [brush, setBrush] = useState<Brush>({ tool: 'look', label: '', share: 50 });
  const [sweep, setSweep] = useState<Sweep>();
  const [closed, setClosed] = useState<ClosedRange | 'new'>();
  const [requiring, setRequiring] = useState(false);

  const statuses = useMemo((): ReadonlyMap<Day, DayStatus> => {
    const child = byId(household.children, childId);
    const days = child ? childDays(household, year, child, today) : everybodysDays(household, year, today);
    return new Map(days.map((d) => [d.day, d.status]));
  }, [household, year, childId, today]);

  const before = useStanding(year.id);
  const tried = useDeferredValue(sweep);
  const after = useMemo((): Household | undefined => {
    const paint = paintOf(brush);
    const stored = byId(household.years, year.id);
    if (!tried || !paint || !stored) return undefined;
    const painted = paintDays(stored, tried.from, tried.to, paint);
    return { ...household, years: household.years.map((y) => (y.id === stored.id ? painted : y)) };
  }, [tried, brush, household, year.id]);
  const effect = useEffectOf(before, after, year.id);

  const keep = (s: Sweep) => {
    const paint = paintOf(brush);
    setSweep(undefined);
    if (!paint) return;
    const [a, b] = [Math.min(s.from, s.to), Math.max(s.from, s.to)];
    const span = b > a ? `${dayAndDate(style, a)} – ${dayAndDate(style, b)}` : dayAndDate(style, a);
    void commit(sweepWords(brush, span), (now) => {
      const stored = byId(now.years, year.id);
      return stored ? [{ table: 'years', put: paintDays(stored, a, b, paint) }] : [];
    });
  };
  const letGo = (s: Sweep) => (brush.tool === 'look' ? setSweep(undefined) : keep(s));

  const describe = (day: Day): string => {
    const kind = dayKind(year, day);
    const label = dayLabel(year, day);
    const school = kind === 'full' || kind === 'light';
    const parts = [
      `${fullDate(style, day)}: ${KINDS[kind]}${label ? ` (${label})` : ''}`,
      statuses.get(day) && STATUS[statuses.get(day)!],
      school && `teaching week ${teachingWeek(year, day, household.settings.firstDay)}`,
      `calendar week ${isoWeek(day)}`,
    ];
    return parts.filter(Boolean).join(' · ');
  };
  const asked = useMemo(() => daysAsked(household, year, today).length, [household, year, today]);
  const counts = useCounts(year);
  const spare = counts.map((count) => ({ ...count, words: toSpare(count) })).filter((c) => c.words);

  return (
    <div className="double-rule pt-3">
      {spare.length > 0 && (
        <p className="flex flex-wrap gap-x-6 pb-2 print:hidden">
          <span className="label self-center">To spare</span>
          {spare.map((c) => (
            <span key={c.child.id} className="inline-flex items-center gap-1.5">
              <ChildName child={c.child} />
              <b>{c.words}</b>
            </span>
          ))}
        </p>
      )}
      <div className="grid grid-cols-[minmax(0,1fr)] gap-x-10 gap-y-5 lg:grid-cols-[minmax(0,1fr)_330px] print:block">
        <div>
          <div className="flex flex-wrap items-end justify-between gap-3 pb-1 print:hidden">
            <ChildChoice label="Drawn for" among={childrenIn(household, year)} value={childId} onChange={setChildId} />
            <label className="flex max-w-full min-w-0 items-center gap-2">
              <span className="label flex-none">Twelve months from</span>
              <select className="min-w-0" value={from} onChange={(e) => setFrom(Number(e.target.value))}>
                {Array.from({ length: 25 }, (_, i) => addMonths(monthStart(toDay(year.start)), i - 12)).map((m) => (
                  <option key={m} value={m}>
                    {monthName(Number(fromDay(m).slice(5, 7)))} {fromDay(m).slice(0, 4)}
                  </option>
                ))}
              </select>
            </label>
          </div>
          <Almanac
            year={year}
            from={from}
            statuses={statuses}
            today={today}
            sweep={sweep}
            onSweep={setSweep}
            onLetGo={letGo}
            onKeep={letGo}
            describe={describe}
          />
          <p className="text-note text-soft">
            Box: school. Low box: light. Dotted: kept to catch up. Struck: closed. Filled: taught. ?: nothing marked. s:
            sick. a: away. Above: teaching weeks.
          </p>
        </div>
        <div className="order-first flex flex-col gap-4 lg:order-none print:pt-3">
          <BrushPanel
            brush={brush}
            setBrush={setBrush}
            sweep={sweep}
            effect={effect}
            keep={() => sweep && keep(sweep)}
            leave={() => setSweep(undefined)}
          />
          <section aria-labelledby="shape" className="hidden lg:block print:block">
            <h2 id="shape">Its shape</h2>
            <ShapeWords year={year} />
            <p className="pt-1">
              <b>{count(schoolDays(year).length, 'school day')}</b> in all.
            </p>
          </section>
        </div>
      </div>
      {sweep && effect && (
        <p className="fixed inset-x-0 bottom-[56px] z-20 flex flex-wrap items-center gap-3 border-t border-ink bg-sheet px-4 py-2 lg:hidden print:hidden">
          <span className="min-w-0 flex-1">
            {count(effect.schoolDays.before, 'school day')} to come → <b>{effect.schoolDays.after}</b>
          </span>
          <button type="button" className="btn btn-strong" onClick={() => keep(sweep)}>
            Save these days
          </button>
          <button type="button" className="btn" onClick={() => setSweep(undefined)}>
            Cancel
          </button>
        </p>
      )}
      {/* On paper one below the other: with hours the table is as wide as the sheet. */}
      <div className="grid grid-cols-[minmax(0,1fr)] gap-x-12 gap-y-6 pt-6 lg:grid-cols-2 print:block print:pt-3">
        <section aria-labelledby="count">
          <div className="flex items-baseline justify-between">
            <h2 id="count">Counted</h2>
            <button type="button" className="btn" onClick={() => setRequiring(true)}>
              What is required
            </button>
          </div>
          <Counts year={year} counts={counts} />
          {asked > 0 && (
            <p className="pt-2 print:hidden">
              {count(asked, 'past school day carries', 'past school days carry')} no mark.{' '}
              <Link className="page-link" to="/year/attendance">
                Say what {asked === 1 ? 'it was' : 'they were'}
              </Link>
            </p>
          )}
        </section>
        <Exceptions year={year} today={today} edit={setClosed} />
      </div>
      {requiring && <RequirementForm year={byId(household.years, year.id) ?? year} close={() => setRequiring(false)} />}
      {closed && (
        <ClosedForm
          year={byId(household.years, year.id) ?? year}
          range={closed === 'new' ? undefined : closed}
          close={() => setClosed(undefined)}
        />
      )}
    </div>
  );
}

const KINDS = {
  outside: 'outside the school year',
  weekend: 'no school weekday',
  closed: 'closed',
  'catch-up': 'kept to catch up on',
  light: 'a light school day',
  full: 'a school day',
};
const STATUS: Partial<Record<DayStatus, string>> = {
  taught: 'taught',
  sick: 'sick',
  away: 'away',
  unmarked: 'nothing marked',
};
