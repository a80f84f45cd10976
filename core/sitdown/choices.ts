import { type Day, fromDay, toDay } from '../calendar';
import { contentsOf, type FlatStep, flatten, isHalf, stepName } from '../course';
import {
  wayOf,
  byId,
  type Enrolment,
  type Household,
  type Id,
  type Mark,
  type Pin,
  type SchoolYear,
  type Stretch,
  titleOf,
} from '../household';
import { isOpen, standingsOf } from '../log';
import { makeTrack, loopIdOf } from '../pace';
import { meetsOn, type Plan } from '../stagger';
import { moveSitting, daysOf, withMove } from '../week';
import { dayAndDate, listing } from '../words';

/** What can be chosen for a course in a week beside what the plan has. */
export const CHOICES = ['more', 'less', 'hold', 'meet', 'double', 'single', 'split', 'whole', 'leave out'] as const;
export type Choice = (typeof CHOICES)[number];
/** What each is called. */
export const CHOICE_WORDS: Record<Choice, string> = {
  more: 'one sitting more: the next week’s first comes in',
  less: 'one sitting less: the last goes into the next week',
  hold: 'hold it: nothing of it this week',
  meet: 'review until those it goes with have caught up',
  double: 'two lessons in a sitting, for what the week holds',
  single: 'as many in a sitting as usual again',
  split: 'its longest over two days',
  whole: 'its two halves on one day again',
  'leave out': 'leave out what is optional',
};

/** A sitting that goes from one day to another, or is kept on the one it has. */
export interface MoveOf {
  from: Day;
  to: Day;
}
/** What a choice comes to: sittings moved from a day to another, one after the other, or optional steps left out; or why it cannot be. */
export type Choosing =
  | { choice: Choice; moves: MoveOf[]; what?: string; then: Household }
  | { choice: Choice; out: Id[]; then: Household }
  | { choice: Choice; change: Change; what: string; then: Household }
  | { choice: Choice; fault: string };

/** What is taken otherwise from then on: a stretch faster, or a step in two halves; or as before. */
export type Change = { stretch: Stretch } | { single: Stretch } | { split: Id } | { whole: Id };

/** The enrolment with a change of how it is taken; as it was where it is taken so already. */
export function withChange(enrolment: Enrolment, change: Change): Enrolment {
  const { splits = [], stretches = [], ...rest } = enrolment;
  const same = (a: Stretch) => (b: Stretch) => a.fromLessonId === b.fromLessonId && a.toLessonId === b.toLessonId;
  const taken = (halves: readonly Id[], faster: readonly Stretch[]): Enrolment => ({
    ...rest,
    ...(halves.length > 0 ? { splits: [...halves] } : {}),
    ...(faster.length > 0 ? { stretches: [...faster] } : {}),
  });
  if ('split' in change) return splits.includes(change.split) ? enrolment : taken([...splits, change.split], stretches);
  if ('whole' in change)
    return splits.includes(change.whole)
      ? taken(
          splits.filter((id) => id !== change.whole),
          stretches,
        )
      : enrolment;
  if ('single' in change)
    return stretches.some(same(change.single))
      ? taken(
          splits,
          stretches.filter((s) => !same(change.single)(s)),
        )
      : enrolment;
  return stretches.some(same(change.stretch)) ? enrolment : taken(splits, [...stretches, change.stretch]);
}

/** What a step takes at least that is worth splitting, in minutes. */
const WORTH_SPLITTING = 15;

/**
 * What the choices of a course in a week come to, each tried. What is not possible says why; what would change nothing is not there.
 * @param start the week's first day; days before the plan's own are gone by.
 */
