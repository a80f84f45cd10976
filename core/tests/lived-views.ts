import { comingOf } from '../attendance';
import { type Day, fromDay, weekStart } from '../calendar';
import { childWeek, dayPage } from '../day';
import type { Household, SchoolYear } from '../household';
import { entriesOf } from '../ical';
import { overview } from '../overview';
import { progressOf } from '../pace';
import type { Plan } from '../stagger';
import { teacherPage, weekPage } from '../week';
import type { Book, Said } from './lived-book';

/**
 * The views of one and the same fortnight beside one another: what the day has, the week, the teacher's page, each child's own list, the
 * calendar file and the hours to come. Each is worked out by itself; a household reads them side by side.
 */

/** Days looked at, from today on. */
const DAYS = 14;

export function views(book: Book, state: Household, year: SchoolYear, plan: Plan): Said {
  const said: Said = {};
  const { today } = book;
  const coming = comingOf(state, year, plan);
  const until = Math.min(book.end, today + DAYS - 1);
  const entries = entriesOf(state, year, plan, {
    ...{ from: today, to: until, sittings: true, closed: false, orders: false, childIds: [], stamp: 0 },
  });
  const weeks = new Map<Day, ReturnType<typeof weekPage>>();
  const whole = overview(state, year, plan, today);
  for (const { enrolment, counts } of whole.groups.flatMap((g) => g.rows)) {
    const { done, known, leftOut, open } = progressOf(state, enrolment);
    const { unplaced, waiting } = counts;
    said[`${enrolment.id}: in the year as on the shelf`] = [
      [done, known, leftOut, open],
      [counts.done, counts.known, counts['left out'], counts['to come'] + unplaced + waiting + counts['for later']],
    ];
  }
  let teaching = 0;
  for (const { start, days, teaching: n } of whole.weeks) {
    const open = Array.from({ length: 7 }, (_, i) => start + i).filter((d) => book.isOpen(d)).length;
    said[`${fromDay(start)}: school days of the week, and which it is`] = [
      [open, open > 0 ? ++teaching : undefined],
      [days, n],
    ];
  }
  for (let d = today; d <= until; d++) {
    const date = fromDay(d);
    const start = weekStart(d, state.settings.firstDay);
    let week = weeks.get(start);
    if (!week) weeks.set(start, (week = weekPage(state, year, plan, start)));
    const sat = dayPage(state, plan, d).groups.flatMap((g) => g.sittings);
    const rows = sat.flatMap((s) => s.rows);
    const items = week.rows.flatMap((r) =>
      (r.cells.find((c) => c.day === d)?.items ?? []).filter((i) => !i.slipped).map((i) => ({ ...i, e: r.enrolment })),
    );
    const line = (e: string, step: string, minutes: number, mark?: string) =>
      [e, step, mark ?? 'to do', minutes].join(' ');
    said[`${date}: in the week as on its day`] = [
      rows.map((r) => line(r.enrolment.id, r.step.id, r.minutes, r.mark?.kind)).sort(),
      items.map((i) => line(i.e.id, i.step.id, i.minutes, i.mark)).sort(),
    ];
    const cells = week.rows.flatMap((r) => r.cells.filter((c) => c.day === d));
    said[`${date}: fallen away at one stroke, in the week as on its day`] = [
      sat.flatMap((s) => s.folded.map((x) => x.id)).sort(),
      cells.flatMap((c) => c.folded.map((x) => x.id)).sort(),
    ];
    said[`${date}: on the teacher’s page as in the week`] = [
      items
        .filter((i) => i.mark !== 'known' && i.mark !== 'left out')
        .map((i) => line(i.e.id, i.step.id, i.minutes, i.mark))
        .sort(),
      teacherPage(state, week, 'T')
        .filter((p) => p.day === d)
        .flatMap((p) => p.lines.map((l) => line(l.enrolment.id, l.step.id, l.minutes, l.mark)))
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
    for (const child of state.children) {
      const own = childWeek(state, year, plan, child, d).find((x) => x.day === d);
      // What is done every day is school beside other work alone.
      const works = own?.items.some((x) => x.kind !== 'ritual') ?? false;
      said[`${child.id}, ${date}: hours to come as on its own list`] = [
        works ? own!.minutes : 0,
        coming.planned(child.id, d),
      ];
    }
  }
  return said;
}
