import { describe, expect, it } from 'vitest';
import { toDay } from '../calendar';
import { makeReady, prepareLine, printUpTo, shareMaking } from '../deeds';
import type { DayPiece } from '../day';
import type { Course, Household } from '../household';
import { makePlan, makeProblem } from '../stagger';
import { afterDeed } from '../tests/apply';
import { aChild, aCourse, aHousehold, aMark, anEnrolment, aTeacher } from '../tests/make';
import {
  lastForIt,
  makingWords,
  ownWork,
  prepDayWords,
  preparation,
  preparationMinutes,
  preparationOn,
  preparedRow,
  prepWords,
  sharingOf,
  sharingWords,
} from './index';

const TODAY = toDay('2026-09-07');
/** A course of a lesson a day, twenty minutes to make each ready. */
const course = (id: string, change: Partial<Course> = {}): Course => {
  const made = aCourse(id, { lessons: 5, perLesson: [{ kind: 'practise', count: 1 }], prepare: 20 });
  return { ...made, ahead: 'lesson', ...change };
};
const base = (prepares: number[] | undefined, change: Partial<Household> = {}): Household =>
  aHousehold({
    teachers: [aTeacher('T', { name: 'Maren', ...(prepares ? { prepares } : {}) })],
    children: [aChild('A'), aChild('B')],
    courses: [course('c')],
    enrolments: [anEnrolment('e', 'c', { childIds: ['A'], rule: { kind: 'weekly', n: 5, unit: 'steps' } })],
    ...change,
  });
const of = (h: Household) =>
  preparation(h, h.years[0], makePlan(makeProblem(h, h.years[0]!, TODAY), { sweeps: 1, seed: 1 }));
const said = (h: Household) => of(h).map((l) => `${l.lesson.title}: ${prepWords('day month', l, TODAY)}`);
/** Twenty minutes on every day but Sunday. */
const DAILY = [20, 20, 20, 20, 20, 20, 0];

