import { type Day, fromDay } from '../calendar';
import type { Household, Id, Prompt, Put } from '../household';
import { sitDownRow } from '../sitdown';

/** It was offered for a week and is put away. */
export function putSitDownAway(now: Household, start: Day, newId: () => Id): Put[] {
  const put = sitDownRow(now, start, (s) => ({ ...s, away: true }));
  return [{ table: 'sitDowns', put: { ...put, id: put.id || newId() } }];
}

/** The household is asked to sit down over its weeks, or has a standing routine. */
export function askSitDown(now: Household, ask: boolean): Put[] {
  const { sitDown: _before, ...rest } = now.settings;
  return [{ table: 'settings', put: ask ? rest : { ...rest, sitDown: false } }];
}

/** A word is put away for good. */
export function putPromptAway(now: Household, key: string, today: Day, newId: () => Id): Put[] {
  if (now.prompts.some((p) => p.key === key)) return [];
  const put: Prompt = { id: newId(), key, date: fromDay(today) };
  return [{ table: 'prompts', put }];
}
