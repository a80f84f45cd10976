/** The year's problem as a mixed-integer program, for a general-purpose exact solver: told from the rules, not from the engine. */
import { weekdayOf, weekStart } from '../calendar';
import type { Problem } from '../stagger';

/** A sum of terms, "3 x + 2 y". */
class Sum {
  private readonly terms = new Map<string, number>();
  constant = 0;
  add(coefficient: number, name: string): this {
    this.terms.set(name, (this.terms.get(name) ?? 0) + coefficient);
    return this;
  }
  plus(n: number): this {
    this.constant += n;
    return this;
  }
  get empty(): boolean {
    return [...this.terms.values()].every((c) => c === 0);
  }
  toString(): string {
    const written = [...this.terms].filter(([, c]) => c !== 0);
    return written.map(([name, c]) => `${c < 0 ? '-' : '+'} ${Math.abs(c)} ${name}`).join(' ');
  }
}

/**
 * The problem in its cumulative form, as a model in the LP format: one binary a step and open date, "placed by the end of
 * this date". Written from the rules of a sitting and the table of weights. A step longer than its sitting is not covered.
 */
export function linearProgram(problem: Problem): { model: string; constant: number } {
  const rows: string[] = [];
  const binaries: string[] = [];
  const zeros = new Set<string>();
  const bounded: string[] = [];
  const cost = new Sum();
  const must = (sum: Sum, sense: '<=' | '>=', limit: number) => {
    if (!sum.empty) rows.push(`r${rows.length}: ${sum.toString()} ${sense} ${limit - sum.constant}`);
  };
  const fresh = new Map<string, Sum>();
  const minutes = new Map<string, Sum>();
  const of = (map: Map<string, Sum>, key: string) => map.get(key) ?? map.set(key, new Sum()).get(key)!;
  const y = (t: number, i: number, d: number) => `y${t}_${i}_${d}`;
  /** Adds c times "step i stands on the d-th date" to a sum. */
  const stands = (sum: Sum, c: number, t: number, i: number, d: number) => {
    sum.add(c, y(t, i, d));
    if (d > 0) sum.add(-c, y(t, i, d - 1));
  };

  problem.tracks.forEach((track, t) => {
    const { steps, dates } = track;
    if (track.today.fresh) {
      of(fresh, `${track.teacherId} ${problem.today}`).plus(1);
      for (const c of track.childIds) of(fresh, `${c} ${problem.today}`).plus(1);
    }
    of(minutes, `${track.teacherId} ${problem.today}`).plus(track.today.teacher);
    for (const c of track.childIds) of(minutes, `${c} ${problem.today}`).plus(track.today.child);
    if (dates.length === 0) {
      steps.forEach((_, i) => cost.plus(leaving(t, i)));
      return;
    }
    const weeks = new Map<string, Sum>();
    const later = track.later ?? [];
    dates.forEach((day, d) => {
      // Another pace on its own days: what a week takes under it is counted by itself.
      const begun = later.filter((p) => p.from <= day);
      const holds = begun.at(-1) ?? track;
      const room = new Sum();
      const time = new Sum();
      const week = of2(weeks, `${weekStart(day, track.firstDay)} ${begun.filter((p) => p.anew).length}`);
      const opens = `f${t}_${d}`;
      let anyFresh = false;
      holds.steps.forEach((step, i) => {
        binaries.push(y(t, i, d));
        if (d > 0) must(new Sum().add(1, y(t, i, d)).add(-1, y(t, i, d - 1)), '>=', 0);
        if (i > 0) must(new Sum().add(1, y(t, i - 1, d)).add(-1, y(t, i, d)), '>=', 0);
        if (step.notBefore > day) zeros.add(y(t, i, d));
        if (step.weekday !== 0 && step.weekday !== weekdayOf(day)) must(stand(t, i, d), '<=', 0);
        const nobody = problem.teachers.find((x) => x.id === holds.teacherId)?.hours[day - problem.from] === 0;
        if (nobody && step.teacher > 0 && step.heldOn !== day) must(stand(t, i, d), '<=', 0);
        if (step.behind >= 0) {
          if (d === 0) zeros.add(y(t, i, d));
          else must(new Sum().add(1, y(t, i, d)).add(-1, y(t, step.behind, d - 1)), '<=', 0);
        }
        const stays =
          step.notBefore <= day &&
          [0, weekdayOf(day)].includes(step.weekday) &&
          !(nobody && step.teacher > 0 && step.heldOn !== day) &&
          holds.steps[step.behind]?.printedDay !== step.printedDay;
        // A printed day is one sitting: on a date on which the next of it may stand too, it stands there.
        if (i > 0 && step.printedDay >= 0 && holds.steps[i - 1]!.printedDay === step.printedDay && stays)
          must(stand(t, i - 1, d).add(-1, y(t, i, d)), '<=', 0);
        if (i > 0 && holds.steps[i - 1]!.printedDay !== step.printedDay) {
          if (d === 0) zeros.add(y(t, i, d));
          else if (later.length > 0) must(stand(t, i, d).add(-1, y(t, i - 1, d - 1)), '<=', 0);
          else must(new Sum().add(1, y(t, i, d)).add(-1, y(t, i - 1, d - 1)), '<=', 0);
        }
        stands(room, step.size, t, i, d);
        stands(time, step.minutes, t, i, d);
        stands(week, step.uses, t, i, d);
        const late = day > track.target ? 1_000 : 0;
        const held = problem.held[t]![i]! >= 0 && problem.held[t]![i] !== day ? 1_000_000 : 0;
        stands(cost, track.firm * Math.abs(d + 1 - track.ideal[i]!) + late + held, t, i, d);
        if (step.fresh && !(day === problem.today && track.today.fresh)) {
          anyFresh = true;
          must(stand(t, i, d).add(-1, opens), '<=', 0);
        }
        stands(of(minutes, `${holds.teacherId} ${day}`), step.teacher, t, i, d);
        for (const c of holds.childIds) stands(of(minutes, `${c} ${day}`), step.minutes, t, i, d);
      });
      if (anyFresh) for (const who of [holds.teacherId, ...holds.childIds]) of(fresh, `${who} ${day}`).add(1, opens);
      must(room, '<=', track.room[d]! + 1e-7);
      if (Number.isFinite(holds.minutesPerSitting)) must(time, '<=', holds.minutesPerSitting);
    });
    for (const [week, sum] of weeks) {
      const { weeklyCap } = [track, ...later.filter((p) => p.anew)][Number(week.split(' ')[1])]!;
      if (Number.isFinite(weeklyCap))
        must(sum, '<=', weeklyCap - (week === `${track.thisWeek} 0` ? track.usedThisWeek : 0));
    }
    steps.forEach((_, i) => cost.plus(leaving(t, i)).add(-leaving(t, i), y(t, i, dates.length - 1)));
  });
  function leaving(t: number, i: number): number {
    return problem.held[t]![i]! >= 0 ? 1_020_000 : 20_000;
  }
  function stand(t: number, i: number, d: number): Sum {
    const sum = new Sum();
    stands(sum, 1, t, i, d);
    return sum;
  }
  function of2(map: Map<string, Sum>, key: string): Sum {
    return map.get(key) ?? map.set(key, new Sum()).get(key)!;
  }

  let over = 0;
  /** What lies above costs piece by piece: each piece so wide, the last without end; cheaper pieces fill first by themselves. */
  const above = (load: Sum, allowed: number, pieces: readonly { width: number; weight: number }[]) => {
    if (load.empty) {
      let left = Math.max(0, load.constant - allowed);
      for (const { width, weight } of pieces) {
        cost.plus(weight * Math.min(left, width));
        left = Math.max(0, left - width);
      }
      return;
    }
    for (const { width, weight } of pieces) {
      const name = `o${over++}`;
      cost.add(weight, name);
      load.add(-1, name);
      if (width !== Infinity) bounded.push(` ${name} <= ${width}`);
    }
    must(load, '<=', allowed);
  };
  const LESSONS = Array.from({ length: problem.tracks.length }, (_, k) => ({ width: 1, weight: 100 * (k + 1) }));
  const MINUTES = [
    { width: 30, weight: 2 },
    { width: Infinity, weight: 4 },
  ];
  for (let at = 0; at < problem.length; at++) {
    const day = problem.from + at;
    problem.teachers.forEach((teacher, k) => {
      above(of(fresh, `${teacher.id} ${day}`), problem.allowance[k]![at]!, LESSONS);
      above(of(minutes, `${teacher.id} ${day}`), teacher.hours[at]!, MINUTES);
    });
    for (const child of problem.children) {
      above(of(minutes, `${child.id} ${day}`), child.hours[at]!, MINUTES);
      if (problem.apart) above(of(fresh, `${child.id} ${day}`), 1, [{ width: Infinity, weight: 20 }]);
    }
  }

  for (const { a, b, at: along, bt: behind, days } of problem.links) {
    for (const at of days) {
      const reached = (t: number, positions: readonly number[]) => {
        const d = problem.tracks[t]!.dates.filter((day) => day <= problem.from + at).length - 1;
        const sum = new Sum().plus(positions[0]!);
        if (d >= 0) problem.tracks[t]!.steps.forEach((_, i) => sum.add(positions[i + 1]! - positions[i]!, y(t, i, d)));
        return sum;
      };
      const [one, other] = [reached(a, along), reached(b, behind)];
      const apart = `o${over++}`;
      cost.add(1, apart);
      for (const sign of [1, -1]) {
        const sum = new Sum().plus(sign * (one.constant - other.constant)).add(-1, apart);
        terms(one).forEach(([name, c]) => sum.add(sign * c, name));
        terms(other).forEach(([name, c]) => sum.add(-sign * c, name));
        must(sum, '<=', 0);
      }
    }
  }
  function terms(sum: Sum): [string, number][] {
    return [...sum.toString().matchAll(/([+-]) (\S+) (\S+)/g)].map((m) => [m[3]!, Number(`${m[1]}${m[2]}`)]);
  }

  const bounds = [...bounded, ...[...zeros].map((name) => ` ${name} = 0`)];
  const model = [
    'Minimize',
    ` obj: ${cost.toString()}`,
    'Subject To',
    ...rows.map((r) => ` ${r}`),
    'Bounds',
    ...bounds,
    'Binary',
    ` ${binaries.filter((b) => !zeros.has(b)).join(' ')}`,
    'End',
  ].join('\n');
  return { model, constant: cost.constant };
}
