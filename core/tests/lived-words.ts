import { daysHeld } from '../attendance';
import { type Day, toDay, weekdayOf } from '../calendar';
import { childListWords, childWeek, dayPage, leftBefore, missedBefore } from '../day';
import type { Household, MarkKind, SchoolYear } from '../household';
import { progressOf } from '../pace';
import { promptsOn } from '../prompts';
import { findInRecord, marksByMonth, minutesByCourse, portfolioOf } from '../record';
import { courseLines, schoolDaysBefore, silentLately, weekDatesWords } from '../sitdown';
import { goodnessOf, goodnessWords, heldWords, type Plan } from '../stagger';
import { weekPage } from '../week';
import { type Book, type Said } from './lived-book';

/**
 * The sentences with a figure that a household meets beside those of its courses: each is read back as a parent reads it, and set
 * against what the account book counts.
 */

const numbers = (words: string, found: RegExp): number[] => [...words.matchAll(found)].map((m) => Number(m[1]));
const sum = (list: readonly number[]): number => list.reduce((a, b) => a + b, 0);
/** “3 h 5 min” in minutes. */
const minutesIn = (words: string): number =>
  60 * sum(numbers(words, /(\d+) h\b/g)) + sum(numbers(words, /(\d+) min\b/g));

export function sayings(book: Book, state: Household, year: SchoolYear, plan: Plan): Said {
  return {
    ...newLessons(book, state, plan),
    ...weeks(book, state, year, plan),
    ...lists(book, state, year, plan),
    ...records(book, state, year),
  };
}

/** New lessons of the one teacher by date: of what is read to a child, every step opens one; a sheet done alone opens none. */
function newLessons(book: Book, state: Household, plan: Plan): Said {
  const { today } = book;
  const begun = new Map<Day, Set<number>>();
  const begin = (d: Day, e: number) => begun.set(d, (begun.get(d) ?? new Set()).add(e));
  const begins = (m: { e: number; i: number }) => book.read(m.e, m.i);
  for (const e of book.standing) {
    const track = plan.tracks.find((t) => t.enrolmentId === book.course(e).id);
    track?.days.forEach((d, k) => {
      if (d >= 0 && begins({ e, i: book.step(e, track.stepIds[k]!) })) begin(d, e);
    });
    // What was begun today already has taken its part of what one teacher can begin.
    if ([...book.marks.values()].some((m) => m.e === e && m.date === today && begins(m) && book.sat(m)))
      begin(today, e);
  }
  // None is wished on a day on which the teacher is out; what was begun today all the same stands out no more than on any other.
  const done = [...book.marks.values()].some((m) => m.date === today && begins(m) && book.sat(m));
  const wished = (d: Day) => (book.out.has(d) && !(d === today && done) ? 0 : 1);
  const above = [...begun].map(([d, courses]) => [d, courses.size - wished(d)] as const);
  const over = above.filter(([, n]) => n > 0);
  const words = heldWords({ ...state, settings: { ...state.settings, dateStyle: 'year-month-day' } }, plan, today);
  const said: Said = {};
  const days = sum([...numbers(words, /and (\d+) other days?/g), words.match(/\d{4}-\d\d-\d\d/g)?.length ?? 0]);
  said['days with more new lessons than one, in words'] = [over.length, days];
  const good = goodnessOf(plan);
  if (good) {
    const told = goodnessWords(
      good,
      plan.tracks.reduce((n, t) => n + t.days.length, 0),
    );
    said['new lessons too many, in words'] = [
      sum(over.map(([, n]) => n)),
      numbers(told, /(\d+) new lessons? stands? on a day/g)[0] ?? 0,
    ];
  }
  return said;
}

