import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fromDay, schoolDays, toDay, weekdayOf, weekStart } from '../calendar';
import { firstHalfOf } from '../course';
import { markStep } from '../deeds';
import { byId, type Enrolment, type Household, type Loop, type Mark, type PaceRule } from '../household';
import { makePlan, makeProblem } from '../stagger';
import { afterDeed } from '../tests/apply';
import { gatesKept } from '../tests/again';
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
import { atPaces, gateFault, makeTrack, openDates, reserveOf, takenSteps, workLeft } from './index';

const year = aYear({ start: '2026-09-07', end: '2026-12-18' });
const today = toDay('2026-09-07');
const placed = (h: Household, on = today): Map<string, string> => {
  const plan = makePlan(makeProblem(h, year, on), { sweeps: 8, seed: 1 });
  return new Map(
    plan.tracks.flatMap((t) =>
      t.stepIds.map((id, i) => [`${t.enrolmentId} ${id}`, t.days[i]! < 0 ? 'none' : fromDay(t.days[i]!)] as const),
    ),
  );
};
const sheets = { lessons: 12, perLesson: [{ kind: 'practise' as const, count: 1 }] };
const one = (change: Partial<Enrolment> = {}, more: Partial<Household> = {}) =>
  aHousehold({ years: [year], courses: [aCourse('c', sheets)], enrolments: [anEnrolment('e', 'c', change)], ...more });

describe('what is promised of a sitting, on any calendar', () => {
  it('tied weekdays, halves on two days, gates, places of a sitting and turns hold', () => {
    fc.assert(
      fc.property(shapedArbitrary, ({ state, year: y, today: now }) => {
        const problem = makeProblem(state, y, now);
        const plan = makePlan(problem, { sweeps: 3, seed: 1 });
        const day = new Map<string, number>(
          plan.tracks.flatMap((t) => t.stepIds.map((id, i) => [`${t.enrolmentId} ${id}`, t.days[i]!] as const)),
        );
        for (const track of problem.tracks) {
          const at = (i: number) =>
            day.get(`${track.steps[i]!.enrolmentId ?? track.enrolmentId} ${track.steps[i]!.id}`)!;
          const places = new Map<number, number>();
          const turns = new Map<number, Set<string>>();
          track.steps.forEach((s, i) => {
            if (at(i) < 0) return;
            if (s.weekday) expect(weekdayOf(at(i))).toBe(s.weekday);
            places.set(at(i), (places.get(at(i)) ?? 0) + s.size);
            turns.set(at(i), (turns.get(at(i)) ?? new Set()).add(s.enrolmentId ?? ''));
            const half = firstHalfOf(s.id);
            const first = half === undefined ? -1 : day.get(`${s.enrolmentId ?? track.enrolmentId} ${half}`)!;
            if (first >= 0) expect(at(i)).toBeGreaterThan(first);
          });
          for (const [d, n] of places) {
            const room = track.room[track.dates.indexOf(d)]!;
            expect(n).toBeLessThanOrEqual(room + 1e-6);
          }
          // In a loop nobody shares another's slot.
          for (const who of turns.values()) expect(who.size).toBe(1);
        }
        expect(gatesKept(problem, plan)).not.toContain(false);
      }),
      { numRuns: 250 },
    );
  });
});

