import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import type { Enrolment } from '../core/household';
import type { PlanFile } from '../core/formats/plan-file';
import { planCommand } from './plan-command';

const root = join(__dirname, '..');
const folder = mkdtempSync(join(tmpdir(), 'plan-'));
const run = (...args: string[]) => planCommand(args);
const DEMO = join(root, 'demo/household.json');

describe('npm run -s plan', () => {
  it('prints the plan as JSON alone, as of the backup’s own date, the same every time', () => {
    const first = execFileSync('npm', ['run', '-s', 'plan', '--', 'demo/household.json'], {
      cwd: root,
      encoding: 'utf8',
      stdio: ['ignore', 'pipe', 'ignore'],
    });
    const plan = JSON.parse(first) as PlanFile;
    expect(plan.today).toBe('2026-11-13');
    const { enrolments } = JSON.parse(readFileSync(join(root, 'demo/household.json'), 'utf8')) as {
      enrolments: Enrolment[];
    };
    const planned = enrolments.filter((e) => ['running', 'tried'].includes(e.life) && e.rule.kind !== 'when');
    expect(plan.enrolments.map((e) => e.id).sort()).toEqual(planned.map((e) => e.id).sort());
    for (const e of plan.enrolments) {
      const dates = e.steps.map((s) => s.date).filter((d) => d !== null);
      expect([...dates].sort()).toEqual(dates);
      expect(dates.every((d) => d >= plan.today)).toBe(true);
    }
    const out = join(folder, 'plan.json');
    expect(run(DEMO, '--out', out)).toMatchObject({ status: 0, stdout: '' });
    expect(readFileSync(out, 'utf8')).toBe(first);
  });

  it('takes another date and says what is wrong in a sentence', () => {
    const other = run(DEMO, '--today', '2027-01-11', '--sweeps', '2');
    expect((JSON.parse(other.stdout) as PlanFile).today).toBe('2027-01-11');
    const bad = join(folder, 'bad.json');
    writeFileSync(bad, '{}');
    for (const [args, sentence] of [
      [['nowhere.json'], 'cannot be read'],
      [[bad], 'not a backup of Olden Primer'],
      [[DEMO, '--today', '2026-02-30'], 'calendar day'],
      [[DEMO, '--sweeps', 'many'], 'whole number'],
      [[DEMO, '--colour', 'red'], 'Use: npm run'],
      [[], 'Use: npm run'],
    ] as const) {
      const answer = run(...args);
      expect(answer.status).toBe(1);
      expect(answer.stdout).toBe('');
      expect(answer.stderr).toContain(sentence);
    }
  });
});
