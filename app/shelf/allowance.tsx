import { useMemo } from 'react';
import { fewStandOut, type NotNew, type Plan, proposeAllowance, standingOut } from '../../core/stagger';
import { toDay } from '../../core/calendar';
import { byId, type Household, type SchoolYear } from '../../core/household';
import { useHousehold } from '../shell/household';
import { shortDate } from '../ui/dates';
import { useTriedPlan } from '../ui/use-tried-plan';
import { count, listing } from '../ui/words';

const WHY: Record<NotNew, string> = {
  'one sitting a lesson': 'each lesson is one sitting, with nothing to practise behind it',
  'numbered days': 'its lessons are numbered days',
  reading: 'it is read, and nothing of it has to be mastered first',
};
/** Days that are named of those that stand out. */
const NAMED = 3;

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
  const then = useTriedPlan(`allowance ${more}`, tried, year, today);
  const style = household.settings.dateStyle;
  const allowed = household.settings.wishes?.newLessons ?? 1;
  const few = fewStandOut(year, plan, toDay(year.end));
  if (plan.clashes.length === 0) return <p>No teacher begins more than {count(allowed, 'new lesson')} on any day.</p>;
  const days = (of: Pick<Plan, 'clashes'>, at: number) =>
    listing(standingOut(of, at).map((s) => `${count(s.days.length, 'day')} with ${s.lessons}`));
  const uncount = (id: string, title: string) =>
    void commit(`${title}: its lessons are not put apart`, (now) => {
      const course = byId(now.courses, id);
      return course ? [{ table: 'courses', put: { ...course, countsNew: false } }] : [];
    });
  if (!proposal || few)
    return (
      <p>
        {listing(
          standingOut(plan, allowed).map((s) => {
            const named = s.days.slice(0, NAMED).map((d) => shortDate(style, d, today));
            const rest = s.days.length - named.length;
            return `${byId(household.teachers, s.teacherId)?.name} begins ${s.lessons} new lessons on ${listing(named)}${rest > 0 ? ` and ${count(rest, 'other day')}` : ''}`;
          }),
        )}
        ; on every other day at most {allowed}.
      </p>
    );
  const { fullest, uncounted } = proposal;
  return (
    <section aria-label="New lessons a day" className="border border-edge p-3">
      <p>
        <b>
          {fullest.teacher.name} has {count(fullest.lessons, 'new lesson')} to begin on{' '}
          {count(fullest.days, 'school day')}: {allowed} a day cannot hold them.
        </b>{' '}
        They are spread as evenly as the courses’ own days allow.
      </p>
      <ul>
        {uncounted.map(({ course, why, lessons }) => (
          <li key={course.id} className="flex flex-wrap items-center gap-x-3 py-0.5">
            <button type="button" className="btn" onClick={() => uncount(course.id, course.title)}>
              Do not count {course.title}
            </button>
            <span className="text-soft">
              {count(lessons, 'lesson')}: {WHY[why]}.
            </span>
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
              {!then?.settled
                ? 'Working out what that leaves …'
                : then.plan.clashes.length === 0
                  ? `Then no day has more than ${more}.`
                  : `Then what stands out is ${days(then.plan, more)}.`}
              {uncounted.length > 0 && ' First see whether all of them need a day of their own.'}
            </span>
          </li>
        )}
      </ul>
    </section>
  );
}
