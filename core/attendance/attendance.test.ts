import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { childOut, dayKind, fromDay, schoolDays, toDay, weekdayOf, paintDays } from '../calendar';
import { flatten } from '../course';
import type { AwayBlock, Household, Mark, Requirement } from '../household';
import { compareMarks } from '../log';
import { sayDays } from '../deeds';
import { afterDeed } from '../tests/apply';
import { aChild, aCourse, aHousehold, aMark, anEnrolment, aYear, householdArbitrary } from '../tests/make';
import { makePlan, makeProblem } from '../stagger';
import { missingHours, wholeHours } from '../words';
import {
  attendanceRow,
  childCount,
  childDays,
  childMonths,
  comingOf,
  asked,
  daysAsked,
  effectOf,
  everybodysDays,
  heldOn,
  isShort,
  PRESETS,
  pupils,
  presetOf,
  remedies,
  requirementOf,
  spareWords,
  standingOf,
  takeRemedy,
  toSpare,
  waysToReach,
  workOf,
} from './index';

const lastBefore = (h: Household, m: Mark) =>
  h.marks
    .filter((x) => x.enrolmentId === m.enrolmentId && x.stepId === m.stepId && x.childId === undefined)
    .filter((x) => compareMarks(x, m) < 0)
    .sort(compareMarks)
    .at(-1)?.kind;

/** Two weeks; A and B each take a course of their own, and one together. */
const year = aYear({ start: '2026-09-07', end: '2026-09-18', requirement: { days: 9, meets: 'both' } });
const base = (change: Partial<Household> = {}) =>
  aHousehold({
    years: [year],
    children: [aChild('A', { minutesPerDay: 120 }), aChild('B', { minutesPerDay: 60 })],
    courses: [aCourse('c', { lessons: 20 })],
    enrolments: [
      anEnrolment('a', 'c'),
      anEnrolment('b', 'c', { childIds: ['B'] }),
      anEnrolment('both', 'c', { childIds: ['A', 'B'] }),
    ],
    ...change,
  });
const count = (h: Household, id: string, today: string) =>
  childCount(
    h,
    h.years[0]!,
    h.children.find((c) => c.id === id)!,
    toDay(today),
  );

