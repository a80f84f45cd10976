import { lazy, type ReactNode, Suspense, useMemo, useState } from 'react';
import { Link } from 'react-router';
import type { Day } from '../../core/calendar';
import { choose } from '../../core/deeds';
import { type Enrolment, titleOf } from '../../core/household';
import {
  CHOICE_WORDS,
  type Choosing,
  choosingOf,
  type CourseLine,
  effectOf,
  effectWords,
  proposedFor,
  type Quiet,
  quietWords,
} from '../../core/sitdown';
import { inHandAfter, type WeekPage, weekPage } from '../../core/week';
import { takingName } from '../../core/words';
import { useHousehold } from '../shell/household';
import { usePlan } from '../shell/plan';
import { newId } from '../ui/id';
import { useTriedPlan } from '../ui/use-tried-plan';
import { count, inHand, listing } from '../ui/words';

const LikelyWay = lazy(() => import('../forecast/likely-way'));

/** Each course: what was done last, what comes, its tests; another choice shows what it does before it is kept. */
export function Courses({
  lines,
  quiet,
  page,
  start,
}: {
  lines: readonly CourseLine[];
  /** Those that have nothing in the week: why, and when they come next. */
  quiet: readonly Quiet[];
  page: WeekPage;
  start: Day;
}) {
  const { household, today } = useHousehold();
  const { reserves } = usePlan();
  const [open, setOpen] = useState<string>();
  const line = (enrolment: Enrolment, said: string, more?: ReactNode) => {
    const hand = reserves.get(enrolment.id)?.daysInHand;
    const name = takingName(household, enrolment.id, start);
    const here = open === enrolment.id;
    return (
      <li key={enrolment.id} className="border-b border-rule/60 py-1">
        <div className="flex flex-wrap items-baseline gap-x-3">
          <span className="min-w-0 flex-1 wrap-anywhere">
            {name}{' '}
            <span className="text-soft">
              {said}
              {hand !== undefined && ` · ${inHand(hand)}`}
            </span>
            {more}
          </span>
          <button
            type="button"
            className="press page-link cursor-pointer px-2"
            aria-expanded={here}
            aria-label={`Otherwise: ${name}`}
            onClick={() => setOpen(here ? undefined : enrolment.id)}
          >
            Otherwise …
          </button>
        </div>
        {here && <Otherwise enrolment={enrolment} page={page} start={start} close={() => setOpen(undefined)} />}
      </li>
    );
  };
  return (
    <ul aria-label="Course by course">
      {lines.map((l) =>
        line(
          l.row.enrolment,
          `${l.last && `last ${l.last} · `}${l.proposed}, ${count(l.sittings, 'sitting')}, ${l.minutes} min`,
          <>
            {l.reviews && <span className="block text-soft">{l.reviews}</span>}
            {l.tests.length > 0 && (
              <b className="block font-semibold">
                {l.tests.length === 1 ? 'Test' : 'Tests'}: {listing(l.tests)}
              </b>
            )}
          </>,
        ),
      )}
      {quiet.map((q) => line(q.enrolment, quietWords(household, q, today)))}
    </ul>
  );
}

function Otherwise({
  enrolment,
  page,
  start,
  close,
}: {
  enrolment: Enrolment;
  page: WeekPage;
  start: Day;
  close: () => void;
}) {
  const { household, year, today, commit } = useHousehold();
  const { plan, reserves } = usePlan();
  const [picked, setWhich] = useState<string>();
  const list = useMemo(
    () => (plan && year ? choosingOf(household, year, plan, enrolment, start) : []),
    [household, year, plan, enrolment, start],
  );
  const proposed = proposedFor(household, reserves.get(enrolment.id)?.daysInHand, list);
  const which = picked ?? proposed;
  const chosen = list.find((c) => c.choice === which);
  const then = chosen && 'then' in chosen ? chosen.then : undefined;
  const { found: tried, fault } = useTriedPlan(`${enrolment.id} ${which} ${start}`, then, year, plan?.today ?? today);
  const words = useMemo(() => {
    if (!then || !tried || !year || !plan) return undefined;
    return effectWords(
      effectOf(
        { inHand: inHandAfter(household, year, plan, enrolment.id, start + 6), page },
        {
          inHand: inHandAfter(then, year, tried.plan, enrolment.id, start + 6),
          page: weekPage(then, year, tried.plan, start),
        },
      ),
    );
  }, [household, then, tried, year, plan, enrolment.id, page, start]);
  const keep = async (c: Choosing) => {
    if (!plan || !year) return;
    const kept = await commit(`${titleOf(household, enrolment.courseId)}: ${CHOICE_WORDS[c.choice]}`, (now) =>
      choose(now, year, plan, enrolment.id, c, today, newId),
    );
    if (kept) close();
  };
  const likely = (
    <Suspense>
      <LikelyWay enrolment={enrolment} />
    </Suspense>
  );
  if (list.length === 0)
    return (
      <>
        <p className="text-soft">Nothing of it can be chosen otherwise in this week.</p>
        {likely}
      </>
    );
  return (
    <fieldset className="pt-1 pb-2 pl-4">
      <legend className="sr-only">Otherwise</legend>
      {likely}
      {list.map((c) => (
        <label key={c.choice} className="flex min-h-[40px] items-center gap-2">
          <input
            type="radio"
            name={`choice ${enrolment.id}`}
            disabled={'fault' in c}
            checked={which === c.choice}
            onChange={() => setWhich(c.choice)}
          />
          <span>
            {CHOICE_WORDS[c.choice]}
            {'what' in c && <span className="text-soft"> ({c.what})</span>}
            {'fault' in c && <span className="text-soft"> – not possible: {c.fault}</span>}
          </span>
        </label>
      ))}
      {proposed && (
        <p className="text-soft">
          It is short of days, and that is what this household does then (
          <Link className="page-link" to="/household/ways">
            Ways
          </Link>
          ).
        </p>
      )}
      {chosen && (
        <p className="flex flex-wrap items-center gap-3 pt-1" role="status">
          <span className="min-w-0 flex-1">{words ?? fault ?? 'What it does is being worked out …'}</span>
          <button type="button" className="btn" disabled={!words && !fault} onClick={() => void keep(chosen)}>
            Keep it so
          </button>
        </p>
      )}
    </fieldset>
  );
}
