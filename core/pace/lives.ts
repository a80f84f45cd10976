import { type Day, fromDay, toDay } from '../calendar';
import type { Enrolment, Life, LifeFrom } from '../household';

const takes = (life: Life): boolean => life === 'running' || life === 'tried';
/** Whether a course is over, as far as it goes: what waits for it need wait no longer. */
export const isEnded = (life: Life): boolean => life === 'finished' || life === 'dropped';
const inOrder = (lives: readonly LifeFrom[]) => [...lives].sort((a, b) => (a.from < b.from ? -1 : 1));

/**
 * Whether an enrolment is taken now: running, or on trial.
 * @example
 * isTaken(anEnrolment('e', 'c', { life: 'tried' })) // => true
 * isTaken(anEnrolment('e', 'c', { life: 'paused' })) // => false
 */
export const isTaken = (e: Enrolment): boolean => takes(e.life);

/** Whether an enrolment is taken now, or on any day to come by what is entered. */
export const isEverTaken = (e: Enrolment): boolean => isTaken(e) || (e.lives ?? []).some(({ life }) => takes(life));

/**
 * What an enrolment is on a day: the latest that has begun by then of what was entered for days to come, else what it is.
 * @example
 * lifeOn(anEnrolment('e', 'c', { lives: [{ from: '2027-03-01', life: 'paused' }] }), toDay('2027-02-28')) // => 'running'
 * lifeOn(anEnrolment('e', 'c', { lives: [{ from: '2027-03-01', life: 'paused' }] }), toDay('2027-03-01')) // => 'paused'
 */
export function lifeOn({ life, lives }: Enrolment, day: Day): Life {
  if (!lives) return life;
  const date = fromDay(day);
  return inOrder(lives).findLast((l) => l.from <= date)?.life ?? life;
}

/** Whether an enrolment is taken on a day. */
export const isTakenOn = (e: Enrolment, day: Day): boolean => takes(lifeOn(e, day));

/** What an enrolment will be from days to come on, the soonest first; not what it will be by then anyway. */
export function livesAhead(e: Enrolment, today: Day): { from: Day; life: Life }[] {
  const ahead = inOrder(e.lives ?? [])
    .map(({ from, life }) => ({ from: toDay(from), life }))
    .filter(({ from }) => from > today);
  return ahead.filter(({ life }, i) => life !== (ahead[i - 1]?.life ?? lifeOn(e, today)));
}

/**
 * Whether an enrolment was entered ahead for days behind one: the next year's, while this one lasts. Nothing of it is asked for by then.
 * @example
 * beginsAfter(anEnrolment('e', 'c', { firstDate: '2027-09-06' }), toDay('2027-06-11')) // => true
 */
export const beginsAfter = ({ firstDate }: Pick<Enrolment, 'firstDate'>, day: Day): boolean =>
  firstDate !== undefined && toDay(firstDate) > day;

/**
 * Whether an enrolment is taken on a day, or will be from a later one on.
 * @param until what is entered for later days is not asked about: the last day of the year, say
 * @example
 * isTakenFrom(anEnrolment('e', 'c', { life: 'paused' }), toDay('2026-09-07'), toDay('2027-06-11')) // => false
 * isTakenFrom(anEnrolment('e', 'c', { life: 'paused', lives: [{ from: '2027-03-01', life: 'running' }] }), toDay('2026-09-07'), toDay('2027-06-11')) // => true
 */
export const isTakenFrom = (e: Enrolment, day: Day, until: Day): boolean =>
  !beginsAfter(e, until) &&
  (isTakenOn(e, day) || livesAhead(e, day).some(({ from, life }) => from <= until && takes(life)));

/**
 * The day to come from which on an enrolment is not taken any more until a last day, as far as anything is entered; undefined where it
 * goes on, or is not taken at all.
 * @param until what is entered for later days is not asked about: the last day of the year, say
 * @example
 * stopsOn(anEnrolment('e', 'c', { lives: [{ from: '2027-03-01', life: 'paused' }] }), toDay('2026-09-07'), toDay('2027-06-11')) // => toDay('2027-03-01')
 * stopsOn(anEnrolment('e', 'c', { lives: [{ from: '2027-03-01', life: 'paused' }, { from: '2027-04-01', life: 'running' }] }), toDay('2026-09-07'), toDay('2027-06-11')) // => undefined
 */
export function stopsOn(e: Enrolment, today: Day, until: Day): Day | undefined {
  const ahead = livesAhead(e, today).filter(({ from }) => from <= until);
  const last = ahead.findLastIndex(({ life }) => takes(life));
  return last >= 0 || isTakenOn(e, today) ? ahead[last + 1]?.from : undefined;
}