describe('the size of a sitting', () => {
  it('two easy numbers go into one sitting, others stand alone', () => {
    const perLesson = [
      { kind: 'review' as const, count: 1 },
      { kind: 'practise' as const, count: 1 },
    ];
    const h = one({ easy: ['review'] }, { courses: [aCourse('c', { lessons: 4, perLesson })] });
    const track = makeTrack(h, year, h.enrolments[0]!, today);
    expect(track.steps.map((s) => s.size)).toEqual([0.5, 1, 0.5, 1, 0.5, 1, 0.5, 1]);
    expect(workLeft(h, h.enrolments[0]!)).toBe(6);
    const reviews = one({ easy: ['review'] }, { courses: [aCourse('c', { lessons: 6, perLesson: [perLesson[0]!] })] });
    const days = reserveOf(makeTrack(reviews, year, reviews.enrolments[0]!, today), year);
    expect(fromDay(days.projected!)).toBe('2026-09-09');
  });

  it('a named stretch goes faster, for the sitting and for the week’s cap', () => {
    const stretches = [{ fromLessonId: 'L1', toLessonId: 'L6', times: 3 }];
    const fast = one({ stretches });
    const end = (h: Household) => fromDay(reserveOf(makeTrack(h, year, h.enrolments[0]!, today), year).projected!);
    expect(end(one())).toBe('2026-09-22');
    expect(end(fast)).toBe('2026-09-16');
    const weekly: PaceRule = { kind: 'weekly', n: 2, unit: 'steps' };
    const days = placed(one({ rule: weekly, stretches }));
    const inWeek = (n: number) => [...days.values()].filter((d) => weekStart(toDay(d), 1) === today + 7 * n).length;
    // Six at three times the pace are the work of two; from there on two a week.
    expect([0, 1, 2, 3].map(inWeek)).toEqual([6, 2, 2, 2]);
  });

  it('a tiring step is split over two days, its halves named; a short one is not', () => {
    const h = one({ splitOver: 14 }, { courses: [aCourse('c', { ...sheets, lessons: 2 })] });
    const steps = takenSteps(h, h.enrolments[0]!);
    expect(steps.map((s) => [s.id, s.step.label, s.minutes])).toEqual([
      ['L1-1', 'practise, first half', 8],
      ['L1-1~2', 'practise, second half', 7],
      ['L2-1', 'practise, first half', 8],
      ['L2-1~2', 'practise, second half', 7],
    ]);
    const days = placed({ ...h, enrolments: [{ ...h.enrolments[0]!, perSitting: 4 }] });
    expect(new Set(days.values()).size).toBeGreaterThanOrEqual(2);
    expect(days.get('e L1-1')).not.toBe(days.get('e L1-1~2'));
    expect(takenSteps(one({ splitOver: 15 }), h.enrolments[0]!)).toHaveLength(24);
    expect(takenSteps(one({ splitOver: 15 }), one({ splitOver: 15 }).enrolments[0]!)).toHaveLength(12);
  });

  it('once its first step is done the others stay on its day, by any rule', () => {
    fc.assert(
      fc.property(fc.oneof(householdArbitrary, shapedArbitrary), ({ state, year, today }) => {
        const planOf = (h: Household) => makePlan(makeProblem(h, year, today), { sweeps: 2, seed: 1 }).tracks;
        for (const { enrolmentId, stepIds, days } of planOf(state)) {
          const [first, ...others] = stepIds.filter((_, i) => days[i] === today);
          if (others.length === 0) continue;
          const done = afterDeed(
            state,
            markStep(state, { enrolmentId, stepId: first!, day: today }, 'done', () => 'new'),
          );
          const then = planOf(done).find((t) => t.enrolmentId === enrolmentId)!;
          const stay = then.stepIds.filter((_, i) => then.days[i] === today);
          expect(stay).toEqual(expect.arrayContaining(others));
        }
      }),
      { numRuns: 250 },
    );
  });

  it('by minutes, or as early as can be: what is left of a sitting that is begun stays on its day', () => {
    const byMinutes = one({ rule: { kind: 'minutes', minutes: 30 } });
    const wishes = { ...aHousehold().settings, wishes: { spread: 'early' as const } };
    for (const h of [byMinutes, one({ perSitting: 2 }, { settings: wishes })]) {
      const after = (kind: Mark['kind']) => {
        const days = placed({ ...h, marks: [aMark('e', 'L1-1', kind, '2026-09-07')] });
        return ['e L1-1', 'e L2-1', 'e L3-1', 'e L4-1'].map((id) => days.get(id)?.slice(5));
      };
      expect(['e L1-1', 'e L2-1', 'e L3-1'].map((id) => placed(h).get(id)?.slice(5))).toEqual([
        '09-07',
        '09-07',
        '09-08',
      ]);
      expect(after('done')).toEqual([undefined, '09-07', '09-08', '09-08']);
      // Put off, it takes the next sitting, and nothing passes it.
      expect(after('not today')).toEqual(['09-08', '09-08', '09-09', '09-09']);
    }
  });

  it('a step meant for Fridays stands on a Friday; where the course has none it stands where it falls', () => {
    const tests = aCourse('c', { lessons: 4, testEvery: 2, perLesson: [{ kind: 'practise', count: 1 }] });
    for (const u of tests.units)
      for (const l of u.lessons) for (const s of l.steps) if (s.kind === 'assess') s.weekday = 5;
    const days = placed(one({ perSitting: 3 }, { courses: [tests] }));
    expect(weekdayOf(toDay(days.get('e T1-1')!))).toBe(5);
    expect(weekdayOf(toDay(days.get('e T2-1')!))).toBe(5);
    const elsewhere = placed(one({ perSitting: 3, weekdays: [1, 2] }, { courses: [tests] }));
    expect(elsewhere.get('e T2-1')).not.toBe('none');
  });
});

