import { useMemo } from 'react';
import { Link } from 'react-router';
import type { Day } from '../../core/calendar';
import { markStep, putPromptAway } from '../../core/deeds';
import { promptsOn } from '../../core/prompts';
import { useHousehold } from '../shell/household';
import { newId } from '../ui/id';
import { count } from '../ui/words';
import type { Note } from './notes';

/** Words at the right moment: each seen to or put away by one press, and not said again. */
export function usePrompts(today: Day): Note | undefined {
  const { household, year, commit } = useHousehold();
  // Not with every press elsewhere on the page.
  const prompts = useMemo(() => promptsOn(household, year, today), [household, year, today]);
  if (prompts.length === 0) return undefined;
  const away = (key: string) => commit('a word put away', (now) => putPromptAway(now, key, today, newId));
  return {
    key: 'prompts',
    pressed: true,
    words: prompts.length === 1 ? 'A word' : count(prompts.length, 'word'),
    body: (
      <ul aria-label="Words at the right moment">
        {prompts.map(({ key, words, to, again }) => (
          <li key={key} className="flex flex-wrap items-center gap-x-3 border-b border-rule/60">
            <span className="min-w-0 flex-1 py-1 wrap-anywhere">{words}</span>
            {to && (
              <Link className="page-link press" to={to.path}>
                {to.words}
              </Link>
            )}
            {again && (
              <button
                type="button"
                className="btn btn-quiet page-link"
                onClick={() =>
                  void commit('to do again', (now) => [
                    ...markStep(now, { ...again, day: today }, 'again', newId),
                    ...putPromptAway(now, key, today, newId),
                  ])
                }
              >
                Again
              </button>
            )}
            <button type="button" className="btn btn-quiet page-link" onClick={() => void away(key)}>
              Put away
            </button>
          </li>
        ))}
      </ul>
    ),
  };
}
