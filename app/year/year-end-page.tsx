import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { beganLate, isOver, nextYear, nextYearName, toDay, yearAfter } from '../../core/calendar';
import { titleOf } from '../../core/household';
import { landCourse, letCourseGo, makeNextYear, throwWritten } from '../../core/deeds';
import { finishOf } from '../../core/overview';
import {
  type AfterCourse,
  carriedWords,
  landingPlaces,
  type NextLevel,
  portfoliosOf,
  samplesOf,
  yearEnd,
  yearEndWords,
} from '../../core/record';
import { timesWords } from '../../core/materials';
import { useHousehold } from '../shell/household';
import { usePlan } from '../shell/plan';
import { useAwaits } from '../shell/unplanned';
import { longDate, shortDate } from '../ui/dates';
import { InputField } from '../ui/field';
import { Fold } from '../ui/fold';
import { newId } from '../ui/id';
import { count } from '../ui/words';

const GOES = { given: 'Pass its things on', sold: 'Sell its things' } as const;
const GONE = { given: 'its things passed on', sold: 'its things sold' } as const;

/** The end of a year on one page, with a proposal for each thing: what was, what stays, what comes; to be come back to at any time. */
export default function YearEndPage() {
  const { household, today, commit } = useHousehold();
  const { plan, reserves } = usePlan();
  const awaits = useAwaits();
  const begun = household.years.filter((y) => toDay(y.start) <= today).sort((a, b) => (a.start < b.start ? -1 : 1));
  const year = begun.at(-1);
  const end = useMemo(() => (year ? yearEnd(household, year, today) : undefined), [household, year, today]);
  const kept = useMemo(() => (year ? portfoliosOf(household, year, today) : []), [household, year, today]);
  const [name, setName] = useState(year ? nextYearName(year) : '');
  const [fault, setFault] = useState<string>();
  const style = household.settings.dateStyle;
  if (!year || !end)
    return (
      <>
        <h1 className="pb-2">The year’s end</h1>
        <p className="double-rule pt-4">
          With a school year that has begun there is an end to come to. See{' '}
          <Link className="page-link" to="/year">
            Year
          </Link>
          .
        </p>
      </>
    );
  const following = yearAfter(household.years, year);
  const shape = following ?? nextYear(year, name, () => 'shape');
  // What is wanted in the next year is to be seen to now; what is wanted when the youngest is fifteen is not.
  const soon = end.next.filter((n) => n.from <= shape.end);
  const later = end.next.slice(soon.length);
  const make = () => {
    if (!name.trim()) return setFault('Give the next year a name.');
    void commit(`${name.trim()}: made from ${year.name}`, (now) => makeNextYear(now, year.id, name));
  };
  return (
    <div className="max-w-4xl">
      <h1 className="pb-2 wrap-anywhere">The year’s end: {year.name}</h1>
      <p className="double-rule pt-2 text-soft">
        {isOver(year, today) ? 'It ended' : 'It ends'} on {longDate(style, toDay(year.end), today)}.{' '}
        {yearEndWords(end, soon.length)}.
      </p>
      <section aria-labelledby="end-record" className="pt-4">
        <h2 id="end-record" className="border-b border-ink">
          What was
        </h2>
        {year.portfolio === false && (
          <p className="pt-1 text-soft">
            No portfolio is kept of this year; what is on record can be printed as one all the same.
          </p>
        )}
        <ul>
          {kept.map((c) => (
            <li key={c.id} className="border-b border-rule/60 py-1">
              <Link className="page-link" to={`/portfolio/${c.id}?year=${year.id}`}>
                Portfolio of {c.name}
              </Link>{' '}
              <span className="text-soft">{count(samplesOf(household, year, c.id).length, 'sample')}</span>
            </li>
          ))}
        </ul>
      </section>
      {end.after.length > 0 && (
        <section aria-labelledby="end-after" className="pt-4">
          <h2 id="end-after" className="border-b border-ink">
            Courses that are over
          </h2>
          <ul aria-label="Courses that are over">
            {end.after.map((a) => (
              <li key={a.course.id} className="border-b border-rule/60 py-1 wrap-anywhere">
                <Link className="page-link" to={`/shelf/${a.course.id}`}>
                  {titleOf(household, a.course.id)}
                </Link>
                : {a.words}.
                {a.things.length > 0 && (
                  <span className="block">
                    <span className="text-soft">
                      Its own things: {a.things.map((t) => timesWords(t.material, t.onHand)).join(', ')}.
                    </span>{' '}
                    {a.keepFor && (
                      <>
                        <Landing after={a} />
                        <Link
                          className="btn mr-2 print:hidden"
                          to={`/materials/labels?of=${encodeURIComponent(`kept ${a.course.id}`)}&sheet=a4-8`}
                          aria-label={`A label: ${titleOf(household, a.course.id)}`}
                        >
                          A label
                        </Link>
                      </>
                    )}
                    {(['given', 'sold'] as const).map((kind) => (
                      <button
                        key={kind}
                        type="button"
                        className="btn mr-2 print:hidden"
                        aria-label={`${GOES[kind]}: ${titleOf(household, a.course.id)}`}
                        onClick={() =>
                          void commit(`${titleOf(household, a.course.id)}: ${GONE[kind]}`, (now) =>
                            letCourseGo(now, a.course.id, kind, today, newId),
                          )
                        }
                      >
                        {GOES[kind]}
                      </button>
                    ))}
                  </span>
                )}
              </li>
            ))}
          </ul>
        </section>
      )}
      {end.carried.length > 0 && (
        <section aria-labelledby="end-carried" className="pt-4">
          <h2 id="end-carried" className="border-b border-ink">
            {end.over ? 'What goes on' : 'Not through yet'}
          </h2>
          <ul aria-label={end.over ? 'What goes on' : 'Not through yet'}>
            {end.carried.map((c) => (
              <li key={c.enrolment.id} className="border-b border-rule/60 py-1 wrap-anywhere">
                {c.title}:{' '}
                {awaits && !end.over
                  ? '…'
                  : `${carriedWords(c, finishOf(plan, c.enrolment.id, reserves.get(c.enrolment.id)), year, style, today)}.`}
              </li>
            ))}
          </ul>
        </section>
      )}
      {end.written.length > 0 && (
        <section aria-labelledby="end-written" className="pt-4">
          <h2 id="end-written" className="border-b border-ink">
            Written in: to throw, or into the portfolio
          </h2>
          <ul aria-label="Written in">
            {end.written.map((w) => (
              <li key={w.material.id} className="border-b border-rule/60 py-1 wrap-anywhere">
                {w.material.name}: {w.words}
                {w.thrown && (
                  <button
                    type="button"
                    className="btn ml-3 print:hidden"
                    aria-label={`Thrown: ${w.material.name}`}
                    onClick={() =>
                      void commit(`${w.material.name}: thrown`, (now) =>
                        throwWritten(now, year.id, w.material.id, today),
                      )
                    }
                  >
                    It is thrown
                  </button>
                )}
              </li>
            ))}
          </ul>
        </section>
      )}
      {end.next.length > 0 && (
        <section aria-labelledby="end-next" className="pt-4">
          <h2 id="end-next" className="border-b border-ink">
            On the shelf for later
          </h2>
          {soon.length > 0 ? (
            <Levels list={soon} name="Wanted by the end of the next year" />
          ) : (
            <p className="py-1">None of it is wanted before the next year is over.</p>
          )}
          {later.length > 0 && (
            <Fold
              words={`${count(later.length, 'level')} after that, the last about ${shortDate(style, toDay(later.at(-1)!.from), today)}`}
            >
              <Levels list={later} name="Wanted after that" />
            </Fold>
          )}
        </section>
      )}
      <section aria-labelledby="end-year" className="pt-4">
        <h2 id="end-year" className="border-b border-ink">
          The next year
        </h2>
        {following ? (
          <p className="py-2">
            {following.name} begins on {longDate(style, toDay(following.start), today)}.{' '}
            <Link className="page-link" to="/year">
              To its calendar
            </Link>{' '}
            ·{' '}
            <Link className="page-link" to="/year/outside">
              Look up its holidays, ask its classes
            </Link>
          </p>
        ) : (
          <>
            <p className="py-2">
              From the shape of this one, every date 52 weeks later, so that it keeps its weekday:{' '}
              {longDate(style, toDay(shape.start), today)} to {longDate(style, toDay(shape.end), today)}
              {shape.rhythm?.kind === 'terms' && `, in ${count(shape.rhythm.terms.length, 'term')}`}
              {shape.rhythm?.kind === 'weeks' && `, ${count(shape.rhythm.on, 'week')} on and ${shape.rhythm.off} off`}
              {shape.closed.length > 0 && `, with ${count(shape.closed.length, 'break')} of several days`}.
              {beganLate(year) && ' This one was begun in its middle, so the next one starts a summer after its end.'}{' '}
              Holidays and other single days are to be looked up again, outside classes to be asked. Its days can be
              changed under Year afterwards.
            </p>
            <div className="flex flex-wrap items-end gap-3 print:hidden">
              <InputField
                label="Its name"
                maxLength={120}
                fault={fault}
                value={name}
                onChange={(e) => setName(e.target.value)}
              />
              <button type="button" className="btn btn-strong" onClick={make}>
                Make it so
              </button>
            </div>
          </>
        )}
      </section>
    </div>
  );
}

