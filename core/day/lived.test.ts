import { describe, expect, it } from 'vitest';
import { workOf } from '../attendance';
import { fromDay, toDay } from '../calendar';
import { flatten } from '../course';
import { known } from '../deeds';
import type { Gate, Household } from '../household';
import { closedGates } from '../overview';
import { makeTrack, swapRows } from '../pace';
import { proofsOf } from '../proof';
import { makePlan, makeProblem } from '../stagger';
import { afterDeed } from '../tests/apply';
import { aChild, aCourse, aHousehold, aMark, anEnrolment, aTeacher, aYear } from '../tests/make';
import {
  caughtOn,
  childWeek,
  dayPage,
  dayProblem,
  tasksOn,
  foldedWords,
  helpersFor,
  layoutOf,
  missedBefore,
  practiceOffers,
  practicesOn,
  solveDay,
} from './index';

const MONDAY = toDay('2026-09-07');
const DAILY = { kind: 'weekly', n: 5, unit: 'steps' } as const;
let n = 0;
const newId = () => `n${++n}`;

const home = (change: Partial<Household> = {}) =>
  aHousehold({
    years: [aYear()],
    children: [aChild('A', { born: '2015-01-01' }), aChild('B', { born: '2019-01-01' })],
    courses: [aCourse('c', { lessons: 20, perLesson: [{ kind: 'introduce', count: 1 }] })],
    enrolments: [anEnrolment('both', 'c', { childIds: ['A', 'B'], rule: DAILY })],
    ...change,
  });
const planOf = (h: Household, today = MONDAY, sweeps = 6) =>
  makePlan(makeProblem(h, h.years[0]!, today), { sweeps, seed: 1 });
const pageOf = (h: Household, day = MONDAY, today = day) => dayPage(h, planOf(h, today), day);

describe('an evening teacher', () => {
  const dad = aTeacher('dad', {
    minutes: [90, 0, 90, 0, 0, 0, 0],
    hours: [
      { weekday: 1, from: '18:30', to: '20:00' },
      { weekday: 3, from: '18:30', to: '20:00' },
    ],
  });
  const h = home({ teachers: [aTeacher('T'), dad] });
  h.enrolments = [
    anEnrolment('late', 'c', { childIds: ['A'], teacherId: 'dad', weekdays: [1, 3], rule: DAILY }),
    anEnrolment('early', 'c', { childIds: ['B'], rule: DAILY }),
  ];

  it('is laid out in the hours that teacher has; the children’s other work stays inside the school’s', () => {
    const page = pageOf(h);
    const { problem, tasks } = dayProblem(h, h.years[0]!, page, tasksOn(h, h.years[0], page));
    const layout = layoutOf(h, MONDAY, { problem, tasks }, solveDay(problem));
    expect(layout.unfit).toEqual([]);
    const of = (id: string) => layout.pieces.filter((p) => p.task.row?.enrolment.id === id);
    expect(of('late').length).toBeGreaterThan(0);
    for (const p of of('late')) expect([p.from >= 18.5 * 60, p.to <= 20 * 60]).toEqual([true, true]);
    for (const p of of('early')) expect([p.from >= 8.5 * 60, p.to <= 15.5 * 60]).toEqual([true, true]);
  });
});

