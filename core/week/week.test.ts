import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dayKind, fromDay, isShut, toDay, weekStart } from '../calendar';
import { byId, type Household } from '../household';
import { weekDatesWords } from '../sitdown';
import { makePlan, makeProblem, type Plan } from '../stagger';
import {
  aChild,
  aCourse,
  aHousehold,
  aMark,
  anEnrolment,
  aYear,
  householdArbitrary,
  shapedArbitrary,
} from '../tests/make';
import { brokenPins, moveCost, moveSitting, moveWords, publishWeek, weekPage, withMove } from './index';

const MONDAY = toDay('2026-09-07');
const TUESDAY = MONDAY + 1;
const plan = (h: Household, today = MONDAY): Plan =>
  makePlan(makeProblem(h, h.years[0]!, today), { sweeps: 4, seed: 1 });
const household = (change: Partial<Household> = {}): Household =>
  aHousehold({
    courses: [aCourse('c', { lessons: 40 })],
    // Four sittings a week for one step each: Friday stays free.
    enrolments: [anEnrolment('e', 'c', { weekdays: [1, 2, 3, 4], rule: { kind: 'weekly', n: 4, unit: 'steps' } })],
    ...change,
  });
const week = (h: Household, p: Plan, start = MONDAY) => weekPage(h, h.years[0]!, p, start);
const cells = (h: Household, p: Plan, start = MONDAY) =>
  week(h, p, start).rows[0]!.cells.map((c) => c.items.map((i) => `${i.step.id}${i.mark ? ` ${i.mark}` : ''}`).join());
const moved = (h: Household, p: Plan, from: number, to: number): Household => {
  const m = moveSitting(h, h.years[0]!, p, h.enrolments[0]!, from, to);
  if ('fault' in m) throw new Error(m.fault);
  return {
    ...h,
    pins: [...h.pins.filter((x) => !m.remove.includes(x.id) && !m.put.some((y) => y.id === x.id)), ...m.put],
  };
};

describe('a sitting kept on the day it has', () => {
  // It is promised without a trial: the plan is the proof.
  it('stands there in the plan made anew, on any small household', () => {
    fc.assert(
      fc.property(fc.oneof(householdArbitrary, shapedArbitrary), fc.nat(), ({ state, year, today }, pick) => {
        const plan = makePlan(makeProblem(state, year, today), { sweeps: 4, seed: 1 });
        const placed = plan.tracks.flatMap(({ enrolmentId, days }) =>
          [...new Set(days)].filter((d) => d >= 0).map((day) => ({ enrolmentId, day })),
        );
        fc.pre(placed.length > 0);
        const { enrolmentId, day } = placed[pick % placed.length]!;
        const move = moveSitting(state, year, plan, byId(state.enrolments, enrolmentId)!, day, day);
        if ('fault' in move) return;
        const anew = makePlan(makeProblem(withMove(state, move), year, today), { sweeps: 1, seed: 1 });
        const track = anew.tracks.find((t) => t.enrolmentId === enrolmentId)!;
        for (const p of move.put) expect(track.days[track.stepIds.indexOf(p.stepId)]).toBe(day);
      }),
      { numRuns: 120 },
    );
  });
});

describe('a sitting moved onto a Saturday', () => {
  it('stands there, but not where all is closed: it is refused there, and gives way to snow that comes later', () => {
    const h = household();
    const p = plan(h);
    const onto = moved(h, p, MONDAY, MONDAY + 5);
    const days = (x: Household) => plan(x).tracks[0]!.days.slice(0, 1);
    expect([days(h), days(onto)]).toEqual([[MONDAY], [MONDAY + 5]]);
    const closed = (from: string, to: string) => [aYear({ closed: [{ id: 'x', from, to, label: 'snow' }] })];
    const snow = { ...onto, years: closed('2026-09-12', '2026-09-12') };
    expect(days(snow)).not.toContain(MONDAY + 5);
    const away = { ...h, years: closed('2026-09-10', '2026-09-13') };
    expect(moveSitting(away, away.years[0]!, plan(away), away.enrolments[0]!, MONDAY, MONDAY + 5)).toMatchObject({
      fault: 'That day is closed. Open it under Year first, or choose another.',
    });
    // Said to be a school day of its own it is one, whatever closes around it.
    const extra = { id: 's', date: '2026-09-12', kind: 'extra' as const, share: 100, label: '' };
    const held = { ...onto, years: [{ ...away.years[0]!, special: [extra] }] };
    expect(days(held)).toEqual([MONDAY + 5]);
  });
});

