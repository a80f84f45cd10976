import { describe, expect, it } from 'vitest';
import { workOf } from '../attendance/work';
import { toDay } from '../calendar';
import type { Household, Ritual } from '../household';
import { reviewsOn, makePlan, makeProblem } from '../stagger';
import { aChild, aCourse, aHousehold, aMark, anEnrolment, aYear } from '../tests/make';
import { childWeek, choresByChild, easierFor, extrasWithin, ritualMark, ritualsOn } from './index';

const year = aYear({ closed: [{ id: 'c', from: '2026-09-14', to: '2026-09-14', label: 'fair' }] });
const h = (change: Partial<Household> = {}): Household =>
  aHousehold({
    years: [year],
    children: [aChild('A'), aChild('B')],
    rituals: [
      {
        id: 'boats',
        title: 'count the boats',
        childIds: ['B'],
        teacherId: 'T',
        weekdays: [1, 3],
        minutes: 5,
        presence: 'with',
      },
      {
        id: 'hymn',
        title: 'hymn',
        childIds: ['A', 'B'],
        teacherId: 'T',
        weekdays: [1, 2, 3, 4, 5],
        minutes: 10,
        presence: 'with',
      },
    ],
    ...change,
  });
const on = (state: Household, date: string) =>
  ritualsOn(state, year, toDay(date)).map((r) => [
    r.ritual.id,
    r.children.map((c) => c.id).join(''),
    r.mark !== undefined,
  ]);

describe('rituals', () => {
  it('come up on their weekdays, on days with school, for those who are there; what was missed leaves no trace', () => {
    expect(on(h(), '2026-09-07')).toEqual([
      ['hymn', 'AB', false],
      ['boats', 'B', false],
    ]);
    expect(on(h(), '2026-09-08')).toEqual([['hymn', 'AB', false]]);
    expect(on(h(), '2026-09-12')).toEqual([]);
    expect(on(h(), '2026-09-14')).toEqual([]);
    const sick = h({
      absences: [{ id: 's', childIds: ['B'], from: '2026-09-07', to: '2026-09-07', why: 'sick', label: '' }],
    });
    expect(on(sick, '2026-09-07')).toEqual([['hymn', 'A', false]]);
  });

  it('a mark stands on whatever day it was made, and is work of those who were there', () => {
    const marked = h({
      ritualMarks: [
        { id: 'm', ritualId: 'hymn', date: '2026-09-12' },
        { id: 'n', ritualId: 'boats', date: '2026-09-07' },
      ],
    });
    expect(on(marked, '2026-09-12')).toEqual([['hymn', 'AB', true]]);
    // By itself an everyday thing makes no school day; one that is said to does, and others count beside it.
    expect([...workOf(marked, 'A')]).toEqual([]);
    const alone = { ...marked, rituals: marked.rituals.map((r) => (r.id === 'hymn' ? { ...r, alone: true } : r)) };
    expect([...workOf(alone, 'A')]).toEqual([[toDay('2026-09-12'), 10]]);
    const both = { ...alone, ritualMarks: [...alone.ritualMarks, { id: 'o', ritualId: 'boats', date: '2026-09-12' }] };
    expect([...workOf(both, 'B')]).toEqual([[toDay('2026-09-12'), 15]]);
  });
});

