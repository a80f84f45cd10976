import { describe, expect, it } from 'vitest';
import { fromDay, toDay } from '../calendar';
import { markStep } from '../deeds';
import { aheadWords, comingDay, dayPage, noSchoolWords, recordedOn } from './index';
import { makePlan, makeProblem } from '../stagger';
import { afterDeed } from '../tests/apply';
import { aCourse, aHousehold, anEnrolment, aYear } from '../tests/make';

const year = aYear({
  start: '2027-09-06',
  end: '2028-06-09',
  closed: [{ id: 'c', from: '2028-02-28', to: '2028-03-01', label: 'flood' }],
  special: [{ id: 's', date: '2027-09-18', kind: 'extra', share: 100, label: '' }],
});
const state = aHousehold({
  years: [year],
  courses: [aCourse('c', { lessons: 20 })],
  enrolments: [anEnrolment('e', 'c')],
});
const on = (iso: string) => toDay(iso);

describe('any day', () => {
  it('is marked on its own date when it is gone by, and never in the future', () => {
    expect(recordedOn(on('2027-09-10'), on('2027-09-11'))).toBe(on('2027-09-10'));
    expect(recordedOn(on('2027-09-13'), on('2027-09-11'))).toBe(on('2027-09-11'));
    expect(aheadWords(state, on('2027-09-13'), on('2027-09-11'))).toBe(', ahead, on Sat 11 Sept');
    expect(aheadWords(state, on('2027-09-11'), on('2027-09-11'))).toBe('');
  });

  it('without school says what it is, and which day comes next: a Saturday, 29 February, before the year and after it', () => {
    const said = (iso: string) => {
      const next = comingDay(state, year, on(iso));
      return [noSchoolWords(state, year, on(iso)), next && fromDay(next)];
    };
    expect(said('2027-09-10')).toEqual(['', undefined]);
    expect(said('2027-09-11')).toEqual(['No school day.', '2027-09-13']);
    expect(said('2027-09-18')).toEqual(['', undefined]);
    expect(said('2028-02-29')).toEqual(['A closed day: flood.', '2028-03-02']);
    expect(said('2027-08-30')).toEqual(['The school year begins on Monday 6 September.', '2027-09-06']);
    // Between two years the page speaks for itself, and nothing is ahead.
    expect(said('2028-07-01')).toEqual(['', undefined]);
  });

  it('gone by and unmarked offers what comes next of each course; what is marked there stands there', () => {
    const today = on('2027-09-11');
    const plan = makePlan(makeProblem(state, year, today), { sweeps: 2, seed: 1 });
    const friday = dayPage(state, plan, today - 1);
    expect([friday.groups.length, friday.whenever.length]).toEqual([0, 1]);
    const next = friday.whenever[0]!.sittings[0]!.rows[0]!;
    const done = afterDeed(
      state,
      markStep(state, { enrolmentId: 'e', stepId: next.step.id, day: recordedOn(today - 1, today) }, 'done', () => 'm'),
    );
    const after = dayPage(done, plan, today - 1);
    expect(after.groups[0]!.sittings[0]!.rows.map((r) => [r.step.id, r.mark?.date])).toEqual([
      [next.step.id, '2027-09-10'],
    ]);
    // On the day itself nothing but what has no timetable is offered so.
    expect(dayPage(state, plan, today).whenever).toEqual([]);
  });
});