describe('the register of a child', () => {
  it('follows from the marks: work counts for those who were there, with its minutes', () => {
    const h = base({
      marks: [
        aMark('a', 'L1-1', 'done', '2026-09-07', { minutes: 25 }),
        aMark('both', 'L1-1', 'done', '2026-09-08'),
        aMark('both', 'L1-1', 'missed', '2026-09-08', { childId: 'B' }),
        aMark('b', 'L1-1', 'not today', '2026-09-09'),
        aMark('b', 'L1-2', 'left out', '2026-09-10'),
        aMark('b', 'L1-2', 'partly', '2026-09-11', { minutesLeft: 4 }),
      ],
    });
    const planned = base().courses[0]!.kinds;
    expect([...workOf(h, 'A')]).toEqual([
      [toDay('2026-09-07'), 25],
      [toDay('2026-09-08'), planned.introduce.minutes],
    ]);
    expect([...workOf(h, 'B')]).toEqual([[toDay('2026-09-11'), planned.practise.minutes - 4]]);
    const b = count(h, 'B', '2026-09-14');
    expect([b.days.counted, b.days.toCome, b.unmarked.map(fromDay)]).toEqual([
      1,
      5,
      ['2026-09-07', '2026-09-08', '2026-09-09', '2026-09-10'],
    ]);
  });

  it('counts a step that is done in two sittings once: what was left of it is what the second took', () => {
    const { minutes } = base().courses[0]!.kinds.introduce;
    const on = (day: number, kind: Mark['kind'], more: Partial<Mark> = {}) =>
      aMark('a', 'L1-1', kind, fromDay(toDay('2026-09-07') + day), { seq: day, ...more });
    const took = (...marks: Mark[]) => [...workOf(base({ marks }), 'A').values()];
    expect(took(on(0, 'partly', { minutesLeft: 5 }), on(1, 'done'))).toEqual([minutes - 5, 5]);
    expect(took(on(0, 'partly', { minutesLeft: 9 }), on(1, 'partly', { minutesLeft: 4 }), on(2, 'done'))).toEqual([
      ...[minutes - 9, 5, 4],
    ]);
    // What was said stands; a day it was put off takes nothing of what is left.
    expect(took(on(0, 'partly', { minutesLeft: 5 }), on(1, 'not today'), on(2, 'done', { minutes: 8 }))).toEqual([
      ...[minutes - 5, 8],
    ]);
    // Nobody said how much was left: the next sitting may be a whole one. Taught again it is one.
    expect(took(on(0, 'partly'), on(1, 'done'))).toEqual([minutes, minutes]);
    expect(took(on(0, 'partly', { minutesLeft: 5 }), on(1, 'again'), on(2, 'done'))).toEqual([minutes - 5, 5, minutes]);
  });

  it('knows a stretch said to be known for no day of school, and a step shown known for one', () => {
    const known = (more: object) => base({ marks: [aMark('a', 'L1-1', 'known', '2026-09-07', more)] });
    expect(count(known({}), 'A', '2026-09-08').days.counted).toBe(1);
    expect(count(known({ proofId: 'p' }), 'A', '2026-09-08').days.counted).toBe(0);
  });

  it('shows sick, closed and away days as what they were, and asks about the rest', () => {
    const away: AwayBlock = {
      id: 'w',
      label: 'trip',
      childIds: ['A'],
      teacherIds: [],
      from: '2026-09-09',
      to: '2026-09-09',
      weekdays: [],
      everyWeeks: 1,
      travel: 0,
      breaks: [],
      takesDay: [],
      counts: false,
    };
    const h = base({
      absences: [
        { id: 's', childIds: ['A'], from: '2026-09-07', to: '2026-09-07', why: 'sick', label: 'cough' },
        { id: 'i', childIds: ['A'], from: '2026-09-08', to: '2026-09-08', why: 'interruption', label: 'moving' },
      ],
      aways: [away],
    });
    const of = (state: Household) =>
      childDays(state, year, state.children[0]!, toDay('2026-09-14'))
        .slice(0, 7)
        .map((d) => d.status);
    expect(of(h)).toEqual(['sick', 'closed', 'away', 'unmarked', 'unmarked', 'free', 'free']);
    // A class that counts is school: asked about once past, to come before.
    const counts = { ...h, aways: [{ ...away, counts: true }] };
    expect(of(counts)[2]).toBe('unmarked');
    const ahead = childDays(counts, year, counts.children[0]!, toDay('2026-09-07'))[2]!;
    expect([ahead.status, ahead.minutes]).toEqual(['to come', 120]);
    // Away all day elsewhere, it is not at the class.
    const trip = { ...counts, aways: [...counts.aways, { ...away, id: 'x', label: 'to the sea' }] };
    expect(of(trip)[2]).toBe('away');
    // Work marked on a sick day is work all the same.
    const worked = { ...h, marks: [aMark('a', 'L1-1', 'done', '2026-09-07')] };
    expect(of(worked)[0]).toBe('taught');
  });

  it('knows no work where a settled step is put back: nothing was sat for', () => {
    const done = aMark('a', 'L1-1', 'done', '2026-09-07');
    const back = (more: object) => aMark('a', 'L1-1', 'again', '2026-09-09', more);
    const on = (marks: Household['marks']) => [...workOf(base({ marks }), 'A').keys()].map(fromDay);
    expect(on([done, back({})])).toEqual(['2026-09-07']);
    expect(on([aMark('a', 'L1-1', 'known', '2026-09-08', { proofId: 'p' }), back({ proofId: 'p' })])).toEqual([]);
    // Taught on an open step, and it did not stick: that is a day's work.
    expect(on([back({})])).toEqual(['2026-09-09']);
  });

  it('can be overruled day by day, both ways', () => {
    const h = base({
      marks: [aMark('a', 'L1-1', 'done', '2026-09-07', { minutes: 30 })],
      attendance: [
        attendanceRow('A', toDay('2026-09-07'), 'sick'),
        attendanceRow('A', toDay('2026-09-08'), 'taught', 45),
        attendanceRow('A', toDay('2026-09-09'), 'taught'),
        attendanceRow('A', toDay('2026-09-12'), 'taught'),
      ],
    });
    const a = count(h, 'A', '2026-09-14');
    expect(a.days.counted).toBe(3);
    // What was said, else the usual minutes of such a day; a Saturday has none.
    expect(a.minutes.counted).toBe(45 + 120);
    expect(a.unmarked.map(fromDay)).toEqual(['2026-09-10', '2026-09-11']);
  });

  it('adds up: every school day is counted, to come, or explained, on any household', () => {
    fc.assert(
      fc.property(householdArbitrary, fc.nat(3), ({ state, year: y, today }, why) => {
        const h: Household = {
          ...state,
          absences: [
            {
              id: 'x',
              childIds: ['A'],
              from: fromDay(today - why),
              to: fromDay(today + why),
              why: 'sick',
              label: '',
            },
          ],
        };
        for (const child of h.children) {
          const days = childDays(h, y, child, today);
          const c = childCount(h, y, child, today);
          const worked = new Set(
            h.marks
              .filter((m) => ['done', 'partly', 'again', 'known'].includes(m.kind))
              // Put back after it was settled: the last word before it, by date and order of arrival.
              .filter((m) => m.kind !== 'again' || !['done', 'known', 'left out'].includes(lastBefore(h, m) ?? ''))
              .filter((m) => h.enrolments.find((e) => e.id === m.enrolmentId)!.childIds.includes(child.id))
              .map((m) => m.date)
              .filter((d) => d >= y.start && d <= fromDay(Math.min(today, toDay(y.end)))),
          );
          expect(c.days.counted).toBe(worked.size);
          // Brute force: open, not absent, from today on, and not worked on already.
          const toCome = schoolDays(y).filter(
            (d) => d >= today && !childOut(h, child.id, d) && !worked.has(fromDay(d)),
          );
          expect(c.days.toCome).toBe(toCome.length);
          for (const d of days) {
            if (worked.has(fromDay(d.day))) expect(d.status).toBe('taught');
            else if (dayKind(y, d.day) === 'closed') expect(d.status).toBe('closed');
          }
          const months = childMonths(h, y, child, today);
          expect(months.reduce((sum, m) => sum + m.totals.taught, 0)).toBe(c.days.counted);
          expect(months.reduce((sum, m) => sum + m.totals.unmarked, 0)).toBe(c.unmarked.length);
          expect(months.reduce((sum, m) => sum + m.totals.minutes, 0)).toBe(c.minutes.counted);
          expect(months.reduce((sum, m) => sum + m.days.length, 0)).toBe(days.length);
        }
      }),
      { numRuns: 80 },
    );
  });

  it('asks all about a day on which nobody worked, and else only of whom something is required', () => {
    const h = base({
      years: [{ ...year, own: [{ childId: 'B', requirement: { meets: 'both' } }] }],
      marks: [aMark('a', 'L1-1', 'done', '2026-09-07')],
    });
    const days = daysAsked(h, h.years[0]!, toDay('2026-09-09'));
    expect(days.map((d) => [fromDay(d.day), d.children.map((c) => c.id)])).toEqual([['2026-09-08', ['A', 'B']]]);
  });

  it('asks nothing of a small child whom nobody teaches, and does not hold school on its account', () => {
    const h = base({
      years: [{ ...year, requirement: { days: 9, meets: 'both', fromAge: 6 } }],
      children: [aChild('A'), aChild('B'), aChild('Z', { born: '2025-02-01' })],
      absences: [
        { id: 'x', childIds: ['A', 'B'], from: '2026-09-08', to: '2026-09-09', why: 'interruption', label: 'a birth' },
      ],
    });
    const days = daysAsked(h, h.years[0]!, toDay('2026-09-10'));
    expect(days.map((d) => [fromDay(d.day), d.children.map((c) => c.id)])).toEqual([['2026-09-07', ['A', 'B']]]);
    const all = everybodysDays(h, h.years[0]!, toDay('2026-09-10'));
    expect(all.slice(0, 4).map((d) => d.status)).toEqual(['unmarked', 'closed', 'closed', 'to come']);
    // Where no school is kept of anybody, the days are everybody's.
    const none = { ...h, enrolments: [], years: [{ ...year, requirement: { meets: 'both' as const } }] };
    expect(daysAsked(none, none.years[0]!, toDay('2026-09-08'))[0]!.children.map((c) => c.id)).toEqual(['A', 'B', 'Z']);
  });

  it('is kept, in each year, of those who did something in it, and while it lasts of those who have something to do', () => {
    const open = { ...year, requirement: { meets: 'both' as const } };
    const before = { ...open, id: 'before', start: '2025-09-08', end: '2026-06-12' };
    const h = base({
      years: [before, open],
      courses: [aCourse('c', { lessons: 20 }), aCourse('short', { lessons: 1 })],
      // Z was through with its one course in the year before, and nobody said that it is finished.
      children: [...base().children, aChild('Z', { born: '2023-02-01' })],
      enrolments: [...base().enrolments, anEnrolment('z', 'short', { childIds: ['Z'] })],
      marks: ['L1-1', 'L1-2'].map((id) => aMark('z', id, 'done', '2026-03-02')),
    });
    const kept = (of: Household, in_ = open, today = '2026-09-09') => pupils(of, in_, toDay(today)).map((c) => c.id);
    expect(kept(h)).toEqual(['A', 'B']);
    expect(kept(h, before)).toEqual(['Z']);
    expect(kept(h, before, '2026-03-09')).toEqual(['A', 'B', 'Z']);
    // Said by hand to have been taught, it has a register of its own.
    const told = { ...h, attendance: [attendanceRow('Z', toDay('2026-09-08'), 'taught', 30)] };
    expect(kept(told)).toEqual(['A', 'B', 'Z']);
  });

  it('asks once about all days that a child was at a class that counts, with its minutes there', () => {
    const classes: AwayBlock = {
      ...{ id: 'w', label: 'co-op', childIds: ['A'], teacherIds: [], from: '2026-09-07', to: '2026-09-18' },
      ...{ weekdays: [2, 4], everyWeeks: 1, start: '09:00', end: '12:00', travel: 0, breaks: [] },
      ...{ takesDay: ['A'], counts: true },
    };
    const h = base({
      aways: [classes],
      marks: [aMark('b', 'L1-1', 'done', '2026-09-08'), aMark('both', 'L1-1', 'done', '2026-09-09')],
    });
    const found = asked(h, year, toDay('2026-09-11'));
    expect(found.classes.map((c) => [c.child.id, c.label, ...c.days.map((d) => [fromDay(d.day), d.minutes])])).toEqual([
      ['A', 'co-op', ['2026-09-08', 180], ['2026-09-10', 180]],
    ]);
    expect(found.days.map((d) => [fromDay(d.day), d.children.map((c) => c.id)])).toEqual([
      ['2026-09-07', ['A', 'B']],
      ['2026-09-10', ['B']],
    ]);
    // Said to have been there, they count with those minutes and are asked about no more.
    const said = found.classes[0]!.days.map((d) => ({ childId: 'A', day: d.day, minutes: d.minutes }));
    const deed = (now: Household) => sayDays(now, year, toDay('2026-09-11'), said, 'taught');
    const after = afterDeed(h, deed(h));
    // Pressed twice it is said once; and what was done on one of them by then stands.
    expect(deed(after)).toEqual([]);
    const meanwhile = { ...h, marks: [...h.marks, aMark('a', 'L1-1', 'done', '2026-09-08')] };
    expect(deed(meanwhile).map((p) => 'put' in p && (p.put as { date: string }).date)).toEqual(['2026-09-10']);
    expect(asked(after, year, toDay('2026-09-11')).classes).toEqual([]);
    const count = (s: Household) => childCount(s, year, h.children[0]!, toDay('2026-09-11'));
    expect(count(after).days.counted - count(h).days.counted).toBe(2);
    expect(count(after).minutes.counted - count(h).minutes.counted).toBe(360);
  });
});

