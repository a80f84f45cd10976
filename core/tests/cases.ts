/** Every model whose optimum is on file, by name: what the exact tests ask for, and `npm run optima` solves. */
import { fromDay, toDay } from '../calendar';
import { flatten } from '../course';
import type { DayProblem } from '../day';
import { makeProblem, type Problem } from '../stagger';
import { drawnDay } from './days';
import { dayProgram, onGrid } from './exact-day';
import { linearProgram } from './exact';
import { newcomer, pacedHousehold, SHAPES, smallHousehold } from './instances';
import { aChild, aCourse, aHousehold, anEnrolment, aYear } from './make';

export interface Case {
  name: string;
  model: string;
  /** To be added to what the solver says. */
  constant: number;
  /** Of a year costs are whole: a gap below one proves the optimum. */
  options: { mip_rel_gap?: number; mip_abs_gap?: number; time_limit: number };
}

const yearCase = (name: string, problem: Problem, limit: number): Case => ({
  name,
  ...linearProgram(problem),
  options: { mip_rel_gap: 0, mip_abs_gap: 0.9, time_limit: limit },
});

/** Seeds of each shape of small years. */
export const SEEDS = 10;
/** Drawn days looked at, those that hold everything and those that do not. */
export const DAYS = 20;

export function smallYear(shape: (typeof SHAPES)[number], seed: number): Problem {
  const { household, year } = smallHousehold(shape, seed);
  return makeProblem(household, year, toDay(year.start));
}
export const smallCase = (shape: (typeof SHAPES)[number], seed: number): Case =>
  yearCase(`${shape} ${seed}`, smallYear(shape, seed), 60);

/** Small years with another pace from a day to come on. */
export const PACED = 12;
export function pacedYear(seed: number): Problem {
  const { household, year } = pacedHousehold(seed);
  return makeProblem(household, year, toDay(year.start));
}
export const pacedCase = (seed: number): Case => yearCase(`another pace ${seed}`, pacedYear(seed), 60);

/** Sheets of the first course at which each of three children stands, and how that is called. */
export const TERMS = [
  { points: [0, 2, 2], name: 'two of them at the same sheet' },
  { points: [0, 0, 0], name: 'all at the first sheet' },
];

/** Three children on one pattern of five sheets over twelve weeks. */
export function termProblem(points: readonly number[]): Problem {
  const start = toDay('2026-09-07');
  const course = aCourse('sums', {
    lessons: 11,
    perLesson: [
      { kind: 'introduce', count: 1 },
      { kind: 'practise', count: 3 },
      { kind: 'review', count: 1 },
    ],
  });
  const ids = ['A', 'B', 'C'];
  const sheets = flatten(course).map((s) => s.id);
  const household = aHousehold({
    years: [aYear({ end: fromDay(start + 7 * 12 - 3) })],
    children: ids.map((id) => aChild(id)),
    courses: [course],
    enrolments: ids.map((id, i) =>
      anEnrolment(id, 'sums', { childIds: [id], perSitting: 2, fromStepId: sheets[points[i]!]! }),
    ),
  });
  return makeProblem(household, household.years[0]!, start);
}
export const termCase = (at: number): Case => yearCase(`a term ${at}`, termProblem(TERMS[at]!.points), 200);

/** A month of a newcomer's shelf, with so many new lessons allowed a day. */
export function monthProblem(allowed: number): Problem {
  const { household, year, today } = newcomer(0.1);
  const settings = { ...household.settings, wishes: { newLessons: allowed } };
  return makeProblem({ ...household, settings }, year, today);
}
export const monthCase = (allowed: number): Case => yearCase(`a month ${allowed}`, monthProblem(allowed), 600);

export const dayProblem = (seed: number): DayProblem => onGrid(drawnDay(seed, 3, 8, 300));
export const dayCase = (seed: number): Case => ({
  name: `day ${seed}`,
  model: dayProgram(dayProblem(seed)),
  constant: 0,
  options: { time_limit: 60 },
});

/** Builders of all cases, so that a model is written only when it is asked for. */
export const ALL_CASES: (() => Case)[] = [
  ...SHAPES.flatMap((shape) => Array.from({ length: SEEDS }, (_, i) => () => smallCase(shape, i + 1))),
  ...Array.from({ length: PACED }, (_, i) => () => pacedCase(i + 1)),
  ...TERMS.map((_, at) => () => termCase(at)),
  ...[1, 2].map((allowed) => () => monthCase(allowed)),
  ...Array.from({ length: DAYS }, (_, i) => () => dayCase(i + 1)),
];
