import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { drawnDay } from '../tests/days';
import { type Activity, costOfDay, type DayProblem, finishBound, solveDay, type Starts, Timetable } from './index';

const drawn = (maxChildren: number, maxTasks: number) =>
  fc
    .record({
      seed: fc.nat(100_000),
      children: fc.integer({ min: 1, max: maxChildren }),
      tasks: fc.integer({ min: 1, max: maxTasks }),
      length: fc.constantFrom(120, 300, 600),
    })
    .map(({ seed, children, tasks, length }) => drawnDay(seed, children, tasks, length));

/** The rules of a day, told again minute by minute from where everything stands. */
function broken(problem: DayProblem, starts: Starts): string[] {
  const faults: string[] = [];
  const at = (m: number) =>
    problem.activities.filter((a, i) => starts[i]! >= 0 && starts[i]! <= m && m < starts[i]! + a.minutes);
  const startOf = new Map(problem.activities.map((a, i) => [a.id, starts[i]!]));
  for (let m = problem.from; m < problem.to; m++) {
    const now = at(m);
    const isAway = (id: string) => (problem.away.get(id) ?? []).some((s) => s.from <= m && m < s.to);
    const children = now.flatMap((a) => a.childIds);
    const resting = problem.activities.flatMap((a, i) => {
      const end = starts[i]! + a.minutes;
      return starts[i]! >= 0 && end <= m && m < end + (a.rest ?? 0) ? a.childIds : [];
    });
    if (resting.some((id) => children.includes(id))) faults.push(`no rest at ${m}`);
    if (new Set(children).size !== children.length) faults.push(`a child in two places at ${m}`);
    if (children.some(isAway)) faults.push(`a child who is away at ${m}`);
    const taught = now.filter((a) => m < startOf.get(a.id)! + a.taught);
    if (new Set(taught.map((a) => a.teacherId)).size !== taught.length) faults.push(`a teacher with two at ${m}`);
    if (taught.some((a) => isAway(a.teacherId))) faults.push(`a teacher who is away at ${m}`);
    const heard = (a: Activity) => {
      const start = startOf.get(a.id)!;
      return (a.earshot ?? []).some((s) => s.from <= start && start + a.minutes <= s.to);
    };
    const near = now.filter((a) => a.near && !heard(a));
    if (near.length > 0 && problem.teachers.every(isAway)) faults.push(`nobody near at ${m}`);
    if (near.length > 1 && near.reduce((n, a) => n + a.childIds.length, 0) > problem.nearAtOnce)
      faults.push(`too many near at ${m}`);
    for (const thing of new Set(now.flatMap((a) => a.things)))
      if (now.filter((a) => a.things.includes(thing)).length > (problem.things.get(thing) ?? 1))
        faults.push(`${thing} used twice at ${m}`);
  }
  problem.activities.forEach((a, i) => {
    const start = starts[i]!;
    if (start < 0) return;
    if (start < problem.from || start + a.minutes > problem.to) faults.push(`${a.id} outside the day`);
    if (a.within && !a.within.some((s) => s.from <= start && start + a.minutes <= s.to)) faults.push(`${a.id} outside`);
    problem.activities.forEach((b, j) => {
      if (a.after?.includes(b.id) && (starts[j]! < 0 || starts[j]! + b.minutes > start))
        faults.push(`${a.id} before what it follows`);
    });
  });
  return faults;
}