function weeks(book: Book, state: Household, year: SchoolYear, plan: Plan): Said {
  const { today } = book;
  const monday = today - weekdayOf(today) + 1;
  const open = Array.from({ length: 7 }, (_, i) => monday + i).filter((d) => book.isOpen(d));
  const said: Said = {
    'school days of the week': [open.length, numbers(weekDatesWords(state, year, monday), /^(\d+) school days?/g)[0]],
  };
  let before = 0;
  for (let d = book.start; d < today; d++) if (book.isOpen(d)) before++;
  said['school days so far'] = [before, schoolDaysBefore(year, today)];
  said['days of two weeks nobody spoke of'] = [
    ['A', 'B'].map((c) => book.silent(c, Math.max(book.start, today - 14)).length),
    ['A', 'B'].map((c) => silentLately(state, year, today).find((s) => s.child.id === c)?.days ?? 0),
  ];
  const held = new Set(['A', 'B'].flatMap((c) => [...book.counted(c).keys()]));
  let toCome = 0;
  // C is too small: no school is held on its account.
  const there = (d: Day) => ['A', 'B'].some((c) => book.stays(c, d) && !book.away.get(c)!.has(d));
  for (let d = today; d <= book.end; d++) if (book.isOpen(d) && there(d) && !(d === today && held.has(d))) toCome++;
  const days = daysHeld(state, year, today);
  said['days taught, and to come'] = [
    [held.size, toCome],
    [days.taught, days.toCome],
  ];
  const page = weekPage(state, year, plan, monday);
  const published = book.published.get(monday);
  said['published for the week, and settled of it, by course'] = [
    book.courses.flatMap(({ id }, e) => {
      const own = published?.filter((p) => p.e === e) ?? [];
      return own.length > 0 ? [[id, own.length, own.filter((p) => book.settled(p.e, p.i)).length]] : [];
    }),
    page.rows
      .flatMap((r) => (r.published ? [[r.enrolment.id, r.published, r.settled]] : []))
      .sort((a, b) => book.courses.findIndex((x) => x.id === a[0]) - book.courses.findIndex((x) => x.id === b[0])),
  ];
  // What is read to a child takes the one teacher; a sheet done alone does not.
  const taught = (day: Day): number => {
    let minutes = 0;
    for (const e of book.courses.keys()) {
      const { id } = book.course(e);
      const steps = new Map<number, number>();
      const track = book.standing.includes(e) ? plan.tracks.find((t) => t.enrolmentId === id) : undefined;
      track?.days.forEach((d, k) => {
        const i = book.step(e, track.stepIds[k]!);
        if (d === day && book.read(e, i)) steps.set(i, book.toDo(e, i));
      });
      for (const m of book.marks.values()) {
        if (m.e !== e || m.date !== day || !book.read(e, m.i)) continue;
        if (book.sat(m)) steps.set(m.i, book.took(m));
        else steps.delete(m.i);
      }
      minutes += sum([...steps.values()]);
    }
    return minutes;
  };
  for (const d of page.days) said[`minutes of the teacher on ${d.day}`] = [taught(d.day), d.teachers[0]!.minutes];
  for (const line of courseLines(state, page, year, plan)) {
    const e = book.courses.findIndex((x) => x.id === line.row.enrolment.id);
    const sat = [...book.marks.values()]
      .filter((m) => m.e === e && book.sat(m))
      .sort((a, b) => a.date - b.date || a.order - b.order)
      .at(-1);
    said[`${book.course(e).id}: last done, at the sit-down`] = [
      sat ? book.lesson(e, sat.i) + 1 : undefined,
      numbers(line.last, /(\d+)/g)[0],
    ];
  }
  return said;
}

function lists(book: Book, state: Household, year: SchoolYear, plan: Plan): Said {
  const { today } = book;
  const said: Said = {};
  const { last, older } = leftBefore(state, today);
  const left = book.leftOver();
  const numbered = (d: { day: Day; steps: readonly unknown[] } | undefined) => d && [d.day, d.steps.length];
  said['left from the last day with a list'] = [left[0], last].map(numbered) as [unknown, unknown];
  const told = missedBefore(state, today);
  said['missed of late'] = [
    book
      .missedLately()
      .map((m) => [book.course(m.e).id, book.stepId(m.e, m.i), m.on, m.child].join(' '))
      .sort(),
    told.map((m) => [m.enrolment.id, m.step.id, m.on, m.child.id].join(' ')).sort(),
  ];
  said['left from days before'] = [left.slice(1).map(numbered), older.map(numbered)];
  for (const id of ['A', 'B']) {
    const child = state.children.find((c) => c.id === id)!;
    const items = childWeek(state, year, plan, child, today).find((d) => d.day === today)?.items ?? [];
    const open = numbers(childListWords(items), /^(\d+) things? still to do/g)[0] ?? 0;
    // What is done every day stands on the child's own list until it is.
    const comes = book.isOpen(today) && book.stays(id, today) && !book.away.get(id)!.has(today);
    let own = comes && !book.circle.has(today) ? 1 : 0;
    // Of the parent’s page: a tick that waits for the OK is not done yet.
    let [steps, minutes] = [0, 0];
    for (const e of book.standing) {
      const { kids, id: course } = book.course(e);
      if (!kids.includes(id) || !book.stays(id, today) || (kids.length > 1 && book.away.get(id)!.has(today))) continue;
      const track = plan.tracks.find((t) => t.enrolmentId === course);
      track?.days.forEach((d, k) => {
        const i = book.step(e, track.stepIds[k]!);
        const ticked = book.ticks.some((t) => t.e === e && t.i === i && t.child === id);
        if (d !== today || book.marks.has(`${e} ${i} ${today}`) || book.missed.has(`${e} ${i} ${today} ${id}`)) return;
        steps++;
        minutes += book.toDo(e, i);
        if (!ticked) own++;
      });
    }
    said[`${id}: things still to do`] = [own, open];
    const far = dayPage(state, plan, today).children.find((c) => c.child.id === id);
    said[`${id}: how far, on Today`] = [
      book.stays(id, today) ? [steps, minutes] : undefined,
      far && [far.steps - far.marked, far.minutesLeft],
    ];
  }
  return said;
}

