import { useMemo, useState } from 'react';
import { fromDay, toDay, weekStart } from '../../core/calendar';
import { placeHold, recite } from '../../core/deeds';
import { type MemoryItem } from '../../core/household';
import { memoryOn, recitedOf, strandsOf } from '../../core/practice';
import { weekPage } from '../../core/week';
import { takerNames } from '../../core/words';
import { useHousehold } from '../shell/household';
import { usePlan } from '../shell/plan';
import { dayAndDate, shortDate } from '../ui/dates';
import { newId } from '../ui/id';
import { count, listing } from '../ui/words';
import { MemoryForm } from './memory-form';
import { PracticeLinks } from './practice-links';

/** What is said by heart today, new and old; all there is; and what the week’s courses touch, that it may be shared. */
export default function MemoryPage() {
  const { household, year, today, commit } = useHousehold();
  const { plan } = usePlan();
  const [form, setForm] = useState<MemoryItem | 'new'>();
  const style = household.settings.dateStyle;
  const day = useMemo(() => memoryOn(household, today), [household, today]);
  const start = weekStart(today, household.settings.firstDay);
  const strands = useMemo(
    () => (year ? strandsOf(household, weekPage(household, year, plan, start)).strands : []),
    [household, year, plan, start],
  );
  const line = (m: MemoryItem) => (
    <li key={m.id} className="border-b border-rule/60">
      <label className="flex min-h-touch items-center gap-3 py-1">
        <input
          type="checkbox"
          checked={day.said.has(m.id)}
          onChange={() => {
            const said = !day.said.has(m.id);
            void commit(`${m.strand}: ${said ? 'said' : 'not said after all'}`, (now) =>
              recite(now, m.id, today, said, newId),
            );
          }}
        />
        <span className="min-w-0 flex-1 whitespace-pre-line wrap-anywhere">
          <b className="font-semibold">{m.strand}</b>{' '}
          <span className="text-soft">{takerNames(household, m, today)}</span>
          <span className="block text-lead">{m.text}</span>
        </span>
      </label>
    </li>
  );
  const all = [...household.memory].sort((a, b) => (a.week < b.week ? 1 : -1));
  return (
    <>
      <div className="flex flex-wrap items-baseline justify-between gap-3 pb-2">
        <h1>Memory work</h1>
        <span className="flex flex-wrap items-center gap-3">
          <PracticeLinks here="/memory" />
          <button
            type="button"
            className="btn btn-strong"
            disabled={household.children.length === 0}
            onClick={() => setForm('new')}
          >
            Add a piece
          </button>
        </span>
      </div>
      <section aria-labelledby="today-by-heart" className="double-rule pt-2">
        <h2 id="today-by-heart">Today</h2>
        {day.all === 0 && (
          <p className="py-1 text-soft">
            A verse, a date, a table: something new each week, said together every day; what is older comes round in
            turn, the least said first.
          </p>
        )}
        {day.fresh.length > 0 && (
          <>
            <h3 className="label pt-2">New this week</h3>
            <ul aria-label="New this week">{day.fresh.map(line)}</ul>
          </>
        )}
        {day.review.length > 0 && (
          <>
            <h3 className="label pt-2">Again, of {count(day.all - day.fresh.length, 'piece')} so far</h3>
            <ul aria-label="Said again">{day.review.map(line)}</ul>
          </>
        )}
      </section>
      {strands.length > 0 && (
        <section aria-labelledby="strands" className="pt-6">
          <h2 id="strands" className="border-b border-ink">
            This week’s strands
          </h2>
          <p className="py-1 text-soft">
            All that the courses touch this week, so that one child’s topic can be everybody’s.
          </p>
          <ul aria-label="This week’s strands">
            {strands.map((s) => (
              <li
                key={`${s.enrolmentId} ${s.lessonId}`}
                className="flex flex-wrap items-baseline gap-x-3 border-b border-rule/60 py-1"
              >
                <span className="min-w-0 flex-1 wrap-anywhere">
                  {s.title}, {s.lesson}{' '}
                  <span className="text-soft">
                    {listing(s.children.map((c) => c.name))}
                    {s.share && ` · could be ${s.share}`}
                    {s.held && ' · asked for at the library'}
                  </span>
                </span>
                {s.share && !s.held && (
                  <button
                    type="button"
                    className="press page-link cursor-pointer px-2 print:hidden"
                    aria-label={`Ask the library for ${s.title}, ${s.lesson}`}
                    onClick={() =>
                      void commit(`${s.lesson}: asked for at the library`, (now) =>
                        placeHold(now, { title: s.lesson, courseId: s.courseId, lessonId: s.lessonId }, today, newId),
                      )
                    }
                  >
                    Ask the library
                  </button>
                )}
              </li>
            ))}
          </ul>
        </section>
      )}
      {all.length > 0 && (
        <section aria-labelledby="all-by-heart" className="pt-6">
          <h2 id="all-by-heart" className="border-b border-ink">
            All of it
          </h2>
          <ul aria-label="All memory work">
            {all.map((m) => {
              const { times, last } = recitedOf(household, m.id);
              return (
                <li key={m.id} className="flex flex-wrap items-baseline gap-x-3 border-b border-rule/60 py-1">
                  <button
                    type="button"
                    className="page-link press min-w-0 cursor-pointer text-left wrap-anywhere"
                    onClick={() => setForm(m)}
                  >
                    {m.strand}: {m.text.split('\n')[0]}
                  </button>
                  <span className="text-soft">
                    from the week of {shortDate(style, weekStart(toDay(m.week), household.settings.firstDay), today)} ·{' '}
                    {times === 0
                      ? 'not said yet'
                      : `said on ${count(times, 'day')}, last ${dayAndDate(style, toDay(last!), today)}`}
                  </span>
                </li>
              );
            })}
          </ul>
        </section>
      )}
      {form && (
        <MemoryForm
          {...(form === 'new' ? {} : { item: form })}
          week={fromDay(start)}
          close={() => setForm(undefined)}
        />
      )}
    </>
  );
}
