import { useMemo } from 'react';
import { fewStandOut, heldWords, type Plan, proposalWords, proposeAllowance, thenWords } from '../../core/stagger';
import { toDay } from '../../core/calendar';
import { byId, titleOf, type Household, type SchoolYear } from '../../core/household';
import { useHousehold } from '../shell/household';
import { useTriedPlan } from '../ui/use-tried-plan';

/** The same household with another number of new lessons allowed a day. */
const allowing = (h: Household, newLessons: number): Household => ({
  ...h,
  settings: { ...h.settings, wishes: { ...h.settings.wishes, newLessons } },
});

/**
 * What the shelf asks of whoever begins its lessons: where one new lesson a day cannot hold them it is said at once, with what
 * would, each in one press; where only some days stand out, those are named.
 */
export function Allowance({ plan, year }: { plan: Plan; year: SchoolYear }) {
  const { household, today, commit } = useHousehold();
  const proposal = useMemo(() => proposeAllowance(household, year, today), [household, year, today]);
  const more = proposal && proposal.allowed > proposal.now ? proposal.allowed : undefined;
  const tried = useMemo(() => (more === undefined ? undefined : allowing(household, more)), [household, more]);
  const { found, fault } = useTriedPlan(`allowance ${more}`, tried, year, today);
  const uncount = (id: string, title: string) =>
    void commit(`${title}: its lessons are not put apart`, (now) => {
      const course = byId(now.courses, id);
      return course ? [{ table: 'courses', put: { ...course, countsNew: false } }] : [];
    });
  if (!proposal || plan.clashes.length === 0 || fewStandOut(year, plan, toDay(year.end)))
    return <p>{heldWords(household, plan, today)}</p>;
  const { uncounted } = proposal;
  const { lead, whys } = proposalWords(proposal);
  return (
    <section aria-label="New lessons a day" className="border border-edge p-3">
      <p>
        <b>{lead}</b> They are spread as evenly as the courses’ own days allow.
      </p>
      <ul>
        {uncounted.map(({ course }, i) => (
          <li key={course.id} className="flex flex-wrap items-center gap-x-3 py-0.5">
            <button type="button" className="btn" onClick={() => uncount(course.id, titleOf(household, course.id))}>
              Do not count {titleOf(household, course.id)}
            </button>
            <span className="text-soft">{whys[i]}</span>
          </li>
        ))}
        {more !== undefined && (
          <li className="flex flex-wrap items-center gap-x-3 py-0.5">
            <button
              type="button"
              className="btn"
              onClick={() =>
                void commit(`${more} new lessons a day`, (now) => [
                  { table: 'settings', put: allowing(now, more).settings },
                ])
              }
            >
              Allow {more} new lessons a day
            </button>
            <span className="text-soft" role="status">
              {found?.settled ? thenWords(found.plan, more) : (fault ?? 'Working out what that leaves …')}
              {uncounted.length > 0 && ' First see whether all of them need a day of their own.'}
            </span>
          </li>
        )}
      </ul>
    </section>
  );
}
