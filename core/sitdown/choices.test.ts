import { describe, expect, it } from 'vitest';
import { choose, markSteps } from '../deeds';
import { byId, type Household } from '../household';
import { makeTrack, reserveOf } from '../pace';
import { makePlan, makeProblem, type Plan } from '../stagger';
import { afterDeed } from '../tests/apply';
import { newcomer, pacedHousehold } from '../tests/instances';
import { inHandAfter } from '../week';
import { type Choice, choosingOf } from './index';

const SITTINGS: Partial<Record<Choice, (before: number) => number>> = {
  more: (n) => n + 1,
  less: (n) => n - 1,
  hold: () => 0,
};

/** Every choice that says how many sittings a week will have, with those it then has by a plan of the whole household. */
function kept({ household: h, year }: Pick<ReturnType<typeof newcomer>, 'household' | 'year'>, today: number) {
  const planOf = (state: Household) => makePlan(makeProblem(state, year, today), { sweeps: 6, seed: 1 });
  const plan = planOf(h);
  const rows: { what: string; said: number; is: number }[] = [];
  // On a Wednesday of the week under way, and of the one that comes.
  for (const start of [today - 2, today + 5])
    for (const e of h.enrolments) {
      const sittings = (p: Plan) =>
        new Set(
          p.tracks
            .find((t) => t.enrolmentId === e.id)!
            .days.filter((d) => d >= Math.max(start, today) && d < start + 7),
        ).size;
      for (const c of choosingOf(h, year, plan, e, start)) {
        const said = SITTINGS[c.choice]?.(sittings(plan));
        if (said === undefined || 'fault' in c) continue;
        const after = afterDeed(
          h,
          choose(h, year, plan, e.id, c, today, () => 'x'),
        );
        rows.push({ what: `${e.id}, ${c.choice}, ${start - today}`, said, is: sittings(planOf(after)) });
      }
    }
  return rows;
}

describe('a choice for the week', () => {
  it('gives the week as many sittings as it says, whatever the plan makes of the days that are left free', () => {
    const first = newcomer(0.4);
    const rows = [
      ...kept(first, first.today + 9),
      ...[1, 3].flatMap((seed) => {
        const drawn = pacedHousehold(seed);
        return kept(drawn, first.today + 9);
      }),
    ];
    expect(rows.length).toBeGreaterThan(20);
    expect(rows.filter((r) => r.is !== r.said)).toEqual([]);
  });

  it('has in hand what was said once the week is over, for who does every day what is on its list', () => {
    const { household: h, year, today: first } = newcomer(0.3);
    const today = first + 2;
    const planOf = (state: Household, day: number) => makePlan(makeProblem(state, year, day), { sweeps: 2, seed: 1 });
    const plan = planOf(h, today);
    let n = 0;
    for (const id of ['e3', 'e4', 'e7'])
      for (const c of choosingOf(h, year, plan, byId(h.enrolments, id)!, first + 7)) {
        // What is not put on days by it may stand on others in the plan of the next morning.
        if (!('moves' in c)) continue;
        let state = afterDeed(
          h,
          choose(h, year, plan, id, c, today, () => 'x'),
        );
        const said = inHandAfter(state, year, planOf(state, today), id, first + 13);
        for (let day = today; day < first + 14; day++) {
          const list = planOf(state, day).tracks.flatMap((t) =>
            t.stepIds
              .filter((_, i) => t.days[i] === day)
              .map((stepId) => ({ enrolmentId: t.enrolmentId, stepId, day })),
          );
          state = afterDeed(
            state,
            markSteps(state, list, 'done', () => `m${++n}`),
          );
        }
        const track = makeTrack(state, year, byId(state.enrolments, id)!, first + 14);
        expect([id, c.choice, reserveOf(track, year).daysInHand]).toEqual([id, c.choice, said]);
      }
    expect(n).toBeGreaterThan(100);
  });
});
