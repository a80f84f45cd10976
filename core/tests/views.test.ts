import fc from 'fast-check';
import { expect, it } from 'vitest';
import { fromDay, toDay } from '../calendar';
import type { Household } from '../household';
import { atPaces } from '../pace';
import { makePlan, makeProblem } from '../stagger';
import { householdArbitrary, livingArbitrary, pacedArbitrary, shapedArbitrary } from './make';
import { sideBySide } from './side-by-side';

const any = fc.oneof(householdArbitrary, shapedArbitrary, pacedArbitrary, livingArbitrary);
const more = fc.record({
  /** Days from today on which C joins, and after which B leaves. */
  joins: fc.option(fc.integer({ min: -5, max: 12 }), { nil: undefined }),
  leaves: fc.option(fc.integer({ min: -5, max: 12 }), { nil: undefined }),
  left: fc.nat(9),
  sick: fc.option(fc.integer({ min: 0, max: 10 }), { nil: undefined }),
  ritual: fc.boolean(),
});

it('every view says of a day what the others say, in any household', () => {
  fc.assert(
    fc.property(any, more, ({ state, year, today }, m) => {
      const grown: Household = {
        ...state,
        children: state.children.map((c) => ({
          ...c,
          ...(c.id === 'C' && m.joins !== undefined ? { from: fromDay(today + m.joins) } : {}),
          ...(c.id === 'B' && m.leaves !== undefined ? { until: fromDay(today + m.leaves) } : {}),
        })),
        marks: state.marks.map((x) => (x.kind === 'partly' && m.left > 0 ? { ...x, minutesLeft: m.left } : x)),
        absences:
          m.sick === undefined
            ? []
            : [
                {
                  ...{ id: 's', childIds: ['A'], why: 'sick' as const, label: '' },
                  ...{ from: fromDay(today + m.sick), to: fromDay(today + m.sick + 1) },
                },
              ],
        rituals: m.ritual
          ? [
              {
                ...{ id: 'r', title: 'circle', childIds: ['A', 'B'], teacherId: 'T', weekdays: [1, 2, 3, 4, 5, 6, 7] },
                ...{ minutes: 5, presence: 'with' as const },
              },
            ]
          : [],
      };
      const now = atPaces(grown, today);
      const plan = makePlan(makeProblem(now, year, today), { sweeps: 1, seed: 1 });
      for (const [what, [one, other]] of Object.entries(
        sideBySide(now, year, plan, Math.min(toDay(year.end), today + 13)),
      ))
        expect([what, other]).toEqual([what, one]);
    }),
    { numRuns: 60 },
  );
});