/** Where the things of a course wait for the next child, with the room that is left there. */
function Landing({ after: { course, keepFor, things } }: { after: AfterCourse }) {
  const { household, commit } = useHousehold();
  const places = landingPlaces(household, course.id);
  const now = new Set(things.map((t) => t.material.place));
  const title = titleOf(household, course.id);
  const here = now.size === 1 ? [...now][0]! : '';
  if (places.length === 0) return null;
  return (
    <label className="mr-3 inline-flex flex-wrap items-center gap-2 print:hidden">
      They wait for {keepFor?.child.name} in
      <select
        className="max-w-[min(320px,80vw)]"
        aria-label={`Where ${title} waits`}
        value={here}
        onChange={(e) => {
          const path = e.target.value;
          void commit(`${title}: its things lie in ${path}`, (was) => landCourse(was, course.id, path));
        }}
      >
        {!places.some((p) => p.path === here) && (
          <option value={here}>{now.size > 1 ? 'several places' : 'no place'}</option>
        )}
        {places.map((p) => (
          <option key={p.path} value={p.path}>
            {p.path}
            {p.words && ` (${p.words})`}
          </option>
        ))}
      </select>
    </label>
  );
}

/** Levels that wait for a child, each with what is still to be bought of it. */
function Levels({ list, name }: { list: readonly NextLevel[]; name: string }) {
  const { household, today } = useHousehold();
  const style = household.settings.dateStyle;
  return (
    <ul aria-label={name}>
      {list.map((n) => (
        <li key={`${n.child.id} ${n.course.id}`} className="border-b border-rule/60 py-1 wrap-anywhere">
          {n.child.name}: {titleOf(household, n.course.id)}, {n.soonest ? 'at the soonest' : 'about'}{' '}
          {shortDate(style, toDay(n.from), today)}
          {n.buy && <span className="text-soft"> · {n.buy}</span>}
          {n.clash && <b className="font-semibold"> · {n.clash}</b>}
        </li>
      ))}
    </ul>
  );
}
