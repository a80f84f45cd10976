import { asksAnything, childCount, childMonths, pupils, requirementWords, workOfYear } from '../attendance';
import { type Day, fromDay, isOver, toDay, type Weekday, weekdayOf } from '../calendar';
import { kindName, lessonWords } from '../course';
import {
  byId,
  type Child,
  childrenIn,
  type Enrolment,
  type Household,
  type Id,
  KINDS,
  type Mark,
  type Sample,
  type SchoolYear,
  sits,
  titleOf,
} from '../household';
import {
  atSitting,
  foldMarks,
  marksByEnrolment,
  recordLines,
  type RecordLine,
  scoresOf,
  standingsOf,
  taughtOf,
  writeScore,
} from '../log';
import { takenSteps } from '../pace';
import { minutesByKind, READING_WORDS, readingLines } from '../reading';
import type { BarChart } from './chart-svg';
import { marksByMonth, minutesByCourse, yearSoFar } from './charts';
import { count, fieldDate, hoursAndMinutes, listing, monthName, weekdayWords } from '../words';

/** One piece of a section: words, a table, a chart, or a picture. The page, the print and the file are made from the same. */
export type Block =
  | { kind: 'words'; text: string }
  | { kind: 'table'; caption: string; head: readonly string[]; rows: readonly (readonly string[])[] }
  | { kind: 'chart'; chart: BarChart }
  | { kind: 'picture'; id: Id; alt: string; data: string };
/** A table of so many rows stays on one side of paper; a longer one goes on over the side, its head said again. */
const WHOLE = 12;
export const staysWhole = (table: Extract<Block, { kind: 'table' }>): boolean => table.rows.length <= WHOLE;

export interface Section {
  key: (typeof SECTIONS)[number];
  title: string;
  blocks: Block[];
}
export const SECTIONS = [
  ...(['curricula', 'timetable', 'studied', 'tests', 'reading', 'attendance', 'charts', 'samples', 'pages'] as const),
] as const;
export interface Portfolio {
  child: Child;
  year: SchoolYear;
  /** Cover: whose, which year, of which household, made on which day. */
  cover: string[];
  sections: Section[];
}

/**
 * What a year was for one child, from its record and nothing else: only what it took part in. Nothing is assumed; a section of which there
 * is nothing is not there.
 */
export function portfolioOf(state: Household, year: SchoolYear, child: Child, today: Day): Portfolio {
  const style = state.settings.dateStyle;
  const [from, to] = [toDay(year.start), Math.min(toDay(year.end), today)];
  // Its own work alone: what it missed, and what the others did before it came, is none of it.
  const entries = workOfYear(state, year).filter((w) => w.childIds.includes(child.id));
  const work = new Map(entries.map((w) => [w.mark, w.minutes]));
  const lines = recordLines(state, { childId: child.id }).filter((l) => work.has(l.mark));
  const taken = state.enrolments.filter((e) => lines.some((l) => l.enrolment.id === e.id));
  const sections: Section[] = [];
  const add = (key: Section['key'], title: string, blocks: Block[]) => {
    if (blocks.length > 0) sections.push({ key, title, blocks });
  };
  const table = (caption: string, head: readonly string[], rows: readonly (readonly string[])[]): Block[] =>
    rows.length > 0 ? [{ kind: 'table', caption, head, rows }] : [];
  add(
    'curricula',
    'Curricula',
    table(
      'Curricula used',
      ['Course', 'Publisher, edition', 'ISBN', 'Taught by', 'Done'],
      taken.map((e) => curriculum(state, year, child, e, lines)),
    ),
  );
  add(
    'timetable',
    'Timetable',
    table(
      'Weekly timetable',
      ['Course', 'Days', 'With'],
      taken.map((e) => {
        const own = entries.filter((w) => w.enrolment.id === e.id);
        const asked = e.weekdays.length > 0 ? e.weekdays : year.weekdays;
        // What goes on in another year, or without this child, may be on other days there: of what is gone by the record says it.
        const gone = isOver(year, today) || (child.until !== undefined && toDay(child.until) < today);
        const days = gone ? usualWeekdays(own.map((w) => w.day)) : asked;
        const others = state.children.filter((c) => c.id !== child.id && own.some((w) => w.childIds.includes(c.id)));
        return [titleOf(state, e.courseId), weekdayWords(days), listing(others.map((c) => c.name))];
      }),
    ),
  );
  add('studied', 'What was studied', studied(state, lines, work));
  const scores = taken.flatMap((e) =>
    scoresOf(state, e)
      .filter((s) => work.has(s.mark))
      .map((s) => ({ e, s })),
  );
  add(
    'tests',
    'Tests and scores',
    table(
      'Tests and scores',
      ['Date', 'Course', 'What', 'Score'],
      scores
        .sort((a, b) => a.s.day - b.s.day)
        .map(({ e, s }) => [
          // Read years later, on paper: a date without its year says little.
          fieldDate(style, s.day),
          titleOf(state, e.courseId),
          s.words,
          writeScore(s.mark.score!),
        ]),
    ),
  );
  const read = readingLines(state, child.id, from, to);
  add('reading', 'Reading', [
    ...table(
      'Minutes of reading by kind',
      ['Kind', 'Time'],
      minutesByKind(read).map((k) => [READING_WORDS[k.kind], hoursAndMinutes(k.minutes)]),
    ),
    ...table('What was read', ['Title', 'By', 'Kind', 'Sittings', 'Time'], readTitles(read)),
  ]);
  const counted = childCount(state, year, child, today);
  const months = childMonths(state, year, child, today).filter((m) => m.first <= today);
  add('attendance', 'Attendance', [
    ...table(
      'Attendance by month',
      ['Month', 'Taught', 'Sick', 'Closed', 'Away', 'Time'],
      months.map((m) => {
        const first = fromDay(m.first);
        const { taught, sick, closed, away, minutes } = m.totals;
        return [
          `${monthName(Number(first.slice(5, 7)))} ${first.slice(0, 4)}`,
          ...[taught, sick, closed, away].map(String),
          hoursAndMinutes(minutes),
        ];
      }),
    ),
    {
      kind: 'words',
      text: [
        `${count(counted.days.counted, 'day')} taught, ${hoursAndMinutes(counted.minutes.counted)}.`,
        asksAnything(counted.requirement)
          ? `Asked for: ${requirementWords(counted.requirement)}; check your own law.`
          : '',
      ]
        .filter(Boolean)
        .join(' '),
    },
  ]);
  add('charts', 'In charts', charts(state, year, child, today));
  const samples = samplesOf(state, year, child.id);
  add(
    'samples',
    'Samples of work',
    samples.flatMap((s) => sampleBlocks(state, s)),
  );
  const pages = state.pages
    .filter((p) => p.childId === child.id && p.yearId === year.id)
    .sort((a, b) => (a.id < b.id ? -1 : 1));
  add(
    'pages',
    'In our own words',
    pages.map((p): Block => ({ kind: 'words', text: p.text })),
  );
  return {
    ...{ child, year, sections },
    cover: [
      child.name,
      `${year.name}: ${fieldDate(style, toDay(year.start))} to ${fieldDate(style, toDay(year.end))}`,
      state.settings.name,
      `Made on ${fieldDate(style, today)}`,
    ].filter(Boolean),
  };
}

