import { readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';
import { ageOn, fromDay, teachingWeek, toDay } from '../core/calendar';
import { readBackup, writeBackup } from '../core/formats';
import { MARK_KINDS } from '../core/household';
import { boxOf, shortages } from '../core/materials';
import { makePlan, makeProblem } from '../core/stagger';
import { makeSample } from './make';
import { openSample } from './open';

const text = readFileSync(join(dirname(fileURLToPath(import.meta.url)), 'household.json'), 'utf8');
const reading = readBackup(text);
if ('fault' in reading) throw new Error(reading.fault);
const sample = reading.backup;

describe('the sample household', () => {
  it('is what its maker makes, byte for byte (npm run demo writes it anew)', () => {
    expect(writeBackup(makeSample())).toBe(text);
  });

  it('holds four children of widely different ages, two teachers, and courses of many shapes', () => {
    const { children, teachers, courses, marks, enrolments } = sample.household;
    const ages = children.map((c) => ageOn(c.born, sample.asOf)).sort((a, b) => a - b);
    expect(ages).toHaveLength(4);
    expect(ages[0]).toBeLessThan(3);
    expect(ages[3]! - ages[0]!).toBeGreaterThan(8);
    expect(teachers[0]!.minutes).not.toEqual(teachers[1]!.minutes);
    expect(courses.length).toBeGreaterThanOrEqual(9);
    expect(enrolments.some((e) => e.childIds.length > 2)).toBe(true);
    expect(new Set(marks.map((m) => m.kind))).toEqual(new Set(MARK_KINDS));
  });

  it('opens in the ninth teaching week on any date, leap days and weekends included, with nothing marked ahead', () => {
    for (const date of ['2026-11-11', '2026-11-14', '2028-02-29', '2027-01-01', '2031-08-03', '2026-03-29']) {
      const { backup, today } = openSample(sample, toDay(date));
      const year = backup.household.years[0]!;
      expect(teachingWeek(year, today, 1)).toBe(9);
      expect(today).toBe(toDay(date));
      expect(backup.household.marks.every((m) => m.date < fromDay(today))).toBe(true);
      const written = readBackup(writeBackup(backup));
      expect('fault' in written ? written.fault : '').toBe('');
    }
  });

  it('has real shortages, in the week it opens in and later', () => {
    const { backup, today } = openSample(sample, toDay('2026-11-11'));
    const plan = makePlan(makeProblem(backup.household, backup.household.years[0]!, today), { sweeps: 4, seed: 1 });
    expect(boxOf(backup.household, plan, today, today + 4).some((l) => l.short > 0)).toBe(true);
    expect(shortages(backup.household, plan).length).toBeGreaterThan(3);
  });
});
