import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { toDay } from '../calendar';
import { contentsOf, flatten, stepName } from '../course';
import { notesFor } from '../day';
import {
  askSitDown,
  choose,
  extraOfManual,
  markStep,
  noteLesson,
  unmarkStep,
  putSitDownAway,
  readInCourse,
  readLesson,
  seePart,
  weekWords,
} from '../deeds';
import { type AwayBlock, type Course, type Household, SIT_DOWN_PARTS } from '../household';
import { makePlan, makeProblem } from '../stagger';
import { afterDeed } from '../tests/apply';
import { aChild, aCourse, aHousehold, aMark, anEnrolment, aTeacher, aYear } from '../tests/make';
import { inHandAfter, weekPage } from '../week';
import {
  choosingOf,
  classesBeginning,
  courseLines,
  effectOf,
  effectWords,
  makingsUndone,
  offersSitDown,
  paceOf,
  readingOf,
  readingWords,
  silentLately,
  sitDownOf,
  skippedReading,
  weekToPlan,
} from './index';

const MONDAY = toDay('2026-09-14');
let n = 0;
const newId = () => `s${++n}`;
/** Ten lessons of two steps, four manual pages each, a test behind every fifth; Mondays to Fridays, a step a day. */
const course = (id = 'c', change: Partial<Course> = {}): Course => {
  const made = aCourse(id, {
    lessons: 10,
    perLesson: [
      { kind: 'introduce', count: 1 },
      { kind: 'practise', count: 1 },
    ],
  });
  const units = made.units.map((u) => ({
    ...u,
    lessons: u.lessons.map((l, i) => ({
      ...l,
      pages: `${10 + 4 * i}–${13 + 4 * i}`,
      steps: i === 4 ? [l.steps[0]!, { ...l.steps[1]!, kind: 'assess' as const }] : l.steps,
    })),
  }));
  return { ...made, title: 'Sums', units, ...change };
};
const base = (change: Partial<Household> = {}): Household =>
  aHousehold({
    years: [aYear({ start: '2026-09-07', end: '2026-12-18' })],
    teachers: [aTeacher('T', { name: 'Maren' })],
    children: [aChild('A')],
    courses: [course()],
    enrolments: [
      anEnrolment('e', 'c', { childIds: ['A'], rule: { kind: 'weekly', n: 5, unit: 'steps' }, target: '2026-12-18' }),
    ],
    ...change,
  });
const planOf = (h: Household, today = MONDAY) => makePlan(makeProblem(h, h.years[0]!, today), { sweeps: 1, seed: 1 });
const year = (h: Household) => h.years[0]!;

describe('when a week turns', () => {
  it('the next week is sat down over from the last school day on, this one to its first; once, unless it never is', () => {
    const h = base();
    const plans = (date: string) => [weekToPlan(h, year(h), toDay(date)), offersSitDown(h, year(h), toDay(date))];
    expect(plans('2026-09-14')).toEqual([MONDAY, true]);
    expect(plans('2026-09-16')).toEqual([MONDAY + 7, false]);
    expect(plans('2026-09-18')).toEqual([MONDAY + 7, true]);
    expect(plans('2026-09-20')).toEqual([MONDAY + 7, true]);
    expect(plans('2026-12-18')[1]).toBe(false);
    const away = afterDeed(h, putSitDownAway(h, MONDAY + 7, newId));
    expect(offersSitDown(away, year(h), toDay('2026-09-18'))).toBe(false);
    expect(offersSitDown(away, year(h), toDay('2026-09-25'))).toBe(true);
    const never = afterDeed(h, askSitDown(h, false));
    expect(offersSitDown(never, year(h), MONDAY)).toBe(false);
    expect(afterDeed(never, askSitDown(never, true)).settings).toEqual(h.settings);
    expect(offersSitDown(base({ enrolments: [] }), year(h), MONDAY)).toBe(false);
  });

  it('remembers which parts are seen to, in their order, and the parent’s words; all seen to, it is offered no more', () => {
    let h = base();
    for (const part of [...SIT_DOWN_PARTS].reverse()) h = afterDeed(h, seePart(h, MONDAY, part, true, newId));
    expect(sitDownOf(h, MONDAY)?.done).toEqual(SIT_DOWN_PARTS);
    expect([h.sitDowns.length, offersSitDown(h, year(h), MONDAY)]).toEqual([1, false]);
    h = afterDeed(h, seePart(h, MONDAY, 'things', false, newId));
    h = afterDeed(h, weekWords(h, MONDAY, '  an hour with A alone ', newId));
    expect(sitDownOf(h, MONDAY)).toMatchObject({ words: 'an hour with A alone' });
    expect(sitDownOf(afterDeed(h, weekWords(h, MONDAY, '', newId)), MONDAY)?.words).toBeUndefined();
  });
});

