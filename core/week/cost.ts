import { makeTrack, paceOn, reserveOf } from '../pace';
import { byId, type Enrolment, type Household, type Id, type Mark, type SchoolYear } from '../household';
import { whatGives } from '../overview';
import type { Plan } from '../stagger';
import { type Day, fromDay, toDay, weekStart } from '../calendar';
import { type Move, withMove } from './move';
import { type TeacherDay, weekPage } from './week';

/** What moving a sitting to another day costs. */
export interface MoveCost {
  /** What that day then asks of the course’s teacher. */
  teacher: TeacherDay | undefined;
  /** Days in hand of the course on the evening of the later of the two days, before and after. Undefined where there is no date to end by. */
  inHand: { before: number | undefined; after: number | undefined };
  /** Days of the year on which new lessons clash, before and after. */
  clashes: { before: number; after: number };
  /** Steps of other courses that would stand on another day. */
  others: number;
}

/**
 * Days in hand of a course once it has gone as it is planned, up to a day and with it: open days that the plan leaves empty, or that a move
 * has emptied, are lost by then. What is in hand today says nothing of them, since it counts any sittings that may be lost, those among them.
 */
export function inHandAfter(
  state: Household,
  year: SchoolYear,
  plan: Plan,
  enrolmentId: Id,
  last: Day,
): number | undefined {
  const enrolment = byId(state.enrolments, enrolmentId);
  const track = plan.tracks.find((t) => t.enrolmentId === enrolmentId);
  if (!enrolment || !track) return undefined;
  // Behind all that was marked on the same day: what is partly done is done by its evening.
  const marked = { enrolmentId, seq: Number.MAX_SAFE_INTEGER, kind: 'done' } as const;
  const done = track.stepIds.flatMap((stepId, i): Mark[] => {
    const day = track.days[i]!;
    return day >= 0 && day <= last ? [{ ...marked, id: `as planned ${i}`, stepId, date: fromDay(day) }] : [];
  });
  const then = { ...state, marks: [...state.marks, ...done] };
  return reserveOf(makeTrack(then, year, enrolment, last + 1), year).daysInHand;
}

/** What a move costs: the plan as it is against the plan as the planner makes it with the move. */
export function moveCost(
  state: Household,
  year: SchoolYear,
  { before, after }: { before: Plan; after: Plan },
  enrolment: Enrolment,
  from: Day,
  move: Exclude<Move, { fault: string }>,
): MoveCost {
  const moved = withMove(state, move);
  const pin = move.put[0]!;
  const to = toDay(pin.date);
  const gives = whatGives(before, after, pin);
  const day = weekPage(moved, year, after, weekStart(to, state.settings.firstDay)).days.find((d) => d.day === to);
  const last = Math.max(from, to);
  return {
    teacher: day?.teachers.find((t) => t.teacher.id === paceOn(enrolment, to).teacherId),
    inHand: {
      before: inHandAfter(state, year, before, enrolment.id, last),
      after: inHandAfter(moved, year, after, enrolment.id, last),
    },
    clashes: { before: gives.before.clashes, after: gives.after.clashes },
    others: gives.others,
  };
}
