import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { fromDay } from '../../core/calendar';
import { kindName } from '../../core/course';
import { pupils } from '../../core/attendance';
import { byId, KINDS, MARK_KINDS, titleOf } from '../../core/household';
import { marksByMonth, minutesByCourse, teachersByWeek, yearsBeside, yearSoFar } from '../../core/record';
import { monthName } from '../../core/words';
import { useHousehold } from '../shell/household';
import { ChildChoice } from '../ui/child-choice';
import { shortDate } from '../ui/dates';
import { listing, MARK_WORDS } from '../ui/words';
import { useViewYear } from '../year/view-year';
import { Chart, type Row } from './chart';

/** The year looked at instead of read: days and hours, where the minutes went, who taught, what was marked. */
export default function ChartsPage() {
  const { household, today } = useHousehold();
  const { year } = useViewYear();
  const [chosen, setChosen] = useState('');
  const style = household.settings.dateStyle;
  const figures = useMemo(() => {
    if (!year) return undefined;
    const here = pupils(household, year, today);
    const children = here.filter((c) => !chosen || c.id === chosen);
    return {
      so: children.map((child) => ({ child, so: yearSoFar(household, year, child, today) })),
      courses: children.map((child) => ({ child, list: minutesByCourse(household, year, child.id) })),
      weeks: teachersByWeek(household, year),
      marks: marksByMonth(household, year, chosen || undefined),
      years: yearsBeside(household, children, today),
    };
  }, [household, year, today, chosen]);
  if (!year || !figures)
    return (
      <>
        <h1>The record in charts</h1>
        <p className="double-rule pt-3">There is something to draw once there is a school year.</p>
      </>
    );
  const month = (date: string) => monthName(Number(date.slice(5, 7))).slice(0, 3);
  const months = figures.so[0]?.so.months ?? [];
  const ahead = (figures.so[0]?.so.ahead ?? []).map((first): Row => ({ at: month(fromDay(first)) }));
  const soFar = (of: 'days' | 'hours') => [
    ...months.map((m, i): Row => ({
      at: month(fromDay(m.month)),
      ...Object.fromEntries(figures.so.map(({ child, so }) => [child.id, so.months[i]?.[of] ?? 0])),
    })),
    ...ahead,
  ];
  const who = figures.so.map(({ child }) => ({ key: child.id, name: child.name }));
  const needed = (of: 'days' | 'hours') => {
    const asked = figures.so.filter(({ so }) => so[of] !== undefined);
    const [value, ...others] = new Set(asked.map(({ so }) => so[of]!));
    // Several levels in one drawing would not say whose is whose: each child’s own page of attendance does.
    if (value === undefined || others.length > 0) return undefined;
    const whose = asked.length < figures.so.length ? ` of ${listing(asked.map(({ child }) => child.name))}` : '';
    return { value, words: `${value} ${of} required${whose}` };
  };
  // Year beside year: the months of the longest, from each year’s own first month on.
  const longest = figures.years.reduce<(typeof figures.years)[number] | undefined>(
    (a, b) => (a && a.months.length >= b.months.length ? a : b),
    undefined,
  );
  const beside = (longest?.months ?? []).map((m, i): Row => ({
    at: month(fromDay(m.month)),
    ...Object.fromEntries(figures.years.flatMap((y) => (y.months[i] ? [[y.year.id, y.months[i].hours]] : []))),
  }));
  const kinds = MARK_KINDS.filter((k) => figures.marks.some((m) => m.kinds[k] > 0));
  const teachers = household.teachers.filter((t) => figures.weeks.some((w) => (w.minutes.get(t.id) ?? 0) > 0));
  return (
    <>
      <div className="flex flex-wrap items-end justify-between gap-4 pb-2">
        <h1>The record in charts</h1>
        <ChildChoice label="Drawn for" among={pupils(household, year, today)} value={chosen} onChange={setChosen} />
      </div>
      <div className="double-rule pt-2">
        <p className="text-soft">
          {year.name}, as the record has it today.{' '}
          <Link className="page-link print:hidden" to="/record">
            The record itself
          </Link>
        </p>
        {months.length === 0 && <p className="py-3">The year has not begun: nothing is drawn yet.</p>}
        {months.length > 0 && (
          <>
            <Chart
              title="Days of school so far"
              unit="days"
              rows={soFar('days')}
              series={who}
              lines
              needed={needed('days')}
            />
            <Chart
              title="Hours of school so far"
              unit="hours"
              rows={soFar('hours')}
              series={who}
              lines
              needed={needed('hours')}
            />
          </>
        )}
        {figures.years.length > 1 && (
          <Chart
            title={`Hours of school, year beside year, of ${figures.so.length === 1 ? figures.so[0]!.child.name : 'all children together'}`}
            unit="hours"
            rows={beside}
            series={figures.years.map((y) => ({ key: y.year.id, name: y.year.name }))}
            lines
          />
        )}
        {figures.courses.map(({ child, list }) => {
          const used = KINDS.filter((k) => list.some((c) => (c.kinds[k] ?? 0) > 0));
          return (
            list.length > 0 && (
              <Chart
                key={child.id}
                title={`Where the time of ${child.name} went`}
                unit="minutes"
                lying
                rows={list.map((c): Row => ({
                  at: titleOf(household, c.courseId),
                  ...Object.fromEntries(used.map((k) => [k, c.kinds[k] ?? 0])),
                }))}
                series={used.map((k) => ({ key: k, name: kindName(k), fill: KINDS.indexOf(k) }))}
              />
            )
          );
        })}
        {teachers.length > 0 && (
          <Chart
            title="Minutes of teaching by week"
            unit="minutes"
            rows={figures.weeks.map((w): Row => ({
              at: shortDate(style, w.week, today),
              ...Object.fromEntries(teachers.map((t) => [t.id, w.minutes.get(t.id) ?? 0])),
            }))}
            series={teachers.map((t) => ({ key: t.id, name: t.name }))}
          />
        )}
        {kinds.length > 0 && (
          <Chart
            title={`What was marked${chosen ? ` of ${byId(household.children, chosen)?.name ?? ''}` : ''}, by month`}
            unit="marks"
            rows={figures.marks.map((m): Row => ({
              at: month(m.month),
              ...Object.fromEntries(kinds.map((k) => [k, m.kinds[k]])),
            }))}
            series={kinds.map((k) => ({ key: k, name: MARK_WORDS[k].word, fill: MARK_KINDS.indexOf(k) }))}
          />
        )}
      </div>
    </>
  );
}
