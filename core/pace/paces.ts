import { type Day, fromDay, toDay } from '../calendar';
import { lifeSettled } from './lives';
import { pacesBegun } from '../course';
import { type Enrolment, type Household, type PaceFrom, same } from '../household';

/** An enrolment at another pace: its weekdays, its rule, what a sitting holds, and who takes and teaches it where that is said; all else of it stays. */
function withPace(enrolment: Enrolment, pace: PaceFrom): Enrolment {
  const { minutesPerSitting: _, ...rest } = enrolment;
  const { weekdays, rule, perSitting, minutesPerSitting, childIds, teacherId } = pace;
  return {
    ...rest,
    ...{ weekdays, rule, perSitting },
    ...(childIds ? { childIds } : {}),
    ...(teacherId === undefined ? {} : { teacherId }),
    ...(minutesPerSitting === undefined ? {} : { minutesPerSitting }),
  };
}

const inOrder = (paces: readonly PaceFrom[]) => [...paces].sort((a, b) => (a.from < b.from ? -1 : 1));

/**
 * An enrolment at the pace that holds on a day: the latest that has begun by then, else its own.
 * @example
 * paceOn(anEnrolment('e', 'c', { paces: [{ from: '2027-03-01', weekdays: [1], rule: { kind: 'even' }, perSitting: 2 }] }), toDay('2027-03-01')).perSitting // => 2
 * paceOn(anEnrolment('e', 'c', { paces: [{ from: '2027-03-01', weekdays: [1], rule: { kind: 'even' }, perSitting: 2 }] }), toDay('2027-02-28')).perSitting // => 1
 */
export function paceOn(enrolment: Enrolment, day: Day): Enrolment {
  // Asked of every step of a year, and of most enrolments there is nothing to say.
  return enrolment.paces ? pacesBegun(enrolment, day).reduce(withPace, enrolment) : enrolment;
}

/** The paces of an enrolment that are still to come, each as the enrolment will be then, the soonest first. */
export function pacesAhead(enrolment: Enrolment, today: Day): { from: Day; pace: PaceFrom; then: Enrolment }[] {
  return pacesBegun(enrolment, Infinity)
    .filter((p) => p.from > fromDay(today))
    .map((pace) => ({ from: toDay(pace.from), pace, then: paceOn(enrolment, toDay(pace.from)) }));
}

/**
 * An enrolment with another pace entered from a day on, in the place of one entered for the same day. Of people only those are kept who
 * are others than before by then: who joins later, or today, joins there too. What would be so by then anyway is not entered.
 * @example
 * paceEntered(anEnrolment('e', 'c'), { from: '2027-03-01', childIds: ['A'], weekdays: [1], rule: { kind: 'even' }, perSitting: 1 }).paces // => [{ from: '2027-03-01', weekdays: [1], rule: { kind: 'even' }, perSitting: 1 }]
 */
export function paceEntered(enrolment: Enrolment, { childIds, teacherId, ...pace }: PaceFrom): Enrolment {
  const { paces: entered, ...rest } = enrolment;
  const others = (entered ?? []).filter((p) => p.from !== pace.from);
  const before = paceOn({ ...rest, paces: others }, toDay(pace.from));
  const inAnyOrder = (ids: readonly string[]) => [...ids].sort();
  const people = {
    ...(childIds && !same(inAnyOrder(childIds), inAnyOrder(before.childIds)) ? { childIds } : {}),
    ...(teacherId !== undefined && teacherId !== before.teacherId ? { teacherId } : {}),
  };
  const { weekdays, rule, perSitting, minutesPerSitting } = before;
  const held = [weekdays, rule, perSitting, minutesPerSitting, {}];
  const is = [pace.weekdays, pace.rule, pace.perSitting, pace.minutesPerSitting, people];
  const paces = same(held, is) ? others : inOrder([...others, { ...pace, ...people }]);
  return paces.length === 0 ? rest : { ...rest, paces };
}

/** An enrolment once what was to come has come: what holds today stands above, and only what is still to come beside it. */
function settled(stored: Enrolment, today: Day): Enrolment {
  const enrolment = lifeSettled(stored, today);
  const date = fromDay(today);
  if (pacesBegun(enrolment, today).length === 0) return enrolment;
  const { paces, ...now } = paceOn(enrolment, today);
  const coming = inOrder(paces ?? []).filter((p) => p.from > date);
  return coming.length === 0 ? now : { ...now, paces: coming };
}

const known = new WeakMap<readonly Enrolment[], { today: Day; enrolments: Enrolment[] }>();

/**
 * A household with every enrolment at the pace it has today, and taken or not as it is today. What it is stored as stays until something of it is changed, so that a date
 * that comes is no change anybody made, and takes away no undo. The same household where no pace of a coming date has come. Nothing
 * of the past hangs on it: marks say what they were.
 */
export function atPaces(household: Household, today: Day): Household {
  const { enrolments } = household;
  let made = known.get(enrolments);
  if (made?.today !== today) {
    const now = enrolments.map((e) => settled(e, today));
    made = { today, enrolments: now.every((e, i) => e === enrolments[i]) ? enrolments : now };
    known.set(enrolments, made);
  }
  return made.enrolments === enrolments ? household : { ...household, enrolments: made.enrolments };
}
