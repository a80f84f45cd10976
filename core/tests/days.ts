/** Drawn days for the day's planner, by seed. */
import type { Activity, DayProblem } from '../day';
import { seeded } from '../stagger';

/** So many children and tasks; young children's longer tasks come in pieces, some need the one computer or a window. */
export function drawnDay(seed: number, children: number, tasks: number, length = 480): DayProblem {
  const random = seeded(seed);
  const draw = (from: number, to: number) => from + Math.floor(random() * (to - from + 1));
  const from = 8 * 60;
  const ids = Array.from({ length: children }, (_, i) => `child ${i}`);
  const teachers = children > 3 ? ['T', 'U'] : ['T'];
  const activities: Activity[] = [];
  for (let n = 0; n < tasks; n++) {
    const family = random() < 0.12;
    const child = draw(0, children - 1);
    const presence = ['with', 'start', 'near', 'alone'][draw(0, 3)]!;
    const minutes = draw(2, 8) * 5;
    const base: Activity = {
      id: `${n}`,
      childIds: family ? ids.slice(0, draw(2, children)) : [ids[child]!],
      minutes,
      teacherId: teachers[n % teachers.length]!,
      taught: family || presence === 'with' ? minutes : presence === 'start' ? 5 : 0,
      near: !family && presence === 'near',
      things: random() < 0.1 ? ['computer'] : [],
    };
    const pieces = !family && child === 0 ? Math.ceil(minutes / 15) : 1;
    for (let k = 0; k < pieces; k++)
      activities.push({
        ...base,
        id: pieces === 1 ? base.id : `${n} ${k}`,
        minutes: Math.round((minutes * (k + 1)) / pieces) - Math.round((minutes * k) / pieces),
        taught: Math.min(base.taught, Math.round((minutes * (k + 1)) / pieces) - Math.round((minutes * k) / pieces)),
        ...(k > 0 ? { after: [`${n} ${k - 1}`] } : {}),
        ...(k < pieces - 1 ? { rest: 5 } : {}),
      });
  }
  const nap = { from: from + 240, to: from + 300 };
  return {
    from,
    to: from + length,
    activities,
    away: new Map([
      [ids[0]!, [nap]],
      [teachers[0]!, [{ from: from + 120, to: from + 150 }]],
    ]),
    teachers,
    things: new Map(),
    nearAtOnce: 2,
  };
}
