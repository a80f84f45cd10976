import { useMemo, useState } from 'react';
import { toDay } from '../../core/calendar';
import { weekWords } from '../../core/deeds';
import { classesBeginning, schoolDaysBefore, silentLately, weekDatesWords } from '../../core/sitdown';
import { goneWords } from '../../core/words';
import { DAY_KINDS, type WeekPage } from '../../core/week';
import { Link } from 'react-router';
import { useHousehold } from '../shell/household';
import { dayAndDate } from '../ui/dates';
import { Field } from '../ui/field';
import { newId } from '../ui/id';
import { count, listing } from '../ui/words';

/** The days of the week: closed, light, who is away when, each teacher’s hours; and the parent’s own line or two. */
export function Dates({ page, start, words }: { page: WeekPage; start: number; words: string }) {
  const { household, year, today, commit } = useHousehold();
  const [text, setText] = useState(words);
  const style = household.settings.dateStyle;
  // Not with every letter that is typed.
  const silent = useMemo(() => (year ? silentLately(household, year, today) : []), [household, year, today]);
  if (!year) return null;
  const begins = classesBeginning(household, start, start + 6);
  const keep = () => {
    if (text.trim() !== words) void commit('your words for the week', (now) => weekWords(now, start, text, newId));
  };
  return (
    <>
      <p>
        {weekDatesWords(household, year, start)}; {count(schoolDaysBefore(year, start), 'school day')} of the year
        before it
        {page.programmes.map((p) => `; ${p.label}: its week ${p.week}`)}.
      </p>
      {begins.length > 0 && (
        <p className="font-semibold">
          Begins in this week: {listing(begins.map((a) => `${a.label} (${dayAndDate(style, toDay(a.from), today)})`))}.
        </p>
      )}
      {page.programmes.map(
        (p) =>
          p.notes && (
            <p key={p.label} className="wrap-anywhere">
              {p.label}: <i>{p.notes}</i>
            </p>
          ),
      )}
      <ul aria-label="Days of the week">
        {page.days.map((d) => (
          <li key={d.day} className="flex flex-wrap gap-x-4 border-b border-rule/60 py-1">
            <b className="w-32 font-semibold">{dayAndDate(style, d.day, today)}</b>
            <span>{DAY_KINDS[d.kind]}</span>
            {d.label && <span className="wrap-anywhere">{d.label}</span>}
            <span className="text-soft">
              {d.teachers
                .filter((t) => t.hours > 0)
                .map((t) => `${t.teacher.name} ${t.minutes} of ${t.hours} min`)
                .join(' · ')}
            </span>
            {d.away.length > 0 && (
              <span className="basis-full pl-36 wrap-anywhere">
                {d.away
                  .map((a) => goneWords(household, a))
                  .map((w) => `${w.names}: ${w.what} ${w.hours}`)
                  .join('; ')}
              </span>
            )}
          </li>
        ))}
      </ul>
      {silent.length > 0 && (
        <p className="pt-2">
          Without a mark in the last two weeks: {listing(silent.map((s) => `${s.child.name}: ${count(s.days, 'day')}`))}
          .{' '}
          <Link className="page-link" to="/year/attendance">
            Say what those days were
          </Link>
        </p>
      )}
      <div className="max-w-xl pt-3">
        <Field label="Your own words for the week" hint="What is meant this week; time alone with one child.">
          {(p) => (
            <textarea
              {...p}
              rows={2}
              maxLength={2000}
              value={text}
              onChange={(e) => setText(e.target.value)}
              onBlur={keep}
            />
          )}
        </Field>
      </div>
    </>
  );
}