describe('a loop', () => {
  const loop: Loop = { id: 'l', name: 'afternoons', weekdays: [2, 4], turns: 'next', order: ['b', 'a', 'c'] };
  const three = (marks: Household['marks'] = [], change: Partial<Loop> = {}) =>
    aHousehold({
      years: [year],
      courses: ['a', 'b', 'c'].map((id) => aCourse(id, { ...sheets, lessons: 3 })),
      enrolments: ['a', 'b', 'c'].map((id) => anEnrolment(id, id, { rule: { kind: 'loop', loopId: 'l' } })),
      loops: [{ ...loop, ...change }],
      marks,
    });
  const order = (h: Household, on = today) =>
    [...placed(h, on)].sort(([, a], [, b]) => (a < b ? -1 : 1)).map(([key, d]) => `${key.slice(0, 1)} ${d.slice(5)}`);

  it('takes turns in one slot, whoever is next, on its own weekdays', () => {
    expect(order(three()).slice(0, 5)).toEqual(['b 09-08', 'a 09-10', 'c 09-15', 'b 09-17', 'a 09-22']);
  });

  it('a lost day delays and nothing falls out: the turn goes on from whoever sat last', () => {
    const after = order(three([aMark('b', 'L1-1', 'done', '2026-09-08')]), toDay('2026-09-15'));
    expect(after.slice(0, 3)).toEqual(['a 09-15', 'c 09-17', 'b 09-22']);
    const refused = order(three([aMark('b', 'L1-1', 'not today', '2026-09-08')]), toDay('2026-09-09'));
    expect(refused[0]).toBe('b 09-10');
  });

  it('days in hand count its slots: 30 of them for nine sheets leave as many as come before each one’s last', () => {
    const h = three();
    const slots = openDates(h, h.enrolments[0]!, year).length;
    const inHand = h.enrolments.map((e) => reserveOf(makeTrack(h, year, e, today), year).daysInHand);
    // b sits 7th in its last turn, a 8th, c 9th.
    expect(inHand).toEqual([slots - 8, slots - 7, slots - 9]);
  });

  describe('who takes turns from a day to come on', () => {
    const living = (lives: Record<string, Partial<Enrolment>>, change: Partial<Loop> = {}) => {
      const h = three([], change);
      return { ...h, enrolments: h.enrolments.map((e) => ({ ...e, ...lives[e.id] })) };
    };
    const reserve = (h: Household, id: string) => reserveOf(makeTrack(h, year, byId(h.enrolments, id)!, today), year);

    it('leaves its turns to the others while it is paused, and takes them again; what it no longer comes to is for later', () => {
      const paused = { lives: [{ from: '2026-09-15', life: 'paused' as const }] };
      const h = living({ a: paused });
      expect(order(h)).toEqual(['b 09-08', 'a 09-10', 'c 09-15', 'b 09-17', 'c 09-22', 'b 09-24', 'c 09-29']);
      expect(reserve(h, 'a')).toMatchObject({ remaining: 1, forLater: 2, projected: toDay('2026-09-10') });
      const back = living({ a: { lives: [...paused.lives, { from: '2026-09-22', life: 'running' as const }] } });
      expect(order(back)).toEqual([
        'b 09-08',
        'a 09-10',
        'c 09-15',
        'b 09-17',
        'a 09-22',
        'c 09-24',
        'b 09-29',
        'a 10-01',
        'c 10-06',
      ]);
      expect(reserve(back, 'a')).toMatchObject({ remaining: 3, forLater: 0, projected: toDay('2026-10-01') });
    });

    it('joins on its day; where nobody is left until then no slot is held', () => {
      const later = (from: string) => ({ life: 'waiting' as const, lives: [{ from, life: 'running' as const }] });
      expect(order(living({ b: later('2026-09-15') })).slice(0, 5)).toEqual([
        'a 09-08',
        'c 09-10',
        'b 09-15',
        'a 09-17',
        'c 09-22',
      ]);
      const gone = { lives: [{ from: '2026-09-15', life: 'dropped' as const }] };
      const h = living({ a: gone, c: gone, b: later('2026-10-06') });
      expect(order(h)).toEqual(['a 09-08', 'c 09-10', 'b 10-06', 'b 10-08', 'b 10-13']);
      // The two slots of the others before its own can be lost besides: they cost it nothing.
      expect(reserve(h, 'b').daysInHand).toBe(openDates(h, byId(h.enrolments, 'b')!, year).length - 3 + 2);
    });

    it('is waited for by nobody while it waits for another course', () => {
      const h = living({ a: { gates: [{ id: 'g', until: { kind: 'course', enrolmentId: 'x', days: 0 } }] } });
      // x is through on its fourth Monday.
      const rule = { kind: 'weekly' as const, n: 1, unit: 'steps' as const };
      const x = anEnrolment('x', 'x', { weekdays: [1], childIds: ['B'], rule });
      const state = {
        ...{ ...h, courses: [...h.courses, aCourse('x', { ...sheets, lessons: 4 })] },
        enrolments: [...h.enrolments, x],
        children: [...h.children, aChild('B', { born: '2016-05-01' })],
      };
      expect(
        order(state)
          .filter((o) => !o.startsWith('x'))
          .slice(0, 8),
      ).toEqual([...['b 09-08', 'c 09-10', 'b 09-15', 'c 09-17', 'b 09-22', 'c 09-24', 'a 09-29', 'a 10-01']]);
    });

    it('is waited for by nobody before its first date', () => {
      expect(order(living({ a: { firstDate: '2026-09-22' } })).slice(0, 6)).toEqual([
        ...['b 09-08', 'c 09-10', 'b 09-15', 'c 09-17', 'a 09-22', 'b 09-24'],
      ]);
    });

    it('has its slot taken by another on a day on which whoever teaches it does not', () => {
      const h = living({ a: { teacherId: 'U' } });
      const lessons = (id: string) => aCourse(id, { lessons: 3, perLesson: [{ kind: 'introduce', count: 1 }] });
      const state = {
        ...{ ...h, courses: ['a', 'b', 'c'].map(lessons) },
        // U teaches on no Thursday, when its turn would be.
        teachers: [...h.teachers, { ...h.teachers[0]!, id: 'U', minutes: [240, 240, 240, 0, 240, 0, 0] }],
      };
      expect(order(state).slice(0, 6)).toEqual([...['b 09-08', 'c 09-10', 'a 09-15', 'b 09-17', 'c 09-22', 'b 09-24']]);
    });

    it('has its slot taken by another on a day on which nobody is there who takes it; days in hand know of it', () => {
      const away = { id: 'x', label: '', why: 'sick' as const, from: '2026-09-15', to: '2026-09-17' };
      const two = (childIds: string[]) => {
        const h = living({ a: { childIds: ['B'] } });
        const children = [aChild('A', { born: '2016-05-01' }), aChild('B', { born: '2016-05-01' })];
        return { ...h, children, absences: [{ ...away, childIds }] };
      };
      // Only B is there: both slots are a’s, and then the others have waited longer.
      expect(order(two(['A'])).slice(0, 6)).toEqual([
        ...['b 09-08', 'a 09-10', 'a 09-15', 'a 09-17', 'c 09-22', 'b 09-24'],
      ]);
      expect(order(two(['B'])).slice(0, 6)).toEqual([
        ...['b 09-08', 'a 09-10', 'c 09-15', 'b 09-17', 'a 09-22', 'c 09-24'],
      ]);
      // With nobody there it is no slot at all.
      expect(order(two(['A', 'B'])).slice(0, 4)).toEqual(['b 09-08', 'a 09-10', 'c 09-22', 'b 09-24']);
      // Of the last eight slots the second, the fifth and the last would be its own.
      const h = two(['A']);
      const slots = openDates(h, { ...byId(h.enrolments, 'a')!, childIds: ['A', 'B'] }, year);
      expect(reserve(h, 'a').daysInHand).toBe(slots.length - 8);
    });

    it('is so on the day itself as it was planned', () => {
      const h = living({
        a: {
          lives: [
            { from: '2026-09-15', life: 'paused' },
            { from: '2026-09-22', life: 'running' },
          ],
        },
      });
      const before = order(h);
      const marks = before.slice(0, 2).map((said) => aMark(said[0]!, 'L1-1', 'done', `2026-${said.slice(2)}`));
      const then = toDay('2026-09-15');
      expect(order(atPaces({ ...h, marks }, then), then)).toEqual(before.slice(2));
    });

    it('gives the weeks to those who are there', () => {
      const h = living({ a: { lives: [{ from: '2026-09-14', life: 'dropped' }] } }, { turns: 'weeks' });
      const weeks = (id: string) => [
        ...new Set(openDates(h, byId(h.enrolments, id)!, year).map((d) => weekStart(d, 1))),
      ];
      expect(weeks('a')).toEqual([]);
      expect(
        weeks('c')
          .slice(0, 2)
          .map((d) => fromDay(d)),
      ).toEqual(['2026-09-14', '2026-09-28']);
      expect(
        weeks('b')
          .slice(0, 2)
          .map((d) => fromDay(d)),
      ).toEqual(['2026-09-07', '2026-09-21']);
      // Nor does one that begins later hold a week before its first date.
      const begins = living({ a: { firstDate: '2026-09-28' } }, { turns: 'weeks' });
      const firsts = (id: string) => openDates(begins, byId(begins.enrolments, id)!, year).slice(0, 2).map(fromDay);
      expect(['b', 'c'].map(firsts)).toEqual([
        ['2026-09-08', '2026-09-10'],
        ['2026-09-15', '2026-09-17'],
      ]);
      expect(order(h).every((said) => !said.startsWith('a'))).toBe(true);
    });
  });

  it('may give each of its members a week in turn instead', () => {
    const h = three([], { turns: 'weeks' });
    const own = openDates(h, h.enrolments[0]!, year).map((d) => weekStart(d, 1));
    expect([...new Set(own)].slice(0, 3).map((d) => fromDay(d))).toEqual(['2026-09-14', '2026-10-05', '2026-10-26']);
    const all = h.enrolments.flatMap((e) => openDates(h, e, year));
    const slots = schoolDays(year).filter((d) => [2, 4].includes(weekdayOf(d)));
    expect([...all].sort((a, b) => a - b)).toEqual(slots);
  });
});