describe('a day laid out, whatever it holds', () => {
  it('has no child in two places, no teacher with two tasks, no thing used twice; windows, pieces and breaks are kept', () => {
    fc.assert(
      fc.property(drawn(5, 24), (problem) => {
        const solved = solveDay(problem);
        expect(broken(problem, solved.starts)).toEqual([]);
        expect(solved.cost).toEqual(costOfDay(problem, solved.starts));
        // Minutes are conserved: what stands and what finds no room is all there was.
        const all = problem.activities.reduce((n, a) => n + a.minutes * a.childIds.length, 0);
        const placed = problem.activities.reduce(
          (n, a, i) => n + (solved.starts[i]! < 0 ? 0 : a.minutes * a.childIds.length),
          0,
        );
        expect(placed + solved.cost.unfit).toBe(all);
      }),
      { numRuns: 60 },
    );
  });

  it('never ends before its bound, and is laid out the same every time', () => {
    fc.assert(
      fc.property(drawn(5, 20), (problem) => {
        const solved = solveDay(problem);
        if (solved.cost.unfit === 0) expect(solved.cost.finish).toBeGreaterThanOrEqual(finishBound(problem));
        expect(solveDay(problem)).toEqual(solved);
      }),
      { numRuns: 40 },
    );
  });
});

describe('against brute force on tiny days', () => {
  /** Every start of every activity on a grid of five minutes is tried; what breaks a rule is left out. */
  function bestFinish(problem: DayProblem): number {
    const starts = new Int32Array(problem.activities.length).fill(-1);
    let best = Infinity;
    const walk = (i: number, finish: number) => {
      if (finish >= best) return;
      if (i === problem.activities.length) {
        best = finish;
        return;
      }
      for (let m = problem.from; m + problem.activities[i]!.minutes <= problem.to; m += 5) {
        starts[i] = m;
        if (broken({ ...problem, activities: problem.activities.slice(0, i + 1) }, starts.slice(0, i + 1)).length === 0)
          walk(i + 1, Math.max(finish, m + problem.activities[i]!.minutes));
      }
      starts[i] = -1;
    };
    walk(0, problem.from);
    return best;
  }

  it('ends as early as any day could', () => {
    let tried = 0;
    for (let seed = 1; tried < 12; seed++) {
      const problem = drawnDay(seed, 2, 3, 90);
      // All starts of more activities are more than can be tried.
      if (problem.activities.length > 4) continue;
      tried++;
      problem.activities.forEach((a) => (a.minutes = Math.ceil(a.minutes / 5) * 5));
      problem.activities.forEach((a) => (a.taught = Math.min(a.taught, a.minutes)));
      const best = bestFinish(problem);
      const solved = solveDay(problem);
      expect(solved.cost.unfit === 0 ? solved.cost.finish : Infinity, `seed ${seed}`).toBe(best);
    }
  }, 60_000);
});

describe('laying out in an order', () => {
  const task = (id: string, childIds: string[], minutes: number, change = {}) => ({
    id,
    childIds,
    minutes,
    teacherId: 'T',
    taught: minutes,
    near: false,
    things: [],
    ...change,
  });
  const day = (activities: DayProblem['activities']): DayProblem => ({
    from: 480,
    to: 600,
    activities,
    away: new Map(),
    teachers: ['T'],
    things: new Map(),
    nearAtOnce: 4,
  });

  it('puts each at its earliest minute; a fixed time is kept or not at all', () => {
    const problem = day([task('a', ['A'], 20), task('b', ['B'], 15, { at: 500 }), task('c', ['C'], 30)]);
    expect([...new Timetable(problem).layOut([0, 1, 2])]).toEqual([480, 500, 515]);
    expect([...new Timetable(problem).layOut([2, 0, 1])]).toEqual([510, -1, 480]);
  });

  it('more children than may work near at once have room for what they do together, and nobody else is near then', () => {
    const all = task('play', ['A', 'B', 'C', 'D', 'E', 'F'], 40, { taught: 0, near: true });
    const own = task('sheet', ['G'], 20, { taught: 0, near: true });
    const problem = day([all, own, task('alone', ['H'], 20, { taught: 0 })]);
    expect([...new Timetable(problem).layOut([0, 1, 2])]).toEqual([480, 520, 480]);
  });

  it('a teacher who starts two of them goes from one to the other', () => {
    const problem = day([task('a', ['A'], 30, { taught: 5 }), task('b', ['B'], 30, { taught: 5 })]);
    expect([...new Timetable(problem).layOut([0, 1])]).toEqual([480, 485]);
  });
});