/** Days and hours of school so far at each month's end against what is asked for, time by course and by kind of work, and what was marked. */
function charts(state: Household, year: SchoolYear, child: Child, today: Day): Block[] {
  const { months, days, hours } = yearSoFar(state, year, child, today);
  const named = (iso: string) => `${monthName(Number(iso.slice(5, 7)))} ${iso.slice(0, 4)}`;
  const soFar = (of: 'days' | 'hours', asked: number | undefined): BarChart[] => {
    const bars = months.map((m) => ({ label: named(fromDay(m.month)), value: m[of], words: String(m[of]) }));
    if (bars.every((b) => b.value === 0)) return [];
    const needed = asked === undefined ? {} : { needed: { value: asked, words: `${asked} asked for` } };
    return [{ title: 'School so far at each month’s end', unit: of, bars, ...needed }];
  };
  const time = (label: string, minutes: number) => ({ label, value: minutes / 60, words: hoursAndMinutes(minutes) });
  const each = minutesByCourse(state, year, child.id);
  const courses = each.map(({ courseId, minutes }) => time(titleOf(state, courseId), minutes));
  const kinds = KINDS.map((kind) => ({ kind, minutes: each.reduce((n, c) => n + (c.kinds[kind] ?? 0), 0) }))
    .filter((k) => k.minutes > 0)
    .map((k) => time(kindName(k.kind), k.minutes));
  const marked = marksByMonth(state, year, child.id)
    .filter(({ kinds: k }) => k.done > 0)
    .map(({ month, kinds: k }) => ({ label: named(`${month}-01`), value: k.done, words: String(k.done) }));
  const drawn: BarChart[] = [
    ...soFar('days', days),
    ...soFar('hours', hours),
    ...(courses.length > 0 ? [{ title: 'Time by course', unit: 'hours', bars: courses }] : []),
    ...(kinds.length > 0 ? [{ title: 'Time by kind of work', unit: 'hours', bars: kinds }] : []),
    ...(marked.length > 0 ? [{ title: 'Done by month', unit: 'steps', bars: marked }] : []),
  ];
  return drawn.map((chart): Block => ({ kind: 'chart', chart }));
}

/** The samples of a child's work of a year, by date. */
export const samplesOf = (state: Pick<Household, 'samples'>, year: SchoolYear, childId: Id): Sample[] =>
  state.samples
    .filter((s) => s.childId === childId && s.date >= year.start && s.date <= year.end)
    .sort((a, b) => (a.date !== b.date ? (a.date < b.date ? -1 : 1) : a.id < b.id ? -1 : 1));