describe('making lessons ready', () => {
  it('stands in the teacher’s own minutes, what is due first done first, and says what comes late and what would help', () => {
    expect(said(base(DAILY)).slice(0, 2)).toEqual([
      'Lesson 1: Mon 7 Sept, 20 min; 1 day after it was due',
      'Lesson 2: Tue 8 Sept, 20 min; 1 day after it is due: more minutes by Mon 7 Sept would help',
    ]);
    // Once its lesson is over it is of no use: it takes no minutes from what can still be in time.
    expect(said(base([0, 0, 20, 0, 0, 0, 0])).slice(0, 3)).toEqual([
      'Lesson 1: due Sun 6 Sept: no time for it is left before its lesson; more minutes by Mon 7 Sept would help',
      'Lesson 2: due Mon 7 Sept: no time for it is left before its lesson; more minutes by Tue 8 Sept would help',
      'Lesson 3: Wed 9 Sept, 20 min; 1 day after it is due: more minutes by Tue 8 Sept would help',
    ]);
    expect(preparationMinutes(preparationOn(of(base(DAILY)), TODAY), TODAY)).toBe(20);
    const enough = of(base([60, 60, 0, 0, 0, 0, 0]));
    expect(enough.map((l) => l.late ?? 0)).toEqual([1, 0, 0, 0, 0]);
    expect(said(base(undefined))[0]).toBe('Lesson 1: due Sun 6 Sept: Maren has no hours for making ready');
  });

  it('is due a week ahead where nothing else is said, and never on the day of the lesson', () => {
    const h = base(DAILY, { courses: [course('c', { ahead: 'week' })] });
    const [first] = of(h);
    expect(first!.day - first!.due).toBe(7);
  });

  it('is done once for a lesson, however many children come to it; what is begun or made is asked for no more', () => {
    const two = base(DAILY, {
      enrolments: ['A', 'B'].map((id) =>
        anEnrolment(id, 'c', { childIds: [id], rule: { kind: 'weekly', n: 5, unit: 'steps' } }),
      ),
    });
    expect(of(two)).toHaveLength(5);
    const marked = base(DAILY, { marks: [aMark('e', 'L1-1', 'done', '2026-09-07')] });
    expect(of(marked).map((l) => l.lessonId)).toEqual(['L2', 'L3', 'L4', 'L5']);
    let h = base(DAILY);
    const [line] = of(h);
    for (let i = 0; i < 2; i++) h = afterDeed(h, makeReady(h, preparedRow(line!, TODAY), true));
    expect([h.prepared.length, of(h).length]).toEqual([1, 4]);
    h = afterDeed(h, makeReady(h, preparedRow(line!, TODAY), false));
    expect(of(h)).toHaveLength(5);
  });

  const cut = { kind: 'cut', minutes: 10, for: 'lesson', each: true, tool: 'paper cutter' } as const;
  const withTasks = (change: Partial<Household> = {}) =>
    base([60, 60, 60, 60, 60, 60, 0], {
      courses: [
        course('c', {
          tasks: [{ kind: 'print', minutes: 5, for: 'level' }, { kind: 'copy', minutes: 4, for: 'lesson' }, cut],
        }),
      ],
      ...change,
    });
  const tasks = (h: Household) => of(h).map((l) => [l.lessonId, makingWords(l), l.minutes]);

  it('asks for each task of a course, in its order, once for the level, and one for each child where each has its own', () => {
    expect(tasks(withTasks()).slice(0, 7)).toEqual([
      ['L1', 'print, for the whole level', 5],
      ['L1', 'copy', 4],
      ['L1', 'cut with the paper cutter, for 1 child', 10],
      ['L1', '', 20],
      ['L2', 'copy', 4],
      ['L2', 'cut with the paper cutter, for 1 child', 10],
      ['L2', '', 20],
    ]);
    expect(prepDayWords(of(withTasks()).filter((l) => l.lessonId === 'L1'))).toBe('c, Lesson 1 (print, copy, cut)');
    // Of two who take it one has left: nothing is cut for that one.
    const left = withTasks({
      children: [aChild('A'), aChild('B', { until: '2026-09-01' })],
      enrolments: withTasks().enrolments.map((e) => ({ ...e, childIds: ['A', 'B'] })),
    });
    expect(tasks(left)).toEqual(tasks(withTasks()));
    // A level that is under way was printed.
    const under = withTasks({ marks: [aMark('e', 'L1-1', 'done', '2026-09-07')] });
    expect(tasks(under)[0]).toEqual(['L2', 'copy', 4]);
  });

  it('finds the sets of earlier children again, and makes only what is missing', () => {
    let h = withTasks();
    const line = of(h).find((l) => l.kind === 'cut')!;
    for (let i = 0; i < 2; i++) h = afterDeed(h, makeReady(h, preparedRow(line, TODAY), true));
    expect(h.prepared.map((p) => [p.task, p.pieces])).toEqual([['cut', 1]]);
    const cutting = (now: Household) =>
      of(now)
        .filter((l) => l.lessonId === 'L1' && l.kind === 'cut')
        .map((l) => l.pieces);
    expect(cutting(h)).toEqual([]);
    // A second child comes to the lesson: the copies serve both, the cut set is the first one's.
    const second = anEnrolment('f', 'c', { childIds: ['B'], rule: { kind: 'weekly', n: 5, unit: 'steps' } });
    h = { ...h, enrolments: [...h.enrolments, second] };
    expect(cutting(h)).toEqual([1]);
    const more = of(h).find((l) => l.lessonId === 'L1' && l.kind === 'cut')!;
    for (let i = 0; i < 2; i++) h = afterDeed(h, makeReady(h, preparedRow(more, TODAY), true));
    expect([h.prepared.map((p) => p.pieces), cutting(h)]).toEqual([[2], []]);
    // Used by the first, it is not there for a third.
    h = { ...h, marks: [aMark('e', 'L1-1', 'done', '2026-09-07')], children: [...h.children, aChild('C')] };
    expect(cutting({ ...h, enrolments: [...h.enrolments, { ...second, id: 'g', childIds: ['C'] }] })).toEqual([1]);
    // Whoever has joined the first since has used none of it.
    const was = { kind: 'practise' as const, words: '', minutes: 10, childIds: ['A'] };
    const joined = h.enrolments.map((e) => (e.id === 'e' ? { ...e, childIds: ['A', 'B'] } : e));
    const third = { ...second, id: 'g', childIds: ['C'] };
    expect(cutting({ ...h, marks: h.marks.map((m) => ({ ...m, was })), enrolments: [...joined, third] })).toEqual([1]);
    // Nor has one who takes it too and missed the lesson.
    const missed = aMark('e', 'L1-1', 'missed', '2026-09-07', { childId: 'B' });
    expect(cutting({ ...h, marks: [...h.marks, missed], enrolments: [...joined, third] })).toEqual([1]);
  });

  it('learns its minutes from the third recorded time on: the median against the estimate', () => {
    const row = (lesson: number, minutes: number) =>
      preparedRow({ courseId: 'c', lessonId: `L${lesson}`, teacher: aTeacher('T') }, TODAY, minutes);
    const h = (...minutes: number[]) => base(DAILY, { prepared: minutes.map((m, i) => row(i + 1, m)) });
    expect(of(h(40, 30)).map((l) => l.minutes)).toEqual([20, 20, 20]);
    expect(of(h(40, 30, 10)).map((l) => l.minutes)).toEqual([30, 30]);
    expect(of(h(40, 30, 20, 30)).map((l) => l.minutes)).toEqual([30]);
  });

  it('need not last where nobody younger will want it', () => {
    const h = base(DAILY, { children: [aChild('A', { born: '2016-01-01' }), aChild('B', { born: '2018-01-01' })] });
    expect(lastForIt(h, 'c')).toBe(false);
    expect(lastForIt({ ...h, enrolments: [anEnrolment('e', 'c', { childIds: ['B'] })] }, 'c')).toBe(true);
  });

  it('prints the next pages of a download, to the end of the unit, before the first lesson beyond what is printed', () => {
    const pattern = { lessons: 6, lessonsPerUnit: 3, perLesson: [{ kind: 'practise' as const, count: 1 }] };
    const made = { ...aCourse('c', pattern), readAhead: false };
    const units = made.units.map((u, k) => ({
      ...u,
      lessons: u.lessons.map((l, i) => ({ ...l, pages: `${(k * 3 + i) * 4 + 1}–${(k * 3 + i) * 4 + 4}` })),
    }));
    const part = { id: 'p', kind: 'manual' as const, title: 'Guide', printedTo: 6 };
    const h = base(DAILY, { courses: [{ ...made, units, ahead: 'lesson', parts: [part] }] });
    const [line, ...others] = of(h);
    expect(others).toEqual([]);
    // Lesson 2 is on pages 5 to 8; the first unit ends on page 12.
    expect([line!.lesson.title, line!.due, makingWords(line!)]).toEqual(['Lesson 2', TODAY, 'print Guide, pages 7–12']);
    const after = afterDeed(h, printUpTo(h, 'c', 'p', 12));
    expect(of(after).map((l) => [l.lesson.title, makingWords(l)])).toEqual([['Lesson 4', 'print Guide, pages 13–24']]);
    // Pressed twice, or late on another device, no page is unprinted.
    expect(printUpTo(after, 'c', 'p', 12)).toEqual([]);
    expect(of(afterDeed(after, printUpTo(after, 'c', 'p', 24)))).toEqual([]);
    expect(of(base(DAILY, { courses: [{ ...made, units, parts: [{ ...part, notWanted: true }] }] }))).toEqual([]);
  });

  it('stands behind the lessons of the day on the teacher’s own thread, one piece behind the other', () => {
    const two = base([60, 60, 0, 0, 0, 0, 0]);
    const lines = of(two);
    const [teacher] = two.teachers;
    const piece = (from: number, to: number) => ({ from, to, piece: {} as DayPiece });
    const threads = [{ teacher: teacher!, parts: [piece(480, 510), { from: 510, to: 600 }, piece(600, 615)] }];
    const at = (from: number, parts: typeof threads) =>
      ownWork({ from, threads: parts }, lines, TODAY).map((w) => [w.line.lesson.title, w.from, w.to]);
    expect(at(480, threads)).toEqual([
      ['Lesson 1', 615, 635],
      ['Lesson 2', 635, 655],
      ['Lesson 3', 655, 675],
    ]);
    expect(at(480, []).map(([, from]) => from)).toEqual([480, 500, 520]);
    expect(ownWork({ from: 480, threads }, lines, TODAY + 3)).toEqual([]);
  });

  it('has its reading among it, the evening before at the latest, for those who keep hours for it', () => {
    const made = aCourse('c', { lessons: 3, perLesson: [{ kind: 'practise', count: 1 }] });
    const units = made.units.map((u) => ({
      ...u,
      lessons: u.lessons.map((l, i) => ({ ...l, pages: `${i + 10}–${i + 14}` })),
    }));
    const read = (prepares: number[] | undefined, change: Partial<Household> = {}) =>
      of(base(prepares, { courses: [{ ...made, units }], ...change }));
    const lines = read(DAILY);
    expect(lines.map((l) => [makingWords(l), l.minutes, l.due])).toEqual([
      ['read pp. 10–14', 10, TODAY - 1],
      ['read pp. 11–15', 10, TODAY],
      ['read pp. 12–16', 10, TODAY + 1],
    ]);
    expect(read(undefined)).toEqual([]);
    const h = base(DAILY, { courses: [{ ...made, units }] });
    const after = afterDeed(
      h,
      prepareLine(h, lines[0]!, TODAY, () => 'r', 12),
    );
    expect(after.readAheads).toMatchObject([{ lessonId: 'L1', read: '2026-09-07', minutes: 12 }]);
    expect(of(after).map((l) => l.lesson.title)).toEqual(['Lesson 2', 'Lesson 3']);
    const tasks = [{ kind: 'read ahead' as const, minutes: 5, for: 'lesson' as const }];
    // A course with a task of its own for it asks for that alone.
    expect(read(DAILY, { courses: [{ ...made, units, tasks }] }).every((l) => l.pages === undefined)).toBe(true);
  });
});