describe('what is required', () => {
  const met = (requirement: Requirement) => {
    const h = base({ years: [{ ...year, requirement }] });
    // Two hours are planned on every school day.
    const planned = (_: string, day: number) => (weekdayOf(day) <= 5 ? 120 : 0);
    const two = { on: () => 120, planned, usual: () => 120 };
    const c = childCount(h, h.years[0]!, h.children[0]!, toDay('2026-09-07'), two);
    return [c.met === undefined ? undefined : fromDay(c.met), isShort(c)];
  };
  it('is met on the day the last of days and hours is reached, or the first when either will do', () => {
    expect(met({ days: 4, meets: 'both' })).toEqual(['2026-09-10', false]);
    expect(met({ hours: 12, meets: 'both' })).toEqual(['2026-09-14', false]);
    expect(met({ days: 4, hours: 12, meets: 'both' })).toEqual(['2026-09-14', false]);
    expect(met({ days: 4, hours: 12, meets: 'either' })).toEqual(['2026-09-10', false]);
    expect(met({ days: 11, hours: 12, meets: 'either' })).toEqual(['2026-09-14', false]);
    expect(met({ days: 11, hours: 12, meets: 'both' })).toEqual([undefined, true]);
    expect(met({ meets: 'both' })).toEqual([undefined, false]);
  });

  // Each preset beside the rule it comes from, as the project's authors remember it: days, hours.
  it.each([
    ['us-co', 'C.R.S. 22-33-104.5', 172, 4 * 172, 'both'],
    ['us-ga', 'O.C.G.A. 20-2-690', 180, 4.5 * 180, 'both'],
    ['us-mo', 'RSMo 167.031', undefined, 1000, 'both'],
    ['us-nd', 'N.D.C.C. 15.1-23-04', 175, 4 * 175, 'both'],
    ['us-ny-6', '8 NYCRR 100.10', undefined, 900, 'both'],
    ['us-ny-12', '8 NYCRR 100.10', undefined, 990, 'both'],
    ['us-pa-e', '24 P.S. 13-1327.1', 180, 900, 'either'],
    ['us-pa-s', '24 P.S. 13-1327.1', 180, 990, 'either'],
    ['us-tn', 'T.C.A. 49-6-3050', 180, 4 * 180, 'both'],
    ['us-wi', 'Wis. Stat. 118.165', undefined, 875, 'both'],
    ['round-180', 'common practice', 180, undefined, 'both'],
  ])('preset %s asks what %s asks', (id, source, days, hours, meets) => {
    const preset = PRESETS.find((p) => p.id === id)!;
    expect(preset.requirement).toEqual({
      ...(days === undefined ? {} : { days }),
      ...(hours === undefined ? {} : { hours }),
      meets,
    });
    // The section named in the source is the one the program shows.
    const section = source.replace(/^.*?(\d[\d.\- NYCRP]*\d).*$/, '$1').replace(/^8 NYCRR 100/, '100');
    if (source !== 'common practice') expect(preset.source).toContain(section.split(' ').at(-1)!);
  });

  it('has every preset tested, and forgets the preset once a figure is changed', () => {
    expect(PRESETS).toHaveLength(11);
    const preset = PRESETS[0]!;
    const requirement = { ...preset.requirement, preset: preset.id };
    expect(presetOf(requirement)).toBe(preset);
    expect(presetOf({ ...requirement, days: 171 })).toBeUndefined();
  });
});

