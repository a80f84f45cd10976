import { type Day, dayKind, fromDay, hasSchool, schoolDays, toDay, withUs, yearWithOutside } from '../calendar';
import { BREAK_DAYS, deckView } from '../cards';
import { levelsAfter } from '../course';
import { type Enrolment, type Household, type Id, type SchoolYear, titleOf } from '../household';
import { lowScores, marksByEnrolment } from '../log';
import { isTaken, isThrough } from '../pace';
import { count, listing, shortDate, titleAmong } from '../words';

/** A word at the right moment: once, put away in one press, and never counted against anybody. */
export interface Prompted {
  /** What it is about: put away, it comes back for nothing else. */
  key: string;
  words: string;
  /** Where it can be seen to. */
  to?: { path: string; words: string };
  /** What can be done about it in one press: a step is to be done again. */
  again?: { enrolmentId: Id; stepId: Id };
}
/** Days that a word about something gone by stands. */
const STANDS = 14;
/** Days before an exchange ends on which it is spoken of. */
const BEFORE_EXCHANGE = 14;

type Source = (state: Household, year: SchoolYear | undefined, today: Day) => Prompted[];

/** After a break of a week or more: what to go over first. For a week of school. */
const afterBreak: Source = (state, year, today) => {
  if (!year) return [];
  // The year before this one counts as well: the summer is the longest break of all.
  const earlier = state.years.filter((y) => y.end < year.start).flatMap((y) => schoolDays(yearWithOutside(state, y)));
  const days = [...earlier.sort((a, b) => a - b).slice(-1), ...schoolDays(year).filter((d) => d <= today)];
  if (!hasSchool(dayKind(year, today))) return [];
  const back = days.findLast((d, i) => i > 0 && d - days[i - 1]! > BREAK_DAYS);
  if (back === undefined || today - back > 6) return [];
  const before = days[days.indexOf(back) - 1]!;
  // Before anything was done there is nothing that may not have lasted.
  if (!state.marks.some((m) => m.date <= fromDay(before))) return [];
  const decks = state.decks.filter((deck) =>
    state.children.some((c) => withUs(state, c.id, today) && deckView(state, deck, c.id, today).count['to review'] > 0),
  );
  const gone = `${count(back - before - 1, 'day')} without school`;
  const words =
    decks.length > 0
      ? `${gone}: go over the cards first (${listing(decks.map((d) => d.name))}), then a lesson of each course again if it did not last.`
      : `${gone}: a lesson of each course again, where it did not last, is sooner done than a new one on sand.`;
  return [
    { key: `break ${fromDay(back)}`, words, ...(decks.length > 0 ? { to: { path: '/cards', words: 'Cards' } } : {}) },
  ];
};

/** A level is finished: what it was worth, and what comes next. */
const atTheEnd: Source = (state, _year, today) =>
  state.enrolments.filter(isTaken).flatMap((e): Prompted[] => {
    const marks = marksByEnrolment(state.marks).get(e.id);
    if (!marks || marks.length === 0 || !isThrough(state, e)) return [];
    const last = Math.max(...marks.map((m) => toDay(m.date)));
    if (today - last > STANDS) return [];
    return [
      {
        key: `end ${e.id}`,
        words: `${titleAmong(state, e, today)} is finished: say what it was worth, and what comes next${nextLevel(state, e)}.`,
        to: { path: `/shelf/${encodeURIComponent(e.courseId)}`, words: 'To the course' },
      },
    ];
  });

/** The levels that come next in the series, as far as one of its children has not begun them. */
function nextLevel(state: Household, { courseId, childIds }: Enrolment): string {
  const begun = (id: Id) =>
    state.enrolments.some((e) => e.courseId === id && e.childIds.some((c) => childIds.includes(c)));
  const titles = levelsAfter(state, courseId)
    .filter((c) => !begun(c.id))
    .map((c) => titleOf(state, c.id));
  return titles.length > 0 ? `: on the shelf is ${listing(titles)}` : '';
}

/** An exchange is possible for some days yet. */
const exchange: Source = (state, _year, today) =>
  state.courses.flatMap((c): Prompted[] => {
    const until = c.bought?.exchangeUntil;
    if (!until) return [];
    const day = toDay(until);
    if (day < today || day > today + BEFORE_EXCHANGE) return [];
    return [
      {
        key: `exchange ${c.id} ${until}`,
        words: `${c.title} can be exchanged until ${shortDate(state.settings.dateStyle, day, today)}.`,
        to: { path: `/shelf/${encodeURIComponent(c.id)}`, words: 'How far it will be by then' },
      },
    ];
  });

/** Weeks from either end of a year at which a sample is asked for, and days for which that is said. */
const SAMPLE_WEEKS = 4;
const SAMPLE_DAYS = 7;
/** Three times a year, early, in the middle and late, a sample of each course: one line for all of them (common practice). */
const samples: Source = (_state, year, today) => {
  if (!year || year.portfolio === false) return [];
  const [start, end] = [toDay(year.start), toDay(year.end)];
  const moments = [
    { when: 'early', day: start + 7 * (SAMPLE_WEEKS - 1) },
    { when: 'in the middle', day: Math.floor((start + end) / 2) },
    { when: 'late', day: end - 7 * SAMPLE_WEEKS },
  ];
  const now = moments.find((m) => today >= m.day && today < m.day + SAMPLE_DAYS);
  return now
    ? [
        {
          key: `sample ${year.id} ${now.when}`,
          words: `${year.portfolio ? 'Samples of work for the portfolio' : 'If you keep samples of work'}: one of each course now, ${now.when} in the year.`,
          to: { path: '/record', words: 'To the portfolios' },
        },
      ]
    : [];
};

/** A test or drill below the line that its course draws. */
const belowTheLine: Source = (state, _year, today) =>
  state.enrolments.filter(isTaken).flatMap((e) =>
    lowScores(state, e)
      .filter((s) => today - s.day <= STANDS)
      .map((s): Prompted => ({
        key: `score ${s.mark.id}`,
        words: `${titleAmong(state, e, today)}, ${s.words}: ${s.mark.score!.got} of ${s.mark.score!.of}, below the line of the course. Do it again?`,
        again: { enrolmentId: e.id, stepId: s.mark.stepId },
      })),
  );

/** All that has something to say, in the order in which it is said; what is built later adds its own. */
const SOURCES: readonly Source[] = [belowTheLine, afterBreak, atTheEnd, exchange, samples];

/** What is to be said on a day, but for what was put away. */
export function promptsOn(state: Household, year: SchoolYear | undefined, today: Day): Prompted[] {
  const away = new Set(state.prompts.map((p) => p.key));
  return SOURCES.flatMap((s) => s(state, year, today)).filter((p) => !away.has(p.key));
}