describe('days of which nothing was said', () => {
  it('are those of the last two weeks, by child; none where all were marked', () => {
    const h = base();
    expect(silentLately(h, year(h), MONDAY)).toMatchObject([{ child: { id: 'A' }, days: 5 }]);
    const marked = base({
      marks: [7, 8, 9, 10, 11].map((d, i) =>
        aMark('e', `L${i + 1}-1`, 'done', `2026-09-${String(d).padStart(2, '0')}`),
      ),
    });
    expect(silentLately(marked, year(h), MONDAY)).toEqual([]);
  });
});

describe('courses of a week', () => {
  it('say what was done last, what comes, and which test falls due on which day', () => {
    const h = base({ marks: [aMark('e', 'L1-1', 'done', '2026-09-10'), aMark('e', 'L1-2', 'done', '2026-09-11')] });
    const of = (start: number) => {
      const page = weekPage(h, year(h), planOf(h), start);
      return courseLines(h, page)[0]!;
    };
    expect(of(MONDAY)).toMatchObject({ last: expect.stringContaining('Lesson 1'), proposed: 'Lesson 2 to Lesson 4' });
    expect(of(MONDAY)).toMatchObject({ sittings: 5, steps: 5, fresh: 3, tests: [] });
    // The test of lesson 5 is the eighth step from Monday on: the week's third.
    expect(of(MONDAY + 7).tests).toEqual([expect.stringMatching(/^Lesson 5, .* on Wed 23 Sept$/)]);
  });

  it('accepted untouched, say no more and no less than the plan has', () => {
    fc.assert(
      fc.property(fc.nat(8), fc.nat(5), (weeks, done) => {
        const marks = Array.from({ length: done }, (_, i) =>
          aMark('e', `L${1 + Math.floor(i / 2)}-${1 + (i % 2)}`, 'done', '2026-09-08'),
        );
        const h = base({ marks });
        const plan = planOf(h);
        const start = MONDAY + 7 * weeks;
        const lines = courseLines(h, weekPage(h, year(h), plan, start));
        const planned = plan.tracks[0]!.days.filter((d) => d >= start && d < start + 7);
        expect(lines[0]?.steps ?? 0).toBe(planned.length);
        expect(lines[0]?.sittings ?? 0).toBe(new Set(planned).size);
      }),
      { numRuns: 40 },
    );
  });

  it('offer one sitting more or less, a hold, and leaving out what is optional, each with what it does', () => {
    const optional = course('c');
    optional.units[0]!.lessons[1]!.steps[1]!.optional = true;
    const [taken] = base().enrolments;
    const h = base({
      courses: [optional],
      enrolments: [{ ...taken!, rule: { kind: 'even' }, target: '2026-10-14' }],
    });
    const plan = planOf(h);
    const full = base();
    expect(choosingOf(full, year(full), planOf(full), full.enrolments[0]!, MONDAY)[0]).toMatchObject({
      fault: 'It has every one of its days in this week already.',
    });
    const list = choosingOf(h, year(h), plan, h.enrolments[0]!, MONDAY);
    expect(list.map((c) => [c.choice, 'fault' in c])).toEqual([
      ['more', false],
      ['less', false],
      ['hold', false],
      ['double', false],
      ['split', false],
      ['leave out', false],
    ]);
    const days = (state: Household) =>
      planOf(state).tracks[0]!.days.filter((d) => d >= MONDAY && d < MONDAY + 7).length;
    const then = (choice: string) => {
      const c = list.find((x) => x.choice === choice)!;
      const after = afterDeed(h, choose(h, year(h), plan, 'e', c, MONDAY, newId));
      if ('then' in c) expect(planOf(after).tracks[0]!.days).toEqual(planOf(c.then).tracks[0]!.days);
      return after;
    };
    const now = days(h);
    expect(['more', 'less', 'hold'].map((c) => days(then(c)))).toEqual([now + 1, now - 1, 0]);
    // Two lessons in a sitting: what the week holds is over sooner, and nothing of it is lost.
    const double = then('double');
    expect(double.enrolments[0]!.stretches).toEqual([{ fromLessonId: 'L1', toLessonId: 'L2', times: 2 }]);
    expect(planOf(double).tracks[0]!.stepIds).toEqual(plan.tracks[0]!.stepIds);
    const split = then('split');
    expect(split.enrolments[0]!.splits).toEqual(['L1-1']);
    const halves = flatten(contentsOf(split, split.enrolments[0]!)!).slice(0, 2);
    expect(halves.map((s) => [stepName(s), s.minutes])).toEqual([
      ['introduce, first half', 10],
      ['introduce, second half', 10],
    ]);
    // Both are offered back, and the taking is as it was.
    const back = (state: Household, choice: string) => {
      const c = choosingOf(state, year(h), planOf(state), state.enrolments[0]!, MONDAY).find(
        (x) => x.choice === choice,
      )!;
      return afterDeed(state, choose(state, year(h), planOf(state), 'e', c, MONDAY, newId)).enrolments;
    };
    expect(back(double, 'single')).toEqual(h.enrolments);
    expect(back(split, 'whole')).toEqual(h.enrolments);
    // A step that is one half already is not halved again, and pressed twice nothing changes.
    const again = choosingOf(split, year(h), planOf(split), split.enrolments[0]!, MONDAY).find(
      (c) => c.choice === 'split',
    );
    if (again && 'change' in again) expect(again.change).not.toEqual({ split: 'L1-1' });
    expect(then('leave out').marks.map((m) => [m.stepId, m.kind])).toEqual([['L2-2', 'left out']]);
    const side = (state: Household) => ({
      inHand: inHandAfter(state, year(h), planOf(state), 'e', MONDAY + 6),
      page: weekPage(state, year(h), planOf(state), MONDAY),
    });
    const held = effectOf(side(h), side(then('hold')));
    expect(held.minutes[0]!.after).toBe(0);
    const [was, is] = held.inHand;
    // What the week has no more is lost by its end.
    expect(was! - is!).toBe(now);
    expect(effectWords(held)).toMatch(/^days in hand at the week’s end -?\d+ → -?\d+, /);
    expect(effectWords(effectOf(side(h), side(h)))).toMatch(/^\d+ days in hand at the week’s end, as before, /);
    expect(effectWords(effectOf(side(h), side(h)))).toContain('no other clash, the same minutes of teachers');
  });
});

