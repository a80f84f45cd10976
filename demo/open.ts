import { type Day, fromDay, nextSchoolDay, toDay, weekStart } from '../core/calendar';
import { type Backup, shiftBackup } from '../core/formats';

/**
 * Brings the sample to a date: its ninth teaching week becomes the week of that date, by whole weeks, and marks from
 * that date on are left out. On a day that is no school day of the sample the day shown is the next one that is.
 */
export function openSample(sample: Backup, now: Day): { backup: Backup; today: Day } {
  const weekOf = (d: Day) => weekStart(d, 1);
  const at = (d: Day) => shiftBackup(sample, weekOf(d) - weekOf(toDay(sample.asOf)));
  const today = nextSchoolDay(at(now).household.years[0]!, now) ?? now;
  const { household } = at(today);
  const date = fromDay(today);
  const marks = household.marks.filter((m) => m.date < date);
  const jottings = household.jottings.filter((j) => j.date <= date);
  const ritualMarks = household.ritualMarks.filter((m) => m.date < date);
  return { backup: { asOf: date, household: { ...household, marks, ritualMarks, jottings } }, today };
}
