import type { Day } from '../calendar';
import type { DateStyle, Id } from '../household';
import type { Reserve } from '../pace';
import type { Plan } from '../stagger';
import { count, shortDate } from '../words';

/** When a course would finish: one meaning everywhere, the date of the last step in the plan. */
export type Finish =
  /** `waitedFor`: before its own date, since another course waits for it. */
  | { kind: 'planned'; day: Day; waitedFor?: true }
  /** Some steps have no date in the year; `earliest`: no sooner than then, if every sitting is full from now on and somebody is there. */
  | { kind: 'beyond'; unplaced: number; earliest: Day | undefined }
  /** Steps wait at a gate: what is planned before it ends on `day`. */
  | { kind: 'waiting'; waiting: number; day: Day | undefined }
  /** It is paused or over from a day to come on, or goes on in the next year: what is planned before that ends on `day`. */
  | { kind: 'stops'; later: number; day: Day | undefined; nextYear?: true }
  | { kind: 'nothing left' }
  /** The plan knows nothing of it: no plan yet, or no weekday. */
  | { kind: 'unknown' };

/** When an enrolment would finish by a plan; `reserve` is its own count, for what is left and the earliest fit. */
export function finishOf(plan: Plan | undefined, enrolmentId: Id, reserve: Reserve | undefined): Finish {
  if (reserve?.remaining === 0 && reserve.forLater === 0) return { kind: 'nothing left' };
  const track = plan?.tracks.find((t) => t.enrolmentId === enrolmentId);
  if (!track || !reserve) return { kind: 'unknown' };
  const placed = track.days.filter((d) => d >= 0);
  const day = placed.length > 0 ? Math.max(...placed) : undefined;
  const unplaced = track.days.length - placed.length;
  if (unplaced > 0)
    return { kind: 'beyond', unplaced, earliest: reserve.hereUntil === undefined ? reserve.projected : undefined };
  const rest = reserve.remaining + reserve.forLater - track.stepIds.length;
  // Days kept to catch up on may hold more of it in this year than is planned there.
  if (reserve.beyond && rest > 0) return { kind: 'stops', later: rest, day, nextYear: true };
  const waiting = reserve.remaining - track.stepIds.length;
  if (waiting > 0) return { kind: 'waiting', waiting, day };
  if (reserve.forLater > 0) return { kind: 'stops', later: reserve.forLater, day };
  if (day === undefined) return { kind: 'unknown' };
  return { kind: 'planned', day, ...(reserve.hurried === undefined ? {} : { waitedFor: true }) };
}

/** The same as part of a sentence: "would finish 6 May". Empty where there is nothing to say. */
export function finishWords(style: DateStyle, finish: Finish, today: Day): string {
  switch (finish.kind) {
    case 'planned':
      return `would finish ${shortDate(style, finish.day, today)}${finish.waitedFor ? ', since another waits for it' : ''}`;
    case 'beyond': {
      const early = finish.earliest === undefined ? '' : `, not before ${shortDate(style, finish.earliest, today)}`;
      return `${count(finish.unplaced, 'step finds', 'steps find')} no day in the year${early}`;
    }
    case 'waiting':
      return `${count(finish.waiting, 'step')} held until ready`;
    case 'stops':
      return `${count(finish.later, 'step')} left for ${finish.nextYear ? 'the next year' : 'later'}`;
    case 'nothing left':
      return 'nothing left to do';
    case 'unknown':
      return '';
  }
}
