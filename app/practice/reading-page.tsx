import { lazy, Suspense, useMemo, useState } from 'react';
import { fromDay, toDay } from '../../core/calendar';
import { placeHold, readBook, takeReadingBack, takeReadings } from '../../core/deeds';
import { type Book, byId, type Child } from '../../core/household';
import {
  minutesByKind,
  nextSitting,
  READING_WORDS,
  readingLines,
  readingTotal,
  readReadingCsv,
  readTo,
  writeReadingCsv,
  yearAround,
} from '../../core/reading';
import { takerNames } from '../../core/words';
import { useHousehold } from '../shell/household';
import { dayAndDate } from '../ui/dates';
import { newId } from '../ui/id';
import { once } from '../ui/once';
import { ChildName } from '../ui/ornament';
import { TableFile } from '../ui/table-file';
import { count } from '../ui/words';
import { BookForm } from './book-form';
import { PracticeLinks } from './practice-links';
import { StagedSitting } from './staged-sitting';

const MinutesByKind = lazy(() => import('./minutes-by-kind'));

/** Books that are read, a press a sitting; each child’s list of the year, with what was read to it and listened to. */
export default function ReadingPage() {
  const { household, today, commit } = useHousehold();
  const [form, setForm] = useState<Book | 'new'>();
  const [staged, setStaged] = useState<Book>();
  const open = household.books.filter((b) => !b.closed);
  const closed = household.books.filter((b) => b.closed);
  const take = async (text: string, file: string) => {
    const { rows, faults } = readReadingCsv(household, text);
    if (rows.length > 0)
      await commit(`${count(rows.length, 'sitting')} from ${file}`, (now) => takeReadings(now, rows, newId));
    return faults;
  };
  if (staged)
    return <StagedSitting book={byId(household.books, staged.id) ?? staged} close={() => setStaged(undefined)} />;
  return (
    <>
      <div className="flex flex-wrap items-baseline justify-between gap-3 pb-2">
        <h1>Reading</h1>
        <span className="flex flex-wrap items-center gap-3 print:hidden">
          <PracticeLinks here="/reading" />
          <button
            type="button"
            className="btn btn-strong"
            disabled={household.children.length === 0}
            onClick={() => setForm('new')}
          >
            Add a book
          </button>
        </span>
      </div>
      <section aria-label="Books being read" className="double-rule print:hidden">
        {household.books.length === 0 && (
          <p className="py-3 text-soft">
            A reader, a book of the child’s own choice, what is read aloud: one press records a sitting at its next
            pages. The chapters of a read-aloud course count of themselves.
          </p>
        )}
        <ul>
          {open.map((b) => {
            const next = nextSitting(household, b);
            const last = readTo(household, b.id);
            const held = household.holds.some((h) => !h.back && h.title.toLowerCase() === b.title.toLowerCase());
            return (
              <li key={b.id} className="flex flex-wrap items-center gap-x-3 border-b border-rule py-1">
                <span className="min-w-56 flex-1 wrap-anywhere">
                  <button type="button" className="page-link press cursor-pointer text-left" onClick={() => setForm(b)}>
                    {b.title}
                  </button>{' '}
                  <span className="text-soft">
                    {[
                      b.author,
                      b.level,
                      takerNames(household, b, today),
                      READING_WORDS[b.kind],
                      last > 0 && (b.pages ? `page ${last} of ${b.pages}` : `to page ${last}`),
                    ]
                      .filter(Boolean)
                      .join(' · ')}
                  </span>
                </span>
                <button
                  type="button"
                  className="btn"
                  aria-label={`${readWords(next)}: ${b.title}`}
                  onClick={once(() => void commit(`${b.title}: read`, (now) => readBook(now, b.id, today, newId)))}
                >
                  {readWords(next)}
                </button>
                <button type="button" className="btn" aria-label={`In stages: ${b.title}`} onClick={() => setStaged(b)}>
                  In stages
                </button>
                {!held && (
                  <button
                    type="button"
                    className="press page-link cursor-pointer px-2 print:hidden"
                    aria-label={`Ask the library for ${b.title}`}
                    onClick={() =>
                      void commit(`${b.title}: asked for at the library`, (now) =>
                        placeHold(now, { title: b.title }, today, newId),
                      )
                    }
                  >
                    Ask the library
                  </button>
                )}
              </li>
            );
          })}
        </ul>
        {closed.length > 0 && (
          <p className="py-2 text-soft">
            Read:{' '}
            {closed.map((b, i) => (
              <span key={b.id}>
                {i > 0 && ', '}
                <button type="button" className="page-link cursor-pointer" onClick={() => setForm(b)}>
                  {b.title}
                </button>
              </span>
            ))}
            .
          </p>
        )}
      </section>
      {household.children.map((c) => (
        <ChildsList key={c.id} child={c} />
      ))}
      <div className="flex flex-wrap gap-2 pt-4 print:hidden">
        <button type="button" className="btn" onClick={() => window.print()}>
          Print the lists
        </button>
        <TableFile
          name="reading.csv"
          write={() => writeReadingCsv(household)}
          take={take}
          empty={household.readings.length === 0}
        />
      </div>
      {household.readings.length > 0 && (
        <p className="pt-3 text-soft">
          Learning to read takes months to years. Lasting trouble with it deserves a professional’s look.
        </p>
      )}
      {form && <BookForm {...(form === 'new' ? {} : { book: form })} close={() => setForm(undefined)} />}
    </>
  );
}

