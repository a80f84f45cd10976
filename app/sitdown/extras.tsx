import { lazy, Suspense, useState } from 'react';
import { type Day, fromDay } from '../../core/calendar';
import { choresByChild, extrasWithin } from '../../core/day';
import type { Jotting, Ritual, RitualSort } from '../../core/household';
import { JottingList } from '../jot/list';
import { useHousehold } from '../shell/household';
import { dayAndDate, weekdayWords } from '../ui/dates';
import { ChildName } from '../ui/ornament';
import { listing } from '../ui/words';

const RitualForm = lazy(async () => ({ default: (await import('../shelf/ritual-form')).RitualForm }));

/** What the week has beside its lessons: extras of one day, errands, and the work about the house where it is kept here. */
export function Extras({ start, errands }: { start: Day; errands: Jotting[] }) {
  const { household, today } = useHousehold();
  const [asked, setAsked] = useState<{ ritual?: Ritual; sort: RitualSort }>();
  const style = household.settings.dateStyle;
  const extras = extrasWithin(household, start, start + 6);
  const chores = choresByChild(household, start);
  const home = household.settings.home ?? chores.length > 0;
  return (
    <>
      {extras.length === 0 && errands.length === 0 && (
        <p className="text-soft">
          No extra and no errand. One is jotted down from anywhere with <kbd>j</kbd>.
        </p>
      )}
      {extras.length > 0 && (
        <ul aria-label="Extras of the week">
          {extras.map((r) => (
            <li key={r.id} className="flex flex-wrap items-baseline gap-x-3 border-b border-rule py-1">
              <button
                type="button"
                className="page-link press cursor-pointer text-left wrap-anywhere"
                onClick={() => setAsked({ ritual: r, sort: 'extra' })}
              >
                {r.title}
              </button>
              <span className="text-soft">
                {dayAndDate(style, r.day, today)}
                {r.at && ` at ${r.at}`} · {r.minutes} min · {listing(r.names)} ·{' '}
                {r.alone ? 'counts as school' : 'no school'}
              </span>
            </li>
          ))}
        </ul>
      )}
      {errands.length > 0 && <JottingList jottings={errands} name="Errands and extras of the week" />}
      {home && (
        <ul aria-label="Chores of the week" className="pt-2">
          {chores.map(({ child, chores: own }) => (
            <li key={child.id} className="flex flex-wrap items-center gap-x-3 border-b border-rule py-1">
              <ChildName child={child} />
              <span className="min-w-0 flex-1 wrap-anywhere">
                {own.map((r, i) => (
                  <span key={r.id}>
                    {i > 0 && '; '}
                    <button
                      type="button"
                      className="page-link cursor-pointer"
                      onClick={() => setAsked({ ritual: r, sort: 'chore' })}
                    >
                      {r.title}
                    </button>{' '}
                    <span className="text-soft">
                      {weekdayWords(r.weekdays)}, {r.minutes} min
                    </span>
                  </span>
                ))}
              </span>
            </li>
          ))}
        </ul>
      )}
      <p className="flex flex-wrap gap-3 pt-2">
        <button type="button" className="btn" onClick={() => setAsked({ sort: 'extra' })}>
          Add an extra
        </button>
        {home && (
          <button type="button" className="btn" onClick={() => setAsked({ sort: 'chore' })}>
            Add a chore
          </button>
        )}
      </p>
      {asked && (
        <Suspense>
          <RitualForm
            ritual={asked.ritual}
            sort={asked.sort}
            date={fromDay(Math.max(start, today))}
            close={() => setAsked(undefined)}
          />
        </Suspense>
      )}
    </>
  );
}
