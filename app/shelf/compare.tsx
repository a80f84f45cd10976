import { type Day, isOver } from '../../core/calendar';
import { byId, type Enrolment, type Household, same, type SchoolYear } from '../../core/household';
import { otherwiseWords, plannedFigures } from '../../core/overview';
import { isPlanned, type PaceFigures } from '../../core/pace';
import { takingName } from '../../core/words';
import { useHousehold } from '../shell/household';
import { usePlan } from '../shell/plan';
import { shortDate } from '../ui/dates';
import { useTriedPlan } from '../ui/use-tried-plan';
import { useWhile } from '../ui/use-while';
import { count, hoursAndMinutes, inHand, listing } from '../ui/words';

/**
 * What a change of a pace rule comes to, before it is kept: the figures as they are and as they would be, beside all other
 * courses, as it will be planned once it is kept.
 */
export function Compare({
  state,
  year,
  ahead,
  before,
  after,
}: {
  state: Household;
  year: SchoolYear;
  /** It begins in a year to come, of which there is no plan yet. */
  ahead: boolean;
  before: Enrolment | undefined;
  after: Enrolment;
}) {
  const { household, today } = useHousehold();
  const { plan } = usePlan();
  const unchanged = before !== undefined && same(before, after);
  const others = state.enrolments;
  const key = JSON.stringify([after, state.loops]);
  // The form makes both anew whenever it is drawn.
  const tried = useWhile(
    {
      ...state,
      enrolments: before ? others.map((e) => (e.id === after.id ? after : e)) : [...others, after],
    },
    [household, key],
  );
  const { found, fault } = useTriedPlan(
    key,
    unchanged || ahead || isOver(year, today) ? undefined : tried,
    year,
    today,
  );
  if (isOver(year, today))
    return <p role="status">{year.name} is over. What this comes to is reckoned once the next year is set up.</p>;
  const then = ahead ? undefined : unchanged ? plan : found?.settled ? found.plan : undefined;
  const was =
    before && isPlanned(before) ? plannedFigures(state, year, before, today, ahead ? undefined : plan) : undefined;
  // The one in it, which stays the same row: what is worked out about it is kept.
  const is = plannedFigures(tried, year, byId(tried.enrolments, after.id)!, today, then);
  const { dateStyle } = state.settings;
  const date = (f: PaceFigures) =>
    f.lastDay === undefined ? 'nothing to plan' : shortDate(dateStyle, f.lastDay, today);
  const one = (n: number | undefined) => (n === undefined ? '–' : n.toFixed(1).replace(/\.0$/, ''));
  const lines: [string, (f: PaceFigures) => string, 'by the plan'?][] = [
    ['Last day', date, 'by the plan'],
    [
      'In hand',
      (f) => (f.daysInHand === undefined ? 'no date to end by' : inHand(f.daysInHand).replace(/ in hand$/, '')),
    ],
    ['Steps a week', (f) => one(f.stepsAWeek), 'by the plan'],
    [
      'Teacher a week',
      (f) => (f.teacherAWeek === undefined ? '–' : hoursAndMinutes(Math.round(f.teacherAWeek))),
      'by the plan',
    ],
  ];
  const together = state.links
    .flatMap((l) => (l.enrolmentIds.includes(after.id) ? l.enrolmentIds : []))
    .filter((id) => id !== after.id)
    .map((id) => takingName(state, id, today));
  const day = (d: Day) => shortDate(dateStyle, d, today);
  const said = [
    fault,
    ahead &&
      `Reckoned in ${year.name}, by its pace alone: beside the other courses it is planned once that year has its turn.`,
    is.alone !== undefined &&
      `By its pace alone its last day would be ${day(is.alone)}; ${together.length > 0 ? `it is kept together with ${listing(together)}` : 'beside the other courses some of it comes later'}.`,
    ...(plan && then ? otherwiseWords({ state: household, plan }, { state: tried, plan: then }, after.id) : []),
    is.waiting > 0 &&
      `${count(is.waiting, 'step waits', 'steps wait')} until what it waits for is there; the figures are as if it were there today.`,
  ].flatMap((line) =>
    line
      ? [
          <p key={line} className="pt-1 wrap-anywhere">
            {line}
          </p>,
        ]
      : [],
  );
  return (
    <>
      <div role="status" className="sticky -bottom-5 border border-ink bg-sheet px-3 py-2">
        <dl className="grid grid-cols-2 gap-x-6 gap-y-1 sm:grid-cols-4">
          {lines.map(([name, of, by]) => (
            <div key={name}>
              <dt className="text-note text-soft">{name}</dt>
              <dd>
                {was && of(was) !== of(is) && (then || ahead || !by) && <span className="text-soft">{of(was)} → </span>}
                <b className="font-semibold">{then || ahead || !by ? of(is) : '…'}</b>
              </dd>
            </div>
          ))}
        </dl>
        {/* In the hand the box stays low: it is not to cover the field whose effect it tells. */}
        <div className="max-sm:hidden">{said}</div>
        {is.lastDay !== undefined && (is.daysInHand ?? 0) < 0 && (
          <p className="pt-1 font-semibold">
            It does not fit by its date: {count(-(is.daysInHand ?? 0), 'sitting is', 'sittings are')} missing.
          </p>
        )}
      </div>
      {said.length > 0 && <div className="sm:hidden">{said}</div>}
    </>
  );
}