/**
 * The day to come from which on an enrolment is over for good, as far as anything is entered: finished or let go, and not taken up again;
 * undefined where it is not, or is over already.
 * @param until what is entered for later days is not asked about: the last day of the year, say
 * @example
 * overFrom(anEnrolment('e', 'c', { lives: [{ from: '2027-03-01', life: 'dropped' }] }), toDay('2026-09-07'), toDay('2027-06-11')) // => toDay('2027-03-01')
 * overFrom(anEnrolment('e', 'c', { lives: [{ from: '2027-03-01', life: 'paused' }] }), toDay('2026-09-07'), toDay('2027-06-11')) // => undefined
 */
export function overFrom(e: Enrolment, today: Day, until: Day): Day | undefined {
  const ahead = livesAhead(e, today).filter(({ from }) => from <= until);
  const going = ahead.findLastIndex(({ life }) => !isEnded(life));
  return going < 0 && isEnded(lifeOn(e, today)) ? undefined : ahead[going + 1]?.from;
}

/** An enrolment as if it went on where it stops on a day to come. */
export function withoutStop(e: Enrolment, today: Day, until: Day): Enrolment {
  const stop = stopsOn(e, today, until);
  if (stop === undefined) return e;
  return withLives(
    e,
    e.lives!.filter((l) => toDay(l.from) < stop),
  );
}

/**
 * Whether what was entered for days to come leaves a day open. An enrolment that nothing is entered for is looked at as if it were taken,
 * whatever it is.
 */
export const leavesOpen = (e: Enrolment, day: Day): boolean => !e.lives || isTakenOn(e, day);

/**
 * The day to come from which on an enrolment that is taken on a day is taken without a break until then; undefined where it is from
 * before today on.
 * @example
 * takenSince(anEnrolment('e', 'c', { life: 'paused', lives: [{ from: '2027-03-01', life: 'running' }] }), toDay('2026-09-07'), toDay('2027-04-01')) // => toDay('2027-03-01')
 */
export function takenSince(e: Enrolment, today: Day, day: Day): Day | undefined {
  const until = livesAhead(e, today).filter(({ from }) => from <= day);
  const last = until.findLastIndex(({ life }) => !takes(life));
  return last >= 0 || !isTakenOn(e, today) ? until[last + 1]?.from : undefined;
}

/** Without what would be so anyway. */
function withLives({ lives: _, ...rest }: Enrolment, lives: readonly LifeFrom[]): Enrolment {
  const all = inOrder(lives);
  const changes = all.filter((l, i) => l.life !== (all[i - 1]?.life ?? rest.life));
  return changes.length === 0 ? rest : { ...rest, lives: changes };
}

/**
 * An enrolment that is something else from a day on, in the place of what was entered for the same day; from today on it is so at once.
 * @example
 * lifeEntered(anEnrolment('e', 'c'), { from: '2027-03-01', life: 'paused' }, toDay('2026-09-07')).lives // => [{ from: '2027-03-01', life: 'paused' }]
 * lifeEntered(anEnrolment('e', 'c'), { from: '2026-09-07', life: 'paused' }, toDay('2026-09-07')).life // => 'paused'
 */
export function lifeEntered(enrolment: Enrolment, { from, life }: LifeFrom, today: Day): Enrolment {
  const { lives = [] } = enrolment;
  if (from <= fromDay(today)) return withLives({ ...enrolment, life }, lives);
  return withLives(enrolment, [...lives.filter((l) => l.from !== from), { from, life }]);
}

/** An enrolment that ends at once, whatever was entered for days to come. */
export const ended = (enrolment: Enrolment, life: 'dropped' | 'finished'): Enrolment => ({
  ...withLives(enrolment, []),
  life,
});

/** An enrolment without what was entered for a day to come. */
export const lifeLeftOut = (enrolment: Enrolment, from: LifeFrom['from']): Enrolment =>
  withLives(
    enrolment,
    (enrolment.lives ?? []).filter((l) => l.from !== from),
  );

/** An enrolment once what was to come has come; the same where nothing has. */
export function lifeSettled(enrolment: Enrolment, today: Day): Enrolment {
  const { lives } = enrolment;
  const date = fromDay(today);
  if (!lives?.some((l) => l.from <= date)) return enrolment;
  return withLives(
    { ...enrolment, life: lifeOn(enrolment, today) },
    lives.filter((l) => l.from > date),
  );
}