describe('shared out among those who teach', () => {
  const READ = { kind: 'read ahead', minutes: 5, for: 'lesson' } as const;
  const two = (tobias: number[] | undefined, change: Partial<Household> = {}) =>
    base([0, 0, 20, 0, 0, 0, 0], {
      teachers: [
        aTeacher('T', { name: 'Maren', prepares: [0, 0, 20, 0, 0, 0, 0] }),
        aTeacher('U', { name: 'Tobias', ...(tobias ? { prepares: tobias } : {}) }),
      ],
      courses: [course('c', { tasks: [READ] })],
      ...change,
    });
  const plan = (h: Household) => makePlan(makeProblem(h, h.years[0]!, TODAY), { sweeps: 1, seed: 1 });
  const offer = (h: Household) => sharingOf(h, h.years[0], plan(h));

  it('what would come late is made by another with the minutes for it, but not what is read; it is offered, and asked for once', () => {
    const own = two([20, 20, 20, 20, 20, 20, 20]);
    // A lesson a day from today on, twenty minutes each on Wednesdays alone: by herself she is late with all but the reading.
    expect(of(own).every((l) => l.teacher.name === 'Maren')).toBe(true);
    const found = offer(own)!;
    expect(found.for).toMatchObject([{ teacher: { name: 'Tobias' }, helped: { name: 'Maren' } }]);
    expect(found.late[1]).toBeLessThan(found.late[0]);
    expect(sharingWords({ ...found, late: [5, 1], for: [{ ...found.for[0]!, pieces: 3, minutes: 60 }] }, false)).toBe(
      'Tobias would make 3 pieces ready for Maren, 60 min: 1 would come late instead of 5.',
    );
    const shared = afterDeed(own, shareMaking(own, true));
    const lines = of(shared);
    expect(lines.filter((l) => l.helped).every((l) => l.kind !== 'read ahead' && l.teacher.name === 'Tobias')).toBe(
      true,
    );
    expect(lines.filter((l) => l.late !== undefined || l.on.length === 0)).toHaveLength(found.late[1]);
    // The same work, each of it once.
    expect(lines.map((l) => [l.lessonId, l.kind, l.minutes].join()).sort()).toEqual(
      of(own)
        .map((l) => [l.lessonId, l.kind, l.minutes].join())
        .sort(),
    );
    const line = lines.find((l) => l.helped)!;
    expect(prepWords('day month', line, TODAY)).toMatch(/^Tobias for Maren: /);
    // Ticked, it was his time, and it is asked of nobody any more.
    const done = afterDeed(
      shared,
      prepareLine(shared, line, TODAY, () => 'x'),
    );
    expect(done.prepared).toMatchObject([{ teacherId: 'U', lessonId: line.lessonId }]);
    expect(of(done).some((l) => l.lessonId === line.lessonId && l.kind === line.kind)).toBe(false);
    expect(afterDeed(shared, shareMaking(shared, false)).settings).toEqual(own.settings);
  });

  it('whoever is said to make something has the time for it', () => {
    // Far too much for both of them: four courses of a lesson a day, minutes of hers on Wednesdays, of his at weekends.
    const ids = ['c', 'd', 'e', 'f'];
    const own = two([0, 0, 0, 0, 0, 24, 12], {
      courses: ids.map((id) => {
        const made = course(id, { tasks: [{ kind: 'copy', minutes: 4, for: 'lesson' }] });
        return { ...made, units: aCourse(id, { lessons: 40, perLesson: [{ kind: 'practise', count: 1 }] }).units };
      }),
      enrolments: ids.map((id) => anEnrolment(id, id, { rule: { kind: 'weekly', n: 5, unit: 'steps' } })),
    });
    const lines = of(afterDeed(own, shareMaking(own, true)));
    expect(lines.some((l) => l.helped)).toBe(true);
    expect(lines.some((l) => l.on.length === 0)).toBe(true);
    for (const l of lines) expect(l.helped === undefined || l.on.length > 0).toBe(true);
  });

  it('nothing is offered where nobody else has minutes, or nothing comes late', () => {
    expect(offer(two(undefined))).toBeUndefined();
    expect(offer(two([0, 0, 0, 0, 0, 0, 0]))).toBeUndefined();
    expect(
      offer(two([60, 60, 60, 60, 60, 60, 60], { courses: [course('c', { ahead: 'week' })], enrolments: [] })),
    ).toBeUndefined();
    expect(offer(base([0, 0, 20, 0, 0, 0, 0]))).toBeUndefined();
  });
});
