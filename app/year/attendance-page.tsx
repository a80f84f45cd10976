import * as Tabs from '@radix-ui/react-tabs';
import { lazy, Suspense, useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import {
  asked,
  childMonths,
  type ChildDay,
  type ClassAsked,
  type DayStatus,
  heldOn,
  pupils,
} from '../../core/attendance';
import { type Day, fromDay, weekdayOf } from '../../core/calendar';
import { childrenHere, childrenIn, type Attendance, byId, type Child, type SchoolYear } from '../../core/household';
import { type SaidDay, sayDays } from '../../core/deeds';
import { newAttendance, readAttendanceCsv, writeAttendanceCsv } from '../../core/record';
import { clockHours } from '../../core/words';
import { useHousehold } from '../shell/household';
import { dayAndDate, longDate, monthName } from '../ui/dates';
import { ChildName } from '../ui/ornament';
import { TableFile } from '../ui/table-file';
import { count, listing } from '../ui/words';
import { DAY_WORDS } from './day-words';
import { SubNav } from './sub-nav';
import { useViewYear } from './view-year';
import { tip } from '../ui/tip';
import './register.css';

const SIGNS: Record<DayStatus, string> = {
  taught: '●',
  sick: 's',
  closed: '/',
  away: 'a',
  unmarked: '?',
  'to come': '·',
  free: '',
  outside: '',
};
/** What is said of days at a class in one press; where it was otherwise on one of them, the register is pressed there. */
const AT_CLASS = 'was there each time';
const NOT_AT_CLASS = 'no school on any';
const DayForm = lazy(() => import('./day-form'));

/** The register: each child's days month by month, with the totals at the foot, and what past days were if nobody said. */
export default function AttendancePage() {
  const { household, today, commit, say } = useHousehold();
  const { year } = useViewYear();
  const [params, setParams] = useSearchParams();
  const [editing, setEditing] = useState<ChildDay>();
  // A toddler beside the table has no course, and a register of question marks.
  const here = year ? childrenIn(household, year) : household.children;
  const first = year && pupils(household, year, today)[0];
  const child = byId(household.children, params.get('child') ?? '') ?? first ?? here[0];
  if (!year || !child) {
    return (
      <div className="max-w-2xl">
        <h1>Attendance</h1>
        <SubNav />
        <p className="double-rule pt-4">
          With a school year and a child, the register is kept here by itself, from what is marked.
        </p>
      </div>
    );
  }
  const take = async (text: string, file: string) => {
    const { rows, faults } = readAttendanceCsv(household, text, today);
    const fresh = newAttendance(household, rows).length;
    if (fresh > 0) await commit(`${count(fresh, 'day')} from ${file}`, (now) => newAttendance(now, rows));
    else say(`All that could be read of ${file} is in the register already.`);
    return faults;
  };
  return (
    <div className="register-sheet">
      <h1>
        Attendance <span className="hidden print:inline">of {child.name}</span>
      </h1>
      <SubNav />
      <div className="double-rule pt-3">
        <Asked year={year} today={today} />
        <Tabs.Root value={child.id} onValueChange={(id) => setParams({ child: id }, { replace: true })}>
          <Tabs.List className="flex flex-wrap gap-1 pb-3 print:hidden" aria-label="Whose register">
            {here.map((c) => (
              <Tabs.Trigger key={c.id} value={c.id} className="btn aria-selected:border-2 aria-selected:border-ink">
                <ChildName child={c} />
              </Tabs.Trigger>
            ))}
          </Tabs.List>
          <Tabs.Content value={child.id} tabIndex={-1} className="outline-none">
            <Register year={year} child={child} today={today} edit={setEditing} />
          </Tabs.Content>
        </Tabs.Root>
        <div className="flex flex-wrap gap-2 pt-4 print:hidden">
          <TableFile name="attendance.csv" write={() => writeAttendanceCsv(household, today)} take={take} />
        </div>
      </div>
      {editing && (
        <Suspense>
          <DayForm year={year} child={child} day={editing} close={() => setEditing(undefined)} />
        </Suspense>
      )}
    </div>
  );
}

/** Past school days about which nothing was said: asked about for all children at once, or one by one in the register. */
function Asked({ year, today }: { year: SchoolYear; today: Day }) {
  const { household, commit } = useHousehold();
  const style = household.settings.dateStyle;
  const { classes, days: byDay } = useMemo(() => asked(household, year, today), [household, year, today]);
  const all = new Set([...byDay, ...classes.flatMap((c) => c.days)].map((d) => d.day)).size;
  if (all === 0) return null;
  const keep = (words: string, said: readonly SaidDay[], status: Attendance['status']) =>
    commit(words, (now) => sayDays(now, year, today, said, status));
  const say = (day: Day, children: readonly Child[], status: Attendance['status']) => {
    // Taught without a mark: the minutes of that day's list, told, and changed in the register where it was otherwise.
    const held = status === 'taught' ? heldOn(household, year, children, day) : undefined;
    const minutes = held && `, ${listing(children.map((c) => `${c.name} ${count(held.get(c.id) ?? 0, 'minute')}`))}`;
    const said = children.map((c) => ({ childId: c.id, day, minutes: held?.get(c.id) }));
    return keep(`${dayAndDate(style, day)}: ${DAY_WORDS[status]}${minutes ?? ''}`, said, status);
  };
  // At a class no list stands: its own minutes are what was done there.
  const sayAll = ({ child, label, days }: ClassAsked, status: 'taught' | 'closed') =>
    keep(
      `${child.name}, ${label}, ${count(days.length, 'day')}: ${DAY_WORDS[status]}`,
      days.map((d) => ({ childId: child.id, day: d.day, minutes: status === 'taught' ? d.minutes : undefined })),
      status,
    );
  // Not that school was held: the minutes of each day would be a guess at weeks.
  const nothingOn = (list: typeof byDay) =>
    keep(
      `${count(list.length, 'day')}: ${DAY_WORDS.closed}`,
      list.flatMap(({ day, children }) => children.map((c) => ({ childId: c.id, day }))),
      'closed',
    );
  const SHOWN = 6;
  const earlier = byDay.slice(0, -SHOWN);
  const earlierWords = count(earlier.length, 'earlier day');
  return (
    <section aria-labelledby="asked" className="mb-4 border-b border-ink pb-3 print:hidden">
      <h2 id="asked">What were these days?</h2>
      <p className="text-aside text-soft">
        {count(all, 'past school day carries', 'past school days carry')} no mark.{' '}
        {all === 1 ? 'It counts' : 'They count'} as nothing until you say.
      </p>
      <ul>
        {classes.map((c) => {
          const name = `${c.child.name}, ${c.label}`;
          const [first, last] = [c.days[0]!.day, c.days.at(-1)!.day];
          return (
            <li
              key={`${c.child.id} ${c.label}`}
              className="flex flex-wrap items-center gap-x-3 gap-y-1 border-b border-rule py-1"
            >
              <span className="min-w-0 flex-1 basis-full wrap-anywhere sm:basis-auto">
                {name}{' '}
                <span className="text-soft">
                  {count(c.days.length, 'day')}, {dayAndDate(style, first, today)}
                  {last > first && ` to ${dayAndDate(style, last, today)}`}
                </span>
              </span>
              {(['taught', 'closed'] as const).map((s) => (
                <button
                  key={s}
                  type="button"
                  className="btn !px-3"
                  aria-label={`${s === 'taught' ? AT_CLASS : NOT_AT_CLASS}: ${name}`}
                  onClick={() => void sayAll(c, s)}
                >
                  {s === 'taught' ? AT_CLASS : NOT_AT_CLASS}
                </button>
              ))}
            </li>
          );
        })}
        {earlier.length > 0 && (
          <li className="flex flex-wrap items-center gap-x-3 gap-y-1 border-b border-rule py-1">
            <span className="min-w-0 flex-1 basis-full sm:basis-auto">
              {earlierWords}{' '}
              <span className="text-soft">
                {dayAndDate(style, earlier[0]!.day, today)}
                {earlier.length > 1 && ` to ${dayAndDate(style, earlier.at(-1)!.day, today)}`}, one by one once those
                below are answered
              </span>
            </span>
            <button
              type="button"
              className="btn !px-3"
              aria-label={`${NOT_AT_CLASS}: ${earlierWords}`}
              onClick={() => void nothingOn(earlier)}
            >
              {NOT_AT_CLASS}
            </button>
          </li>
        )}
        {byDay.slice(-SHOWN).map(({ day, children }) => (
          <li key={day} className="flex flex-wrap items-center gap-x-3 gap-y-1 border-b border-rule py-1">
            <span className="min-w-0 flex-1 basis-full sm:basis-auto">
              {longDate(style, day)}{' '}
              <span className="text-soft">
                {children.length === childrenHere(household, day).length
                  ? 'everybody'
                  : children.map((c) => c.name).join(', ')}
              </span>
            </span>
            {(['taught', 'closed', 'sick', 'away'] as const).map((s) => (
              <button
                key={s}
                type="button"
                className="btn !px-3"
                aria-label={`${longDate(style, day)}: ${s === 'taught' ? 'school was held' : DAY_WORDS[s]}`}
                onClick={() => void say(day, children, s)}
              >
                {s === 'taught' ? 'school was held' : DAY_WORDS[s]}
              </button>
            ))}
          </li>
        ))}
      </ul>
    </section>
  );
}

function Register({
  year,
  child,
  today,
  edit,
}: {
  year: SchoolYear;
  child: Child;
  today: Day;
  edit: (day: ChildDay) => void;
}) {
  const { household } = useHousehold();
  const months = useMemo(() => childMonths(household, year, child, today), [household, year, child, today]);
  const style = household.settings.dateStyle;
  const foot: [string, (m: (typeof months)[number]) => number, ((n: number) => string)?][] = [
    ['taught', (m) => m.totals.taught],
    ['sick', (m) => m.totals.sick],
    ['no school', (m) => m.totals.closed],
    ['away', (m) => m.totals.away],
    ['?', (m) => m.totals.unmarked],
    ['hours', (m) => m.totals.minutes, clockHours],
  ];
  const cell = (m: (typeof months)[number], date: number) =>
    m.days.find((d) => Number(fromDay(d.day).slice(8)) === date);
  return (
    <div className="overflow-x-auto" tabIndex={0} role="region" aria-label={`Register of ${child.name}`}>
      <table className="register w-full">
        <caption className="sr-only">The year of {child.name}, a column a month. Totals stand at the foot.</caption>
        <thead>
          <tr>
            <th scope="col">
              <span className="sr-only">Day of the month</span>
            </th>
            {months.map((m) => (
              <th key={m.first} scope="col" className="!text-center">
                {monthName(Number(fromDay(m.first).slice(5, 7))).slice(0, 3)}
              </th>
            ))}
            <th scope="col" className="!text-center">
              Year
            </th>
          </tr>
        </thead>
        <tbody>
          {Array.from({ length: 31 }, (_, i) => i + 1).map((date) => (
            <tr key={date}>
              <th scope="row">{date}</th>
              {months.map((m) => {
                const d = cell(m, date);
                return (
                  <td key={m.first} className={d && weekdayOf(d.day) > 5 ? 'register-weekend' : ''}>
                    {d && d.day <= today ? (
                      <button
                        type="button"
                        className={`register-day ${d.overruled ? 'underline' : ''}`}
                        {...tip(d.label)}
                        aria-label={`${longDate(style, d.day)}: ${DAY_WORDS[d.status]}${d.label ? `, ${d.label}` : ''}`}
                        onClick={() => edit(d)}
                      >
                        {SIGNS[d.status]}
                      </button>
                    ) : (
                      d && <span className="text-soft">{SIGNS[d.status]}</span>
                    )}
                  </td>
                );
              })}
              <td />
            </tr>
          ))}
        </tbody>
        <tfoot>
          {foot.map(([word, of, told = String]) => (
            <tr key={word}>
              <th scope="row" className="whitespace-nowrap">
                {word}
              </th>
              {months.map((m) => (
                <td key={m.first}>{of(m) > 0 && told(of(m))}</td>
              ))}
              <td className="font-semibold">{told(months.reduce((n, m) => n + of(m), 0))}</td>
            </tr>
          ))}
        </tfoot>
      </table>
      <p className="pt-2 text-note text-soft">
        ● taught · s sick · / no school · a away · ? nothing marked · “·” to come. Underlined: said by hand.
        <span className="print:hidden"> Press a day to say otherwise.</span>
      </p>
    </div>
  );
}
