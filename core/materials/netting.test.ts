import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { toDay } from '../calendar';
import { moveThing, takeBackEntry } from '../deeds';
import type { Household, Material } from '../household';
import { makePlan, makeProblem } from '../stagger';
import { afterDeed } from '../tests/apply';
import { aChild, aCourse, aHousehold, anEnrolment } from '../tests/make';
import { net, packsFor, shortageIn, shortages, stock } from './index';

const weekly = (list: readonly number[]) => list.map((quantity, i) => ({ day: i + 1, quantity }));
const wanted = fc.array(fc.record({ day: fc.integer({ min: 1, max: 30 }), quantity: fc.integer({ min: 0, max: 9 }) }), {
  maxLength: 20,
});

describe('netting over time', () => {
  // J. Heizer and B. Render, Operations Management, "Material Requirements Planning": the lot-for-lot example (figures from memory).
  it('makes the textbook’s table: gross requirements, projected on hand, net requirements', () => {
    const gross = [35, 30, 40, 0, 10, 40, 30, 0, 30, 55];
    const rows = net(35, weekly(gross), [], true);
    expect(rows.map((r) => r.net)).toEqual([0, 30, 40, 0, 10, 40, 30, 0, 30, 55]);
    expect(rows[0]!.balance).toBe(0);
  });

  // The same book's net material requirements plan: on hand 10, 15 and 20 against gross requirements of 50, 80 and 120.
  it.each([
    [10, 50, 40],
    [15, 80, 65],
    [20, 120, 100],
  ])('with %i on hand and %i wanted, %i have to be got', (onHand, gross, expected) => {
    expect(shortageIn(net(onHand, [{ day: 8, quantity: gross }], [], true))).toEqual({ day: 8, quantity: expected });
  });

  it('counts a scheduled receipt from its own day on', () => {
    const rows = net(5, weekly([4, 4, 4]), [{ day: 3, quantity: 10 }], true);
    expect(rows.map((r) => [r.receipts, r.balance, r.net])).toEqual([
      [0, 1, 0],
      [0, -3, 3],
      [10, 3, 0],
    ]);
  });

  it('equals what a clerk finds who walks the days one by one', () => {
    fc.assert(
      fc.property(fc.nat(20), wanted, wanted, fc.boolean(), (onHand, gross, receipts, usedUp) => {
        const rows = net(onHand, gross, receipts, usedUp);
        let shelf = onHand;
        for (let day = 1; day <= 30; day++) {
          const sum = (list: typeof gross) => list.reduce((n, x) => (x.day === day ? n + x.quantity : n), 0);
          shelf += sum(receipts);
          const row = rows.find((r) => r.day === day);
          const lack = Math.max(0, sum(gross) - shelf);
          expect(row?.net ?? 0).toBe(lack);
          // What is lacking is fetched; what is used up goes, what is not is put back.
          shelf += lack;
          if (usedUp) shelf -= sum(gross);
        }
      }),
    );
  });

  it('an order for what is missing, there by the first day of it, ends every shortage', () => {
    fc.assert(
      fc.property(
        fc.nat(20),
        wanted,
        wanted,
        fc.boolean(),
        fc.integer({ min: 1, max: 12 }),
        (have, gross, receipts, up, pack) => {
          const short = shortageIn(net(have, gross, receipts, up));
          if (!short) return;
          const order = { day: short.day, quantity: packsFor(short.quantity, pack) * pack };
          expect(shortageIn(net(have, gross, [...receipts, order], up))).toBeUndefined();
          expect(order.quantity - pack).toBeLessThan(short.quantity);
        },
      ),
    );
  });

  it('packs and the last possible day are those of an integer program (HiGHS)', async () => {
    const { default: load } = await import('highs');
    const highs = await load();
    for (const given of fc.sample(fc.tuple(fc.nat(9), wanted, wanted, fc.integer({ min: 1, max: 7 })), {
      numRuns: 25,
      seed: 11,
    })) {
      const [have, gross, receipts, pack] = given;
      const short = shortageIn(net(have, gross, receipts, true));
      const days = Array.from({ length: 30 }, (_, i) => i + 1);
      const upTo = (list: typeof gross, day: number) => list.reduce((n, x) => (x.day <= day ? n + x.quantity : n), 0);
      // One order, of x packs, there on the one day whose z is 1: fewest packs first, then as late as may be.
      const cost = [...days.map((d) => `1000 x${d}`), ...days.map((d) => `- ${d} z${d}`)]
        .join(' + ')
        .replaceAll('+ -', '-');
      const rules = days.map((d) => {
        const packs = days
          .slice(0, d)
          .map((k) => `${pack} x${k}`)
          .join(' + ');
        return `${packs} >= ${upTo(gross, d) - upTo(receipts, d) - have}`;
      });
      const model = [
        `Minimize\n ${cost}\nSubject To`,
        ...rules.map((r, i) => ` b${i}: ${r}`),
        ...days.map((d) => ` o${d}: x${d} - 1000 z${d} <= 0`),
        ` one: ${days.map((d) => `z${d}`).join(' + ')} <= 1`,
        `General\n ${days.map((d) => `x${d}`).join(' ')}`,
        `Binary\n ${days.map((d) => `z${d}`).join(' ')}\nEnd`,
      ].join('\n');
      const solved = highs.solve(model, { output_flag: false } as never);
      expect(solved.Status).toBe('Optimal');
      const value = (name: string) => Math.round((solved.Columns[name] as { Primal: number }).Primal);
      const packs = days.reduce((n, d) => n + value(`x${d}`), 0);
      expect(packs).toBe(short ? packsFor(short.quantity, pack) : 0);
      if (short) expect(days.find((d) => value(`x${d}`) > 0)).toBe(short.day);
    }
  });
});

