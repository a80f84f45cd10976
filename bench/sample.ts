import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { childMonths, effectOf, standingOf } from '../core/attendance';
import { type Day, fromDay, paintDays, schoolDays, toDay } from '../core/calendar';
import { readBackup, writeBackup } from '../core/formats';
import type { Household, Mark } from '../core/household';
import { overview } from '../core/overview';
import { findInRecord } from '../core/record';
import { reserveOf } from '../core/pace';
import { makePlan, makeProblem, type Plan, planDay } from '../core/stagger';
import { newcomer } from '../core/tests/instances';
import { openSample } from '../demo/open';
import { largeHousehold } from './instances';
import { median, root, timed, warm } from './measure';

const reading = readBackup(readFileSync(join(root, 'demo', 'household.json'), 'utf8'));
if ('fault' in reading) throw new Error(reading.fault);
const { backup, today } = openSample(reading.backup, toDay('2026-11-11'));
const sample = backup.household;
const sampleYear = sample.years[0]!;
/** What the app spends after every change. */
const EFFORT = { sweeps: 60, seed: 1 };
const planOf = (h: Household) => planDay(h, sampleYear, today, EFFORT);

/** What a plan has on the fourteen days behind one. */
const soon = (plan: Plan, day: Day) =>
  new Set(
    plan.tracks.flatMap((t) =>
      t.days.flatMap((d, i) => (d > day && d <= day + 14 ? [`${t.enrolmentId} ${t.stepIds[i]} ${d}`] : [])),
    ),
  );
const moved = (before: Plan, after: Plan, day: Day): number => {
  const [was, now] = [[...soon(before, day)], soon(after, day)];
  return was.filter((s) => !now.has(s)).length / was.length;
};
const percent = (share: number) => `${(100 * share).toFixed(0)}%`;

/** How much of the next days moves with one mark. */
export function measureCalm(): void {
  console.log('\nOne mark: how much of the next ten days moves (bar: median ≤ 10%)\n');
  const base = planOf(sample);
  const shares: number[] = [];
  const kinds = ['done', 'known', 'not today', 'partly', 'again'] as const;
  for (let i = 0; i < 50; i++) {
    const onToday = base.tracks.filter((t) => t.days[0] === today);
    const track = onToday[i % onToday.length]!;
    const mark: Mark = {
      id: 'x',
      enrolmentId: track.enrolmentId,
      stepId: track.stepIds[0]!,
      date: fromDay(today),
      seq: 1e6,
      kind: kinds[i % kinds.length]!,
    };
    shares.push(moved(base, planOf({ ...sample, marks: [...sample.marks, mark] }), today));
  }
  shares.sort((a, b) => a - b);
  console.log(
    `the sample: median ${percent(median(shares))}, worst ${percent(shares.at(-1)!)} of ${soon(base, today).size} steps in the next fourteen days`,
  );
  const { household, year } = newcomer();
  const own: number[] = [];
  for (const [i, day] of schoolDays(year).slice(0, 50).entries()) {
    const before = planDay(household, year, day, EFFORT);
    const first = before.tracks.find((t) => t.days[0] === day);
    if (!first) continue;
    const kind = kinds[i % kinds.length]!;
    const mark: Mark = {
      ...{ id: 'x', enrolmentId: first.enrolmentId, stepId: first.stepIds[0]!, date: fromDay(day), seq: 1, kind },
    };
    own.push(moved(before, planDay({ ...household, marks: [mark] }, year, day, EFFORT), day));
  }
  own.sort((a, b) => a - b);
  console.log(
    `a newcomer’s shelf, a mark on each of ${own.length} days: median ${percent(median(own))}, worst ${percent(own.at(-1)!)}`,
  );
}

/** What the page itself works out. */
export function measurePage(): void {
  console.log('\nOn the main thread, for the sample household (bar: no task over 50 ms)\n');
  const problem = makeProblem(sample, sampleYear, today);
  const again = () => ({ ...sample, marks: [...sample.marks] });
  console.log(`make the problem   ${warm(() => makeProblem(again(), sampleYear, today)).toFixed(1)} ms`);
  console.log(
    `days in hand, all  ${warm(() => problem.tracks.map((t) => reserveOf({ ...t }, sampleYear))).toFixed(1)} ms`,
  );
  console.log(`write a backup     ${warm(() => writeBackup(backup)).toFixed(1)} ms`);
  const text = writeBackup(backup);
  console.log(
    `read a backup      ${warm(() => readBackup(text)).toFixed(1)} ms (${Math.round(text.length / 1000)} kB)`,
  );
  const many = Array.from({ length: 100_000 }, (_, i): Mark => ({
    ...sample.marks[i % sample.marks.length]!,
    id: `m${i}`,
    seq: i,
  }));
  const decade = { ...sample, marks: many };
  findInRecord(decade, { words: 'first' });
  for (const words of ['lesson', 'lantern test', 'nothing of the kind'])
    console.log(
      `search 100,000 marks for “${words}” ${timed(() => findInRecord(decade, { words }))[1].toFixed(0)} ms (bar 200)`,
    );
  const big = writeBackup({ asOf: backup.asOf, household: { ...sample, marks: many } });
  console.log(
    `read 100,000 marks ${timed(() => readBackup(big))[1].toFixed(0)} ms (${Math.round(big.length / 1e6)} MB)`,
  );
}

/** The calendar, the register and the year’s drawing. */
export function measureCalendar(): void {
  console.log(
    '\nThe calendar and the year’s drawing (median of 15; the sample, then 5 children with 30 enrolments and 4,800 steps)\n',
  );
  const large = largeHousehold(1);
  const crowd = { ...large.household, years: [large.year] };
  const largeDay = toDay(large.year.start) + 60;
  const largePlan = makePlan(makeProblem(crowd, large.year, largeDay), { sweeps: 2, seed: 1 });
  const samplePlan = makePlan(makeProblem(sample, sampleYear, today), { sweeps: 2, seed: 1 });
  for (const [name, h, year, day, plan] of [
    ['sample', sample, sampleYear, today, samplePlan],
    ['large', crowd, large.year, largeDay, largePlan],
  ] as const) {
    const before = standingOf(h, year.id, day);
    let n = 0;
    const swept = () => {
      n++;
      const closed = paintDays(year, day + n, day + n + 4, { kind: 'close', label: '' });
      return effectOf(before, { ...h, years: [closed] }, year.id, day);
    };
    swept();
    console.log(`${name}: effect of a swept week ${warm(swept).toFixed(1)} ms`);
    console.log(
      `${name}: a child’s register     ${warm(() => childMonths(h, year, h.children[0]!, day)).toFixed(1)} ms`,
    );
    console.log(`${name}: the year’s drawing     ${warm(() => overview(h, year, plan, day)).toFixed(1)} ms`);
  }
}
