import { describe, expect, it } from 'vitest';
import { toDay } from '../calendar';
import { byPlan, SHAPES, TAKINGS } from '../tests/by-plan';
import { inTurns } from '../tests/crowded';

describe('a forecast of a course that is taken by its plan', () => {
  // Where the plan asks for more of who has fallen behind, or does again in its week what was lost, the record alone does not say so.
  it.each([
    ['even, 1.3 a date', 'all of it, a day in five lost'],
    ['four a week on five days', 'all of it, a day in five lost'],
    ['even, 1.1 on three days', 'half of a sitting now and then'],
  ])('%s, %s: eight of ten intervals hold the day on which it ends', (shape, taking) => {
    const row = byPlan(
      SHAPES.find((s) => s.name === shape)!,
      TAKINGS.find((t) => t.name === taking)!,
      6,
      {
        runs: 300,
        target: toDay('2027-01-29'),
        past: 60,
      },
    );
    expect(row.asked).toBeGreaterThanOrEqual(15);
    expect(row.held / row.asked).toBeGreaterThan(0.7);
  });

  it('in turns with others it comes only when it is its turn: eight of ten intervals hold that too', () => {
    const told = inTurns(
      TAKINGS.find((t) => t.name === 'all of it, a day in five lost')!,
      1,
      300,
    );
    const held = told.filter(({ forecast: { last }, end }) => last.early <= end && end <= last.late).length;
    expect(told.length).toBeGreaterThanOrEqual(15);
    expect(held / told.length).toBeGreaterThan(0.7);
  });
});