/**
 * The explosion of a bill of materials, level by level (Orlicky 1975): what is missing of a thing that is copied is what its paper is asked
 * for. Checked against counting by hand, day by day.
 */
describe('what is copied asks for its paper', () => {
  const things: Material[] = [
    {
      id: 'page',
      name: 'page',
      place: '',
      consumable: true,
      unit: '',
      cautions: [],
      copied: true,
      copiedOn: 'paper',
      copySheets: 2,
    },
    { id: 'paper', name: 'paper', place: '', consumable: true, unit: 'sheet', cautions: [], pack: 10 },
  ];
  const home = (pages: number, sheets: number): Household =>
    aHousehold({
      children: [aChild('A'), aChild('B')],
      courses: [aCourse('c', { lessons: 6, perLesson: [{ kind: 'practise', count: 1 }] })],
      enrolments: [anEnrolment('e', 'c', { childIds: ['A', 'B'], rule: { kind: 'weekly', n: 5, unit: 'steps' } })],
      materials: things,
      movements: [
        { id: 'v1', materialId: 'page', date: '2026-09-01', seq: 1, kind: 'count', quantity: pages },
        { id: 'v2', materialId: 'paper', date: '2026-09-01', seq: 2, kind: 'count', quantity: sheets },
      ],
      needs: [{ id: 'n', materialId: 'page', courseId: 'c', rule: { for: 'lessons' }, quantity: 1, per: 'child' }],
    });
  const today = toDay('2026-09-07');
  const planOf = (h: Household) => makePlan(makeProblem(h, h.years[0]!, today), { sweeps: 1, seed: 1 });

  it('from the day on which the copies that are there run out', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 14 }), fc.integer({ min: 0, max: 40 }), (pages, sheets) => {
        const h = home(pages, sheets);
        const plan = planOf(h);
        const days = plan.tracks[0]!.days;
        // By hand: two pages a day, two sheets a page.
        let [p, s] = [pages, sheets];
        let dry: number | undefined;
        let lack = 0;
        for (const day of days) {
          const missing = Math.max(0, 2 - p);
          p = Math.max(0, p - 2);
          const wants = missing * 2;
          if (wants > s) dry ??= day;
          lack += Math.max(0, wants - s);
          s = Math.max(0, s - wants);
        }
        const found = shortages(h, plan).find((x) => x.material.id === 'paper');
        expect(found?.day).toBe(dry);
        expect(found?.short ?? 0).toBe(lack);
        expect(found?.quantity ?? 0).toBe(Math.ceil(lack / 10) * 10);
      }),
    );
  });

  it('and takes it when the copies are made: then it is asked for less, and undone it is back', () => {
    let n = 0;
    const before = home(0, 20);
    const puts = moveThing(
      before,
      { materialId: 'page', kind: 'copied', quantity: 5, day: today },
      () => `v${(n += 9)}`,
    );
    const after = afterDeed(before, puts);
    expect([stock(after).get('page'), stock(after).get('paper')]).toEqual([5, 10]);
    expect(shortages(after, planOf(after)).find((x) => x.material.id === 'paper')?.short).toBe(4);
    const entry = after.movements.find((m) => m.kind === 'copied')!;
    const back = afterDeed(after, takeBackEntry(after, entry.id));
    expect([stock(back).get('page'), stock(back).get('paper')]).toEqual([0, 20]);
    const unknown = { ...before, movements: before.movements.slice(0, 1) };
    expect(
      moveThing(unknown, { materialId: 'page', kind: 'copied', quantity: 5, day: today }, () => 'v9'),
    ).toHaveLength(1);
  });
});
