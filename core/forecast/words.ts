import { type Day, toDay, yearsAfter } from '../calendar';
import { byId, type DateStyle, type Household, type SchoolYear, titleOf } from '../household';
import { count, listing, shortDate, takerNames, titleAmong } from '../words';
import type { ChildForecast, Forecast as WithRuns, Span } from './forecast';
import type { GateForecast, OrderForecast } from './waits';

type Forecast = Omit<WithRuns, 'runs'>;

/** A chance in words that a tired parent reads at once: in tenths, and the ends said plainly. */
export function chanceWords(percent: number): string {
  if (percent >= 98) return 'all but certain';
  if (percent <= 2) return 'almost no chance';
  const tenths = Math.min(9, Math.max(1, Math.round(percent / 10)));
  return `${tenths} in 10`;
}

const spanOf = (style: DateStyle, { middle, late }: Span, today: Day): string =>
  middle === late
    ? `most likely ${shortDate(style, middle, today)}`
    : `most likely ${shortDate(style, middle, today)}; one chance in ten after ${shortDate(style, late, today)}`;

/**
 * “Most likely 12 May; one chance in ten after 4 June; 7 in 10 to be done by 11 June”; of a course that waits at a gate nobody can date,
 * how far it gets by then.
 */
export function forecastWords(style: DateStyle, f: Forecast, today: Day): string {
  const target =
    f.target === undefined ? '' : `; ${chanceWords(f.chance!)} to be done by ${shortDate(style, f.target, today)}`;
  const far = f.waits
    ? `, as far as “${f.fan.at(-1)?.words ?? ''}”: the ${count(f.waits, 'step')} behind it ${f.waits === 1 ? 'waits' : 'wait'} until ready`
    : '';
  return `${spanOf(style, f.last, today)}${target}${far}`;
}

/** What the days told mean that lie behind the year's last day; empty where none does. */
export function beyondWords(
  { years, settings }: Pick<Household, 'years' | 'settings'>,
  year: SchoolYear,
  told: readonly Forecast[],
  today: Day,
): string {
  const later = (end: string) => told.some((f) => f.last.late > toDay(end));
  const after = (end: string) => shortDate(settings.dateStyle, toDay(end), today);
  const next = yearsAfter(years, year);
  const last = next.at(-1);
  if (!later(year.end)) return '';
  if (!last) return `Days after ${after(year.end)} are reckoned as if school went on then, on the same weekdays.`;
  const further = later(last.end) ? `; after ${after(last.end)} as if school went on then, on the same weekdays` : '';
  return `Days after ${after(year.end)} are those of ${listing(next.map((y) => y.name))}${further}.`;
}

/** When the next test is likely reached; of one that is called a test it is not said again. */
export function testWords(style: DateStyle, f: Forecast, today: Day): string {
  if (!f.test) return '';
  const called = f.test.words.replace(/, test(?=,|$)/, '');
  return `next test “${/test/i.test(called) ? called : f.test.words}” ${spanOf(style, f.test, today)}`;
}

/** When what waits is likely to open: “Letters and sounds (14 cards to go): most likely 3 March; one chance in ten after 2 April”. */
export function gateWords(state: Household, g: GateForecast, today: Day): string {
  const style = state.settings.dateStyle;
  const enrolment = byId(state.enrolments, g.enrolmentId);
  const title = enrolment ? titleAmong(state, enrolment, today) : '';
  const other = 'enrolmentId' in g.for ? byId(state.enrolments, g.for.enrolmentId) : undefined;
  const what =
    'deckId' in g.for
      ? `${byId(state.decks, g.for.deckId)?.name ?? ''} (${count(g.for.toGo, 'card')} to go)`
      : other
        ? `${titleAmong(state, other, today)}${'lesson' in g.for ? `, ${g.for.lesson}` : ''}`
        : '';
  const opens = g.opens ? spanOf(style, g.opens, today) : 'nobody can tell yet when';
  return `${g.lesson === undefined ? title : `${title}, ${g.lesson}`} waits for ${what}: ${opens}`;
}

/** By when the next thing of a course is to be ordered by how it is likely to go. */
export function nextOrderWords(state: Household, o: OrderForecast, today: Day): string {
  const style = state.settings.dateStyle;
  const name = byId(state.materials, o.materialId)?.name ?? '';
  const date = shortDate(style, o.orderBy, today);
  const ordered =
    o.orderBy < today
      ? `to be there in time in 9 cases of 10 it should have been ordered by ${date}`
      : `ordered ${o.orderBy === today ? 'today' : `by ${date}`} it is there in time in 9 cases of 10`;
  return `next to order: ${name}, needed ${spanOf(style, o.needed, today)}; ${ordered}`;
}

/** How much of a forecast is the child’s own record. */
export function groundWords(state: Household, f: Forecast): string {
  const sibling = f.from && byId(state.enrolments, f.from);
  const what =
    sibling && sibling.courseId !== byId(state.enrolments, f.enrolmentId)?.courseId
      ? titleOf(state, sibling.courseId)
      : 'it';
  const rest = sibling ? `how ${takerNames(state, sibling)} took ${what}` : 'the plan';
  if (f.sittings === 0) return `nothing recorded yet: from ${rest} alone`;
  return `from ${count(f.sittings, 'sitting')} of its own${f.own >= 0.95 ? '' : `, ${Math.round(100 * (1 - f.own))} per cent from ${rest}`}`;
}

/** A child’s year in a sentence. */
export function childWords(
  state: Pick<Household, 'children' | 'enrolments' | 'courses'>,
  style: DateStyle,
  c: ChildForecast,
  today: Day,
): string {
  const name = byId(state.children, c.childId)?.name ?? '';
  const [what, all] = c.courses === 1 ? ['the one course', ''] : [`the last of ${c.courses} courses`, 'all '];
  const waits = (c.waits ?? []).flatMap((id) => {
    const enrolment = byId(state.enrolments, id);
    return enrolment ? titleOf(state, enrolment.courseId) : [];
  });
  const without =
    waits.length === 0 ? '' : `; without ${listing(waits)}, which ${waits.length === 1 ? 'waits' : 'wait'} at a gate`;
  return `${name}: ${what} ${spanOf(style, c.last, today)}; ${all}in time: ${chanceWords(c.chance)}${without}`;
}