function records(book: Book, state: Household, year: SchoolYear): Said {
  const { today } = book;
  const said: Said = {};
  for (const e of book.standing) {
    const { id } = book.course(e);
    const { done, known, leftOut } = progressOf(
      state,
      state.enrolments.find((x) => x.id === id)!,
    );
    const count = (kind: MarkKind) => book.steps(e).filter((i) => book.of(e, i).at(-1)?.kind === kind).length;
    said[`${id}: done, known and left out`] = [
      [count('done'), count('known'), count('left out')],
      [done, known, leftOut],
    ];
  }
  for (const id of ['A', 'B']) {
    const child = state.children.find((c) => c.id === id)!;
    const work = book.work(id);
    const within = (d: Day) => d >= book.start && d <= book.end;
    const minutes = sum([...work].map(([d, n]) => (within(d) ? n : 0)));
    const counted = book.counted(id);
    const school = sum([...counted.values()]);
    const own = [...book.marks.values()].filter((m) => book.course(m.e).kids.includes(id) && book.stays(id, m.date));
    const days = [
      ...book.caught.filter((c) => c.child === id),
      ...own.filter((m) => m.kind === 'done' && !book.missed.has(`${m.e} ${m.i} ${m.date} ${id}`)),
    ].map((m) => m.date);
    said[`${id}: steps done, in the record`] = [days.length, findInRecord(state, { childId: id, kind: 'done' }).length];
    said[`${id}: steps done, in the chart`] = [
      days.filter(within).length,
      sum(marksByMonth(state, year, id).map((m) => m.kinds.done)),
    ];
    said[`${id}: minutes, in the chart`] = [minutes, sum(minutesByCourse(state, year, id).map((c) => c.minutes))];
    const { sections } = portfolioOf(state, year, child, today);
    const blocks = (key: string) => sections.find((s) => s.key === key)?.blocks ?? [];
    const text = blocks('attendance').flatMap((b) => (b.kind === 'words' ? [b.text] : []))[0] ?? '';
    said[`${id}: days and time in the portfolio`] = [
      [counted.size, school],
      [numbers(text, /^(\d+) days? taught/g)[0], minutesIn(/taught, (.*?)\./.exec(text)?.[1] ?? '')],
    ];
    const months = blocks('attendance').flatMap((b) => (b.kind === 'table' ? b.rows : []));
    said[`${id}: days and time by month in the portfolio`] = [
      [counted.size, school],
      [sum(months.map((r) => Number(r[1]))), sum(months.map((r) => minutesIn(r.at(-1)!)))],
    ];
    const studied = blocks('studied').flatMap((b) => (b.kind === 'table' ? b.rows : []));
    said[`${id}: time by course and month in the portfolio`] = [minutes, sum(studied.map((r) => minutesIn(r.at(-1)!)))];
    for (const row of blocks('curricula').flatMap((b) => (b.kind === 'table' ? b.rows : []))) {
      const e = book.courses.findIndex((x) => (x.title ?? x.id) === row[0]);
      // What the others did without the child is none of its own.
      const had = (i: number) =>
        book.caught.some((c) => c.child === id && c.e === e && c.i === i) ||
        book
          .of(e, i)
          .some(
            (m) => m.kind !== 'not today' && book.stays(id, m.date) && !book.missed.has(`${e} ${i} ${m.date} ${id}`),
          );
      said[`${id}: ${row[0]} in the portfolio`] = [
        [book.steps(e).filter((i) => book.settled(e, i) && had(i)).length, book.steps(e).length],
        [numbers(row.at(-1)!, /^(\d+) of/g)[0], numbers(row.at(-1)!, / of (\d+) steps?/g)[0]],
      ];
    }
  }
  const gap = promptsOn(state, year, today).find((p) => p.key.startsWith('break '));
  if (gap) {
    const back = toDay(gap.key.slice('break '.length));
    let before = back - 1;
    while (before >= toDay(book.life.year.start) && !book.isOpen(before)) before--;
    said['days without school, in words'] = [back - before - 1, numbers(gap.words, /^(\d+) days? without school/g)[0]];
  }
  return said;
}
