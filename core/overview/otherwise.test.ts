import { describe, expect, it } from 'vitest';
import { toDay } from '../calendar';
import type { Enrolment, Household } from '../household';
import { makePlan, makeProblem, type Plan } from '../stagger';
import { aChild, aCourse, aHousehold, anEnrolment, aYear } from '../tests/make';
import { courseOtherwise, elsewhereWords, movedEnds, otherwiseWords } from './index';

const year = aYear({ start: '2026-09-07', end: '2026-12-18' });
const today = toDay('2026-09-07');
const planned = (state: Household, of = year) => ({
  state,
  plan: makePlan(makeProblem(state, of, today), { sweeps: 2, seed: 1 }),
});
const h = aHousehold({
  years: [year],
  children: [aChild('A')],
  courses: [
    aCourse('history', { lessons: 12, lessonsPerUnit: 4, perLesson: [{ kind: 'introduce', count: 1 }] }),
    aCourse('aloud', { lessons: 12, lessonsPerUnit: 4, perLesson: [{ kind: 'practise', count: 1 }] }),
  ],
  enrolments: [anEnrolment('history', 'history'), anEnrolment('aloud', 'aloud')],
  links: [{ id: 'k', enrolmentIds: ['history', 'aloud'], by: 'units' }],
});
const [history, aloud] = h.enrolments as [Enrolment, Enrolment];
const now = planned(h);
const end = ({ plan }: typeof now, id: string) => Math.max(...plan.tracks.find((t) => t.enrolmentId === id)!.days);

describe('what a change does to the year', () => {
  // What is kept together with a quick course is drawn forward.
  const quick: Enrolment = { ...aloud, rule: { kind: 'weekly', n: 3, unit: 'steps' } };
  const then = planned({ ...h, enrolments: [history, quick] });

  it('other courses that would end otherwise are named with both days', () => {
    expect(end(now, 'history') - end(then, 'history')).toBeGreaterThan(40);
    const moved = { enrolmentId: 'history', before: end(now, 'history'), after: end(then, 'history') };
    expect(movedEnds(now.plan, then.plan, 'aloud')).toEqual([moved]);
    expect(movedEnds(now.plan, then.plan, 'history').map((m) => m.enrolmentId)).toEqual(['aloud']);
    expect(otherwiseWords(now, then, 'aloud')[0]).toMatch(
      /^Other courses would end otherwise: history \(A\) \d+ Dec → \d+ Oct$/,
    );
    expect(otherwiseWords(now, then)[0]).toMatch(/^Courses would end otherwise: .*; .*$/);
    expect(courseOtherwise(now, then, year, 'history')).toMatch(/^would finish \d+ Dec → would finish \d+ Oct$/);
  });

  it('a clash that another takes the place of is told, with the days of the year; one that is gone is not', () => {
    const clash = (date: string, n: number) => ({
      teacherId: 'mother',
      day: toDay(date),
      enrolmentIds: Array.from({ length: n }, (_, i) => `e${i}`),
      above: n - 1,
    });
    const by = (...clashes: Plan['clashes']) => ({ ...now.plan, clashes });
    const before = by(clash('2026-09-14', 3), clash('2026-09-21', 2));
    const said = (...clashes: Plan['clashes']) => elsewhereWords('day month', before, by(...clashes));
    expect(said(clash('2026-09-21', 2))).toBe('');
    expect(said(clash('2026-09-14', 2), clash('2026-09-21', 2))).toBe('');
    expect(said(clash('2026-09-16', 2), clash('2026-09-21', 2))).toBe(
      'but then more new lessons clash on 16 Sept (days that clash: 2 → 2)',
    );
    expect(said(clash('2026-09-21', 3))).toBe('but then more new lessons clash on 21 Sept (days that clash: 2 → 1)');
    expect(said(clash('2026-09-28', 2), clash('2026-09-23', 2), clash('2026-09-21', 2))).toBe(
      'but then more new lessons clash on 2 other days, from 23 Sept on (days that clash: 2 → 3)',
    );
  });

  it('nothing is said where nothing is otherwise', () => {
    expect(movedEnds(now.plan, now.plan)).toEqual([]);
    expect(otherwiseWords(now, now)).toEqual([]);
    expect(courseOtherwise(now, now, year, 'history')).toMatch(/^would finish \d+ Dec, as now$/);
  });

  it('what is paused on a day to come is left for later; what goes, or comes, is said', () => {
    const paused: Enrolment = { ...history, lives: [{ from: '2026-10-05', life: 'paused' }] };
    const less = planned({ ...h, enrolments: [paused], links: [] });
    expect(courseOtherwise(now, less, year, 'history')).toMatch(/→ planned up to \d+ \w+, \d+ steps left for later$/);
    expect(courseOtherwise(now, less, year, 'aloud')).toMatch(/→ nothing planned$/);
    expect(otherwiseWords(less, now, 'history')[0]).toMatch(/^aloud \(A\) would be planned up to \d+ Dec$/);
    expect(courseOtherwise(less, less, year, 'aloud')).toBeUndefined();
  });

  it('steps that find no day are counted, and of which courses there are more, though the sum may be the same', () => {
    // A term of five weeks has no room for twelve steps at two a week.
    const short = aYear({ start: '2026-09-07', end: '2026-10-09', weekdays: [1, 2] });
    const cut = { ...h, years: [short], links: [] };
    const late = planned(cut, short);
    const words = (about?: string) => otherwiseWords(now, late, about).find((w) => w.startsWith('Steps that find no'));
    expect(words()).toMatch(
      /^Steps that find no day in the year: 0 → \d+ \(\d+ more of \w+ \(A\), \d+ more of \w+ \(A\)\)$/,
    );
    expect(words('aloud')).toMatch(/\(\d+ more of history \(A\)\)$/);
    const double = (e: Enrolment) =>
      planned({ ...cut, enrolments: cut.enrolments.map((x) => (x === e ? { ...e, perSitting: 2 } : x)) }, short);
    const changed = otherwiseWords(double(history), double(aloud)).find((w) => w.startsWith('Steps that find no'));
    expect(changed).toMatch(/: (\d+) → \1 \(\d+ more of history \(A\)\)$/);
  });
});
