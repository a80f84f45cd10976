import { makeTrack, openDates, paceOn, reserveOf } from '../pace';
import { byId, type Enrolment, type Household, type Id, type SchoolYear } from '../household';
import { whatGives } from '../overview';
import type { Plan } from '../stagger';
import { type Day, toDay, weekStart } from '../calendar';
import { type Move, withMove } from './move';
import { type TeacherDay, weekPage } from './week';

/** What moving a sitting to another day costs. */
export interface MoveCost {
  /** What that day then asks of the course’s teacher. */
  teacher: TeacherDay | undefined;
  /**
   * Days in hand of the course, before and after: less the sittings between the old day and the new one, which hold nothing
   * new, and one more where the new day is not usually one of its own. Undefined where there is no date to end by.
   */
  inHand: { before: number | undefined; after: number | undefined };
  /** Days of the year on which new lessons clash, before and after. */
  clashes: { before: number; after: number };
  /** Steps of other courses that would stand on another day. */
  others: number;
}

/**
 * Days in hand of a course with a sitting moved from a day to a later one: less the open dates from the one to the other, which hold nothing
 * new. What is in hand today says nothing of them, since it counts any sittings that may be lost, those among them.
 */
export function inHandMoved(
  state: Household,
  moved: Household,
  year: SchoolYear,
  enrolmentId: Id,
  { from, to, today }: { from: Day; to: Day; today: Day },
): number | undefined {
  const [own, then] = [byId(state.enrolments, enrolmentId), byId(moved.enrolments, enrolmentId)];
  const inHand = then && reserveOf(makeTrack(moved, year, then, today), year).daysInHand;
  if (!own || inHand === undefined) return undefined;
  return inHand - openDates(state, own, year).filter((d) => d >= from && d < to).length;
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
  const { today } = before;
  return {
    teacher: day?.teachers.find((t) => t.teacher.id === paceOn(enrolment, to).teacherId),
    inHand: {
      before: reserveOf(makeTrack(state, year, enrolment, today), year).daysInHand,
      after: inHandMoved(state, moved, year, enrolment.id, { from, to, today }),
    },
    clashes: { before: gives.before.clashes, after: gives.after.clashes },
    others: gives.others,
  };
}
