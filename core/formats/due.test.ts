import { describe, expect, it } from 'vitest';
import { toDay } from '../calendar';
import { aMark } from '../tests/make';
import { backupDue } from './index';

describe('a backup is asked for', () => {
  const on = (...dates: string[]) => dates.map((d) => aMark('e', 's', 'done', d));
  it.each([
    ['nothing marked', [], undefined, '2026-11-11', undefined],
    ['a week after the first mark, when there was none', ['2026-11-04', '2026-11-09'], undefined, '2026-11-11', 7],
    ['not before', ['2026-11-05'], undefined, '2026-11-11', undefined],
    ['a fortnight after the last, once something was marked', ['2026-11-01'], '2026-10-28', '2026-11-11', 14],
    ['not when nothing was marked since', ['2026-10-20'], '2026-10-28', '2026-12-11', undefined],
    ['not when the last is fresh', ['2026-11-10'], '2026-11-09', '2026-11-11', undefined],
  ])('%s', (_, dates, last, today, expected) => {
    expect(backupDue(on(...dates), last, toDay(today))).toBe(expected);
  });
});