describe('the week', () => {
  it('in which one year ends and the next begins has each day as its own year does', () => {
    const [first, next] = [aYear({ end: '2026-12-30' }), aYear({ id: 'n', start: '2026-12-31', end: '2027-06-11' })];
    const light = [{ weekday: 4 as const, share: 50 }];
    const h = household({
      years: [
        first,
        { ...next, light, closed: [{ id: 'x', from: '2027-01-01', to: '2027-01-01', label: 'new year' }] },
      ],
      marks: [aMark('e', 'L1-1', 'done', '2026-12-28')],
    });
    const of = (i: number, today: string) => {
      const page = weekPage(h, h.years[i]!, plan(h, toDay(today)), toDay('2026-12-28'));
      return page.days.map((d) => [fromDay(d.day).slice(5), d.kind, d.teachers[0]!.hours > 0]);
    };
    const days = [
      ...['12-28', '12-29', '12-30'].map((d) => [d, 'full', true]),
      ['12-31', 'light', true],
      ['01-01', 'closed', false],
    ];
    expect(of(0, '2026-12-28')).toEqual(days);
    expect(of(1, '2026-12-31')).toEqual(days);
    expect(weekDatesWords(h, h.years[0]!, toDay('2026-12-28'))).toBe('4 school days, 1 of them light');
  });

  it('names of a course those alone who are with the household in it', () => {
    const [a, b] = [aChild('A'), aChild('B', { until: '2026-09-08' })];
    const h = household({ children: [a, b] });
    const both = { ...h, enrolments: h.enrolments.map((e) => ({ ...e, childIds: ['A', 'B'] })) };
    const names = (start: number) => week(both, plan(both), start).rows[0]!.children.map((c) => c.id);
    expect([names(MONDAY).sort(), names(MONDAY + 7)]).toEqual([['A', 'B'], ['A']]);
  });
  it('shows what each day holds, its closed and light days, and what it asks of the teacher', () => {
    const h = household({
      years: [
        aYear({
          light: [{ weekday: 5, share: 50 }],
          closed: [{ id: 'x', from: '2026-09-09', to: '2026-09-09', label: 'gate repairs' }],
        }),
      ],
      marks: [aMark('e', 'L1-1', 'done', '2026-09-07')],
    });
    const page = week(h, plan(h, TUESDAY));
    expect(page.days.map((d) => d.kind)).toEqual(['full', 'full', 'closed', 'full', 'light']);
    expect(page.days[2]!.label).toBe('gate repairs');
    // A class on a Saturday stands in its week.
    const saturday = {
      id: 's',
      label: 'Day class',
      childIds: ['A'],
      teacherIds: [],
      from: '2026-09-12',
      to: '2026-09-12',
    };
    const away = { ...saturday, weekdays: [], everyWeeks: 1, travel: 0, breaks: [], takesDay: [], counts: true };
    const wider = week({ ...h, aways: [away] }, plan(h, TUESDAY));
    expect(wider.days.map((d) => d.kind)).toEqual([...page.days.map((d) => d.kind), 'weekend']);
    expect(wider.days.at(-1)!.away).toMatchObject([{ label: 'Day class' }]);
    expect(page.rows[0]!.cells[0]!.items[0]).toMatchObject({ mark: 'done', fresh: true });
    expect(page.days[0]!.teachers[0]).toMatchObject({ minutes: 20, hours: 240, fresh: 1, allowance: 1 });
    expect(page.days[4]!.teachers[0]).toMatchObject({ hours: 120 });
    expect(page.rows[0]!.done).toBe(1);
  });

  it('publishes what stands, holds the plan to it, and tells planned from done', () => {
    const h = household();
    const before = week(h, plan(h));
    const record = publishWeek(before);
    expect(record.placements).toHaveLength(4);
    // Monday was missed, Tuesday’s work was done on time.
    const later = {
      ...h,
      published: [record],
      marks: [aMark('e', 'L1-1', 'not today', '2026-09-07'), aMark('e', 'L1-1', 'done', '2026-09-08')],
    };
    const page = week(later, plan(later, MONDAY + 2));
    const [row] = page.rows;
    expect(row).toMatchObject({ published: 4, settled: 1, done: 1 });
    expect(row!.cells[1]!.items.map((i) => [i.step.id, i.slipped])).toEqual([
      ['L1-1', false],
      ['L1-2', true],
    ]);
    const held = plan({ ...h, published: [record] });
    expect(held.tracks[0]!.days.slice(0, 4)).toEqual(plan(h).tracks[0]!.days.slice(0, 4));
  });

  it('begun on a day and published to be gone on with on the next, a step is held to the first of the two once the mark is taken off', () => {
    const partly = household({ marks: [aMark('e', 'L1-1', 'partly', '2026-09-07')] });
    const record = publishWeek(week(partly, plan(partly)));
    expect(record.placements.map((p) => `${p.stepId} ${p.date}`).slice(0, 2)).toEqual([
      'L1-1 2026-09-07',
      'L1-1 2026-09-08',
    ]);
    const first = (h: Household) => fromDay(plan({ ...h, published: [record] }).tracks[0]!.days[0]!);
    expect([first(partly), first(household())]).toEqual(['2026-09-08', '2026-09-07']);
    // On the day after, undone as it is, it is held to that day.
    expect(fromDay(plan({ ...household(), published: [record] }, TUESDAY).tracks[0]!.days[0]!)).toBe('2026-09-08');
  });

  it('moves a sitting with all that is behind it, to a free weekday or a Saturday too', () => {
    const h = household();
    const p = plan(h);
    expect(cells(h, p)).toEqual(['L1-1', 'L1-2', 'L2-1', 'L2-2', '']);
    const friday = moved(h, p, MONDAY + 3, MONDAY + 4);
    expect(cells(friday, plan(friday))).toEqual(['L1-1', 'L1-2', 'L2-1', '', 'L2-2']);
    const saturday = moved(h, p, MONDAY + 3, MONDAY + 5);
    expect(cells(saturday, plan(saturday))).toEqual(['L1-1', 'L1-2', 'L2-1', '', '', 'L2-2']);
    // Three steps stand before it and a sitting holds one: it is refused with that reason, and nothing is pinned.
    expect(moveSitting(h, h.years[0]!, p, h.enrolments[0]!, MONDAY + 3, MONDAY)).toEqual({
      fault: '2 steps of the course come before it, and would not be done by that day.',
    });
    expect(brokenPins(friday, plan(friday))).toEqual([]);
  });

  it('in a fixed week pushes along what stands in its way, and says so; it stands where it says it does', () => {
    const h = household();
    const p = plan(h);
    const fixed = { ...h, published: [publishWeek(week(h, p))] };
    const q = plan(fixed);
    const move = moveSitting(fixed, h.years[0]!, q, h.enrolments[0]!, MONDAY + 1, MONDAY + 2);
    if ('fault' in move) throw new Error(move.fault);
    const next = withMove(fixed, move);
    // L1-2 on Wednesday (and on Tuesday as what was fixed there and has slipped); what was fixed behind it moves along.
    expect(cells(next, plan(next)).slice(0, 4)).toEqual(['L1-1', 'L1-2', 'L1-2', 'L2-1']);
    expect(move.along).toBe(2);
    expect(moveWords('Sums', 'Tue', 'Wed', move)).toBe(
      'Sums moved from Tue to Wed; 2 steps fixed for the week move along',
    );
    expect(moveWords('Sums', 'Tue', 'Wed', { ...move, along: 1 })).toContain('1 step fixed for the week moves along');
    expect(moveWords('Sums', 'Tue', 'Wed', { ...move, along: 0 })).toBe('Sums moved from Tue to Wed');
  });

  it('says why a sitting cannot stand somewhere', () => {
    const h = household({
      years: [aYear({ closed: [{ id: 'x', from: '2026-09-09', to: '2026-09-09', label: '' }] })],
    });
    const p = plan(h, TUESDAY);
    const fault = (to: number, from = TUESDAY) => {
      const m = moveSitting(h, h.years[0]!, p, h.enrolments[0]!, from, to);
      return 'fault' in m ? m.fault : '';
    };
    expect(fault(MONDAY)).toContain('past');
    expect(fault(MONDAY + 2)).toContain('closed');
    expect(fault(toDay('2027-08-01'))).toContain('outside');
    expect(fault(MONDAY + 4, MONDAY + 4)).toContain('Nothing of this course');
  });

  it('tells what a move costs before it is made', () => {
    const h = household({
      children: [aChild('A'), aChild('B')],
      enrolments: [
        anEnrolment('e', 'c', { weekdays: [1, 2, 3, 4], rule: { kind: 'weekly', n: 4, unit: 'steps' } }),
        anEnrolment('f', 'c', { childIds: ['B'], weekdays: [2, 4, 5], rule: { kind: 'weekly', n: 3, unit: 'steps' } }),
      ],
    });
    const p = plan(h);
    const cost = (from: number, to: number) => {
      const move = moveSitting(h, h.years[0]!, p, h.enrolments[0]!, from, to);
      if ('fault' in move) throw new Error(move.fault);
      const next = withMove(h, move);
      expect(next.pins).toEqual(move.put);
      const after = plan(next);
      const told = moveCost(h, h.years[0]!, { before: p, after }, h.enrolments[0]!, from, move);
      const moved = week(next, after, weekStart(to, 1)).days.find((d) => d.day === to)!.teachers[0]!;
      expect(told.teacher).toEqual(moved);
      expect(told.clashes).toEqual({ before: p.clashes.length, after: after.clashes.length });
      return told;
    };
    // To the free Friday: Thursday is lost, Friday is one more on which it is taken.
    const friday = cost(MONDAY + 3, MONDAY + 4);
    expect(friday.inHand.after).toBe(friday.inHand.before);
    // Its first sitting a week later costs the four sittings in between.
    const late = cost(MONDAY, MONDAY + 7);
    expect(late.inHand.before! - late.inHand.after!).toBe(4);
  });

  it('names a pin that could not be kept', () => {
    const h = household({ pins: [{ id: 'p', enrolmentId: 'e', stepId: 'L30-1', date: '2026-09-08' }] });
    expect(brokenPins(h, plan(h))[0]).toMatchObject({ pin: { id: 'p' } });
  });

  it('places every moved sitting where it was put, and keeps order, on any household', () => {
    fc.assert(
      fc.property(householdArbitrary, fc.nat(), fc.integer({ min: 0, max: 12 }), ({ state, year, today }, at, by) => {
        const p = makePlan(makeProblem(state, year, today), { sweeps: 3, seed: 1 });
        const sittings = p.tracks.flatMap((t) =>
          [...new Set(t.days.filter((d) => d >= 0))].map((d) => [t, d] as const),
        );
        if (sittings.length === 0) return;
        const [track, from] = sittings[at % sittings.length]!;
        const enrolment = state.enrolments.find((x) => x.id === track.enrolmentId)!;
        const to = from + by;
        const move = moveSitting(state, year, p, enrolment, from, to);
        if ('fault' in move) {
          expect(
            isShut(year, to) ||
              dayKind(year, to) === 'outside' ||
              /marked|comes? before it|waits for what|find room/.test(move.fault),
          ).toBe(true);
          return;
        }
        const next = withMove(state, move);
        const after = makePlan(makeProblem(next, year, today), { sweeps: 3, seed: 1 });
        const own = after.tracks.find((t) => t.enrolmentId === track.enrolmentId)!;
        const placed = own.days.filter((d) => d >= 0);
        expect([...placed].sort((a, b) => a - b)).toEqual(placed);
        expect(brokenPins(next, after)).toEqual([]);
        const cell = weekPage(next, year, after, weekStart(to, 1))
          .rows.find((r) => r.enrolment.id === track.enrolmentId)
          ?.cells.find((c) => c.day === to);
        for (const pin of move.put) {
          // What is promised is what comes.
          expect(own.days[own.stepIds.indexOf(pin.stepId)]).toBe(to);
          expect(cell?.items.find((x) => x.step.id === pin.stepId)).toMatchObject({ pinned: true });
        }
      }),
      { numRuns: 100 },
    );
  });
});

describe('two publications of the same week', () => {
  it('replace one another: the record is kept under the first day', () => {
    const h = household();
    const first = publishWeek(week(h, plan(h)));
    expect(first.id).toBe(fromDay(MONDAY));
    // The household has let its week start on Sunday since: it is the same publication still.
    const sunday = week({ ...h, published: [first] }, plan(h), MONDAY - 1);
    expect(sunday.published).toEqual(first);
    expect(publishWeek(sunday)).toMatchObject({ id: first.id, weekStart: fromDay(MONDAY - 1) });
  });
});