describe('review until they meet', () => {
  it('whoever is ahead of the one it goes with reviews on the days it is held back, and on no other', () => {
    const state = aHousehold({
      years: [year],
      courses: ['fast', 'slow'].map((id) =>
        aCourse(id, { lessons: 12, perLesson: [{ kind: 'read', count: 1 }] }, { countsNew: false }),
      ),
      enrolments: [anEnrolment('f', 'fast'), anEnrolment('s', 'slow', { weekdays: [5] })],
      links: [{ id: 'l', enrolmentIds: ['f', 's'], by: 'whole' }],
      marks: Array.from({ length: 6 }, (_, i) => aMark('f', `L${i + 1}-1`, 'done', '2026-09-04')),
    });
    const today = toDay('2026-09-07');
    const plan = makePlan(makeProblem(state, year, today), { sweeps: 8, seed: 1 });
    const reviews = reviewsOn(state, year, plan, today);
    expect(reviews.map((r) => [r.enrolment.id, r.behind.map((e) => e.id)])).toEqual([['f', ['s']]]);
    const placed = plan.tracks.find((t) => t.enrolmentId === 'f')!.days;
    for (let d = today; d < today + 40; d++) {
      const now = reviewsOn(state, year, plan, d);
      if (placed.includes(d)) expect(now.some((r) => r.enrolment.id === 'f')).toBe(false);
      expect(now.some((r) => r.enrolment.id === 's')).toBe(false);
    }
  });
});

describe('chores and extras', () => {
  const base = { childIds: ['A'], teacherId: 'T', minutes: 15, presence: 'alone' as const };
  const hens: Ritual = { ...base, id: 'hens', title: 'feed the hens', sort: 'chore', weekdays: [1, 6] };
  const museum: Ritual = { ...base, id: 'museum', title: 'museum', sort: 'extra', weekdays: [], date: '2026-09-12' };
  const with_ = (...rituals: Ritual[]) => h({ rituals });

  it('a chore comes on its weekdays, school or not; an extra on its date alone', () => {
    const state = with_(hens, museum);
    expect(on(state, '2026-09-12')).toEqual([
      ['museum', 'A', false],
      ['hens', 'A', false],
    ]);
    // A closed Monday, and a Saturday a week later.
    expect(on(state, '2026-09-14')).toEqual([['hens', 'A', false]]);
    expect(on(state, '2026-09-19')).toEqual([['hens', 'A', false]]);
    expect(extrasWithin(state, toDay('2026-09-07'), toDay('2026-09-13')).map((r) => [r.title, r.names])).toEqual([
      ['museum', ['A']],
    ]);
    expect(choresByChild(state, toDay('2026-09-07')).map((c) => [c.child.id, c.chores.length])).toEqual([['A', 1]]);
    const left = { ...state, children: state.children.map((c) => ({ ...c, until: '2026-09-08' })) };
    expect([toDay('2026-09-07'), toDay('2026-09-14')].map((start) => choresByChild(left, start).length)).toEqual([
      1, 0,
    ]);
  });

  it('what is secure, or past its last date, rests; it comes back when it is wanted again', () => {
    const hymn: Ritual = { ...base, id: 'hymn', title: 'hymn', weekdays: [1, 2, 3, 4, 5] };
    expect(on(with_({ ...hymn, until: '2026-09-08' }), '2026-09-08')).toHaveLength(1);
    expect(on(with_({ ...hymn, until: '2026-09-08' }), '2026-09-09')).toEqual([]);
    expect(on(with_({ ...hymn, secure: '2026-09-08' }), '2026-09-07')).toHaveLength(1);
    expect(on(with_({ ...hymn, secure: '2026-09-08' }), '2026-09-08')).toEqual([]);
    expect(on(with_(hymn), '2026-09-08')).toHaveLength(1);
  });

  it('work about the house is never school; an extra is only where it says so, and then without other work', () => {
    const mark = (r: Ritual, date: string) => ritualMark(r, date, `m ${r.id} ${date}`);
    const worked = (rituals: Ritual[], dates: string[]) =>
      workOf({ ...with_(...rituals), ritualMarks: rituals.flatMap((r) => dates.map((d) => mark(r, d))) }, 'A');
    const course = { courses: [aCourse('c', { lessons: 2 })], enrolments: [anEnrolment('e', 'c')] };
    expect(worked([hens], ['2026-09-07']).size).toBe(0);
    expect(worked([museum], ['2026-09-12']).size).toBe(0);
    expect([...worked([{ ...museum, alone: true }], ['2026-09-12'])]).toEqual([[toDay('2026-09-12'), 15]]);
    const beside = {
      ...with_(hens, museum),
      ...course,
      marks: [aMark('e', 'L1-1', 'done', '2026-09-12', { minutes: 20 })],
    };
    const both = { ...beside, ritualMarks: [mark(hens, '2026-09-12'), mark(museum, '2026-09-12')] };
    expect(workOf(both, 'A').get(toDay('2026-09-12'))).toBe(20);
  });

  it('what is changed of it later changes no day gone by', () => {
    const film: Ritual = { ...museum, alone: true };
    const done = { ...with_(film), ritualMarks: [ritualMark(film, '2026-09-12', 'm')] };
    const changed = { ...done, rituals: [{ ...film, minutes: 90, alone: false, childIds: ['B'] }] };
    expect(workOf(changed, 'A')).toEqual(workOf(done, 'A'));
    expect(ritualsOn(changed, year, toDay('2026-09-12'))[0]!.ritual.minutes).toBe(15);
  });

  it('stand behind the lessons on the child’s own list', () => {
    const state = h({ rituals: [hens], courses: [aCourse('c', { lessons: 9 })], enrolments: [anEnrolment('e', 'c')] });
    const plan = makePlan(makeProblem(state, year, toDay('2026-09-07')), { sweeps: 1, seed: 1 });
    const week = childWeek(state, year, plan, state.children[0]!, toDay('2026-09-07'));
    expect(week[0]!.items.map((i) => i.kind).at(-1)).toBe('chore');
    expect(week.find((d) => d.day === toDay('2026-09-12'))!.items.map((i) => i.title)).toEqual(['feed the hens']);
    // Its minutes are no work of the school's.
    expect(week[0]!.minutes).toBe(week[0]!.items.slice(0, -1).reduce((n, i) => n + i.minutes, 0));
  });
});

