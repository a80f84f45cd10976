import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dayPage } from '../day';
import { fromDay, schoolDays, toDay, weekStart } from '../calendar';
import { flatten } from '../course';
import type { Enrolment, PaceRule, PrintedRhythm } from '../household';
import { makePlan, makeProblem } from '../stagger';
import { aCourse, aHousehold, aMark, anEnrolment, aYear, householdArbitrary } from '../tests/make';
import { forecastDay, makeTrack, minutesAStep, printedDayOf, reach, ruleNotes, reserveOf } from './index';

const year = aYear({ start: '2026-09-07', end: '2026-10-30' });
const today = toDay('2026-09-07');
const RHYTHMS: PrintedRhythm[] = [
  { id: 'five', name: 'five days', days: 5, lessons: 5 },
  { id: 'two', name: 'two days', days: 2, lessons: 5 },
];
const household = (rule: PaceRule, change: Partial<Enrolment> = {}, marks = [] as ReturnType<typeof aMark>[]) =>
  aHousehold({
    years: [year],
    courses: [aCourse('c', { lessons: 12 }, { rhythms: RHYTHMS })],
    enrolments: [anEnrolment('e', 'c', { rule, ...change })],
    marks,
  });
const placed = (h: ReturnType<typeof household>, on = today) => {
  const plan = makePlan(makeProblem(h, year, on), { sweeps: 2, seed: 1 });
  return plan.tracks.flatMap((t) => t.stepIds.map((id, i) => [id, t.days[i]! < 0 ? '' : fromDay(t.days[i]!)] as const));
};

