import { lazy, Suspense, useState } from 'react';
import { asIsbn13 } from '../../core/course';
import type { Course } from '../../core/household';
import { thingsOfCourse } from '../../core/deeds';
import { afterWords, editionsWords, exchangeWords, money, priceOf, setOf, setWords } from '../../core/materials';
import { finishOf } from '../../core/overview';
import { isTaken } from '../../core/pace';
import { usePlan } from '../shell/plan';
import { useHousehold } from '../shell/household';
import { shortDate } from '../ui/dates';

const BoughtForm = lazy(async () => ({ default: (await import('./bought-form')).BoughtForm }));

/** A course as it was bought: its parts, where and when, and until when it can be sent back. */
export function Bought({ course }: { course: Course }) {
  const { household, today, commit, say } = useHousehold();
  const [editing, setEditing] = useState(false);
  const style = household.settings.dateStyle;
  const { parts = [], bought } = course;
  const total = priceOf(household, course);
  const { plan, reserves } = usePlan();
  const ends = household.enrolments
    .filter((e) => e.courseId === course.id && isTaken(e))
    .map((e) => {
      const finish = finishOf(plan, e.id, reserves.get(e.id));
      return finish.kind === 'planned' ? finish.day : undefined;
    });
  const exchange = exchangeWords(household, course, ends, today);
  const after = afterWords(household, course, today);
  const set = setOf(household, course);
  const [apart, missing] = [editionsWords(course), setWords(set)];
  const facts = [
    bought?.from && `from ${bought.from}`,
    bought?.date && `on ${shortDate(style, bought.date, today)}`,
    bought?.used && 'used',
    total > 0 && `${money(total)} in all`,
  ].filter(Boolean);
  return (
    <section className="pb-5" aria-labelledby="bought">
      <div className="flex flex-wrap items-baseline justify-between gap-3">
        <h2 id="bought">As bought</h2>
        <span className="flex flex-wrap gap-2">
          {parts.length > 0 && (
            <button
              type="button"
              className="btn btn-quiet"
              onClick={() => {
                if (thingsOfCourse(household, course.id).length === 0)
                  return say('Its parts are all among the things already.');
                void commit(`The parts of ${course.title} put among the things`, (now) =>
                  thingsOfCourse(now, course.id),
                );
              }}
            >
              Put its parts among the things
            </button>
          )}
          <button type="button" className="btn" onClick={() => setEditing(true)}>
            Parts and purchase
          </button>
        </span>
      </div>
      {parts.length === 0 && facts.length === 0 && (
        <p className="text-soft">
          Manual, workbook, readers, tests: with their ISBNs the right edition is found again.
        </p>
      )}
      {facts.length > 0 && <p>{facts.join(', ')}.</p>}
      {after && <p>{after}</p>}
      {exchange && <p className="font-semibold">{exchange}</p>}
      {apart && <p>{apart}</p>}
      {missing && <p>{missing}</p>}
      <ul>
        {set.map(({ part: p, is }) => (
          <li key={p.id} className="flex flex-wrap gap-x-4 border-b border-rule py-1">
            <span className="min-w-0 flex-1 wrap-anywhere">
              {p.title || p.kind} <span className="text-soft">{p.title && p.kind}</span>
            </span>
            {p.printedTo !== undefined && <span>printed up to page {p.printedTo}</span>}
            {is !== 'not checked' && (
              <span className={is === 'here' || is === 'not wanted' ? 'text-soft' : ''}>
                {is === 'not wanted' ? 'left out on purpose' : is}
              </span>
            )}
            {p.edition && <span className="text-soft">{p.edition}</span>}
            {p.outOfPrint && <span>no longer sold new</span>}
            {p.proof && <span className="text-soft">proof: {p.proof}</span>}
            {p.isbn && <span>ISBN {asIsbn13(p.isbn)}</span>}
            {p.price !== undefined && <span>{money(p.price)}</span>}
          </li>
        ))}
      </ul>
      {editing && (
        <Suspense>
          <BoughtForm course={course} close={() => setEditing(false)} />
        </Suspense>
      )}
    </section>
  );
}
