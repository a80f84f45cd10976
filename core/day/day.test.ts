import { describe, expect, it } from 'vitest';
import { toDay } from '../calendar';
import { inOrderOfDay, whyKept, type Household } from '../household';
import { makePlan, makeProblem } from '../stagger';
import { aChild, aCourse, aHousehold, aMark, anEnrolment } from '../tests/make';
import { dayPage, moveInOrder } from './index';

const TODAY = '2026-09-08';
const base = (change: Partial<Household> = {}): Household =>
  aHousehold({
    children: [aChild('old', { born: '2014-01-01' }), aChild('small', { born: '2021-01-01' })],
    courses: [
      aCourse(
        'c',
        {
          lessons: 80,
          perLesson: [
            { kind: 'introduce', count: 1 },
            { kind: 'practise', count: 1 },
          ],
          firstPage: 1,
          pagesPerLesson: 2,
        },
        { countsNew: true },
      ),
    ],
    enrolments: [
      anEnrolment('o', 'c', { childIds: ['old'] }),
      anEnrolment('s', 'c', { childIds: ['small'] }),
      anEnrolment('both', 'c', { childIds: ['old', 'small'] }),
    ],
    ...change,
  });
const pageOf = (h: Household, date = TODAY) =>
  dayPage(h, makePlan(makeProblem(h, h.years[0]!, toDay(TODAY)), { sweeps: 4, seed: 1 }), toDay(date));

describe('the order of the day', () => {
  it('is family style first, then the youngest up (common practice), unless the household says otherwise', () => {
    expect(inOrderOfDay(base()).map((e) => e.id)).toEqual(['both', 's', 'o']);
    const h = base();
    const moved = { ...h, settings: { ...h.settings, order: moveInOrder(h, 'o', 's') } };
    expect(inOrderOfDay(moved).map((e) => e.id)).toEqual(['both', 'o', 's']);
    expect(moveInOrder(h, 'both', 'o')).toEqual(['s', 'o', 'both']);
    expect(moveInOrder(h, 'both', 'both')).toEqual(['both', 's', 'o']);
  });

  it('has the courses of one twin before those of the other', () => {
    const of = (id: string, child: string) => anEnrolment(id, 'c', { childIds: [child] });
    const twins = base({
      children: [aChild('T1'), aChild('T2')],
      enrolments: [of('a', 'T1'), of('b', 'T2'), of('c', 'T1'), of('d', 'T2')],
    });
    expect(inOrderOfDay(twins).map((e) => e.id)).toEqual(['a', 'c', 'b', 'd']);
  });
});

describe('a day’s page', () => {
  const one = () =>
    base({
      enrolments: [
        anEnrolment('s', 'c', { childIds: ['small'], perSitting: 2, rule: { kind: 'weekly', n: 10, unit: 'steps' } }),
      ],
    });
  const rows = (h: Household, date?: string) =>
    pageOf(h, date).groups.flatMap((g) => g.sittings.flatMap((s) => s.rows));

  it('holds what is planned, with newness and the pages to read', () => {
    expect(rows(one())).toMatchObject([
      { step: { id: 'L1-1' }, fresh: true, pages: '1–2', readBefore: true },
      { step: { id: 'L1-2' }, fresh: false },
    ]);
  });

  it('keeps marked steps on the page, and finishes a child when all carry a mark', () => {
    const half = { ...one(), marks: [aMark('s', 'L1-1', 'done', TODAY, { minutes: 25 })] };
    expect(rows(half).map((r) => [r.step.id, r.mark?.kind])).toEqual([
      ['L1-1', 'done'],
      ['L1-2', undefined],
    ]);
    const child = (h: Household) => pageOf(h).children.find((c) => c.child.id === 'small')!;
    expect(child(half)).toMatchObject({ steps: 2, marked: 1, finished: false });
    const all = { ...half, marks: [...half.marks, aMark('s', 'L1-2', 'again', TODAY)] };
    expect(child(all)).toMatchObject({ marked: 2, finished: true, minutesLeft: 0 });
    expect(pageOf(all).children.find((c) => c.child.id === 'old')).toMatchObject({ steps: 0, finished: false });
  });

  it('brings the next step up when one is known, carries the rest of the sitting when one is not for today', () => {
    const known = { ...one(), marks: [aMark('s', 'L1-1', 'known', TODAY)] };
    expect(rows(known).map((r) => r.step.id)).toEqual(['L1-1', 'L1-2', 'L2-1']);
    const refused = { ...one(), marks: [aMark('s', 'L1-1', 'not today', TODAY)] };
    expect(rows(refused).map((r) => r.step.id)).toEqual(['L1-1']);
  });

  it('says from when a step was carried, and on a past day shows its marks alone', () => {
    const carried = { ...one(), marks: [aMark('s', 'L1-1', 'partly', '2026-09-07', { minutesLeft: 4 })] };
    expect(rows(carried)[0]).toMatchObject({ carriedFrom: toDay('2026-09-07'), minutes: 4, readBefore: false });
    expect(rows(carried, '2026-09-07').map((r) => r.step.id)).toEqual(['L1-1']);
  });

  it('says what is left in words, and which step is to prove what fell away', () => {
    const left = [aMark('s', 'L1-1', 'partly', '2026-09-07', { minutesLeft: 4, left: 'questions 7 to 10' })];
    expect(rows({ ...one(), marks: left })[0]).toMatchObject({ left: 'questions 7 to 10', minutes: 4 });
    const proofs = [{ id: 'p', enrolmentId: 's', date: TODAY, kept: ['L1-2'] }];
    const proved = { ...one(), proofs, marks: [aMark('s', 'L1-1', 'known', TODAY, { proofId: 'p' })] };
    const row = rows(proved).find((r) => r.step.id === 'L1-2')!;
    expect(row.proof).toMatchObject({ fell: 1, proven: false });
    expect(rows({ ...proved, proofs: [{ ...proofs[0]!, failed: TODAY }] }).every((r) => r.proof === undefined)).toBe(
      true,
    );
  });

  it('counts an absent child as finished with the step, the others as not', () => {
    const h = base({
      enrolments: [anEnrolment('both', 'c', { childIds: ['old', 'small'] })],
      marks: [aMark('both', 'L1-1', 'missed', TODAY, { childId: 'small' })],
    });
    const page = pageOf(h);
    expect(page.children.map((c) => [c.child.id, c.finished])).toEqual([
      ['small', true],
      ['old', false],
    ]);
    expect(page.groups[0]!.sittings[0]!.rows[0]!.missed.map((c) => c.id)).toEqual(['small']);
  });
});

describe('removing', () => {
  it('is refused, in words, where something hangs on it', () => {
    const h = { ...base(), marks: [aMark('s', 'L1-1', 'done', TODAY)] };
    expect(whyKept(h, 'children', 'small')).toContain('c still names them');
    expect(whyKept(h, 'teachers', 'T')).toContain('still names them');
    const nap = { id: 'w', kind: 'nap' as const, label: 'the nap', from: '13:00', to: '14:00', childIds: ['small'] };
    const alone = { ...h, enrolments: [], settings: { ...h.settings, windows: [nap] } };
    expect(whyKept(alone, 'children', 'small')).toContain('“the nap” still names them');
    expect(whyKept(alone, 'children', 'old')).toBeUndefined();
    expect(whyKept(h, 'courses', 'c')).toContain('Somebody takes this course');
    expect(whyKept(h, 'enrolments', 's')).toContain('dropped');
    expect(whyKept(h, 'enrolments', 'o')).toBeUndefined();
    expect(whyKept(h, 'years', 'year')).toBeUndefined();
  });
});
