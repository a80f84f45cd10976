import { describe, expect, it } from 'vitest';
import { fromDay, toDay } from '../calendar';
import type { Enrolment } from '../household';
import { aCourse, aHousehold, aMark, anEnrolment, aYear } from '../tests/make';
import { paceFigures, reserveOf, makeTrack, unitRecords } from './index';

const year = aYear({ start: '2026-09-07', end: '2026-12-18' });
const today = toDay('2026-09-07');
const h = aHousehold({
  years: [year],
  courses: [aCourse('c', { lessons: 20, lessonsPerUnit: 5, perLesson: [{ kind: 'introduce', count: 1 }] })],
  enrolments: [anEnrolment('e', 'c')],
});
const figures = (change: Partial<Enrolment>) => paceFigures(h, year, { ...h.enrolments[0]!, ...change }, today);

describe('what a rule comes to', () => {
  it('five lessons of twenty minutes a week: four weeks, a hundred minutes of the teacher in each', () => {
    const f = figures({ rule: { kind: 'weekly', n: 5, unit: 'steps' } });
    expect(fromDay(f.lastDay!)).toBe('2026-10-02');
    expect(f.stepsAWeek).toBe(5);
    expect(f.teacherAWeek).toBe(100);
  });

  it('the last day is the rule’s own: even ends by the target, though it could be done sooner', () => {
    const f = figures({});
    expect(f.lastDay!).toBeGreaterThan(toDay('2026-12-10'));
    expect(f.lastDay!).toBeLessThanOrEqual(toDay('2026-12-18'));
    const e = h.enrolments[0]!;
    expect(f.daysInHand).toBe(reserveOf(makeTrack(h, year, e, today), year).daysInHand);
  });

  it('what waits at a gate is counted, and figured as if it opened today', () => {
    const until = { kind: 'mastery' as const, list: 'sounds', known: 1, of: 26 };
    const f = figures({ gates: [{ id: 'g', lessonId: 'L11', until }] });
    expect(f.waiting).toBe(10);
    expect(f.lastDay).toBe(figures({}).lastDay);
  });

  it('nothing left: no last day', () => {
    const marks = Array.from({ length: 20 }, (_, i) => aMark('e', `L${i + 1}-1`, 'known', '2026-09-04'));
    expect(paceFigures({ ...h, marks }, year, h.enrolments[0]!, today)).toMatchObject({
      lastDay: undefined,
      stepsAWeek: undefined,
    });
  });
});

describe('how long each unit took', () => {
  it('from its first day of work to its last, with sittings and minutes; a unit not yet done is not whole', () => {
    const marks = [
      aMark('e', 'L1-1', 'done', '2026-09-07', { minutes: 20 }),
      aMark('e', 'L2-1', 'partly', '2026-09-08', { minutes: 10 }),
      aMark('e', 'L2-1', 'done', '2026-09-10', { minutes: 15 }),
      aMark('e', 'L3-1', 'known', '2026-09-10'),
      aMark('e', 'L4-1', 'left out', '2026-09-10'),
      aMark('e', 'L5-1', 'done', '2026-09-14'),
      aMark('e', 'L6-1', 'done', '2026-09-15'),
    ];
    const records = unitRecords({ ...h, marks }, h.enrolments[0]!);
    expect(records.map((r) => [r.unit.title, fromDay(r.from), fromDay(r.to), r.sittings, r.minutes, r.whole])).toEqual([
      ['Unit 1', '2026-09-07', '2026-09-14', 4, 45, true],
      ['Unit 2', '2026-09-15', '2026-09-15', 1, 0, false],
    ]);
  });
});
