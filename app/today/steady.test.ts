import { readFileSync } from 'node:fs';
import { beforeAll, describe, expect, it } from 'vitest';
import { type Day, toDay, yearFor } from '../../core/calendar';
import { dayPage, type DayPage, type DayRow } from '../../core/day';
import { markStep } from '../../core/deeds';
import { readBackup } from '../../core/formats';
import type { Household, Mark } from '../../core/household';
import { atPaces } from '../../core/pace';
import { makePlan, makeProblem } from '../../core/stagger';
import { openSample } from '../../demo/open';
import { steadied } from './steady';

const rowsOf = (page: DayPage): DayRow[] =>
  [...page.groups, ...page.whenever].flatMap((g) => g.sittings.flatMap((s) => s.rows));
let n = 0;
const marked = (household: Household, row: DayRow, day: Day): Household => {
  const where = { enrolmentId: row.enrolment.id, stepId: row.step.id, day };
  const changes = markStep(household, where, 'done', () => `new ${n++}`);
  const puts = changes.flatMap((c) => (c.table === 'marks' && 'put' in c ? [c.put as Mark] : []));
  return { ...household, marks: [...household.marks, ...puts] };
};

describe('a day’s page worked out anew', () => {
  let household: Household;
  let day: Day;
  let page: (of: Household) => DayPage;
  beforeAll(() => {
    const reading = readBackup(readFileSync('demo/household.json', 'utf8'));
    if ('fault' in reading) throw new Error(reading.fault);
    const opened = openSample(reading.backup, toDay('2026-11-11'));
    day = opened.today;
    household = atPaces(opened.backup.household, day);
    const plan = makePlan(makeProblem(household, yearFor(household.years, day)!, day), { sweeps: 1, seed: 1 });
    page = (of) => dayPage(of, plan, day);
  });

  it('says what it says, and is the page before it where that says the same', () => {
    const steady = steadied<DayPage>();
    const first = steady(page(household));
    expect(steady(page(household))).toBe(first);
  });

  it('has the rows, sittings and groups of before but for those that a mark changes', () => {
    const steady = steadied<DayPage>();
    let before = steady(page(household));
    let now = household;
    for (const { key } of rowsOf(before)) {
      const row = rowsOf(before).find((r) => r.key === key);
      if (!row) continue;
      now = marked(now, row, day);
      const after = steady(page(now));
      expect(after).toEqual(page(now));
      const kept = new Set<unknown>(rowsOf(before));
      const others = rowsOf(after).filter((r) => r.enrolment.id !== row.enrolment.id);
      expect(others.length).toBeGreaterThan(3);
      expect(others.filter((r) => !kept.has(r))).toEqual([]);
      // The steps and courses of a book stay the book's own: they are found by what they are.
      for (const r of rowsOf(after)) {
        expect(now.enrolments).toContain(r.enrolment);
        expect(r.step.unit.lessons).toContain(r.step.lesson);
      }
      before = after;
    }
  });
});
