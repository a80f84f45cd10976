import { ageOn, type Day, fromDay, withUs } from '../calendar';
import type { Child, Household } from '../household';

/** Age from which an older one helps (common practice: one who reads well). */
export const HELPER_FROM = 8;

/** Who can be asked to help some children: with the household, older than all of them, and of the age that the household sets for it. */
export function helpersFor(
  state: Pick<Household, 'children' | 'settings'>,
  childIds: readonly string[],
  day: Day,
): Child[] {
  const youngestHelper = state.settings.helperFrom ?? HELPER_FROM;
  const helped = state.children.filter((c) => childIds.includes(c.id));
  return state.children.filter(
    (c) =>
      !childIds.includes(c.id) &&
      withUs(state, c.id, day) &&
      ageOn(c.born, fromDay(day)) >= youngestHelper &&
      helped.every((h) => c.born < h.born),
  );
}