describe('reading ahead', () => {
  const lines = (h: Household) => readingOf(h, planOf(h), MONDAY, MONDAY + 6);

  it('is pages times the teacher’s own pace, lesson by lesson, ticked once, learned from the third time on', () => {
    let h = base();
    expect(lines(h).map((l) => [l.lesson.title, l.pages, l.minutes, l.read])).toEqual([
      ['Lesson 1', '10–13', 8, false],
      ['Lesson 2', '14–17', 8, false],
      ['Lesson 3', '18–21', 8, false],
    ]);
    expect(readingWords(lines(h), 'Maren')).toBe('Maren reads 12 pages, about 24 min');
    for (let i = 0; i < 2; i++) h = afterDeed(h, readLesson(h, lines(h)[0]!, MONDAY, newId));
    expect([h.readAheads.length, readingWords(lines(h), 'Maren')]).toEqual([1, 'Maren reads 8 pages, about 16 min']);
    for (const [i, minutes] of [12, 20, 4].entries())
      h = afterDeed(h, readLesson(h, lines(h)[i]!, MONDAY, newId, minutes));
    expect([paceOf(h, 'T'), readingWords(lines(h), 'Maren')]).toEqual([3, 'Maren has read all of it']);
    h = afterDeed(h, readLesson(h, lines(h)[1]!, undefined, newId));
    expect(lines(h).map((l) => l.read)).toEqual([true, false, true]);
  });

  it('carries a note to the lesson, whether it is read or not', () => {
    let h = base();
    h = afterDeed(h, noteLesson(h, lines(h)[1]!, ' mind the second page ', newId));
    expect([notesFor(h, 'c', 'L2'), lines(h)[1]!.read]).toEqual(['mind the second page', false]);
    h = afterDeed(h, readLesson(h, lines(h)[1]!, MONDAY, newId));
    h = afterDeed(h, noteLesson(h, lines(h)[1]!, '', newId));
    expect([notesFor(h, 'c', 'L2'), lines(h)[1]!.read]).toEqual(['', true]);
    h = afterDeed(h, readLesson(h, lines(h)[1]!, undefined, newId));
    expect(h.readAheads).toEqual([]);
    // Both said at once.
    h = afterDeed(h, noteLesson(h, lines(h)[1]!, 'bring a map', newId, { day: MONDAY, minutes: 7 }));
    expect(h.readAheads).toMatchObject([{ note: 'bring a map', read: '2026-09-14', minutes: 7 }]);
  });

  it('is for nobody who taught the level before, nor in a course that is said to need none', () => {
    const before = anEnrolment('old', 'c', { childIds: ['B'], life: 'finished' });
    const h = base({ children: [aChild('A'), aChild('B')], enrolments: [before, ...base().enrolments] });
    expect(lines(h)).toEqual([]);
    const off = afterDeed(base(), readInCourse(base(), 'c', false));
    expect(lines(off)).toEqual([]);
    expect(lines(afterDeed(off, readInCourse(off, 'c', true)))).toHaveLength(3);
  });

  it('skipped is named for the last two lessons at most, and not once their unit is over', () => {
    const done = (lessons: number) =>
      Array.from({ length: lessons }, (_, i) =>
        [1, 2].map((s) => aMark('e', `L${i + 1}-${s}`, 'done', '2026-09-11')),
      ).flat();
    const read = (id: string) => ({ id, courseId: 'c', lessonId: id, teacherId: 'T', read: '2026-09-10' });
    const h = (lessons: number, ...ids: string[]) => base({ marks: done(lessons), readAheads: ids.map(read) });
    const skipped = (state: Household) => skippedReading(state, state.enrolments[0]!);
    expect(skipped(h(3))).toEqual([]);
    expect(skipped(h(0, 'L1'))).toEqual([]);
    expect(skipped(h(4, 'L1'))).toEqual(['Lesson 3 (18–21)', 'Lesson 4 (22–25)']);
    expect(skipped(h(3, 'L3'))).toEqual(['Lesson 1 (10–13)', 'Lesson 2 (14–17)']);
    expect(skipped(h(10, 'L1'))).toEqual([]);
  });
});

