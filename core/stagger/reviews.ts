import { type Day, toDay } from '../calendar';
import { byId, type Enrolment, type Household, type Link, type SchoolYear } from '../household';
import { marksByEnrolment, standingsOf } from '../log';
import { isTakenOn, openDates } from '../pace';
import { comparedBy, lessonScale, positionsOf } from './links';
import type { Plan } from './plan';

/** A sitting without a new step: the enrolment is ahead of those it is kept in step with, and reviews. */
export interface ReviewDay {
  enrolment: Enrolment;
  /** Those it waits for. */
  behind: Enrolment[];
}

/** Positions of a link are measured in shares of lessons: what is nearer than this is level. */
const LEVEL = 1e-9;

/** The enrolments of a link that are taken on a day. */
const membersOf = (state: Household, link: Link, day: Day): Enrolment[] =>
  link.enrolmentIds
    .map((id) => byId(state.enrolments, id))
    .filter((e): e is Enrolment => e !== undefined && isTakenOn(e, day));

/** How far along each of a link's members is before a day begins, by what is settled and by the plan; in lessons of the first. */
function reachedBy(state: Household, link: Link, all: readonly Enrolment[], plan: Plan | undefined) {
  const by = comparedBy(state, link, all);
  const scale = lessonScale(state, all[0]!);
  const reaching = all.map((e) => {
    const standings = standingsOf(state.marks, e.id);
    const track = plan?.tracks.find((t) => t.enrolmentId === e.id);
    return [...positionsOf(state, e, by, scale)].map(([id, at]) => {
      const standing = standings.get(id);
      const settled = standing && standing.state !== 'open' ? toDay(standing.last.date) : undefined;
      const planned = track ? track.days[track.stepIds.indexOf(id)] : undefined;
      return { at, on: settled ?? (planned !== undefined && planned >= 0 ? planned : Infinity) };
    });
  });
  return (day: Day): number[] =>
    reaching.map((steps) => steps.reduce((far, { at, on }) => (on < day ? Math.max(far, at) : far), 0));
}

/**
 * The enrolments that review on a day instead of going on: they are open on it, nothing of theirs stands on it, they
 * have steps left, and by the day before they are further along than another of their link.
 */
export function reviewsOn(state: Household, year: SchoolYear, plan: Plan | undefined, day: Day): ReviewDay[] {
  return state.links.flatMap((link): ReviewDay[] => {
    const all = membersOf(state, link, day);
    if (all.length < 2) return [];
    const reached = reachedBy(state, link, all, plan)(day);
    return all.flatMap((enrolment, i): ReviewDay[] => {
      const track = plan?.tracks.find((t) => t.enrolmentId === enrolment.id);
      const behind = all.filter((_, k) => reached[k]! < reached[i]! - LEVEL);
      const idle =
        track !== undefined &&
        track.days.some((d) => d > day) &&
        !track.days.includes(day) &&
        !(marksByEnrolment(state.marks).get(enrolment.id) ?? []).some(
          (m) => m.childId === undefined && toDay(m.date) === day,
        );
      return behind.length > 0 && idle && openDates(state, enrolment, year).includes(day)
        ? [{ enrolment, behind }]
        : [];
    });
  });
}

/**
 * The day before which all that an enrolment is linked with have come as far as it has by `from`, with those it waits for; undefined
 * where none of them is behind it. `day` is undefined where they do not within the plan.
 */
export function meetsOn(
  state: Household,
  plan: Plan,
  enrolmentId: string,
  from: Day,
): { day: Day | undefined; behind: Enrolment[] } | undefined {
  const last = Math.max(from, ...plan.tracks.flatMap((t) => t.days)) + 1;
  let found: { day: Day | undefined; behind: Enrolment[] } | undefined;
  for (const link of state.links) {
    const all = membersOf(state, link, from);
    const own = all.findIndex((e) => e.id === enrolmentId);
    if (all.length < 2 || own < 0) continue;
    const reached = reachedBy(state, link, all, plan);
    const at = reached(from);
    const behind = all.filter((_, k) => at[k]! < at[own]! - LEVEL);
    if (behind.length === 0) continue;
    let day: Day | undefined = from;
    while (day <= last && reached(day).some((p) => p < at[own]! - LEVEL)) day++;
    if (day > last) day = undefined;
    found = {
      day: found ? (found.day === undefined || day === undefined ? undefined : Math.max(found.day, day)) : day,
      behind: [...(found?.behind ?? []), ...behind],
    };
  }
  return found;
}