export function choosingOf(
  state: Household,
  year: SchoolYear,
  plan: Plan,
  enrolment: Enrolment,
  start: Day,
): Choosing[] {
  const track = plan.tracks.find((t) => t.enrolmentId === enrolment.id);
  if (!track) return [];
  const placed = [...new Set(track.days.filter((d) => d >= 0))].sort((a, b) => a - b);
  const from = Math.max(start, plan.today);
  const within = placed.filter((d) => d >= from && d < start + 7);
  const after = placed.find((d) => d >= start + 7);
  const open = makeTrack(state, year, enrolment, plan.today).dates;
  const next = open.find((d) => d >= start + 7);
  const free = open.filter((d) => d >= from && d < start + 7);
  const list: Choosing[] = [];
  const moved = (choice: Choice, goes: readonly MoveOf[], what?: string) => {
    // The last sitting before the week, its first, and the one before those that go are kept where they are: else the plan would spread
    // what is before over the days left free, and the week would not have as many as was said.
    const ends = [placed.findLast((d) => d < from), within[0], placed.findLast((d) => d < goes[0]!.from)];
    const keeps = [...new Set(ends)]
      .flatMap((day) => (day === undefined || goes.some((m) => m.from === day) ? [] : [{ from: day, to: day }]))
      .filter((keep) => !('fault' in moveSitting(state, year, plan, enrolment, keep.from, keep.to)));
    const moves = [...keeps, ...goes];
    const tried = inTurn(state, year, plan, enrolment, moves);
    list.push(
      'fault' in tried
        ? { choice, fault: tried.fault }
        : { choice, moves, ...(what ? { what } : {}), then: tried.then },
    );
  };
  // Onto the last day of the week that it does not have yet: what stands behind that day comes forward by one, and the next week's first
  // takes the place of the last.
  const room = free.findLast((d) => !within.includes(d));
  if (after !== undefined && room !== undefined) {
    const behind = [...within.filter((d) => d > room), after];
    moved(
      'more',
      behind.map((from, i) => ({ from, to: i === 0 ? room : behind[i - 1]! })),
    );
  } else if (after !== undefined && within.length > 0)
    list.push({ choice: 'more', fault: 'It has every one of its days in this week already.' });
  if (within.length > 0 && next !== undefined) {
    if (within.length > 1) moved('less', [{ from: within.at(-1)!, to: next }]);
    moved('hold', [{ from: within[0]!, to: next }]);
  }
  const meets = within.length > 0 ? meetsOn(state, plan, enrolment.id, within[0]!) : undefined;
  if (meets) {
    const names = listing(meets.behind.map((e) => titleOf(state, e.courseId)));
    const to = meets.day === undefined ? undefined : open.find((d) => d >= meets.day!);
    if (to === undefined) list.push({ choice: 'meet', fault: `${names} does not come as far in this year.` });
    else if (to > within[0]!)
      moved(
        'meet',
        [{ from: within[0]!, to }],
        `${names}; it goes on ${dayAndDate(state.settings.dateStyle, to, plan.today)}`,
      );
  }
  const course = contentsOf(state, enrolment, plan.today);
  const standings = standingsOf(state.marks, enrolment.id);
  const days = new Map(track.stepIds.map((id, i) => [id, track.days[i]!]));
  const steps = (course ? flatten(course) : [])
    .filter((s) => within.includes(days.get(s.id) ?? -1))
    .filter((s) => isOpen(standings, s.id));
  const changed = (choice: Choice, change: Change, what: string) => {
    const own = withChange(enrolment, change);
    if (own !== enrolment) list.push({ choice, change, what, then: withRow(state, own) });
  };
  const lessons = [...new Map(steps.map((s) => [s.lesson.id, s.lesson])).values()];
  if (lessons.length > 1 && loopIdOf(enrolment) === undefined)
    changed(
      'double',
      { stretch: { fromLessonId: lessons[0]!.id, toLessonId: lessons.at(-1)!.id, times: 2 } },
      `${lessons[0]!.title} to ${lessons.at(-1)!.title}`,
    );
  const here = new Set(lessons.map((l) => l.id));
  const faster = enrolment.stretches?.find((s) => here.has(s.fromLessonId) || here.has(s.toLessonId));
  if (faster) changed('single', { single: faster }, `it goes ${faster.times} times as fast`);
  // Both halves are still to do: else there is nothing to put together.
  const halved = enrolment.splits?.map((id) => steps.find((s) => s.id === id)).find((s) => s !== undefined);
  if (halved) changed('whole', { whole: halved.id }, `${halved.lesson.title}, ${stepName(halved)}`);
  const longest = steps.reduce<FlatStep | undefined>((b, s) => (s.minutes > (b?.minutes ?? 0) ? s : b), undefined);
  // What is half of a step already, or lent by another level under an id of its own, is not halved.
  const halves = longest && byId(state.courses, enrolment.courseId);
  const whole = halves?.units.some((u) => u.lessons.some((l) => l.steps.some((s) => s.id === longest!.id)));
  if (longest && whole && longest.minutes >= WORTH_SPLITTING && !isHalf(course!, longest.id))
    changed('split', { split: longest.id }, `${longest.lesson.title}, ${stepName(longest)}, ${longest.minutes} min`);
  const out = steps.filter((s) => s.optional).map((s) => s.id);
  if (out.length > 0 && wayOf(state.settings, 'guide') === 'choose') {
    const marks = out.map((stepId, i): Mark => ({
      ...{ id: `tried ${i}`, enrolmentId: enrolment.id, stepId, date: fromDay(plan.today) },
      ...{ seq: Number.MAX_SAFE_INTEGER, kind: 'left out' },
    }));
    list.push({ choice: 'leave out', out, then: { ...state, marks: [...state.marks, ...marks] } });
  }
  return list;
}

/**
 * What the household does about a course that is short of days, where that can be done in this week; undefined where it carries and
 * shows, or the course is not short.
 */
export function proposedFor(
  state: Household,
  daysInHand: number | undefined,
  list: readonly Choosing[],
): Choice | undefined {
  const way = wayOf(state.settings, 'behind');
  if (way === 'carry' || daysInHand === undefined || daysInHand >= 0) return undefined;
  const choice = way === 'double' ? 'double' : 'leave out';
  return list.some((c) => c.choice === choice && !('fault' in c)) ? choice : undefined;
}

const withRow = (state: Household, own: Enrolment): Household => ({
  ...state,
  enrolments: state.enrolments.map((e) => (e.id === own.id ? own : e)),
});

/**
 * Moves tried one after the other, each on what the one before left; or why one of them cannot be. Which steps a sitting holds is what the
 * plan on the screen says: one that was made in between would have others there.
 */
export function inTurn(
  state: Household,
  year: SchoolYear,
  plan: Plan,
  enrolment: Enrolment,
  moves: readonly MoveOf[],
): { then: Household } | { fault: string } {
  let then = state;
  const put: Pin[] = [];
  for (const { from, to } of moves) {
    const move = moveSitting(then, year, plan, enrolment, from, to);
    if ('fault' in move) return move;
    then = withMove(then, move);
    put.push(...move.put);
  }
  // Each stood by itself; all of them together may be more than the course's pace has in a week.
  const where = moves.length > 1 ? daysOf(then, year, enrolment, plan.today) : undefined;
  if (where && put.some((p) => where.get(p.stepId) !== toDay(p.date)))
    return { fault: 'Its pace leaves no room for that in a week.' };
  return { then };
}
