// `npm run bench`: tables and ratios measured in one run. Nothing here passes or fails; the bars stand beside the figures.
import { spawnSync } from 'node:child_process';
import { existsSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { childMonths, effectOf, standingOf } from '../core/attendance';
import { fromDay, paintDays, toDay } from '../core/calendar';
import { readBackup, writeBackup } from '../core/formats';
import type { Household, Mark } from '../core/household';
import { overview } from '../core/overview';
import { findInRecord } from '../core/record';
import { reach, reserveOf } from '../core/pace';
import { solveDay } from '../core/day';
import { goodnessOf, improvePlan, makePlan, makeProblem, type Plan, type Problem } from '../core/stagger';
import { drawnDay } from '../core/tests/days';
import { openSample } from '../demo/open';
import { ensureBuilt } from '../scripts/build.mjs';
import { measureDrawing, measureMarks } from './browser';
import { largeHousehold, tiedHousehold } from './instances';
import { measureMerging } from './merging';
import { measureForecast } from './forecast';
import { measureFurther, measureProofs } from './further';
import { measureNetting } from './netting';
import { againstSolver } from './solver';

/** New lessons of a plan above the allowance of their day. */
const above = (plan: Plan) => plan.clashes.reduce((n, c) => n + c.above, 0);
const root = join(dirname(fileURLToPath(import.meta.url)), '..');
const median = (values: number[]) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)]!;
function timed<T>(work: () => T): [T, number] {
  const start = performance.now();
  const result = work();
  return [result, performance.now() - start];
}

/**
 * The reference sweep: every track once by the plainest dynamic program (all positions, all dates, one number each).
 * Ratios to it mean the same on a slow machine as on a fast one.
 */
function referenceSweep(problem: Problem): number {
  let sum = 0;
  for (const track of problem.tracks) {
    const n = track.steps.length;
    let now = new Array<number>(n + 1).fill(Infinity);
    now[0] = 0;
    track.dates.forEach((day, d) => {
      const next = [...now];
      for (let p = 0; p <= n; p++) {
        if (now[p] === Infinity) continue;
        const end = reach(track, p, day, track.room[d]!, 0);
        let cost = now[p]!;
        for (let j = p + 1; j <= end; j++) {
          cost += Math.abs(d + 1 - track.ideal[j - 1]!);
          if (cost < next[j]!) next[j] = cost;
        }
      }
      now = next;
    });
    sum += Math.min(...now.filter((c) => c !== Infinity));
  }
  return sum;
}

console.log(
  '\nYear: 10 drawn households of 5 children and 30 enrolments (bars: first ≤ 3, good ≤ 40 reference sweeps)\n',
);
console.log(
  'seed  steps  dates  ref ms  first ÷ ref  12 sweeps ÷ ref  24 sweeps ÷ ref  clashes first → 24  cost − bound  12 above 24',
);
for (let seed = 1; seed <= 10; seed++) {
  const { household, year } = largeHousehold(seed);
  const problem = makeProblem(household, year, toDay('2026-09-07'));
  const ref = median([1, 2, 3, 4, 5].map(() => timed(() => referenceSweep(problem))[1]));
  const firsts = [1, 2, 3, 4, 5].map(() =>
    timed(() => improvePlan(problem, { sweeps: 1, seed: 1 }).next().value as Plan),
  );
  const first = firsts[0]![0];
  const [good, ms] = timed(() => makePlan(problem, { sweeps: 24, seed: 1 }));
  const [half, halfMs] = timed(() => makePlan(problem, { sweeps: 12, seed: 1 }));
  const steps = problem.tracks.reduce((n, t) => n + t.steps.length, 0);
  const cells = [
    String(seed).padStart(4),
    String(steps).padStart(6),
    String(Math.max(...problem.tracks.map((t) => t.dates.length))).padStart(6),
    ref.toFixed(1).padStart(7),
  ];
  cells.push(
    (median(firsts.map((f) => f[1])) / ref).toFixed(1).padStart(12),
    (halfMs / ref).toFixed(1).padStart(16),
    (ms / ref).toFixed(1).padStart(16),
  );
  cells.push(
    `${above(first)} → ${above(good)}`.padStart(19),
    String(good.cost.total - good.bound!).padStart(13),
    `${((100 * (half.cost.total - good.cost.total)) / good.cost.total).toFixed(1)}%`.padStart(12),
  );
  console.log(cells.join(' '));
}