describe('one sick child', () => {
  const sick = (days: number) =>
    home({
      absences: [
        { id: 's', childIds: ['B'], from: '2026-09-07', to: fromDay(MONDAY + days - 1), why: 'sick', label: '' },
      ],
    });

  it('leaves the family’s lesson to those who are there, on the days it was on', () => {
    expect(planOf(sick(3)).tracks[0]!.days.slice(0, 5)).toEqual(planOf(home()).tracks[0]!.days.slice(0, 5));
  });

  it('has missed it, which is told once it is back, until it has caught up', () => {
    const h = sick(1);
    const done = {
      ...h,
      marks: [
        aMark('both', 'L1-1', 'done', '2026-09-07'),
        aMark('both', 'L1-1', 'missed', '2026-09-07', { childId: 'B' }),
      ],
    };
    const told = missedBefore(done, MONDAY + 1);
    expect(told.map((m) => [m.child.id, m.step.id, m.on])).toEqual([['B', 'L1-1', MONDAY]]);
    const caught = { ...done, marks: [...done.marks, aMark('both', 'L1-1', 'done', '2026-09-08', { childId: 'B' })] };
    expect(missedBefore(caught, MONDAY + 1)).toEqual([]);
    // It is done, of its own list alone: nobody else has it to do once more.
    const [before, after] = [done, caught].map((x) => dayPage(x, planOf(x, MONDAY + 1), MONDAY + 1));
    expect(after).toEqual(before);
    const items = (id: string, x: Household) =>
      childWeek(
        x,
        x.years[0]!,
        planOf(x, MONDAY + 1),
        x.children.find((c) => c.id === id)!,
        MONDAY,
      )
        .find((d) => d.day === MONDAY + 1)!
        .items.map((i) => [i.lesson, i.mark]);
    expect(items('A', caught)).toEqual(items('A', done));
    expect(items('B', caught)).toEqual([...items('B', done), ['Lesson 1', 'done']]);
    expect(caughtOn(caught, MONDAY + 1).map((c) => [c.child.id, c.step.id, c.minutes])).toEqual([['B', 'L1-1', 20]]);
    // A part of it was done together: the rest alone is its own.
    const partly = {
      ...h,
      marks: [
        aMark('both', 'L1-1', 'partly', '2026-09-07', { minutesLeft: 5 }),
        aMark('both', 'L1-1', 'missed', '2026-09-07', { childId: 'B' }),
        aMark('both', 'L1-1', 'done', '2026-09-08'),
        aMark('both', 'L1-1', 'done', '2026-09-09', { childId: 'B' }),
      ],
    };
    expect(missedBefore({ ...partly, marks: partly.marks.slice(0, 3) }, MONDAY + 2).map((m) => m.on)).toEqual([MONDAY]);
    expect(caughtOn(partly, MONDAY + 2).map((c) => c.minutes)).toEqual([15]);
    expect([...workOf(partly, 'B')]).toEqual([
      [MONDAY + 1, 5],
      [MONDAY + 2, 15],
    ]);
  });

  it('away all day is away once, whatever else that day would have held', () => {
    const block = { id: 'x', label: 'co-op', childIds: ['B'], teacherIds: [], from: '2026-09-07', to: '2026-09-07' };
    const rest = {
      weekdays: [],
      everyWeeks: 1,
      travel: 0,
      breaks: [],
      takesDay: [],
      counts: true,
      start: '09:00',
      end: '12:00',
    };
    const h = { ...sick(1), aways: [{ ...block, ...rest }] };
    expect(pageOf(h).away.map((a) => [a.why, a.childIds])).toEqual([['sick', ['B']]]);
  });
});

describe('extra practice', () => {
  const three = aCourse('c', {
    lessons: 6,
    perLesson: [
      { kind: 'introduce', count: 1 },
      { kind: 'practise', count: 1 },
      { kind: 'drill', count: 1 },
    ],
  });

  it('is made of what was taught, never of what was skipped as known', () => {
    const marks = ['L1-1', 'L1-2', 'L1-3'].map((id, i) => aMark('both', id, i < 2 ? 'done' : 'known', '2026-09-04'));
    const h = home({ courses: [three], marks });
    const next = { ...makeTrack(h, h.years[0]!, h.enrolments[0]!, MONDAY).steps[0]! };
    expect(next.id).toBe('L2-1');
    const flat = dayPage(h, planOf(h), MONDAY).groups[0]!.sittings[0]!.rows[0]!.step;
    expect(practiceOffers(h, h.enrolments[0]!, three, flat).map((s) => s.id)).toEqual(['L1-2']);
    const all = { ...h, marks: marks.map((m) => ({ ...m, kind: 'known' as const })) };
    expect(practiceOffers(all, h.enrolments[0]!, three, flat)).toEqual([]);
  });

  it('names only what really begins that day', () => {
    const fresh = home({ enrolments: ['A', 'B'].map((id) => anEnrolment(id, 'c', { childIds: [id], rule: DAILY })) });
    // A book of which nothing was taught yet waits a day to begin, with nothing to practise.
    expect(practicesOn(fresh, fresh.years[0]!, planOf(fresh), MONDAY)).toEqual([]);
    const first = flatten(fresh.courses[0]!).filter((s) => s.lessonIndex === 0);
    const begun = ['A', 'B'].flatMap((id) => first.map((s) => aMark(id, s.id, 'done', '2026-09-04')));
    const h = { ...fresh, marks: begun };
    const plan = planOf(h);
    const [practice] = practicesOn(h, h.years[0]!, plan, MONDAY);
    const [other] = practice!.others;
    expect(plan.tracks.find((t) => t.enrolmentId === other!.id)!.days[0]).toBe(MONDAY);
    // Put off since, it begins no more.
    const off = { ...h, marks: [...begun, aMark(other!.id, 'L2-1', 'not today', '2026-09-07')] };
    expect(practicesOn(off, h.years[0]!, plan, MONDAY)).toEqual([]);
  });
});