describe('gates', () => {
  const two = (gate: NonNullable<Enrolment['gates']>[number], more: Partial<Household> = {}) =>
    aHousehold({
      years: [year],
      courses: [aCourse('first', sheets), aCourse('next', sheets), aCourse('between', { ...sheets, lessons: 60 })],
      enrolments: [
        anEnrolment('f', 'first', { target: '2026-10-02' }),
        anEnrolment('n', 'next', { gates: [gate] }),
        ...(gate.fillId ? [anEnrolment('b', 'between')] : []),
      ],
      ...more,
    });
  const days = (h: Household, id: string, on = today) =>
    [...placed(h, on)].filter(([k]) => k.startsWith(`${id} `)).map(([, d]) => d);

  it('what waits for a course that is let go, or finished, on a day to come begins on that day; paused, nobody can say', () => {
    const gate = { id: 'g', until: { kind: 'course' as const, enrolmentId: 'f', days: 7 } };
    const ending = (lives: Enrolment['lives'], change: Partial<Enrolment> = {}) => {
      const h = two(gate);
      return { ...h, enrolments: h.enrolments.map((e) => (e.id === 'f' ? { ...e, ...change, lives: lives! } : e)) };
    };
    const dropped = { from: '2026-09-15', life: 'dropped' as const };
    expect(days(ending([dropped]), 'n')[0]).toBe('2026-09-15');
    expect(days(ending([dropped], { life: 'paused' }), 'n')[0]).toBe('2026-09-15');
    expect(days(ending([{ ...dropped, life: 'paused' }]), 'n')).toEqual([]);
    // Where the child of it leaves, nobody takes it any more.
    const leaves = { ...two(gate), children: [aChild('A', { until: '2026-09-14' }), aChild('B')] };
    const others = leaves.enrolments.map((e) => (e.id === 'n' ? { ...e, childIds: ['B'] } : e));
    expect(days({ ...leaves, enrolments: others }, 'n')[0]).toBe('2026-09-15');
    expect(days({ ...leaves, enrolments: others }, 'n', toDay('2026-09-21'))).toHaveLength(12);
    const again = ending([dropped, { from: '2026-09-22', life: 'running' }]);
    expect(days(again, 'n')[0]! > days(again, 'f').at(-1)!).toBe(true);
  });

  it('two courses end to end: the next volume begins after the break for ordering it', () => {
    const h = two({ id: 'g', until: { kind: 'course', enrolmentId: 'f', days: 10 } });
    const last = days(h, 'f').at(-1)!;
    expect(toDay(days(h, 'n')[0]!) - toDay(last)).toBeGreaterThanOrEqual(11);
    // Its own days in hand know of it: the first course takes twelve sittings, then ten days go by.
    const free = reserveOf(
      makeTrack(
        two({ id: 'g', until: { kind: 'mastery', list: 's', known: 1, of: 1 } }),
        year,
        h.enrolments[1]!,
        today,
      ),
      year,
    );
    const held = reserveOf(makeTrack(h, year, h.enrolments[1]!, today), year);
    expect(held.daysInHand!).toBeLessThan(free.daysInHand! + 1);
    expect(fromDay(held.projected!)).toBe('2026-10-20');
  });

  it('a lesson waits for a lesson of another course; what comes before it does not', () => {
    const h = two({ id: 'g', lessonId: 'L3', until: { kind: 'course', enrolmentId: 'f', lessonId: 'L9', days: 0 } });
    const all = placed(h);
    expect(all.get('n L3-1')! > all.get('f L9-1')!).toBe(true);
    expect(all.get('n L2-1')! < all.get('f L9-1')!).toBe(true);
  });

  const sounds = { kind: 'mastery' as const, list: 'letter sounds', known: 19, of: 26 };
  it('a mastery list: until it is known what stands behind it waits, and is not “unplaced”', () => {
    const h = two({ id: 'g', lessonId: 'L4', until: sounds });
    expect(days(h, 'n')).toHaveLength(3);
    const problem = makeProblem(h, year, today);
    expect(problem.tracks.find((t) => t.enrolmentId === 'n')!.waiting).toBe(9);
    expect(makePlan(problem, { sweeps: 2, seed: 1 }).cost.unplaced).toBe(0);
    expect(days(two({ id: 'g', lessonId: 'L4', until: { ...sounds, known: 26 } }), 'n')).toHaveLength(12);
    expect(days(two({ id: 'g', lessonId: 'L4', until: { ...sounds, opened: '2026-09-01' } }), 'n')).toHaveLength(12);
  });

  it('the time in between is filled from a chosen course, which rests once the gate is open', () => {
    const h = two({ id: 'g', lessonId: 'L4', until: sounds, fillId: 'b' });
    const between = days(h, 'b');
    expect(between.length).toBeGreaterThan(40);
    // Not before the three lessons in front of the gate are through.
    expect(between[0]! > '2026-09-09').toBe(true);
    const opened = two({ id: 'g', lessonId: 'L4', until: { ...sounds, opened: '2026-09-01' }, fillId: 'b' });
    expect(days(opened, 'b')).toEqual([]);
    const dated = two({ id: 'g', until: { kind: 'course', enrolmentId: 'f', days: 0 }, fillId: 'b' });
    const opens = days(dated, 'n')[0]!;
    expect(days(dated, 'b').length).toBeGreaterThan(0);
    expect(days(dated, 'b').every((d) => d < opens)).toBe(true);
  });

  it('are refused in words when they lead back to themselves', () => {
    const h = two({ id: 'g', until: { kind: 'course', enrolmentId: 'f', days: 0 } });
    const back = {
      ...h.enrolments[0]!,
      gates: [{ id: 'x', until: { kind: 'course' as const, enrolmentId: 'n', days: 0 } }],
    };
    expect(gateFault(h, h.enrolments[1]!)).toBeUndefined();
    expect(gateFault(h, back)).toMatch(/^first would wait for itself: it waits for next, which waits for first\./);
    expect(gateFault(h, { ...h.enrolments[1]!, gates: [{ id: 'g', until: { ...sounds, known: 27 } }] })).toMatch(
      /26 entries/,
    );
    // A file may hold such a circle all the same: planning it comes to an end.
    expect(placed({ ...h, enrolments: [back, h.enrolments[1]!] }).size).toBe(24);
  });
});

