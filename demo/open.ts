import { type Day, fromDay, toDay, weekStart } from '../core/calendar';
import { type Backup, shiftBackup } from '../core/formats';

/**
 * Brings the sample to a date: its ninth teaching week becomes the week of that date, by whole weeks, and marks from
 * that date on are left out.
 */
export function openSample(sample: Backup, today: Day): { backup: Backup; today: Day } {
  const weekOf = (d: Day) => weekStart(d, 1);
  const { household } = shiftBackup(sample, weekOf(today) - weekOf(toDay(sample.asOf)));
  const date = fromDay(today);
  const marks = household.marks.filter((m) => m.date < date);
  const jottings = household.jottings.filter((j) => j.date <= date);
  const ritualMarks = household.ritualMarks.filter((m) => m.date < date);
  const rounds = household.rounds.filter((r) => r.date < date);
  const recitals = household.recitals.filter((r) => r.date < date);
  const readings = household.readings.filter((r) => r.date < date);
  const kept = { marks, ritualMarks, jottings, rounds, recitals, readings };
  return { backup: { asOf: date, household: { ...household, ...kept } }, today };
}
