import { makeTrack, reserveOf } from '../pace';
import { byId, type Enrolment, type Household, type SchoolYear } from '../household';
import { whatGives } from '../overview';
import type { Plan } from '../stagger';
import { weekStart, toDay } from '../calendar';
import type { Move } from './move';
import { type TeacherDay, weekPage } from './week';

/** The household as it would be after a move. */
export function withMove(state: Household, move: Exclude<Move, { fault: string }>): Household {
  const gone = new Set([...move.remove, ...move.put.map((p) => p.id)]);
  return { ...state, pins: [...state.pins.filter((p) => !gone.has(p.id)), ...move.put] };
}

/** What moving a sitting to another day costs. */
export interface MoveCost {
  /** It can stand there; else what comes before it does not fit. */
  stands: boolean;
  /** What that day then asks of the course’s teacher. */
  teacher: TeacherDay | undefined;
  /** Days in hand of the course, before and after; undefined where there is no date to end by. */
  inHand: { before: number | undefined; after: number | undefined };
  /** Days of the year on which new lessons clash, before and after. */
  clashes: { before: number; after: number };
  /** Steps of other courses that would stand on another day. */
  others: number;
}

/** What a move costs: the plan as it is against the plan as the planner makes it with the move. */
export function moveCost(
  state: Household,
  year: SchoolYear,
  { before, after }: { before: Plan; after: Plan },
  enrolment: Enrolment,
  move: Exclude<Move, { fault: string }>,
): MoveCost {
  const moved = withMove(state, move);
  const pin = move.put[0]!;
  const to = toDay(pin.date);
  const gives = whatGives(before, after, pin);
  const day = weekPage(moved, year, after, weekStart(to, state.settings.firstDay)).days.find((d) => d.day === to);
  const reserve = (of: Household) =>
    reserveOf(makeTrack(of, year, byId(of.enrolments, enrolment.id) ?? enrolment, before.today), year).daysInHand;
  return {
    stands: gives.after.begins === to,
    teacher: day?.teachers.find((t) => t.teacher.id === enrolment.teacherId),
    inHand: { before: reserve(state), after: reserve(moved) },
    clashes: { before: gives.before.clashes, after: gives.after.clashes },
    others: gives.others,
  };
}