console.log(
  '\nYear: how far from the best possible, with 400 sweeps (bar: avoidable gap ≤ 5% by 400 reference sweeps)\n',
);
console.log('seed  400 sweeps ÷ ref    cost   bound  forced  avoidable gap');
for (let seed = 1; seed <= 5; seed++) {
  const { household, year } = largeHousehold(seed);
  const problem = makeProblem(household, year, toDay('2026-09-07'));
  const ref = median([1, 2, 3].map(() => timed(() => referenceSweep(problem))[1]));
  const [plan, ms] = timed(() => makePlan(problem, { sweeps: 400, seed: 1 }));
  console.log(
    [
      String(seed).padStart(4),
      (ms / ref).toFixed(0).padStart(17),
      String(plan.cost.total).padStart(7),
      String(plan.bound).padStart(7),
      String(plan.forced).padStart(7),
      `${(100 * goodnessOf(plan)!.gap).toFixed(1)}%`.padStart(14),
    ].join(' '),
  );
}

await measureFurther((problem) => median([1, 2, 3].map(() => timed(() => referenceSweep(problem))[1])));
await measureProofs();

console.log('\nDay: 50 drawn days of 5 children and 40 tasks (bars: finish within 3% of the bound on 95%, ≤ 200 ms)\n');
const days = Array.from({ length: 50 }, (_, i) => {
  const problem = drawnDay(i + 1, 5, 40, 720);
  const [solved, ms] = timed(() => solveDay(problem));
  const over = (solved.cost.finish - solved.bound) / (solved.bound - problem.from);
  return { ms, over: solved.cost.unfit > 0 ? Infinity : over };
});
const worst = [...days].sort((a, b) => b.over - a.over)[0]!;
console.log(
  `within 3%: ${days.filter((d) => d.over <= 0.03).length} of 50 · worst ${(100 * worst.over).toFixed(1)}% over · ${median(
    days.map((d) => d.ms),
  ).toFixed(0)} ms, worst ${Math.max(...days.map((d) => d.ms)).toFixed(0)} ms`,
);

await againstSolver();

console.log(
  '\nThe year with five links, ten gates, a loop, faster stretches and halves (30 enrolments, about 5,000 steps)\n',
);
console.log('seed  steps  problem ms  first ÷ ref  24 sweeps ÷ ref  total cost first → 24  of it apart  gates kept');
for (let seed = 1; seed <= 5; seed++) {
  const { household, year } = tiedHousehold(seed);
  const day = toDay('2026-09-07');
  const [problem, made] = timed(() => makeProblem(household, year, day));
  const ref = median([1, 2, 3].map(() => timed(() => referenceSweep(problem))[1]));
  const [first, firstMs] = timed(() => improvePlan(problem, { sweeps: 1, seed: 1 }).next().value as Plan);
  const [good, ms] = timed(() => makePlan(problem, { sweeps: 24, seed: 1 }));
  const on = (t: number, i: number) => {
    const step = problem.tracks[t]!.steps[i]!;
    const track = good.tracks.find((x) => x.enrolmentId === (step.enrolmentId ?? problem.tracks[t]!.enrolmentId))!;
    return track.days[track.stepIds.indexOf(step.id)]!;
  };
  const kept = problem.gates.filter((g) => on(g.track, g.at) < 0 || on(g.track, g.at) - on(g.behind, g.step) >= g.gap);
  console.log(
    [
      String(seed).padStart(4),
      String(problem.tracks.reduce((n, t) => n + t.steps.length, 0)).padStart(6),
      made.toFixed(0).padStart(11),
      (firstMs / ref).toFixed(1).padStart(12),
      (ms / ref).toFixed(1).padStart(16),
      `${first.cost.total} → ${good.cost.total}`.padStart(22),
      String(good.cost.link).padStart(12),
      `${kept.length} of ${problem.gates.length}`.padStart(11),
    ].join(' '),
  );
}