describe('in step', () => {
  const linked = (by: 'whole' | 'units', change: Partial<Household> = {}) =>
    aHousehold({
      years: [year],
      children: [aChild('A')],
      courses: [
        aCourse(
          'history',
          { lessons: 30, lessonsPerUnit: 5, perLesson: [{ kind: 'read', count: 1 }] },
          { countsNew: false },
        ),
        aCourse(
          'aloud',
          { lessons: 12, lessonsPerUnit: 2, perLesson: [{ kind: 'read', count: 1 }] },
          { countsNew: false },
        ),
      ],
      enrolments: [
        anEnrolment('h', 'history', { weekdays: [1, 3] }),
        anEnrolment('r', 'aloud', { rule: { kind: 'weekly', n: 3, unit: 'steps' } }),
      ],
      links: [{ id: 'k', enrolmentIds: ['h', 'r'], by }],
      ...change,
    });
  const apart = (h: Household) => {
    const all = placed(h);
    const reached = (id: string, n: number, date: string) =>
      [...all].filter(([k, d]) => k.startsWith(`${id} `) && d <= date).length / n;
    return Math.max(
      ...schoolDays(year).map((d) => Math.abs(reached('h', 30, fromDay(d)) - reached('r', 12, fromDay(d)))),
    );
  };

  it('two courses of different numbers move by the same share of the whole; without the link one runs ahead', () => {
    expect(apart(linked('whole', { links: [] }))).toBeGreaterThan(0.5);
    // A lesson of the shorter course is a twelfth of it: nearer than that they cannot come.
    expect(apart(linked('whole'))).toBeLessThan(2 / 12);
    expect(apart(linked('units'))).toBeLessThan(2 / 12);
  });

  it('meet again when one lags', () => {
    const marks = Array.from({ length: 10 }, (_, i) => aMark('h', `L${i + 1}-1`, 'done', '2026-09-04'));
    const all = placed(linked('whole', { marks }));
    const until = [...all].filter(([k, d]) => k.startsWith('h ') && d !== 'none').map(([, d]) => d)[0]!;
    const caughtUp = [...all].filter(([k, d]) => k.startsWith('r ') && d <= until).length;
    // A third of the one is four of the other: the one ahead waits for it, near enough.
    expect(caughtUp).toBeGreaterThanOrEqual(3);
  });
});

describe('what yields first', () => {
  it('gives way to what stays when both want the same minutes', () => {
    const base = aHousehold({
      years: [year],
      children: [aChild('A', { minutesPerDay: 15, yields: ['craft'] })],
      courses: [aCourse('sums', sheets), aCourse('craft', sheets)],
      enrolments: [
        anEnrolment('s', 'sums', { rule: { kind: 'weekly', n: 5, unit: 'steps' } }),
        anEnrolment('k', 'craft', { rule: { kind: 'weekly', n: 5, unit: 'steps' } }),
      ],
    });
    const late = (h: Household, id: string) => {
      const problem = makeProblem(h, year, today);
      const track = problem.tracks.find((t) => t.enrolmentId === id)!;
      const all = placed(h);
      return track.steps.reduce(
        (n, s, i) => n + Math.abs(track.dates.indexOf(toDay(all.get(`${id} ${s.id}`)!)) + 1 - track.ideal[i]!),
        0,
      );
    };
    expect(late(base, 's')).toBeLessThan(late(base, 'k'));
    const other = { ...base, children: [aChild('A', { minutesPerDay: 15, yields: ['sums'] })] };
    expect(late(other, 'k')).toBeLessThan(late(other, 's'));
  });
});