describe('as printed', () => {
  it('one printed day a sitting: five lessons over two days a week are three and two', () => {
    expect(Array.from({ length: 10 }, (_, l) => printedDayOf(l, RHYTHMS[1]!))).toEqual([0, 0, 0, 1, 1, 2, 2, 2, 3, 3]);
    expect(Array.from({ length: 4 }, (_, l) => printedDayOf(l, { days: 5, lessons: 3 }))).toEqual([0, 1, 2, 3]);
    const h = household({ kind: 'printed', rhythmId: 'two' }, { weekdays: [1, 3] });
    const byDate = new Map<string, string[]>();
    for (const [id, date] of placed(h)) byDate.set(date, [...(byDate.get(date) ?? []), id.split('-')[0]!]);
    const lessons = [...byDate].slice(0, 4).map(([date, ids]) => [date, [...new Set(ids)].join(' ')]);
    expect(lessons).toEqual([
      ['2026-09-07', 'L1 L2 L3'],
      ['2026-09-09', 'L4 L5'],
      ['2026-09-14', 'L6 L7 L8'],
      ['2026-09-16', 'L9 L10'],
    ]);
  });

  it('holds on any calendar: no sitting has two printed days, no day is cut, no week has more than the rhythm prints', () => {
    fc.assert(
      fc.property(householdArbitrary, ({ state, year: y, today: now }) => {
        const problem = makeProblem(state, y, now);
        const plan = makePlan(problem, { sweeps: 2, seed: 1 });
        for (const [t, track] of plan.tracks.entries()) {
          const e = state.enrolments.find((x) => x.id === track.enrolmentId)!;
          if (e.rule.kind !== 'printed') continue;
          const course = state.courses.find((c) => c.id === e.courseId)!;
          const { rhythmId } = e.rule;
          const rhythm = course.rhythms!.find((r) => r.id === rhythmId) ?? course.rhythms![0]!;
          const steps = new Map(flatten(course).map((s) => [s.id, printedDayOf(s.lessonIndex, rhythm)]));
          const days = new Map<number, Set<number>>();
          const weeks = new Map<number, Set<number>>();
          track.days.forEach((d, i) => {
            if (d < 0) return;
            const day = steps.get(track.stepIds[i]!)!;
            days.set(d, (days.get(d) ?? new Set()).add(day));
            const w = weekStart(d, state.settings.firstDay);
            weeks.set(w, (weeks.get(w) ?? new Set()).add(day));
          });
          for (const set of days.values()) expect(set.size).toBe(1);
          // Its next step is on another date only where it cannot stand on this one.
          const of = problem.tracks[t]!;
          track.days.forEach((d, i) => {
            if (i === 0 || d < 0 || d === track.days[i - 1]) return;
            if (steps.get(track.stepIds[i]!) !== steps.get(track.stepIds[i - 1]!)) return;
            const before = track.days[i - 1]!;
            expect(reach(of, track.days.indexOf(before), before, of.room[of.dates.indexOf(before)]!, -Infinity)).toBe(
              i,
            );
          });
          // A printed day begun before is free, so that its rest may stand beside a whole week's own.
          for (const set of weeks.values())
            expect(set.size).toBeLessThanOrEqual(Math.min(rhythm.days, rhythm.lessons) + 1);
        }
      }),
      { numRuns: 80 },
    );
  });

  it('a sitting holds what the book’s day holds, however short a sitting was wished', () => {
    const whole = household({ kind: 'printed', rhythmId: 'two' }, { weekdays: [1, 3] });
    const cut = household({ kind: 'printed', rhythmId: 'two' }, { weekdays: [1, 3], minutesPerSitting: 20 });
    expect(placed(cut)).toEqual(placed(whole));
  });

  it('says where the week that is printed and the week that is chosen differ, and nothing where they agree', () => {
    const words = (rhythmId: string, weekdays: Enrolment['weekdays'], minutesPerDay = 240) => {
      const h = household({ kind: 'printed', rhythmId }, { weekdays });
      const children = h.children.map((c) => ({ ...c, minutesPerDay }));
      return ruleNotes({ ...h, children }, h.enrolments[0]!, year, toDay('2026-09-07'));
    };
    expect(words('two', [1, 3])).toEqual([]);
    expect(words('five', [1, 2, 3, 4, 5])).toEqual([]);
    expect(words('two', [1, 2, 3, 4, 5])).toEqual([
      'The book’s week has 2 days, and 5 weekdays are chosen: on 2 of them it has a sitting, and the plan finds which. Choose 2 to say which yourself.',
    ]);
    // Twelve lessons, one a printed day, are 2.4 weeks of five and 6 of two.
    expect(words('five', [1, 2])).toEqual([
      'The book’s week has 5 days, and 2 weekdays are chosen: its 3 weeks take 6.',
    ]);
    // A weekday on which the year has no school is none.
    expect(words('five', [1, 6])[0]).toContain('1 weekday is chosen: its 3 weeks take 12');
    const day = words('two', [1, 3], 10);
    expect(day).toHaveLength(1);
    expect(day[0]).toMatch(/^Its longest printed day takes \d+ minutes, more than the 10 of a full day for /);
    expect(ruleNotes(aHousehold(), anEnrolment('e', 'c'), year, toDay('2026-09-07'))).toEqual([]);
  });

  it('has as many sittings a week as the book has days, each the whole of one, where more weekdays are chosen', () => {
    const h = household({ kind: 'printed', rhythmId: 'two' });
    const days = new Map<string, string[]>();
    for (const [id, date] of placed(h)) days.set(date, [...(days.get(date) ?? []), id.split('-')[0]!]);
    const sittings = [...days.values()].map((ids) => [...new Set(ids)].join(' '));
    expect(sittings).toEqual(['L1 L2 L3', 'L4 L5', 'L6 L7 L8', 'L9 L10', 'L11 L12']);
    const weeks = [...days.keys()].map((d) => weekStart(toDay(d), 1));
    expect(weeks.map((w) => (w - weeks[0]!) / 7)).toEqual([0, 0, 1, 1, 2]);
    // A day that the parent cuts is cut there.
    const pins = ['L3-1', 'L3-2'].map((stepId, i) => ({ id: `p${i}`, enrolmentId: 'e', stepId, date: '2026-09-11' }));
    const cut = new Map(placed({ ...h, pins }));
    expect(['L3-1', 'L3-2'].map((id) => cut.get(id))).toEqual(['2026-09-11', '2026-09-11']);
    const first = ['L1-1', 'L1-2', 'L2-1', 'L2-2'].map((id) => cut.get(id)!);
    expect(new Set(first).size).toBe(1);
    expect(first[0]! < '2026-09-11').toBe(true);
  });

  it('the rest of today belongs to today’s printed day', () => {
    const h = household({ kind: 'printed', rhythmId: 'five' }, {}, [aMark('e', 'L1-1', 'done', '2026-09-07')]);
    const dates = new Map(placed(h));
    expect(dates.get('L1-2')).toBe('2026-09-07');
    expect(dates.get('L2-1')! > '2026-09-07').toBe(true);
  });
});