const reading = readBackup(readFileSync(join(root, 'demo', 'household.json'), 'utf8'));
if ('fault' in reading) throw new Error(reading.fault);
const { backup, today } = openSample(reading.backup, toDay('2026-11-11'));
const sample = backup.household;
const sampleYear = sample.years[0]!;
/** What the app spends after every change. */
const planOf = (h: Household) => makePlan(makeProblem(h, sampleYear, today), { sweeps: 60, seed: 1 });

console.log('\nOne mark: how much of the next ten days moves (bar: median ≤ 10%)\n');
const sittings = (plan: Plan) =>
  new Set(
    plan.tracks.flatMap((t) =>
      t.days
        .map((d, i) => (d > today && d <= today + 14 ? `${t.enrolmentId} ${t.stepIds[i]} ${d}` : ''))
        .filter(Boolean),
    ),
  );
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
  const after = sittings(planOf({ ...sample, marks: [...sample.marks, mark] }));
  const all = [...sittings(base)];
  shares.push(all.filter((s) => !after.has(s)).length / all.length);
}
shares.sort((a, b) => a - b);
console.log(
  `median ${(100 * median(shares)).toFixed(0)}%, worst ${(100 * shares.at(-1)!).toFixed(0)}% of ${sittings(base).size} steps in the next fourteen days`,
);

console.log('\nOn the main thread, for the sample household (bar: no task over 50 ms)\n');
const problem = makeProblem(sample, sampleYear, today);
const warm = <T>(work: () => T) => median(Array.from({ length: 15 }, () => timed(work)[1]));
const again = () => ({ ...sample, marks: [...sample.marks] });
console.log(`make the problem   ${warm(() => makeProblem(again(), sampleYear, today)).toFixed(1)} ms`);
console.log(
  `days in hand, all  ${warm(() => problem.tracks.map((t) => reserveOf({ ...t }, sampleYear))).toFixed(1)} ms`,
);
console.log(`write a backup     ${warm(() => writeBackup(backup)).toFixed(1)} ms`);
const text = writeBackup(backup);
console.log(`read a backup      ${warm(() => readBackup(text)).toFixed(1)} ms (${Math.round(text.length / 1000)} kB)`);
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
console.log(`read 100,000 marks ${timed(() => readBackup(big))[1].toFixed(0)} ms (${Math.round(big.length / 1e6)} MB)`);

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
    const closed = paintDays(year, day + n, day + n + 4, { kind: 'close', label: '' }, () => `bench${n}`);
    return effectOf(before, { ...h, years: [closed] }, year.id, day);
  };
  swept();
  console.log(`${name}: effect of a swept week ${warm(swept).toFixed(1)} ms`);
  console.log(`${name}: a child’s register     ${warm(() => childMonths(h, year, h.children[0]!, day)).toFixed(1)} ms`);
  console.log(`${name}: the year’s drawing     ${warm(() => overview(h, year, plan, day)).toFixed(1)} ms`);
}

console.log('\nTwo hundred lives of up to 300 deeds, each beside an account book of its own\n');
spawnSync(
  join(root, 'node_modules/.bin/vitest'),
  ['run', 'core/tests/lived.test.ts', 'core/sitdown', 'core/merge', 'store/merge'],
  {
    cwd: root,
    stdio: 'inherit',
    // A hundred lives of each household, a thousand histories of two devices, two hundred of them through the store.
    env: { ...process.env, SEED: 'new', LIVES: '100', HISTORIES: '1000', STORED: '200' },
  },
);
measureMerging();
measureNetting();
measureForecast();

ensureBuilt();
if (existsSync('/usr/bin/chromium')) {
  const tied = writeBackup({ asOf: '2026-09-07', household: tiedHousehold(1).household });
  await measureMarks(tied);
  await measureDrawing(tied);
  // The same tests as in a test run, in full numbers.
  console.log('\nFifty kills while marking, and a hundred thousand marks\n');
  spawnSync(
    join(root, 'node_modules/.bin/playwright'),
    ['test', '-c', 'e2e/playwright.config.ts', '-g', 'random kills|ten years', '--reporter=list'],
    {
      cwd: root,
      stdio: 'inherit',
      env: { ...process.env, KILLS: '50', LARGE: '100000' },
    },
  );
} else console.log('\nNo Chromium at /usr/bin/chromium: one mark in a browser is not measured.');
