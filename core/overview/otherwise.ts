import type { Day } from '../calendar';
import { byId, type DateStyle, type Household, type Id, type SchoolYear } from '../household';
import { makeTrack, reserveOf } from '../pace';
import type { Clash, Plan } from '../stagger';
import { shortDate, takingName } from '../words';
import { finishOf, finishWords } from './finish';

/** A course whose end is another by another plan. */
export interface MovedEnd {
  enrolmentId: Id;
  before: Day;
  after: Day;
}

/** So many days more or less of a course's end are no news: the week is the same or the next. */
const NO_NEWS = 6;
/** So many courses are named that would end otherwise. */
const MOST = 3;

/** Which courses but one end otherwise, by more than six days, if a plan takes the place of another; what moves farthest first. */
export function movedEnds(before: Plan, after: Plan, except?: Id): MovedEnd[] {
  const ends = (plan: Plan) => new Map(plan.tracks.map((t) => [t.enrolmentId, Math.max(-1, ...t.days)]));
  const then = ends(after);
  return [...ends(before)]
    .flatMap(([enrolmentId, was]) => {
      const is = then.get(enrolmentId) ?? -1;
      const moved = enrolmentId !== except && was >= 0 && is >= 0 && Math.abs(is - was) > NO_NEWS;
      return moved ? [{ enrolmentId, before: was, after: is }] : [];
    })
    .sort((a, b) => Math.abs(b.after - b.before) - Math.abs(a.after - a.before));
}

/** Steps that find no day by a plan: of one enrolment, or of all. */
export const withoutDay = (plan: Plan, of?: Id): number =>
  plan.tracks.reduce(
    (n, t) => n + (of === undefined || t.enrolmentId === of ? t.days.filter((d) => d < 0).length : 0),
    0,
  );

/** A household, and the plan made of it. */
export interface PlannedHousehold {
  state: Household;
  plan: Plan;
}

/**
 * What is otherwise in the year with one household in the place of another, in words: which courses would end otherwise, what would finish that
 * is not planned now, how many days clash and how many steps find no day. Empty where nothing is.
 * @param about an enrolment that is told of elsewhere
 */
export function otherwiseWords(before: PlannedHousehold, after: PlannedHousehold, about?: Id): string[] {
  const style = before.state.settings.dateStyle;
  const { today } = before.plan;
  const day = (d: Day) => shortDate(style, d, today);
  const title = (id: Id) => takingName(after.state, id, today);
  const moved = movedEnds(before.plan, after.plan, about);
  const known = new Set(before.plan.tracks.map((t) => t.enrolmentId));
  const come = after.plan.tracks.filter(
    (t) => t.enrolmentId !== about && !known.has(t.enrolmentId) && t.days.some((d) => d >= 0),
  );
  const [was, is] = [withoutDay(before.plan), withoutDay(after.plan)];
  const more = after.plan.tracks
    .map(({ enrolmentId: id }) => ({ id, by: withoutDay(after.plan, id) - withoutDay(before.plan, id) }))
    .filter(({ id, by }) => by > 0 && id !== about)
    .sort((a, b) => b.by - a.by);
  return [
    moved.length > 0 &&
      `${about === undefined ? 'Courses' : 'Other courses'} would end otherwise: ${moved
        .slice(0, MOST)
        .map((m) => `${title(m.enrolmentId)} ${day(m.before)} → ${day(m.after)}`)
        .join('; ')}${moved.length > MOST ? `, and ${moved.length - MOST} more` : ''}`,
    ...come.map((t) => `${title(t.enrolmentId)} would be planned up to ${day(Math.max(...t.days))}`),
    before.plan.clashes.length !== after.plan.clashes.length &&
      `Days with clashing new lessons: ${before.plan.clashes.length} → ${after.plan.clashes.length}`,
    (was !== is || more.length > 0) &&
      `Steps that find no day in the year: ${was} → ${is}${
        more.length === 0
          ? ''
          : ` (${more
              .slice(0, MOST)
              .map(({ id, by }) => `${by} more of ${title(id)}`)
              .join(', ')}${more.length > MOST ? `, and of ${more.length - MOST} others` : ''})`
      }`,
  ].filter((line) => line !== false);
}

/**
 * How one course stands in both, in words: “would finish 8 Jun → 40 steps left for later”, or, where that is the same, “would finish 8 Jun, as now”.
 * Undefined where neither plans anything of it.
 */
export function courseOtherwise(
  before: PlannedHousehold,
  after: PlannedHousehold,
  year: SchoolYear,
  enrolmentId: Id,
): string | undefined {
  const words = ({ state, plan }: PlannedHousehold) => {
    const enrolment = byId(state.enrolments, enrolmentId);
    if (!enrolment) return '';
    const reserve = reserveOf(makeTrack(state, year, enrolment, plan.today), year);
    const finish = finishOf(plan, enrolmentId, reserve);
    const until = 'day' in finish && finish.kind !== 'planned' && finish.day !== undefined;
    const far = until ? `planned up to ${shortDate(state.settings.dateStyle, finish.day!, plan.today)}, ` : '';
    return far + finishWords(state.settings.dateStyle, finish, plan.today);
  };
  const [was, is] = [words(before), words(after)];
  if (!was && !is) return undefined;
  return was === is ? `${is}, as now` : `${was || 'nothing planned'} → ${is || 'nothing planned'}`;
}

/**
 * What a way out of one clash does to other days, in words: on which of them more new lessons of a teacher fall together than before. Empty
 * where there are none.
 */
export function elsewhereWords(style: DateStyle, before: Plan, after: Plan): string {
  const key = (c: Clash) => `${c.day} ${c.teacherId}`;
  const were = new Map(before.clashes.map((c) => [key(c), c.enrolmentIds.length]));
  const days = [
    ...new Set(after.clashes.filter((c) => c.enrolmentIds.length > (were.get(key(c)) ?? 0)).map((c) => c.day)),
  ].sort((a, b) => a - b);
  if (days.length === 0) return '';
  const first = shortDate(style, days[0]!, before.today);
  const where = days.length === 1 ? first : `${days.length} other days, from ${first} on`;
  return `but then more new lessons clash on ${where} (days that clash: ${before.clashes.length} → ${after.clashes.length})`;
}
