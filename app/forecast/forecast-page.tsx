import { lazy, Suspense, useState } from 'react';
import { Link } from 'react-router';
import { isOver } from '../../core/calendar';
import {
  beyondWords,
  childWords,
  forecastWords,
  gateWords,
  groundWords,
  nextOrderWords,
  silenceWords,
  stopWords,
  testWords,
} from '../../core/forecast';
import { byId } from '../../core/household';
import { takingName } from '../../core/words';
import { useHousehold } from '../shell/household';
import { SubNav } from '../year/sub-nav';
import { useForecast } from './use-forecast';

const Remedies = lazy(() => import('./remedies').then((m) => ({ default: m.Remedies })));
const Levels = lazy(() => import('./levels').then((m) => ({ default: m.Levels })));
const Fan = lazy(() => import('./fan').then((m) => ({ default: m.Fan })));

/** Below so many in a hundred a last day is not to be relied on, and what would help is offered. */
const IN_TIME = 70;
/** Of a whole child so many courses are looked at: those least sure of their last day. */
const MOST_COURSES = 3;

/** How long it will take: each child’s year, each course, the next test; by the child’s own record, and how much of that there is. */
export default function ForecastPage() {
  const { household, year, today } = useHousehold();
  const { told, failed } = useForecast();
  const [open, setOpen] = useState<string>();
  const [helped, setHelped] = useState<string>();
  const style = household.settings.dateStyle;
  const over = year !== undefined && isOver(year, today);
  const name = (id: string) => takingName(household, id, today);
  // What holds a child's year up most; each is tried in every way, so no more than a few.
  const heldUpBy = (childId: string) =>
    late
      .filter((f) => f.chance !== undefined && byId(household.enrolments, f.enrolmentId)?.childIds.includes(childId))
      .slice(0, MOST_COURSES)
      .map((f) => f.enrolmentId);
  const late = [...(told?.courses ?? [])].sort((a, b) => (a.chance ?? 101) - (b.chance ?? 101));
  return (
    <>
      <h1>How long will it take</h1>
      <SubNav />
      <p className="double-rule pt-3">
        By what each child has done so far, sitting by sitting: two thousand times the rest of the year is played
        through on your own calendar. It is no promise, and nobody is late by it.
        {year && told && ` ${beyondWords(household, year, told.courses, today)}`}
      </p>
      {told?.silence && <p className="pt-2">{silenceWords(household, told.silence, today)}</p>}
      {failed && <p role="alert">It could not be worked out just now. Reload the page to try again.</p>}
      {!told && !failed && (
        <p role="status" className="py-3 text-soft">
          {year && household.enrolments.length > 0
            ? 'It is being worked out …'
            : 'There is something to say once there is a school year and somebody takes a course.'}
        </p>
      )}
      {told && (
        <>
          {over && (
            <p className="py-3">
              {year.name} is over. What is left of a course is foretold once the next year is set up.
            </p>
          )}
          {told.children.length > 0 && <h2 className="pt-4">Each child’s year</h2>}
          <ul aria-label="Each child’s year">
            {told.children.map((c) => (
              <li key={c.childId} className="border-b border-rule py-1">
                <div className="flex flex-wrap items-baseline gap-x-3">
                  <span className="min-w-0 flex-1">{childWords(household, style, c, today)}.</span>
                  {c.chance < IN_TIME && (
                    <Helps
                      of={byId(household.children, c.childId)?.name ?? ''}
                      open={helped === c.childId}
                      turn={() => setHelped(helped === c.childId ? undefined : c.childId)}
                    />
                  )}
                </div>
                {helped === c.childId && (
                  <Suspense>
                    <Remedies enrolmentIds={heldUpBy(c.childId)} close={() => setHelped(undefined)} />
                  </Suspense>
                )}
              </li>
            ))}
          </ul>
          {late.length > 0 && <h2 className="pt-4">Each course, those least sure of their last day first</h2>}
          <ul aria-label="Each course">
            {late.map((f) => {
              const here = open === f.enrolmentId;
              const test = testWords(style, f, today);
              const order = told.orders.find((o) => o.enrolmentId === f.enrolmentId);
              const next = order ? nextOrderWords(household, order, today) : '';
              const course = byId(household.enrolments, f.enrolmentId)?.courseId ?? '';
              return (
                <li key={f.enrolmentId} className="border-b border-rule py-1">
                  <div className="flex flex-wrap items-baseline gap-x-3">
                    <span className="min-w-0 flex-1 basis-full wrap-anywhere sm:basis-0">
                      <Link className="page-link" to={`/shelf/${course}`}>
                        {name(f.enrolmentId)}
                      </Link>
                      : {forecastWords(style, f, today)}.
                      <span className="block text-aside text-soft">
                        {[test, next, groundWords(household, f)].filter(Boolean).join(' · ')}
                      </span>
                    </span>
                    {(f.chance ?? 100) < IN_TIME && (
                      <Helps
                        of={name(f.enrolmentId)}
                        open={helped === f.enrolmentId}
                        turn={() => setHelped(helped === f.enrolmentId ? undefined : f.enrolmentId)}
                      />
                    )}
                    <button
                      type="button"
                      className="press page-link cursor-pointer px-2 print:hidden"
                      aria-expanded={here}
                      aria-label={`Draw it: ${name(f.enrolmentId)}`}
                      onClick={() => setOpen(here ? undefined : f.enrolmentId)}
                    >
                      Draw it
                    </button>
                  </div>
                  {helped === f.enrolmentId && (
                    <Suspense>
                      <Remedies enrolmentIds={[f.enrolmentId]} close={() => setHelped(undefined)} />
                    </Suspense>
                  )}
                  {here && (
                    <Suspense>
                      <Fan course={f} today={today} style={style} name={name(f.enrolmentId)} />
                    </Suspense>
                  )}
                </li>
              );
            })}
          </ul>
          {told.stops.length > 0 && (
            <>
              <h2 className="pt-4">What stops, and how far it gets</h2>
              <ul aria-label="What stops">
                {told.stops
                  .filter((f) => byId(household.enrolments, f.enrolmentId))
                  .map((f) => (
                    <li key={f.enrolmentId} className="border-b border-rule py-1 wrap-anywhere">
                      {name(f.enrolmentId)}: {stopWords(style, f, today)}.
                    </li>
                  ))}
              </ul>
            </>
          )}
          {told.gates.length > 0 && (
            <>
              <h2 className="pt-4">What waits, and when it is likely to go on</h2>
              <ul aria-label="What waits">
                {told.gates.map((g) => (
                  <li key={g.gateId} className="border-b border-rule py-1 wrap-anywhere">
                    {gateWords(household, g, today)}.
                  </li>
                ))}
              </ul>
            </>
          )}
          <Suspense>
            <Levels records={told.levels} />
          </Suspense>
          <p className="pt-3 text-soft">
            Reading takes months or years, and every child its own. Lasting trouble with reading or number deserves a
            professional’s look.
          </p>
        </>
      )}
    </>
  );
}

function Helps({ of, open, turn }: { of: string; open: boolean; turn: () => void }) {
  return (
    <button
      type="button"
      className="press page-link cursor-pointer px-2 print:hidden"
      aria-expanded={open}
      aria-label={`What would help: ${of}`}
      onClick={turn}
    >
      What would help
    </button>
  );
}
