import { useMemo, useState } from 'react';
import type { HoldBack } from '../../core/day';
import { holdBack } from '../../core/deeds';
import { elsewhereWords } from '../../core/overview';
import type { Plan } from '../../core/stagger';
import { tried } from '../../core/whatif';
import { useHousehold } from '../shell/household';
import { usePlan } from '../shell/plan';
import { pinOf, wayKey } from './hold-back';
import { newId } from './id';
import { useTriedPlan } from './use-tried-plan';

const NONE: ReadonlyMap<string, string> = new Map();

/**
 * What each way out of a clash does elsewhere in the year, in words, empty where it does nothing; by `wayKey`. They are tried one after the
 * other once the plan has settled: one that is not in it has not been tried yet.
 */
export function useElsewhere(ways: readonly HoldBack[]): ReadonlyMap<string, string> {
  const { household, year, today } = useHousehold();
  const { settled } = usePlan();
  const before = settled?.plan;
  const [known, setKnown] = useState<{ of: Plan | undefined; words: ReadonlyMap<string, string> }>();
  const words = known?.of === before ? (known?.words ?? NONE) : NONE;
  const next = before && ways.find((w) => !words.has(wayKey(w)));
  const key = next ? wayKey(next) : '';
  const then = useMemo(() => {
    const done = next && tried(household, holdBack(household, pinOf(next), [], newId));
    return done && 'then' in done ? done.then : undefined;
  }, [household, next]);
  const { found, fault } = useTriedPlan(key, then, year, today);
  const after = found?.settled ? found.plan : undefined;
  const said = before && after ? elsewhereWords(household.settings.dateStyle, before, after) : fault;
  if (key && said !== undefined) setKnown({ of: before, words: new Map([...words, [key, said]]) });
  return words;
}
