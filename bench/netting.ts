// The inventory of a full shelf netted over a year: 300 things, 60,000 needs (bar: ≤ 50 ms in the worker).
import { toDay } from '../core/calendar';
import type { Need } from '../core/household';
import { netThings, shortages } from '../core/materials';
import { makePlan, makeProblem } from '../core/stagger';
import { aChild, aCourse, aHousehold, anEnrolment, aYear } from '../core/tests/make';

const THINGS = 300;
const COURSES = 30;
const LESSONS = 100;
const ROUNDS = 7;

export function measureNetting(): void {
  const kids = ['A', 'B', 'C', 'D', 'E'];
  const courses = Array.from({ length: COURSES }, (_, i) =>
    aCourse(`c${i}`, { lessons: LESSONS, perLesson: [{ kind: 'practise', count: 1 }] }),
  );
  const year = aYear({ start: '2026-09-07', end: '2027-07-30' });
  const household = aHousehold({
    ...{ years: [year], children: kids.map((k) => aChild(k)), courses },
    enrolments: courses.map((c, i) => anEnrolment(`e${i}`, c.id, { childIds: [kids[i % kids.length]!] })),
    materials: Array.from({ length: THINGS }, (_, i) => ({
      ...{ id: `m${i}`, name: `thing ${i}`, place: '', consumable: i % 2 === 0, unit: '', cautions: [] },
    })),
    movements: Array.from({ length: THINGS }, (_, i) => ({
      ...{ id: `v${i}`, materialId: `m${i}`, date: '2026-09-01', seq: i, kind: 'count' as const, quantity: 20 },
    })),
    needs: Array.from({ length: 2 * THINGS }, (_, i): Need => ({
      ...{ id: `n${i}`, materialId: `m${i % THINGS}`, courseId: `c${i % COURSES}`, quantity: 1, per: 'child' },
      rule: { for: 'lessons' },
    })),
  });
  const plan = makePlan(makeProblem(household, year, toDay(year.start)), { sweeps: 1, seed: 1 });
  const took: number[] = [];
  let [needs, short] = [0, 0];
  for (let round = 0; round < ROUNDS; round++) {
    // As after a mark: nothing that was worked out from the plan or the marks is kept.
    const start = performance.now();
    const now = { ...household, marks: [...household.marks] };
    const nets = netThings(now, { ...plan });
    short = shortages(now, plan, nets).length;
    took.push(performance.now() - start);
    needs = nets.reduce((n, t) => n + t.uses.length, 0);
  }
  const median = took.sort((a, b) => a - b)[Math.floor(ROUNDS / 2)]!;
  console.log(`\n${THINGS} things and ${needs} needs netted over a year (bar: ≤ 50 ms)\n`);
  console.log(`${median.toFixed(0)} ms, median of ${ROUNDS}; ${short} things run short`);
}
