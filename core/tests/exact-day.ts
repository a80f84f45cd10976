/** A day as a mixed-integer program for a general-purpose exact solver: told from the rules of a day, not from its planner. */
import type { DayProblem } from '../day';

/** Minutes between two starts that are tried. Where all minutes are whole numbers of it, some best day is among them. */
export const GRID = 5;

/**
 * The earliest finish of a day on which everything finds room, as a model in the LP format: one binary for each activity and
 * start. In units of the grid, counted from the start of the day.
 */
export function dayProgram(problem: DayProblem): string {
  const { activities, from, to, away, teachers, things, nearAtOnce } = problem;
  const slots = Math.floor((to - from) / GRID);
  const isAway = (id: string, slot: number) =>
    (away.get(id) ?? []).some((s) => s.from < from + (slot + 1) * GRID && s.to > from + slot * GRID);
  const range = (start: number, minutes: number) => Array.from({ length: minutes / GRID }, (_, k) => start + k);
  const rows: string[] = [];
  const names: string[] = [];
  const use = new Map<string, string[]>();
  const need = (what: string, slot: number, name: string, times = 1) => {
    const key = `${what} @${slot}`;
    use.set(key, [...(use.get(key) ?? []), `${times} ${name}`]);
  };
  const starts = activities.map((a, i) => {
    const own: [string, number][] = [];
    for (let s = 0; s + a.minutes / GRID <= slots; s++) {
      const work = range(s, a.minutes);
      const [begins, ends] = [from + s * GRID, from + s * GRID + a.minutes];
      const open =
        work.every((k) => !a.childIds.some((id) => isAway(id, k))) &&
        range(s, a.taught).every((k) => !isAway(a.teacherId, k)) &&
        (!a.near || work.every((k) => teachers.some((t) => !isAway(t, k)))) &&
        (!a.within || a.within.some((w) => w.from <= begins && ends <= w.to)) &&
        (a.at === undefined || a.at === begins);
      if (!open) continue;
      const name = `x${i}_${s}`;
      own.push([name, s]);
      names.push(name);
      for (const k of work) {
        for (const id of a.childIds) need(`child ${id}`, k, name);
        for (const id of a.things) need(`thing ${id}`, k, name);
        if (a.near) need('near', k, name, Math.min(a.childIds.length, nearAtOnce));
      }
      // A rest may run into an absence, never into other work.
      for (const k of range(s + work.length, a.rest ?? 0)) for (const id of a.childIds) need(`child ${id}`, k, name);
      for (const k of range(s, a.taught)) need(`teacher ${a.teacherId}`, k, name);
      rows.push(`f - ${s + work.length} ${name} >= 0`);
    }
    rows.push(own.length > 0 ? `${own.map(([n]) => n).join(' + ')} = 1` : 'f = -1');
    return own;
  });
  activities.forEach((a, i) => {
    for (const id of a.after ?? []) {
      const j = activities.findIndex((b) => b.id === id);
      const later = starts[i]!.map(([n, s]) => `+ ${s} ${n}`).join(' ');
      const sooner = starts[j]!.map(([n, s]) => `- ${s + activities[j]!.minutes / GRID} ${n}`).join(' ');
      rows.push(`${later} ${sooner} >= 0`);
    }
  });
  for (const [key, terms] of use) {
    const what = key.slice(0, key.lastIndexOf(' @'));
    const limit = what === 'near' ? nearAtOnce : what.startsWith('thing ') ? (things.get(what.slice(6)) ?? 1) : 1;
    rows.push(`${terms.join(' + ')} <= ${limit}`);
  }
  return [
    'Minimize',
    ' obj: f',
    'Subject To',
    ...rows.map((r, i) => ` r${i}: ${r}`),
    'Binary',
    ` ${names.join(' ')}`,
    'End',
  ].join('\n');
}

/** A drawn day with all its minutes brought to the grid. */
export function onGrid(problem: DayProblem): DayProblem {
  const up = (minutes: number) => Math.ceil(minutes / GRID) * GRID;
  const activities = problem.activities.map((a) => ({
    ...a,
    minutes: up(a.minutes),
    taught: Math.min(up(a.taught), up(a.minutes)),
  }));
  return { ...problem, activities };
}
