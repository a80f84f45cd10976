import { type Day, fromDay, toDay } from '../calendar';
import { nodTo, ritualMark, tickFor } from '../day';
import { byId, type Household, type Id, type Pin, pinId, type Put, type Ritual, type Tick } from '../household';
import { markSteps, type StepOn } from './marks';

/** Stores a pin in place of any that the same step has. */
export function pinStep(now: Household, pin: Omit<Pin, 'id'>): Put[] {
  const put = { id: pinId(pin), ...pin };
  return [
    ...now.pins
      .filter((p) => p.enrolmentId === pin.enrolmentId && p.stepId === pin.stepId && p.id !== put.id)
      .map((p): Put => ({ table: 'pins', remove: p.id })),
    { table: 'pins', put },
  ];
}

/** What was moved onto a day by hand is left to the planner again. */
export function unpinDay(now: Household, enrolmentId: Id, day: Day): Put[] {
  const date = fromDay(day);
  return now.pins
    .filter((p) => p.enrolmentId === enrolmentId && p.date === date)
    .map((p): Put => ({ table: 'pins', remove: p.id }));
}

/** A new lesson waits for a day, and steps in front of it are skipped as known if that was said. */
export function holdBack(now: Household, pin: Omit<Pin, 'id'>, known: readonly StepOn[], newId: () => Id): Put[] {
  return [...pinStep(now, pin), ...markSteps(now, known, 'known', newId)];
}

/** A ritual is done on a day; the sheets that were answered at it are done in its time, and take none of their own. */
export function ritualDone(
  now: Household,
  ritual: Ritual,
  sheets: readonly StepOn[],
  day: Day,
  newId: () => Id,
): Put[] {
  const date = fromDay(day);
  if (now.ritualMarks.some((m) => m.ritualId === ritual.id && m.date === date)) return [];
  const atTable = (put: Put): Put =>
    put.table === 'marks' && 'put' in put && put.put.kind === 'done'
      ? { ...put, put: { ...put.put, minutes: 0 } }
      : put;
  return [
    { table: 'ritualMarks', put: ritualMark(ritual, date, newId()) },
    ...markSteps(now, sheets, 'done', newId).map(atTable),
  ];
}

/** A ritual was not done after all: what was answered at it stays done, in its own time. */
export function ritualUndone(now: Household, ritual: Ritual, day: Day): Put[] {
  const date = fromDay(day);
  const stored = now.ritualMarks.filter((m) => m.ritualId === ritual.id && m.date === date);
  const sheets = now.marks.filter(
    (m) => m.date === date && m.minutes === 0 && ritual.sheets?.includes(m.enrolmentId) === true,
  );
  return [
    ...stored.map((m): Put => ({ table: 'ritualMarks', remove: m.id })),
    ...sheets.map(({ minutes: _, ...put }): Put => ({ table: 'marks', put })),
  ];
}

/**
 * A child's tick, put or taken off. Where ticks count at once, and nobody else is part of it, the mark is made straight away;
 * otherwise one tick of the same thing waits, however often it was pressed.
 */
export function tickOff(now: Household, wish: Omit<Tick, 'id'>, alone: boolean, newId: () => Id): Put[] {
  const before = tickFor(now, wish.childId, wish.of, toDay(wish.date));
  if (before && before.back === undefined) return [];
  // What was sent back is ticked anew: one tick of one thing.
  const gone: Put[] = before ? [{ table: 'ticks', remove: before.id }] : [];
  const tick: Tick = { id: newId(), ...wish };
  if (now.settings.nod !== false || !alone) return [...gone, { table: 'ticks', put: tick }];
  return [...gone, nodTo(now, tick, newId())];
}

/** A tick is sent back with a word why: the thing is to do again on the child's list. */
export function sendBack(now: Household, tickId: Id, why: string): Put[] {
  const tick = byId(now.ticks, tickId);
  return tick ? [{ table: 'ticks', put: { ...tick, back: why.trim().slice(0, 200) } }] : [];
}

/**
 * The day is ended: these steps are carried, nothing else enters it, and what is still to be done today stays. With no step left
 * over, the day is over.
 */
export function stopDay(
  now: Household,
  carried: readonly StepOn[],
  kept: readonly StepOn[],
  day: Day,
  newId: () => Id,
): Put[] {
  const date = fromDay(day);
  const pinned = kept.flatMap(({ enrolmentId, stepId }) => pinStep(now, { enrolmentId, stepId, date }));
  return [
    ...markSteps(now, carried, 'not today', newId),
    ...pinned,
    { table: 'settings', put: { ...now.settings, stopped: date } },
  ];
}

/** The day goes on after all: what was carried stays carried unless its mark is taken off. */
export function resumeDay(now: Household): Put[] {
  const { stopped: _over, ...settings } = now.settings;
  return [{ table: 'settings', put: settings }];
}

/** A thing is put in the box of a week, or taken out of it again. */
export function packThing(now: Household, weekStart: string, materialId: Id, into: boolean, newId: () => Id): Put[] {
  const rows = now.pulled.filter((p) => p.weekStart === weekStart && p.materialId === materialId);
  if (!into) return rows.map((r): Put => ({ table: 'pulled', remove: r.id }));
  return rows.length > 0 ? [] : [{ table: 'pulled', put: { id: newId(), weekStart, materialId } }];
}