describe('minutes a sitting', () => {
  it('takes as many steps as fit by this child’s own median, once there is a record; by the book’s before', () => {
    const planned = household({ kind: 'minutes', minutes: 40 });
    const course = planned.courses[0]!;
    const both = [course.kinds.introduce.minutes, course.kinds.practise.minutes].sort((a, b) => a - b);
    expect(minutesAStep(planned, planned.enrolments[0]!)).toBe(both[0]);
    const marks = [4, 5, 6, 7, 30].map((minutes, i) => aMark('e', `L${i + 1}-1`, 'done', '2026-09-01', { minutes }));
    const known = household({ kind: 'minutes', minutes: 40 }, {}, marks);
    expect(minutesAStep(known, known.enrolments[0]!)).toBe(6);
    expect(makeTrack(known, year, known.enrolments[0]!, today).perSitting).toBe(6);
  });

  it('goes on as far as it gets: no date to be in time for, so no days in hand, but a projected day', () => {
    const h = household({ kind: 'minutes', minutes: 30 });
    const track = makeTrack(h, year, h.enrolments[0]!, today);
    const reserve = reserveOf(track, year);
    expect(reserve.daysInHand).toBeUndefined();
    // 24 steps at two a sitting are twelve sittings.
    expect(track.perSitting).toBe(2);
    expect(fromDay(reserve.projected!)).toBe(fromDay(schoolDays(year)[11]!));
    expect(placed(h).at(-1)![1]).toBe(fromDay(schoolDays(year)[11]!));
    const dated = household({ kind: 'minutes', minutes: 30 }, { target: '2026-10-02' });
    expect(reserveOf(makeTrack(dated, year, dated.enrolments[0]!, today), year).daysInHand).toBe(8);
  });
});

describe('when there is time', () => {
  it('is never planned; its next step is offered on the day, and its end forecast from the last four weeks', () => {
    const h = household({ kind: 'when' });
    expect(placed(h)).toEqual([]);
    const page = dayPage(h, undefined, today);
    expect(page.groups).toEqual([]);
    expect(page.whenever.flatMap((g) => g.sittings.flatMap((s) => s.rows.map((r) => r.step.id)))).toEqual(['L1-1']);
    expect(page.children[0]!.steps).toBe(0);
    expect(forecastDay(h, h.enrolments[0]!, today)).toBeUndefined();
    // Done on the day, it stands with what was done, and the next is offered.
    const done = household({ kind: 'when' }, {}, [
      aMark('e', 'L1-1', 'done', '2026-09-07'),
      aMark('e', 'L1-2', 'done', '2026-09-01'),
      aMark('e', 'L2-1', 'done', '2026-08-01'),
    ]);
    const after = dayPage(done, undefined, today);
    expect(after.groups[0]!.sittings[0]!.rows.map((r) => r.step.id)).toEqual(['L1-1']);
    expect(after.whenever[0]!.sittings[0]!.rows.map((r) => r.step.id)).toEqual(['L2-2']);
    // Two steps in four weeks leave 21: 294 days at that pace.
    expect(forecastDay(done, done.enrolments[0]!, today)).toBe(today + 294);
  });
});