/** What one press records, in words. */
const readWords = ({ to, minutes }: { to?: number | undefined; minutes: number }) =>
  `Read${to === undefined ? '' : ` to page ${to}`}, ${minutes} min`;

/** So many lines are shown before all are asked for. */
const SHOWN = 8;

/** A child’s reading of the year, the newest first, with its minutes by kind. */
function ChildsList({ child }: { child: Child }) {
  const { household, today, commit } = useHousehold();
  const [all, setAll] = useState(false);
  const style = household.settings.dateStyle;
  const { from, to } = yearAround(household, today);
  const lines = useMemo(() => readingLines(household, child.id, from, to), [household, child.id, from, to]);
  const kinds = minutesByKind(lines);
  if (lines.length === 0) return null;
  const newest = [...lines].reverse();
  return (
    <section aria-label={`${child.name}’s reading`} className="break-inside-avoid-page pt-6">
      <div className="flex flex-wrap items-baseline gap-x-3 border-b border-ink">
        <h2>
          <ChildName child={child} />
        </h2>
        <span className="text-soft">{readingTotal(lines)} this year</span>
      </div>
      <Suspense>
        <MinutesByKind kinds={kinds} name={child.name} />
      </Suspense>
      <ul aria-label={`What ${child.name} read`}>
        {newest.map((l, i) => (
          <li
            key={l.readingId ?? `${l.date} ${l.title} ${l.what}`}
            className={`flex flex-wrap items-baseline gap-x-3 border-b border-rule/60 ${!all && i >= SHOWN ? 'hidden print:flex' : ''}`}
          >
            <span className="w-28 text-soft">{dayAndDate(style, toDay(l.date), today)}</span>
            <span className="min-w-0 flex-1 wrap-anywhere">
              {l.title}
              {l.what && `, ${l.what}`}{' '}
              <span className="text-soft">
                {READING_WORDS[l.kind]} · {l.minutes} min{l.how && ` · ${l.how}`}
              </span>
            </span>
            {l.readingId && l.date === fromDay(today) && (
              <button
                type="button"
                className="press page-link cursor-pointer px-2 print:hidden"
                aria-label={`Take back: ${l.title}, ${child.name}`}
                onClick={() =>
                  void commit(`${l.title}: sitting taken back`, (now) => takeReadingBack(now, l.readingId!))
                }
              >
                Take back
              </button>
            )}
          </li>
        ))}
      </ul>
      {lines.length > SHOWN && (
        <button
          type="button"
          className="press page-link cursor-pointer print:hidden"
          aria-expanded={all}
          onClick={() => setAll(!all)}
        >
          {all ? 'The newest only' : `All ${lines.length}`}
        </button>
      )}
    </section>
  );
}
