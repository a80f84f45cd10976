import type { Day } from '../calendar';
import { chanceWords } from '../forecast';
import { byId, type Household, type Id } from '../household';
import { money } from '../materials';
import { count, hoursAndMinutes, inHand, listing, shortDate, takingName } from '../words';
import type { CourseFigures, Figures } from './figures';

/** A household beside others: as it is, or a trial of it. */
export interface Column {
  state: Household;
  figures: Figures;
}
export interface CompareRow {
  group: 'children' | 'teachers' | 'orders' | 'courses';
  name: string;
  /** One for each column; "–" where it is not there. */
  cells: string[];
  /** Which cells say something else than the first, which is as it is now. */
  differs: boolean[];
}

const NONE = '–';

/** Everything that is compared, row by row, the first column being the household as it is; rows in which nothing differs too. */
export function comparison(columns: readonly Column[], today: Day): CompareRow[] {
  const style = columns[0]!.state.settings.dateStyle;
  const date = (d: Day) => shortDate(style, d, today);
  const row = (group: CompareRow['group'], name: string, cell: (c: Column) => string | undefined): CompareRow => {
    const cells = columns.map((c) => cell(c) ?? NONE);
    return { group, name, cells, differs: cells.map((c) => c !== cells[0]) };
  };
  // As it is in the first column that has it.
  const every = <T extends { id: Id }>(of: (c: Column) => readonly T[]): T[] => {
    const all = new Map<Id, T>();
    for (const x of columns.flatMap(of)) if (!all.has(x.id)) all.set(x.id, x);
    return [...all.values()];
  };
  const courseWords = (c: CourseFigures | undefined): string | undefined => {
    if (!c) return undefined;
    const f = c.forecast;
    const parts = [
      f && `most likely ${date(f.last.middle)}`,
      f?.chance !== undefined && `${chanceWords(f.chance)} in time`,
      c.daysInHand !== undefined && inHand(c.daysInHand),
    ];
    return parts.filter(Boolean).join('; ') || undefined;
  };
  const enrolments = every((c) =>
    c.state.enrolments.filter((e) => c.figures.courses.some((f) => f.enrolmentId === e.id)),
  );
  return [
    ...every((c) => c.state.children).map((child) =>
      row('children', child.name, ({ figures }) => {
        const own = figures.children.find((f) => f.id === child.id);
        const year = own?.year;
        return (
          own &&
          [
            year && `year done most likely ${date(year.last.middle)}`,
            year && `all in time: ${chanceWords(year.chance)}`,
            `${hoursAndMinutes(own.minutesAWeek)} a week`,
          ]
            .filter(Boolean)
            .join('; ')
        );
      }),
    ),
    ...every((c) => c.state.teachers).map((t) =>
      row('teachers', t.name, ({ figures }) => {
        const own = figures.teachers.find((f) => f.id === t.id);
        return own && `${hoursAndMinutes(own.minutesAWeek)} a week; ${count(own.clashes, 'clashing new lesson')}`;
      }),
    ),
    row('orders', 'To be ordered until the year’s end', ({ figures: { orders } }) =>
      orders.things === 0
        ? 'nothing'
        : `${count(orders.things, 'thing')}, ${money(orders.money)}; the first by ${date(orders.first!)}`,
    ),
    ...enrolments.map((e) => {
      const state = columns.find((c) => byId(c.state.enrolments, e.id))!.state;
      return row('courses', takingName(state, e.id), ({ figures }) =>
        courseWords(figures.courses.find((f) => f.enrolmentId === e.id)),
      );
    }),
  ];
}

/** So many days of more or less are worth a word: a forecast is not surer than that. */
const WORTH_SAYING = 3;
/** Of a long list the first few are named. */
const SAID_FIRST = 3;

/** What a trial comes to beside the household as it is, in sentences; the worst first. */
export function trialWords(now: Column, then: Column): string[] {
  const words: string[] = [];
  const lost = then.figures.unplaced - now.figures.unplaced;
  words.push(
    lost > 0
      ? `It does not fit: ${count(lost, 'step finds', 'steps find')} no day in the school year.`
      : lost < 0
        ? `${count(-lost, 'step more finds', 'steps more find')} a day in the school year.`
        : 'It fits: no step loses its day in the school year.',
  );
  for (const t of then.figures.teachers) {
    const was = now.figures.teachers.find((x) => x.id === t.id);
    const name = byId(then.state.teachers, t.id)?.name ?? '';
    const minutes = t.minutesAWeek - (was?.minutesAWeek ?? 0);
    if (minutes !== 0)
      words.push(`It takes ${hoursAndMinutes(Math.abs(minutes))} ${minutes > 0 ? 'more' : 'less'} of ${name} a week.`);
    const clashes = t.clashes - (was?.clashes ?? 0);
    if (clashes !== 0)
      words.push(
        `${Math.abs(clashes)} ${clashes > 0 ? 'more' : 'fewer'} of ${name}’s new lessons ${Math.abs(clashes) === 1 ? 'clashes' : 'clash'}.`,
      );
  }
  const moved = then.figures.courses.flatMap((c) => {
    const was = now.figures.courses.find((x) => x.enrolmentId === c.enrolmentId)?.forecast;
    const days = was && c.forecast ? c.forecast.last.middle - was.last.middle : 0;
    return Math.abs(days) >= WORTH_SAYING ? [{ days, title: takingName(then.state, c.enrolmentId) }] : [];
  });
  const said = (list: { days: number; title: string }[]) =>
    listing([
      ...list.slice(0, SAID_FIRST).map((m) => `${m.title} by ${count(Math.abs(m.days), 'day')}`),
      ...(list.length > SAID_FIRST ? [`${count(list.length - SAID_FIRST, 'course')} more`] : []),
    ]);
  const later = moved.filter((m) => m.days > 0).sort((a, b) => b.days - a.days);
  const sooner = moved.filter((m) => m.days < 0).sort((a, b) => a.days - b.days);
  if (later.length > 0) words.push(`Likely later: ${said(later)}.`);
  if (sooner.length > 0) words.push(`Likely sooner: ${said(sooner)}.`);
  const spent = then.figures.orders.money - now.figures.orders.money;
  if (spent !== 0) words.push(`Orders until the year’s end: ${money(Math.abs(spent))} ${spent > 0 ? 'more' : 'less'}.`);
  if (words.length === 1) words.push('Nothing else changes by more than chance.');
  return words;
}