describe('the week’s dates', () => {
  it('name what begins in it, and what was noted of a programme’s own week', () => {
    const away = (id: string, from: string, to: string): AwayBlock => ({
      ...{
        id,
        label: id,
        childIds: ['A'],
        teacherIds: [],
        from,
        to,
        weekdays: [2],
        everyWeeks: 1,
        travel: 0,
        breaks: [],
      },
      ...{ takesDay: [], counts: true, firstWeek: 1, notes: `bring the ${id}` },
    });
    const h = base({ aways: [away('flute', '2026-09-15', '2026-12-01'), away('dentist', '2026-09-16', '2026-09-16')] });
    expect(classesBeginning(h, MONDAY, MONDAY + 6).map((a) => a.id)).toEqual(['flute']);
    expect(classesBeginning(h, MONDAY + 7, MONDAY + 13)).toEqual([]);
    const [programme] = weekPage(h, year(h), planOf(h), MONDAY).programmes;
    expect(programme).toEqual({ label: 'flute', week: 1, notes: 'bring the flute' });
  });
});

describe('linked courses that are apart', () => {
  /** Two courses of ten lessons, one step each; the first is five lessons ahead, a week. */
  const linked = (): Household => {
    const one = (id: string, title: string): Course => ({
      ...aCourse(id, { lessons: 10, perLesson: [{ kind: 'practise', count: 1 }] }),
      title,
    });
    const taken = (id: string, courseId: string) =>
      anEnrolment(id, courseId, {
        ...{ childIds: ['A'], rule: { kind: 'weekly' as const, n: 3, unit: 'steps' as const }, target: '2026-12-18' },
      });
    return base({
      courses: [one('c', 'Sums'), one('d', 'Tales')],
      enrolments: [taken('e', 'c'), taken('f', 'd')],
      marks: Array.from({ length: 3 }, (_, i) => aMark('e', `L${i + 1}-1`, 'done', '2026-09-10')),
    });
  };
  it('offer review until the other has come as far, and say on which day it goes on', () => {
    const apart = linked();
    const h: Household = { ...apart, links: [{ id: 'l', enrolmentIds: ['e', 'f'], by: 'whole' }] };
    // Held apart by a pin, so that the plan has the first go on at once.
    const pinned = { ...h, pins: [{ id: 'p', enrolmentId: 'e', stepId: 'L4-1', date: '2026-09-14' }] };
    const plan = planOf(pinned);
    const [own, other] = pinned.enrolments;
    const meet = choosingOf(pinned, year(h), plan, own!, MONDAY).find((c) => c.choice === 'meet');
    expect(meet).toMatchObject({ moves: [{ from: MONDAY }], what: expect.stringMatching(/^Tales; it goes on /) });
    // Who is behind waits for nobody, and without a link nobody does.
    const none = (state: Household, e: typeof own) =>
      choosingOf(state, year(h), planOf(state), e!, MONDAY).filter((c) => c.choice === 'meet');
    expect([none(pinned, other), none(apart, own)]).toEqual([[], []]);
    const after = afterDeed(pinned, choose(pinned, year(h), plan, 'e', meet!, MONDAY, newId));
    const then = planOf(after);
    const daysOf = (id: string) => then.tracks.find((t) => t.enrolmentId === id)!.days;
    const to = meet && 'moves' in meet ? meet.moves[0]!.to : 0;
    expect(daysOf('e')[0]).toBe(to);
    // By then the other has its three lessons behind it, and not a day sooner.
    expect(daysOf('f').filter((d) => d < to).length).toBeGreaterThanOrEqual(3);
    // The days between are named as review while sitting down.
    const line = courseLines(after, weekPage(after, year(h), then, MONDAY), year(h), then).find(
      (l) => l.row.enrolment.id === 'e',
    );
    if (to > MONDAY + 1) expect(line?.reviews ?? '').toMatch(/^(reviews on .*, until Tales has come as far)?$/);
  });

  it('a week apart meet again by days of review, as the plan proposes', () => {
    const h: Household = { ...linked(), links: [{ id: 'l', enrolmentIds: ['e', 'f'], by: 'whole' }] };
    const plan = makePlan(makeProblem(h, year(h), MONDAY), { sweeps: 30, seed: 1 });
    const page = weekPage(h, year(h), plan, MONDAY);
    const lines = courseLines(h, page, year(h), plan);
    const ahead = lines.find((l) => l.row.enrolment.id === 'e');
    const behind = lines.find((l) => l.row.enrolment.id === 'f')!;
    expect(ahead?.steps ?? 0).toBeLessThan(behind.steps);
    expect(behind.reviews).toBe('');
  });
});