describe('a game that is too hard', () => {
  const game = (id: string, weekdays: Ritual['weekdays'], change: Partial<Ritual> = {}): Ritual => ({
    ...{ id, title: id, childIds: ['A'], teacherId: 'T', weekdays, minutes: 5, presence: 'with' },
    ...change,
  });
  const ids = (rituals: Ritual[], date: string) => on(h({ rituals }), date).map(([id]) => id);

  it('gives way to an easier one on its own days, from the date it is said on, and comes back', () => {
    const [dice, pairs] = [game('dice', [1, 3]), game('pairs', [5])];
    const hard = { ...dice, easier: 'pairs', hard: '2026-09-09' };
    // Monday the 7th, Wednesday the 9th, Friday the 11th.
    expect(ids([hard, pairs], '2026-09-07')).toEqual(['dice']);
    expect(ids([hard, pairs], '2026-09-09')).toEqual(['pairs']);
    expect(ids([hard, pairs], '2026-09-11')).toEqual(['pairs']);
    expect(ids([{ ...dice, easier: 'pairs' }, pairs], '2026-09-09')).toEqual(['dice']);
    // Down a row of them, and one that is secure by now is not brought back by it.
    const middle = { ...pairs, easier: 'snap', hard: '2026-09-08' };
    expect(ids([hard, middle, game('snap', [])], '2026-09-09')).toEqual(['snap']);
    expect(ids([hard, { ...pairs, secure: '2026-09-01' }], '2026-09-09')).toEqual([]);
    // Of two that name each other neither comes, and nothing hangs.
    expect(ids([hard, { ...pairs, easier: 'dice', hard: '2026-09-08' }], '2026-09-09')).toEqual([]);
  });

  it('is never offered what leans on it itself', () => {
    const all = [game('a', [1], { easier: 'b' }), game('b', [1], { easier: 'c' }), game('c', [1])];
    expect(easierFor(all, 'c').map((r) => r.id)).toEqual([]);
    expect(easierFor(all, 'a').map((r) => r.id)).toEqual(['b', 'c']);
    expect(easierFor(all, undefined)).toHaveLength(3);
  });
});
