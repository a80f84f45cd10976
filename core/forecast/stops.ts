import { type Day, toDay } from '../calendar';
import { contentsOf, flatten, stepName } from '../course';
import type { DateStyle, Enrolment, Household, Id, Life, SchoolYear } from '../household';
import { livesAhead, makeTrack, stopsOn, withoutStop } from '../pace';
import { type Plan, seedOf } from '../stagger';
import { count, LIFE_WORDS, shortDate } from '../words';
import { RUNS } from './forecast';
import { blocksOf, shareOfMore } from './model';
import { quantile, sittingsTo } from './runs';
import { placesOf, spreadOf } from './places';
import { priorOf, recordOf } from './record';
import { tiedTo } from './tied';

/** How far a course is, in steps from now on: the last of them in words, empty before the first. */
export interface Reached {
  steps: number;
  words: string;
}
/** How far a course is likely to get before it is paused, or over, on a day to come. */
export interface StopForecast {
  enrolmentId: Id;
  /** The first day on which it is not taken any more. */
  from: Day;
  life: Life;
  /** Steps to come, those behind that day among them. */
  steps: number;
  /** One chance in ten that it gets no further, and as likely further as not. */
  least: Reached;
  middle: Reached;
}

/**
 * How far a course that stops on a day to come gets until then, by the same runs as any forecast: in each the steps that are done within
 * the dates that are left. Undefined where it does not stop, or no date is left before that day.
 */
export function stopForecast(
  state: Household,
  year: SchoolYear,
  plan: Plan,
  enrolment: Enrolment,
  { runs = RUNS, seed = 1 }: { runs?: number; seed?: number } = {},
): StopForecast | undefined {
  const { today } = plan;
  const until = toDay(year.end);
  const from = stopsOn(enrolment, today, until);
  if (from === undefined) return undefined;
  const course = contentsOf(state, enrolment, today);
  const track = makeTrack(state, year, withoutStop(enrolment, today, until), today);
  const dates = track.dates.slice(track.begunToday ? 1 : 0).filter((d) => d < from).length;
  // In turns with others the track is the whole queue.
  const left = track.steps.filter((s) => (s.enrolmentId ?? enrolment.id) === enrolment.id);
  const ids = left.map((s) => s.id);
  const steps = ids.length;
  if (!course || dates === 0 || steps === 0) return undefined;
  const places = placesOf(state, enrolment);
  const spread = spreadOf(track, enrolment, plan, places, ids);
  const prior = priorOf(state, enrolment, plan);
  if (prior.weeks.length === 0) return undefined;
  const own = recordOf(state, enrolment, today);
  const found = sittingsTo(
    blocksOf(own, prior.weeks),
    ids.map((_, i) => i + 1),
    {
      runs,
      seed,
      spread,
      sizes: ids.map(places),
      more: shareOfMore(own),
      may: tiedTo(track, year, ids),
    },
  );
  const done = new Int32Array(runs);
  for (const to of found) to.forEach((sittings, run) => (done[run]! += sittings <= dates ? 1 : 0));
  const flat = new Map(flatten(course).map((s) => [s.id, s]));
  const reached = (n: number): Reached => {
    const step = n > 0 ? flat.get(left[n - 1]!.id) : undefined;
    return { steps: n, words: step ? `“${step.lesson.title}”, ${stepName(step)}` : '' };
  };
  const life = livesAhead(enrolment, today).find((l) => l.from === from)!.life;
  return {
    ...{ enrolmentId: enrolment.id, from, life, steps },
    ...{ least: reached(quantile(done, 0.1)), middle: reached(quantile(done, 0.5)) },
  };
}

/** Every course that stops on a day to come, or those of some courses alone. */
export const stopForecasts = (
  state: Household,
  year: SchoolYear,
  plan: Plan,
  courseIds?: ReadonlySet<Id>,
): StopForecast[] =>
  state.enrolments
    .filter((e) => courseIds === undefined || courseIds.has(e.courseId))
    .flatMap((e) => stopForecast(state, year, plan, e, { seed: seedOf(e.id) }) ?? []);

/** “Paused from 1 March on; by then most likely as far as “Lesson 45”, practise: 30 of the 52 steps to come; one chance in ten no further than …”. */
export function stopWords(style: DateStyle, f: StopForecast, today: Day): string {
  const far = ({ steps, words }: Reached) =>
    steps === 0
      ? 'where it is now'
      : steps === f.steps
        ? 'its end'
        : `${words}: ${steps} of the ${count(f.steps, 'step')} to come`;
  const least = f.least.steps === f.middle.steps ? '' : `; one chance in ten no further than ${far(f.least)}`;
  return `${LIFE_WORDS[f.life]} from ${shortDate(style, f.from, today)} on; by then most likely as far as ${far(f.middle)}${least}`;
}