describe('experiments and crafts left undone', () => {
  const making = () => {
    const own = course('c');
    own.units[0]!.lessons[0]!.steps[1]!.kind = 'make';
    return own;
  };
  it('are named with their things, carried or left out, until they are done; what was left out can be done after all', () => {
    const boat = { id: 'm', name: 'cork', place: '', consumable: true, unit: '', cautions: [] };
    let h = base({
      courses: [making()],
      materials: [boat],
      needs: [{ id: 'n', materialId: 'm', courseId: 'c', lessonId: 'L1', stepId: 'L1-2', quantity: 1, per: 'shared' }],
      dayLists: [
        {
          id: '2026-09-10',
          date: '2026-09-10',
          placements: ['L1-1', 'L1-2'].map((stepId) => ({ enrolmentId: 'e', stepId })),
        },
      ],
    });
    const on = { enrolmentId: 'e', stepId: 'L1-2', day: toDay('2026-09-11') };
    const undone = () => makingsUndone(h, MONDAY).map((u) => [u.state, u.things.join()]);
    expect(undone()).toEqual([['carried', 'cork']]);
    h = afterDeed(h, markStep(h, on, 'left out', newId));
    expect(undone()).toEqual([['left out', 'cork']]);
    h = afterDeed(h, unmarkStep(h, on));
    // It comes again by itself, in this week.
    const plan = planOf(h);
    expect(plan.tracks[0]!.days[plan.tracks[0]!.stepIds.indexOf('L1-2')]).toBeLessThan(MONDAY + 7);
    h = afterDeed(h, markStep(h, on, 'done', newId));
    expect(undone()).toEqual([]);
    // After four weeks nobody asks.
    expect(makingsUndone({ ...h, marks: [] }, MONDAY + 40)).toEqual([]);
  });
});

