import { type Day, fromDay } from '../calendar';
import { nodTo } from '../day';
import type { Household, Id, Pin, Put, Tick } from '../household';
import { sameTick } from '../day';
import { markSteps, type StepOn } from './marks';

/** Stores a pin in place of any that the same step has. */
export function pinStep(now: Household, pin: Omit<Pin, 'id'>, newId: () => Id): Put[] {
  return [
    ...now.pins
      .filter((p) => p.enrolmentId === pin.enrolmentId && p.stepId === pin.stepId)
      .map((p): Put => ({ table: 'pins', remove: p.id })),
    { table: 'pins', put: { id: newId(), ...pin } },
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
  return [...pinStep(now, pin, newId), ...markSteps(now, known, 'known', newId)];
}

/**
 * A child's tick, put or taken off. Where ticks count at once, and nobody else is part of it, the mark is made straight away;
 * otherwise one tick of the same thing waits, however often it was pressed.
 */
export function tickOff(now: Household, wish: Omit<Tick, 'id'>, alone: boolean, newId: () => Id): Put[] {
  if (now.ticks.some((t) => t.childId === wish.childId && sameTick(t, wish))) return [];
  const tick: Tick = { id: newId(), ...wish };
  if (now.settings.nod !== false || !alone) return [{ table: 'ticks', put: tick }];
  return [nodTo(now, tick, newId())];
}

/** A thing is put in the box of a week, or taken out of it again. */
export function packThing(now: Household, weekStart: string, materialId: Id, into: boolean, newId: () => Id): Put[] {
  const rows = now.pulled.filter((p) => p.weekStart === weekStart && p.materialId === materialId);
  if (!into) return rows.map((r): Put => ({ table: 'pulled', remove: r.id }));
  return rows.length > 0 ? [] : [{ table: 'pulled', put: { id: newId(), weekStart, materialId } }];
}
