/** The rules told a second time, by other means than the program's: what its answers are held against. */
import { type Day, weekdayOf, weekStart } from '../calendar';
import type { Phase, Track } from '../pace';
import type { Plan, Problem } from '../stagger';

/** What holds on a day: of what is to come the last that has begun, else the first. */
const holdsOn = (track: Track, day: Day): Phase =>
  [...(track.later ?? [])].reverse().find((p) => p.from <= day) ?? track;

/**
 * Days in hand by counting: lose 0, 1, 2 … sittings one after another and try every way of filling the rest,
 * with the rules of a sitting told again from the track alone; none once the year is over.
 */
export function countAgain(track: Track, yearEnd: Day, today: Day): number | undefined {
  const { own, begun, end, extra, losable } = counting(track, yearEnd);
  if (own.count === 0 || track.noTarget || today > yearEnd) return undefined;
  if (end(0) === Infinity) return undefined;
  if (end(0) > own.target) return -extra();
  // Where who takes a turn hangs on its day, the turns are others once some are lost.
  const without = (k: number) => (track.relaid ? counting(track.relaid.without(k), yearEnd).end(0) : end(k));
  let k = 0;
  const slots = track.relaid?.slots ?? track.dates.slice(begun).filter(losable);
  const most = slots.filter((d) => d <= own.target).length;
  while (k < most && without(k + 1) <= own.target) k++;
  return k;
}

function counting(track: Track, yearEnd: Day) {
  const own = track.own ?? { count: track.steps.length, last: track.steps.length - 1, target: track.target };
  const holds = (day: Day): Phase => holdsOn(track, day);
  const first = Math.max(yearEnd, track.dates.at(-1) ?? yearEnd);
  const setUp = (track.behind?.dates ?? []).filter((d) => d > first);
  const beyond = setUp.map((d): [Day, number] => [d, holds(d).perSitting]);
  // Where nothing is taken on any weekday in the end, what does not fit in the year never does.
  const goesOn = holds(Math.max(yearEnd, track.later?.at(-1)?.from ?? yearEnd)).weekdays.length > 0;
  if (!goesOn) beyond.length = 0;
  for (let d = Math.max(first, track.behind?.until ?? first) + 1; goesOn && beyond.length < 400; d++) {
    const { weekdays, perSitting } = holds(d);
    if (weekdays.includes(weekdayOf(d))) beyond.push([d, perSitting]);
  }
  const all: [Day, number][] = [...track.dates.map((d, i): [Day, number] => [d, track.room[i]!]), ...beyond];
  const begun = track.begunToday && all.length > beyond.length ? 1 : 0;
  /** A date on which nobody teaches what comes next, or on which it waits, is no sitting that could be lost. */
  const losable = (day: Day) => {
    const [s] = holds(day).steps;
    if (!s) return true;
    if (s.notBefore > day || s.absent?.has(day) || (s.weekday !== 0 && s.weekday !== weekdayOf(day))) return false;
    return s.teacher === 0 || s.heldOn === day || !(s.untaught ?? track.untaught).has(day);
  };
  const fits = (i: number, j: number, day: Day, room: number, used: number) => {
    const { minutesPerSitting, weeklyCap, steps } = holds(day);
    const run = steps.slice(i, j);
    if (run.reduce((n, s) => n + s.size, 0) > room + 1e-6 || run.some((s) => s.notBefore > day)) return false;
    if (run.some((s) => s.absent?.has(day))) return false;
    if (run.some((s) => s.teacher > 0 && s.heldOn !== day && (s.untaught ?? track.untaught).has(day))) return false;
    if (run.some((s) => s.weekday !== 0 && s.weekday !== weekdayOf(day))) return false;
    if (new Set(run.map((s) => s.printedDay)).size > 1) return false;
    // What was sat for today has spent its part of the minutes; what was put there by hand stands there all the same.
    const spent = begun === 1 && day === all[0]![0] ? track.spentToday : 0;
    const isHeld = run.length === 1 && run[0]!.heldOn === day;
    if ((run.length > 1 || (spent > 0 && !isHeld)) && run.reduce((n, s) => n + s.minutes, spent) > minutesPerSitting)
      return false;
    if (used + run.reduce((n, s) => n + s.uses, 0) > weeklyCap) return false;
    return !run.some((s) => s.behind >= i);
  };
  const uses = (i: number, j: number, day: Day) =>
    holds(day)
      .steps.slice(i, j)
      .reduce((n, s) => n + s.uses, 0);
  // What a week has used is counted anew in the next, and from the day on which another pace holds.
  const span = (day: Day) =>
    `${weekStart(day, track.firstDay)} ${(track.later ?? []).filter((p) => p.anew && p.from <= day).length}`;
  /** The first date by which some filling of the dates left by k lost sittings is complete: every filling is tried. */
  const end = (k: number): Day => {
    let states = new Set([`0 ${track.usedThisWeek}`]);
    let week = `${track.thisWeek} 0`;
    const lost = new Set(
      all
        .slice(begun)
        .filter(([d]) => losable(d))
        .slice(0, k),
    );
    for (const [day, room] of all.filter((x) => !lost.has(x))) {
      const next = new Set<string>();
      const now = span(day);
      for (const key of states) {
        const [i, was] = key.split(' ').map(Number) as [number, number];
        const used = now === week ? was : 0;
        for (let j = i; j <= track.steps.length && (j === i || fits(i, j, day, room, used)); j++) {
          next.add(`${j} ${used + uses(i, j, day)}`);
        }
      }
      states = next;
      week = now;
      if ([...states].some((key) => Number(key.split(' ')[0]) > own.last)) return day;
    }
    if (goesOn) throw new Error('no end');
    return Infinity;
  };
  /** Sittings after the target when each takes the most it can. */
  const extra = () => {
    let [i, used, week, count] = [0, track.usedThisWeek, `${track.thisWeek} 0`, 0];
    for (const [day, room] of all) {
      const now = span(day);
      if (now !== week) used = 0;
      week = now;
      let j = i;
      while (j < track.steps.length && fits(i, j + 1, day, room, used)) j++;
      used += uses(i, j, day);
      if (j > i && i <= own.last && day > own.target) count++;
      i = j;
    }
    return count;
  };
  return { own, begun, end, extra, losable };
}