describe('what the manual has that is worth doing', () => {
  it('becomes a step that may be left out, an extra on the day, or a thing for the box, once', () => {
    const h = base();
    const line = readingOf(h, planOf(h), MONDAY, MONDAY + 6)[1]!;
    const as = (what: 'step' | 'extra' | 'thing', state = h) =>
      afterDeed(state, extraOfManual(state, line, { words: ' a boat of cork ', as: what, minutes: 12 }));
    const step = flatten(as('step').courses[0]!).find((s) => s.step.label === 'a boat of cork');
    expect(step).toMatchObject({ optional: true, minutes: 12, kind: 'make', lesson: { id: 'L2' } });
    expect(as('extra').rituals).toMatchObject([
      { sort: 'extra', title: 'a boat of cork', childIds: ['A'], teacherId: 'T', minutes: 12, weekdays: [] },
    ]);
    const thing = as('thing');
    expect(thing.needs).toMatchObject([{ materialId: thing.materials[0]!.id, courseId: 'c', lessonId: 'L2' }]);
    expect(as('thing', thing)).toEqual(thing);
    expect(afterDeed(h, extraOfManual(h, line, { words: '  ', as: 'step', minutes: 5 }))).toEqual(h);
  });
});

describe('whatever was done and said', () => {
  it('nothing that was planned is dropped without a word: each step is settled, or still in the plan', () => {
    const kinds = ['done', 'known', 'left out', 'not today', 'partly', 'again'] as const;
    const deed = fc.record({ at: fc.nat(19), day: fc.nat(25), kind: fc.constantFrom(...kinds), choice: fc.nat(6) });
    fc.assert(
      fc.property(fc.array(deed, { maxLength: 8 }), (deeds) => {
        let h = base();
        const all = flatten(contentsOf(h, h.enrolments[0]!)!).map((s) => s.id);
        for (const { at, day, kind, choice } of [...deeds].sort((a, b) => a.day - b.day)) {
          const today = MONDAY + day;
          h = afterDeed(h, markStep(h, { enrolmentId: 'e', stepId: all[at]!, day: today }, kind, newId));
          const plan = planOf(h, today);
          const list = choosingOf(h, year(h), plan, h.enrolments[0]!, today);
          const c = list[choice % Math.max(1, list.length)];
          if (c && !('fault' in c)) h = afterDeed(h, choose(h, year(h), plan, 'e', c, today, newId));
        }
        const plan = planOf(h, MONDAY + 26);
        const planned = new Set(plan.tracks.flatMap((t) => t.stepIds));
        const settled = new Set(
          h.marks.filter((m) => ['done', 'known', 'left out', 'again'].includes(m.kind)).map((m) => m.stepId),
        );
        expect(all.filter((id) => !planned.has(id) && !settled.has(id))).toEqual([]);
      }),
      { numRuns: Number(process.env['HISTORIES'] ?? 15) },
    );
  });
});
