import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { childDays } from '../attendance';
import { fromDay, toDay } from '../calendar';
import { type Household, type Mark, whyKept } from '../household';
import { aChild, aCourse, aHousehold, aMark, anEnrolment, aTeacher, aYear, shapedArbitrary } from '../tests/make';
import { makeTrack, morningReserve, reserveOf, takenSteps, type Track } from './index';
import { relatedTo } from './related';

/** The same household with nothing in it that was seen before: nothing kept can answer for it. */
const anew = (state: Household): Household => structuredClone(state);

/** A track with what it comes to where a slot of its queue is lost. */
const laidOut = (track: Track) => ({ ...track, relaid: track.relaid?.without(1) });

describe('what is kept from one mark to the next', () => {
  it('is what would be worked out anew, mark after mark, on any household', () => {
    const marks = fc.array(
      fc.record({
        e: fc.nat(3),
        s: fc.nat(12),
        kind: fc.constantFrom<Mark['kind']>('done', 'known', 'partly', 'again', 'not today', 'left out'),
      }),
      { minLength: 1, maxLength: 4 },
    );
    fc.assert(
      fc.property(shapedArbitrary, marks, ({ state, year, today }, more) => {
        let now = state;
        for (const { e, s, kind } of more) {
          const enrolment = state.enrolments[e % state.enrolments.length]!;
          const steps = takenSteps(now, enrolment);
          if (steps.length === 0) continue;
          const mark = aMark(enrolment.id, steps[s % steps.length]!.id, kind, fromDay(today));
          now = { ...now, marks: [...now.marks, mark] };
          const fresh = anew(now);
          for (const x of now.enrolments) {
            const twin = fresh.enrolments.find((y) => y.id === x.id)!;
            for (const gates of ['open', 'held'] as const)
              expect(laidOut(makeTrack(now, year, x, today, { gates }))).toEqual(
                laidOut(makeTrack(fresh, year, twin, today, { gates })),
              );
            const before = { ...fresh, marks: fresh.marks.filter((m) => m.date < fromDay(today)) };
            expect(morningReserve(now, year, x, today)).toEqual(reserveOf(makeTrack(before, year, twin, today), year));
          }
        }
      }),
      { numRuns: 60 },
    );
  });

  it('a child’s year too: marks, rituals and the register’s own words are seen at once', () => {
    const year = aYear({ end: '2026-10-30' });
    const today = toDay('2026-09-16');
    const base = aHousehold({
      years: [year],
      courses: [aCourse('c')],
      enrolments: [anEnrolment('e', 'c')],
      rituals: [
        { id: 'r', title: 'hymn', childIds: ['A'], teacherId: 'T', weekdays: [1], minutes: 10, presence: 'with' },
      ],
    });
    const states: Household[] = [
      base,
      { ...base, marks: [aMark('e', 'L1-1', 'done', '2026-09-08', { minutes: 20 })] },
      { ...base, ritualMarks: [{ id: 'm', ritualId: 'r', date: '2026-09-12' }] },
      { ...base, attendance: [{ id: 'a', childId: 'A', date: '2026-09-09', status: 'taught' }] },
      {
        ...base,
        absences: [{ id: 's', childIds: ['A'], from: '2026-09-10', to: '2026-09-11', why: 'sick', label: '' }],
      },
      base,
    ];
    for (const state of states) {
      const fresh = anew(state);
      expect(childDays(state, year, state.children[0]!, today)).toEqual(
        childDays(fresh, year, fresh.children[0]!, today),
      );
    }
  });

  it('hangs on the few enrolments it is tied to by gates, fills, loops and doubled work, and on no others', () => {
    const gate = (enrolmentId: string, fillId?: string) => [
      { id: 'g', until: { kind: 'course' as const, enrolmentId, days: 0 }, ...(fillId ? { fillId } : {}) },
    ];
    const loop = { kind: 'loop' as const, loopId: 'l' };
    const state = aHousehold({
      courses: ['a', 'b', 'c', 'd', 'e', 'f', 'g', 'h'].map((id) => aCourse(id)),
      enrolments: [
        anEnrolment('a', 'a', { gates: gate('b', 'c') }),
        anEnrolment('b', 'b'),
        anEnrolment('c', 'c'),
        anEnrolment('d', 'd', { rule: loop }),
        anEnrolment('e', 'e', { rule: loop }),
        anEnrolment('f', 'f'),
        anEnrolment('g', 'g'),
        anEnrolment('h', 'h'),
      ],
      overlaps: [{ id: 'o', one: { courseId: 'e', lessonId: 'L1' }, other: { courseId: 'f', lessonId: 'L1' } }],
    });
    const of = (id: string) =>
      [
        ...relatedTo(
          state,
          state.enrolments.find((e) => e.id === id)!,
        ),
      ]
        .sort()
        .join('');
    expect(['a', 'b', 'c', 'd', 'e', 'f', 'g', 'h'].map(of)).toEqual([
      'abc',
      'abc',
      'abc',
      'def',
      'def',
      'def',
      'g',
      'h',
    ]);
  });
});

describe('what others hang on', () => {
  const state = aHousehold({
    children: [aChild('A'), aChild('B'), aChild('C')],
    teachers: [aTeacher('T'), aTeacher('V')],
    courses: [aCourse('c'), aCourse('d'), aCourse('lent'), aCourse('spare')],
    enrolments: [
      anEnrolment('e', 'c', {
        units: [
          { courseId: 'c', unitId: 'U1' },
          { courseId: 'lent', unitId: 'U1' },
        ],
      }),
      anEnrolment('f', 'd', { gates: [{ id: 'g', until: { kind: 'course', enrolmentId: 'e', days: 0 } }] }),
      anEnrolment('x', 'd'),
      anEnrolment('y', 'd'),
    ],
    links: [{ id: 'l', enrolmentIds: ['f', 'x'], by: 'whole' }],
    rituals: [{ id: 'r', title: 'hymn', childIds: ['B'], teacherId: 'V', weekdays: [1], minutes: 5, presence: 'with' }],
  });

  it('cannot be taken away, and is told why in a sentence', () => {
    expect(whyKept(state, 'children', 'B')).toMatch('The everyday thing “hymn” still names them');
    expect(whyKept(state, 'teachers', 'V')).toMatch('The everyday thing “hymn” still names them');
    expect(whyKept(state, 'children', 'C')).toBeUndefined();
    expect(whyKept(state, 'courses', 'lent')).toMatch('blended into c');
    expect(whyKept(state, 'courses', 'spare')).toBeUndefined();
    expect(whyKept(state, 'enrolments', 'x')).toMatch('kept together');
    expect(whyKept(state, 'enrolments', 'e')).toMatch('d waits for it');
    expect(whyKept(state, 'enrolments', 'y')).toBeUndefined();
  });
});
