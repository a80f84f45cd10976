import { comingOf } from '../attendance';
import { childOut, type Day, fromDay, weekStart } from '../calendar';
import { teacherMinutes } from '../course';
import { childWeek, dayPage, tasksOn } from '../day';
import type { Household, SchoolYear } from '../household';
import { entriesOf } from '../ical';
import { overview } from '../overview';
import { progressOf } from '../pace';
import type { Plan } from '../stagger';
import { teacherPage } from '../sitdown';
import { weekPage } from '../week';

/** What two views say of the same thing, by what it is of. */
export type Pairs = Record<string, [one: unknown, other: unknown]>;

/**
 * The views of the same days beside one another: what the day has, the week, the teachers’ pages, each child’s own list, the calendar
 * file, the hours to come and the year. Each is worked out by itself; a household reads them side by side.
 * @param until the last day looked at, from the plan’s own on
 */
export function sideBySide(state: Household, year: SchoolYear, plan: Plan, until: Day): Pairs {
  const said: Pairs = {};
  const { today } = plan;
  const coming = comingOf(state, year, plan);
  const entries = entriesOf(state, year, plan, {
    ...{ from: today, to: until, sittings: true, closed: false, orders: false, childIds: [], stamp: 0 },
  });
  const weeks = new Map<Day, ReturnType<typeof weekPage>>();
  let own: ReturnType<typeof childWeek>[] = [];
  for (const { enrolment, counts } of overview(state, year, plan, today).groups.flatMap((g) => g.rows)) {
    const { done, known, leftOut, open } = progressOf(state, enrolment);
    const { unplaced, waiting } = counts;
    said[`${enrolment.id}: in the year as on the shelf`] = [
      [done, known, leftOut, open],
      [counts.done, counts.known, counts['left out'], counts['to come'] + unplaced + waiting + counts['for later']],
    ];
  }
  for (let d = today; d <= until; d++) {
    const date = fromDay(d);
    const start = weekStart(d, state.settings.firstDay);
    let week = weeks.get(start);
    if (!week) {
      weeks.set(start, (week = weekPage(state, year, plan, start)));
      own = state.children.map((child) => childWeek(state, year, plan, child, start));
    }
    const page = dayPage(state, plan, d);
    const sat = page.groups.flatMap((g) => g.sittings);
    const rows = sat.flatMap((s) => s.rows);
    const cells = week.rows.flatMap((r) => r.cells.filter((c) => c.day === d).map((c) => ({ ...c, e: r.enrolment })));
    const items = cells.flatMap((c) => c.items.filter((i) => !i.slipped).map((i) => ({ ...i, e: c.e })));
    const line = (e: string, step: string, minutes: number, mark?: string) =>
      [e, step, mark ?? 'to do', minutes].join(' ');
    said[`${date}: in the week as on its day`] = [
      rows.map((r) => line(r.enrolment.id, r.step.id, r.minutes, r.mark?.kind)).sort(),
      items.map((i) => line(i.e.id, i.step.id, i.minutes, i.mark)).sort(),
    ];
    said[`${date}: new lessons in the week as on its day`] = [
      rows.flatMap((r) => (r.fresh ? r.key : [])).sort(),
      items.flatMap((i) => (i.fresh ? `${i.e.id} ${i.step.id}` : [])).sort(),
    ];
    said[`${date}: fallen away at one stroke, in the week as on its day`] = [
      sat.flatMap((s) => s.folded.map((x) => x.id)).sort(),
      cells.flatMap((c) => c.folded.map((x) => x.id)).sort(),
    ];
    said[`${date}: on the teachers’ pages as in the week`] = [
      items
        .filter((i) => i.mark !== 'known' && i.mark !== 'left out')
        .map((i) => line(i.e.id, i.step.id, i.minutes, i.mark))
        .sort(),
      state.teachers
        .flatMap((t) => teacherPage(state, year, week, t.id))
        .filter((p) => p.day === d)
        .flatMap((p) => p.lines.map((l) => line(l.enrolment.id, l.step.id, l.minutes, l.mark)))
        .sort(),
    ];
    const takesTime = sat.flatMap((s) => s.rows.filter((r) => r.sits).map((r) => ({ ...r, who: s.children })));
    said[`${date}: minutes of each teacher on the day as in the week`] = [
      state.teachers.map((t) => {
        const own = takesTime.filter((x) => x.enrolment.teacherId === t.id);
        return own.reduce((n, x) => n + teacherMinutes(x.minutes, x.step.presence, state.settings.startMinutes), 0);
      }),
      state.teachers.map(
        (t) => week.days.find((x) => x.day === d)?.teachers.find((x) => x.teacher.id === t.id)?.minutes ?? 0,
      ),
    ];
    const there = (r: (typeof takesTime)[number]) =>
      r.who.some((c) => !childOut(state, c.id, d) && !r.missed.some((m) => m.id === c.id));
    said[`${date}: drawn as on its day`] = [
      takesTime
        .filter((r) => r.minutes > 0 && there(r))
        .map((r) => line(r.enrolment.id, r.step.id, r.minutes))
        .sort(),
      tasksOn(state, year, page)
        .flatMap((t) => (t.row ? line(t.row.enrolment.id, t.row.step.id, t.minutes) : []))
        .sort(),
    ];
    if (d === today) continue;
    const sittings = new Map<string, number>();
    for (const r of rows) sittings.set(r.enrolment.id, (sittings.get(r.enrolment.id) ?? 0) + r.minutes);
    said[`${date}: in the calendar as on its day`] = [
      [...sittings].map(([id, minutes]) => `${id} ${minutes} minutes`).sort(),
      entries
        .filter((e) => e.from === d && e.uid.startsWith('sitting'))
        .map((e) => `${decodeURIComponent(e.uid.split('.')[1]!)} ${e.text}`)
        .sort(),
    ];
    for (const [i, child] of state.children.entries()) {
      const list = own[i]!.find((x) => x.day === d);
      // What is done every day is school beside other work alone.
      const works = list?.items.some((x) => x.kind !== 'ritual') ?? false;
      said[`${child.id}, ${date}: hours to come as on its own list`] = [
        works ? list!.minutes : 0,
        coming.planned(child.id, d),
      ];
    }
  }
  return said;
}