/** The weekdays on which something was done at least a third as often as on the most usual one. */
function usualWeekdays(days: readonly Day[]): Weekday[] {
  const times = new Map<Weekday, number>();
  for (const d of new Set(days)) times.set(weekdayOf(d), (times.get(weekdayOf(d)) ?? 0) + 1);
  const most = Math.max(0, ...times.values());
  return [...times.keys()].filter((w) => 3 * times.get(w)! >= most).sort((a, b) => a - b);
}

/**
 * A course as a child used it: editions and ISBNs of its parts, who taught it in their order, how much of it the child had done by the
 * year’s end: not what the others did without it.
 */
function curriculum(
  state: Household,
  year: SchoolYear,
  child: Child,
  e: Enrolment,
  lines: readonly RecordLine[],
): string[] {
  const course = byId(state.courses, e.courseId)!;
  const parts = (course.parts ?? []).filter((p) => !p.notWanted);
  const editions = [course.edition, ...parts.map((p) => p.edition)].filter((x) => x !== undefined);
  const taught = [...lines]
    .reverse()
    .flatMap((l) => (l.enrolment.id === e.id ? (taughtOf(state, e, l.mark)?.teacherId ?? []) : []));
  const steps = takenSteps(state, e);
  const own = marksByEnrolment(state.marks).get(e.id) ?? [];
  const standings = own.some((m) => m.date > year.end)
    ? foldMarks(own.filter((m) => m.date <= year.end))
    : standingsOf(state.marks, e.id);
  const at = atSitting(state, own, e);
  const settles = (m: Mark) => sits(m.kind) || m.kind === 'known' || m.kind === 'left out';
  const its = own.filter((m) => m.date <= year.end && settles(m) && at(m).includes(child.id));
  const had = new Set(its.map((m) => m.stepId));
  const done = steps.filter((s) => had.has(s.id) && (standings.get(s.id)?.state ?? 'open') !== 'open').length;
  return [
    titleOf(state, course.id),
    [course.publisher, [...new Set(editions)].join(', ')].filter(Boolean).join(', '),
    parts.flatMap((p) => p.isbn ?? []).join(', '),
    listing([...new Set(taught)].flatMap((id) => byId(state.teachers, id)?.name ?? [])),
    `${done} of ${count(steps.length, 'step')} (${lessonWords(course.units)} in the book)`,
  ];
}

/** By course and month: what was sat for, from which to which, and for how long. */
function studied(state: Household, lines: readonly RecordLine[], work: ReadonlyMap<Mark, number>): Block[] {
  const byCourse = new Map<Id, Map<string, RecordLine[]>>();
  for (const l of [...lines].reverse()) {
    if (!sits(l.mark.kind)) continue;
    const months = byCourse.get(l.course.id) ?? new Map<string, RecordLine[]>();
    const month = l.mark.date.slice(0, 7);
    months.set(month, [...(months.get(month) ?? []), l]);
    byCourse.set(l.course.id, months);
  }
  return [...byCourse].map(([courseId, months]): Block => ({
    kind: 'table',
    caption: titleOf(state, courseId),
    head: ['Month', 'What', 'Marks', 'Time'],
    rows: [...months].map(([month, own]) => {
      const [first, last] = [own[0]!.words, own.at(-1)!.words];
      const minutes = own.reduce((n, l) => n + work.get(l.mark)!, 0);
      return [
        `${monthName(Number(month.slice(5)))} ${month.slice(0, 4)}`,
        first === last ? first : `${first} to ${last}`,
        String(own.length),
        hoursAndMinutes(minutes),
      ];
    }),
  }));
}

/** What was read, a line a title and kind: how often, and for how long. */
function readTitles(read: ReturnType<typeof readingLines>): string[][] {
  const titles = new Map<string, { first: (typeof read)[number]; n: number; minutes: number }>();
  for (const l of read) {
    const key = JSON.stringify([l.title, l.kind]);
    const t = titles.get(key) ?? { first: l, n: 0, minutes: 0 };
    titles.set(key, { ...t, n: t.n + 1, minutes: t.minutes + l.minutes });
  }
  return [...titles.values()].map(({ first, n, minutes }) => [
    ...[first.title, first.author, READING_WORDS[first.kind], String(n), hoursAndMinutes(minutes)],
  ]);
}

function sampleBlocks(state: Household, s: Sample): Block[] {
  const words = [
    fieldDate(state.settings.dateStyle, toDay(s.date)),
    s.courseId ? titleOf(state, s.courseId) : '',
    s.words,
    s.folder ? `on paper, in ${s.folder}` : '',
  ]
    .filter(Boolean)
    .join(' · ');
  const picture: Block[] = s.picture ? [{ kind: 'picture', id: s.id, alt: words, data: s.picture }] : [];
  return [{ kind: 'words', text: words }, ...picture];
}

/** The children of whom there is a portfolio of a year: whose school is kept in it, and a toddler of whom a drawing is in the folder; not a baby. */
export function portfoliosOf(state: Household, year: SchoolYear, today: Day): Child[] {
  const learn = pupils(state, year, today);
  return childrenIn(state, year).filter(
    (c) => learn.some((p) => p.id === c.id) || samplesOf(state, year, c.id).length > 0,
  );
}
