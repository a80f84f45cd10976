import { type Day, toDay } from '../calendar';
import { byId, type Enrolment, type Household, type SchoolYear } from '../household';
import { marksByEnrolment, standingsOf } from '../log';
import { isTaken, openDates } from '../pace';
import { comparedBy, lessonScale, positionsOf } from './links';
import type { Plan } from './plan';

/** A sitting without a new step: the enrolment is ahead of those it is kept in step with, and reviews. */
export interface ReviewDay {
  enrolment: Enrolment;
  /** Those it waits for. */
  behind: Enrolment[];
}

/**
 * The enrolments that review on a day instead of going on: they are open on it, nothing of theirs stands on it, they
 * have steps left, and by the day before they are further along than another of their link.
 */
export function reviewsOn(state: Household, year: SchoolYear, plan: Plan | undefined, day: Day): ReviewDay[] {
  return state.links.flatMap((link): ReviewDay[] => {
    const members = link.enrolmentIds
      .map((id) => byId(state.enrolments, id))
      .filter((e) => e !== undefined && isTaken(e));
    const all = members as Enrolment[];
    if (all.length < 2) return [];
    const by = comparedBy(state, link, all);
    const scale = lessonScale(state, all[0]!);
    const reached = all.map((e) => {
      const after = positionsOf(state, e, by, scale);
      const standings = standingsOf(state.marks, e.id);
      const track = plan?.tracks.find((t) => t.enrolmentId === e.id);
      let position = 0;
      for (const [id, at] of after) {
        const standing = standings.get(id);
        const settled = standing && standing.state !== 'open' ? toDay(standing.last.date) : undefined;
        const planned = track ? track.days[track.stepIds.indexOf(id)] : undefined;
        const on = settled ?? (planned !== undefined && planned >= 0 ? planned : Infinity);
        if (on < day) position = Math.max(position, at);
      }
      return position;
    });
    return all.flatMap((enrolment, i): ReviewDay[] => {
      const track = plan?.tracks.find((t) => t.enrolmentId === enrolment.id);
      const behind = all.filter((_, k) => reached[k]! < reached[i]! - 1e-9);
      const idle =
        track !== undefined &&
        track.days.some((d) => d > day) &&
        !track.days.includes(day) &&
        !(marksByEnrolment(state.marks).get(enrolment.id) ?? []).some((m) => toDay(m.date) === day);
      return behind.length > 0 && idle && openDates(state, enrolment, year).includes(day)
        ? [{ enrolment, behind }]
        : [];
    });
  });
}