describe('helpers, swaps and folds', () => {
  it('an older one is offered from the age that is set on, and what it helps with stays together', () => {
    const h = home();
    const of = (state: Household, day = MONDAY) => helpersFor(state, ['B'], day).map((c) => c.id);
    expect([of(h), helpersFor(h, ['A'], MONDAY)]).toEqual([['A'], []]);
    const left = { ...h, children: h.children.map((c) => ({ ...c, until: fromDay(MONDAY - 1) })) };
    expect(of(left)).toEqual([]);
    expect(of({ ...h, settings: { ...h.settings, helperFrom: 12 } })).toEqual([]);
    const long = aCourse('c', { lessons: 3, perLesson: [{ kind: 'practise', count: 1 }] });
    const alone = home({ courses: [long], enrolments: [anEnrolment('e', 'c', { childIds: ['B'], rule: DAILY })] });
    const helped = {
      ...alone,
      enrolments: [{ ...alone.enrolments[0]!, helper: { childId: 'A', kinds: ['practise' as const] } }],
    };
    const pieces = (s: Household) => tasksOn(s, s.years[0]!, pageOf(s))[0]!.pieces;
    expect([pieces(alone) > 1, pieces(helped)]).toEqual([true, 1]);
  });

  it('on the day of a swap one of the two courses has its sitting, not both', () => {
    const h = home({ enrolments: [anEnrolment('e', 'c', { rule: DAILY })] });
    const next = aCourse('d', { lessons: 5 });
    const first = (state: Household) =>
      swapRows(state, state.years[0], state.enrolments[0]!, next, MONDAY, 'new').taken.firstDate;
    expect(first(h)).toBe('2026-09-07');
    expect(first({ ...h, marks: [aMark('e', 'L1-1', 'done', '2026-09-07')] })).toBe('2026-09-08');
  });

  it('a stretch said to be known is one line on its day; a score below the line is asked about', () => {
    const course = aCourse(
      'c',
      { lessons: 4, perLesson: [{ kind: 'practise', count: 1 }], testEvery: 4 },
      { proof: { practise: 0, review: 0, assess: 1, score: 80 } },
    );
    const h = home({ courses: [course], enrolments: [anEnrolment('e', 'c', { rule: DAILY })] });
    const after = afterDeed(h, known(h, { enrolmentId: 'e', stepId: 'L1-1', day: MONDAY }, 'T1-1', true, newId));
    const [sitting] = dayPage(after, planOf(after), MONDAY).groups[0]!.sittings;
    expect(foldedWords(sitting!.folded)).toBe('4 steps known: Lesson 1 to Lesson 4');
    expect(sitting!.rows.map((r) => r.mark?.kind)).not.toContain('known');
    const kept = after.proofs[0]!.kept[0]!;
    const scored = (got: number, accepted?: string[]) => {
      const score = { score: { got, of: 10 } };
      const state = {
        ...after,
        proofs: after.proofs.map((p) => (accepted ? { ...p, accepted } : p)),
        marks: [...after.marks, aMark('e', kept, 'done', '2026-09-08', score)],
      };
      const [p] = proofsOf(state, state.enrolments[0]!);
      return [p!.proven, p!.asked.length];
    };
    expect([scored(8), scored(7), scored(7, [kept])]).toEqual([
      [true, 0],
      [false, 1],
      [true, 0],
    ]);
  });
});

describe('a closed gate', () => {
  const gate: Gate = { id: 'g', lessonId: 'L2', until: { kind: 'mastery', list: 'letter sounds', known: 21, of: 26 } };
  const course = aCourse('c', { lessons: 3, perLesson: [{ kind: 'practise', count: 3 }] });
  const h = home({ courses: [course], enrolments: [anEnrolment('e', 'c', { rule: DAILY, gates: [gate] })] });
  const at = (kind: 'known' | 'done', ...ids: string[]) => ({
    ...h,
    marks: ids.map((id) => aMark('e', id, kind, '2026-09-04')),
  });
  const comes = (s: Household) => planOf(s).tracks[0]!.stepIds;

  it('holds though a sheet of its lesson was proved known; once it was taught, it is past', () => {
    expect(comes(h)).toEqual(['L1-1', 'L1-2', 'L1-3']);
    expect(comes(at('known', 'L2-1'))).toEqual(['L1-1', 'L1-2', 'L1-3']);
    expect(comes(at('known', 'L2-1', 'L2-2', 'L2-3'))).toEqual(['L1-1', 'L1-2', 'L1-3']);
    expect(comes(at('done', 'L2-1'))).toContain('L3-3');
  });

  it('is named on the day on which nothing comes because of it', () => {
    expect(closedGates(h, h.years[0]!, MONDAY)).toEqual([]);
    const there = at('done', 'L1-1', 'L1-2', 'L1-3');
    expect(closedGates(there, h.years[0]!, MONDAY).map((g) => g.words)).toEqual([
      'Lesson 2 waits: letter sounds, 21 of 26 known',
    ]);
    const open = {
      ...there,
      enrolments: [{ ...there.enrolments[0]!, gates: [{ ...gate, until: { ...gate.until, known: 26 } as never }] }],
    };
    expect(closedGates(open, h.years[0]!, MONDAY)).toEqual([]);
  });
});