it('of a year that is over the hours are known, whichever year is planned', () => {
  const asks = { ...year, requirement: { hours: 30, meets: 'both' as const } };
  const h = base({ years: [asks], marks: [aMark('a', 'L1-1', 'done', '2026-09-08')] });
  expect(count(h, 'A', '2026-09-10')).toMatchObject({ hoursKnown: false, minutes: { spare: undefined } });
  const over = count(h, 'A', '2026-10-01');
  expect(over.hoursKnown).toBe(true);
  expect(over.minutes.spare).toBe(over.minutes.counted - 1800);
  expect(isShort(over)).toBe(true);
});

describe('remedies', () => {
  const closed = [{ id: 'k', from: '2026-09-10', to: '2026-09-11', label: 'boat fair' }];
  it('are the fewest that reach it, each kept to its word', () => {
    const h = base({ years: [{ ...year, closed }] });
    const y = h.years[0]!;
    const a = h.children[0]!;
    const found = remedies(h, y, a, toDay('2026-09-07'));
    expect(found.map((r) => r.kind)).toEqual(['extra', 'later', 'open']);
    const [extra, later, open] = found;
    expect(open).toMatchObject({ days: [toDay('2026-09-11')], labels: ['boat fair'] });
    expect(extra).toMatchObject({ days: [toDay('2026-09-12')] });
    expect(later).toMatchObject({ end: toDay('2026-09-21') });
  });

  it('every one of them reaches what is required, and none is offered when nothing is short', () => {
    fc.assert(
      fc.property(
        householdArbitrary,
        fc.integer({ min: 1, max: 60 }),
        fc.option(fc.integer({ min: 1, max: 90 })),
        (given, days, hours) => {
          const requirement: Requirement = { days, ...(hours === null ? {} : { hours }), meets: 'both' };
          const y = { ...given.year, requirement };
          const h = { ...given.state, years: [y] };
          const child = h.children[0]!;
          // As if so many minutes were planned on every day to come.
          const planned = (minutes: number) => ({ on: () => minutes, planned: () => minutes, usual: () => minutes });
          const found = remedies(h, y, child, given.today, planned(45));
          if (!isShort(childCount(h, y, child, given.today, planned(45)))) {
            expect(found).toEqual([]);
            return;
          }
          for (const r of found) {
            const after = afterDeed(h, takeRemedy(h, y.id, r));
            const coming = planned(r.kind === 'work' ? 45 + r.minutes : 45);
            expect(isShort(childCount(after, after.years[0]!, child, given.today, coming))).toBe(false);
          }
          // For the days by themselves, and for the hours: what is told where nothing brings both.
          const ways = waysToReach(h, y, child, given.today, planned(45));
          expect(ways.all).toEqual(found);
          if (found.length > 0) expect(ways.each).toEqual([]);
          for (const { part, remedy } of ways.each)
            expect(remedies(h, y, child, given.today, planned(45), part)[0]).toEqual(remedy);
          for (const of of ['days', 'hours'] as const)
            for (const r of remedies(h, y, child, given.today, planned(45), of)) {
              const after = afterDeed(h, takeRemedy(h, y.id, r));
              const coming = planned(r.kind === 'work' ? 45 + r.minutes : 45);
              const count = childCount(after, after.years[0]!, child, given.today, coming);
              expect((of === 'days' ? count.days : count.minutes).spare).toBeGreaterThanOrEqual(0);
              if (r.kind !== 'extra') continue;
              // One day fewer would not do.
              const fewer = r.days.slice(0, -1).reduce((o, d) => paintDays(o, d, d, { kind: 'open' }), y);
              const left = childCount({ ...h, years: [fewer] }, fewer, child, given.today, coming);
              expect(left.days.spare).toBeLessThan(0);
            }
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('hours to come', () => {
  const state = base({
    enrolments: [anEnrolment('a', 'c'), anEnrolment('both', 'c', { childIds: ['A', 'B'] })],
    rituals: [
      { id: 'hens', title: 'Hens', childIds: ['A'], teacherId: 'T', weekdays: [1, 3], minutes: 10, presence: 'alone' },
    ],
  });
  const today = toDay('2026-09-07');
  const plan = makePlan(makeProblem(state, year, today), { sweeps: 2, seed: 1 });
  const steps = flatten(state.courses[0]!);

  it('are the minutes that are planned, and what is done every day beside them; never what a day could hold', () => {
    const coming = comingOf(state, year, plan);
    for (const child of ['A', 'B']) {
      for (const day of schoolDays(year)) {
        const own = plan.tracks
          .filter((t) => child === 'A' || t.enrolmentId === 'both')
          .flatMap((t) => t.stepIds.filter((_, i) => t.days[i] === day));
        const minutes = own.reduce((sum, id) => sum + steps.find((s) => s.id === id)!.minutes, 0);
        const hens = child === 'A' && [1, 3].includes(weekdayOf(day)) && minutes > 0 ? 10 : 0;
        expect(coming.on(child, day)).toBe(minutes + hens);
      }
    }
    const b = childCount(state, year, state.children[1]!, today, coming);
    expect(b.minutes.toCome).toBe(schoolDays(year).reduce((sum, d) => sum + coming.on('B', d), 0));
    // A day that was no school day counts as the others hold on average.
    expect(coming.on('B', toDay('2026-09-12'))).toBe(coming.usual('B'));
  });

  it('are not spoken of where nothing is known of the plan; what is missing asks for more work before any holiday', () => {
    const hours = { ...year, requirement: { hours: 30, meets: 'both' as const } };
    const h = { ...state, years: [hours] };
    expect(spareWords(h.children.map((c) => childCount(h, hours, c, today)))).toBe('');
    const coming = comingOf(h, hours, plan);
    const counts = h.children.map((c) => childCount(h, hours, c, today, coming));
    const missing = counts.map((c) => missingHours(30 * 60 - c.minutes.toCome));
    expect(spareWords(counts)).toBe(`A ${missing[0]} hours short and B ${missing[1]} hours short`);
    // Of more than two the least and the most is told.
    const many = ['A', 'B', 'C'].map((id, i) => ({
      ...counts[1]!,
      child: aChild(id),
      minutes: { ...counts[1]!.minutes, spare: -60 * (i + 1) },
    }));
    expect(spareWords(many)).toBe('A, B and C 1 to 3 hours short');
    const days = many.map((c, i) => ({ ...c, days: { counted: 1, toCome: 1, needed: 9, spare: -4 - i } }));
    expect(spareWords(days)).toBe('A, B and C 4 to 6 days short of 9 · 1 to 3 hours short');
    const [first] = remedies(h, hours, h.children[0]!, today, coming);
    expect(first).toMatchObject({
      kind: 'work',
      days: 10,
      minutes: Math.ceil((1800 - counts[0]!.minutes.toCome) / 10),
    });
  });

  it('stand in for days where either will do: what is reached is told, and nothing is missing', () => {
    const either = { ...year, requirement: { days: 20, hours: 1, meets: 'either' as const } };
    const h = { ...state, years: [either] };
    const told = (y: typeof year, first = h.children[0]!) =>
      childCount(h, y, first, today, comingOf(h, y, makePlan(makeProblem(h, y, today), { sweeps: 2, seed: 1 })));
    const a = told(either);
    expect(a.days.spare).toBe(-10);
    expect(spareWords([a])).toBe('');
    expect(toSpare(a)).toBe(`${wholeHours(a.minutes.toCome - 60)} hours`);
    expect(toSpare(told({ ...either, requirement: { ...either.requirement, meets: 'both' } }))).toBe(
      `10 days short, ${wholeHours(a.minutes.toCome - 60)} hours`,
    );
    const neither = told({ ...either, requirement: { days: 20, hours: 100, meets: 'either' } });
    expect(toSpare(neither)).toBe(`10 days short, ${missingHours(6000 - neither.minutes.toCome)} hours short`);
    expect(toSpare(told({ ...either, requirement: { meets: 'both' } }))).toBe('');
  });

  it('of a past day are proposed as its list had them', () => {
    const morning = { ...state, marks: [aMark('a', steps[0]!.id, 'done', '2026-09-07')] };
    const tuesday = makePlan(makeProblem(morning, year, toDay('2026-09-08')), { sweeps: 1, seed: 1 });
    const coming = comingOf(morning, year, tuesday);
    const later = { ...morning, marks: [...morning.marks, aMark('both', steps[0]!.id, 'done', '2026-09-10')] };
    const held = heldOn(later, year, later.children, toDay('2026-09-08'));
    expect([held.get('A'), held.get('B')]).toEqual(['A', 'B'].map((id) => coming.on(id, toDay('2026-09-08'))));
  });

  it('a child below the age that is set is left out, whoever else is asked', () => {
    const of = (born: string) =>
      requirementOf({ ...year, requirement: { days: 9, meets: 'both', fromAge: 5 }, own: [] }, { id: 'A', born }).days;
    expect([of('2021-09-07'), of('2021-09-08')]).toEqual([9, undefined]);
    const words = (spare: number[]) =>
      spareWords(
        spare.map((n, i) => {
          const c = childCount(state, year, state.children[i]!, today);
          return { ...c, met: n < 0 ? undefined : c.met, days: { ...c.days, spare: n } };
        }),
      );
    expect([words([3, 3]), words([3, 1]), words([-1, -2]), words([-2, -2])]).toEqual([
      '3 to spare',
      '1 to spare for B',
      'A 1 day short of 9 and B 2 days short of 9',
      'A and B 2 days short of 9',
    ]);
  });
});

describe('the effect of a change', () => {
  it('tells counts and every course’s days in hand before and after', () => {
    const h = base();
    const today = toDay('2026-09-07');
    const before = standingOf(h, year.id, today);
    const flood = { ...year, closed: [{ id: 'f', from: '2026-09-16', to: '2026-09-17', label: 'flood' }] };
    const effect = effectOf(before, { ...h, years: [flood] }, year.id, today);
    expect(effect.schoolDays).toEqual({ before: 10, after: 8 });
    expect(effect.children.map((c) => [c.before.days.spare, c.after.days.spare])).toEqual([
      [1, -1],
      [1, -1],
    ]);
    for (const c of effect.courses) expect(c.before.daysInHand! - c.after.daysInHand!).toBe(2);
    expect(effect.courses).toHaveLength(3);
  });
});