/** Cost of a plan, told again from the state alone: shares no code with the engine. */
export function costAgain(problem: Problem, plan: Plan): number {
  let cost = 0;
  const fresh = new Map<string, number>();
  const minutes = new Map<string, number>();
  const own = new Map<string, number>();
  const add = (map: Map<string, number>, key: string, n: number) => map.set(key, (map.get(key) ?? 0) + n);
  problem.tracks.forEach((track) => {
    const days = daysOf(track, plan);
    const opened = new Set<number>();
    const now = problem.today;
    if (track.today.fresh) {
      opened.add(now);
      add(fresh, `${track.teacherId} ${now}`, 1);
      for (const c of track.childIds) add(own, `${c} ${now}`, 1);
    }
    add(minutes, `${track.teacherId} ${now}`, track.today.teacher);
    for (const c of track.childIds) add(minutes, `${c} ${now}`, track.today.child);
    days.forEach((day, i) => {
      if (day === -1) {
        cost += 20_000;
        return;
      }
      const { steps, teacherId, childIds } = holdsOn(track, day);
      const step = steps[i]!;
      cost += track.firm * Math.abs(track.dates.filter((d) => d <= day).length - track.ideal[i]!);
      if (day > track.target) cost += 1_000;
      if (step.fresh && !opened.has(day)) {
        opened.add(day);
        add(fresh, `${teacherId} ${day}`, 1);
        for (const c of childIds) add(own, `${c} ${day}`, 1);
      }
      add(minutes, `${teacherId} ${day}`, step.teacher);
      for (const c of childIds) add(minutes, `${c} ${day}`, step.minutes);
    });
  });
  problem.teachers.forEach((teacher, t) => {
    for (let at = 0; at < problem.length; at++) {
      const key = `${teacher.id} ${problem.from + at}`;
      // One after another: the first above costs 100, the second 200, and so on.
      for (let n = problem.allowance[t]![at]! + 1, k = 1; n <= (fresh.get(key) ?? 0); n++, k++) cost += 100 * k;
      for (let m = teacher.hours[at]! + 1; m <= (minutes.get(key) ?? 0); m++)
        cost += m > teacher.hours[at]! + 30 ? 4 : 2;
    }
  });
  for (const child of problem.children) {
    for (let at = 0; at < problem.length; at++) {
      const key = `${child.id} ${problem.from + at}`;
      for (let m = child.hours[at]! + 1; m <= (minutes.get(key) ?? 0); m++) cost += m > child.hours[at]! + 30 ? 4 : 2;
      if (problem.apart) cost += 20 * Math.max(0, (own.get(key) ?? 0) - 1);
    }
  }
  for (const { a, b, at, bt, days } of problem.links) {
    for (const day of days) {
      const done = (t: number) =>
        daysOf(problem.tracks[t]!, plan).filter((d) => d >= 0 && d <= problem.from + day).length;
      cost += Math.abs(at[done(a)]! - bt[done(b)]!);
    }
  }
  return cost;
}

/** The day of each step of a placed track; in a queue, gathered from its members. */
export function daysOf(track: Track, plan: Plan): number[] {
  const of = new Map(
    track.members.flatMap((id) => {
      const member = plan.tracks.find((p) => p.enrolmentId === id)!;
      return member.stepIds.map((step, i) => [`${id} ${step}`, member.days[i]!] as const);
    }),
  );
  return track.steps.map((s) => of.get(`${s.enrolmentId ?? track.enrolmentId} ${s.id}`)!);
}

/** Of every gate between two tracks, whether what waits stands so many days behind what it waits for; without a date it waits. */
export function gatesKept(problem: Problem, plan: Plan): boolean[] {
  const days = problem.tracks.map((track) => daysOf(track, plan));
  return problem.gates.map((g) => {
    const [mine, met] = [days[g.track]![g.at]!, days[g.behind]![g.step]!];
    return mine < 0 || (met >= 0 && mine - met >= g.gap);
  });
}
