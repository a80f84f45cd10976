import { Toggle } from '@radix-ui/react-toggle';
import { useRef, useState } from 'react';
import { runsOf, runWords } from '../../core/cards';
import { readThrough } from '../../core/deeds';
import type { Child, Deck } from '../../core/household';
import { useHousehold } from '../shell/household';
import { newId } from '../ui/id';
import { useKey } from '../ui/hotkeys';
import { count } from '../ui/words';

/**
 * A list of words read through aloud, in large type: timed by the parent’s press at the first word and at the last; a word that was wrong is
 * pressed. One row, kept when it ends.
 */
export function RunRound({ deck, child, close }: { deck: Deck; child: Child; close: () => void }) {
  const { household, today, commit } = useHousehold();
  const [id] = useState(newId);
  const [cards] = useState(() => household.cards.filter((c) => c.deckId === deck.id).sort((a, b) => a.n - b.n));
  const [wrong, setWrong] = useState<ReadonlySet<string>>(new Set());
  const [state, setState] = useState<'before' | 'reading' | 'read'>('before');
  const started = useRef(0);
  const [seconds, setSeconds] = useState(0);
  const begin = () => {
    started.current = performance.now();
    setState('reading');
  };
  const stop = () => {
    setSeconds(Math.max(1, Math.round((performance.now() - started.current) / 1000)));
    setState('read');
  };
  const keep = async () => {
    const round = { id, deckId: deck.id, childId: child.id, kind: 'run' as const, day: today };
    await commit(`${child.name}, ${deck.name}: read through`, (now) =>
      readThrough(
        now,
        round,
        cards.map((c) => ({ cardId: c.id, said: wrong.has(c.id) ? 'wrong' : 'right' })),
        seconds,
      ),
    );
    close();
  };
  const go = () => (state === 'before' ? begin() : state === 'reading' ? stop() : void keep());
  useKey('space', go, [state]);
  const runs = runsOf(household, deck, child.id);
  return (
    <section aria-label={`${deck.name} read by ${child.name}`}>
      <div className="flex flex-wrap items-baseline justify-between gap-3">
        <h1 className="wrap-anywhere">
          {deck.name}, {child.name}
        </h1>
        <span className="text-soft">{runWords(runs) || `${count(cards.length, 'word')}`}</span>
      </div>
      <p className="text-soft">
        Press when the first word is read, and again at the last. A word that was wrong is pressed; it comes up
        tomorrow.
      </p>
      <ul aria-label="The words" className="flex flex-wrap gap-3 py-4">
        {cards.map((c) => (
          <li key={c.id}>
            <Toggle
              pressed={wrong.has(c.id)}
              disabled={state === 'before'}
              className={`min-h-[60px] cursor-pointer rounded border border-edge px-4 text-head wrap-anywhere ${wrong.has(c.id) ? 'line-through' : ''}`}
              onPressedChange={(isWrong) => {
                const next = new Set(wrong);
                if (isWrong) next.add(c.id);
                else next.delete(c.id);
                setWrong(next);
              }}
            >
              {c.front}
            </Toggle>
          </li>
        ))}
      </ul>
      {state === 'read' && (
        <p role="status" className="text-part">
          {seconds} s, {wrong.size === 0 ? 'all right' : `${wrong.size} wrong`}
        </p>
      )}
      <p className="flex flex-wrap gap-2">
        <button type="button" className="btn btn-strong min-h-[60px] px-6 text-lead" autoFocus onClick={go}>
          {{ before: 'Begin', reading: 'The last word', read: 'Keep it' }[state]}
        </button>
        <button type="button" className="btn" onClick={close}>
          {state === 'read' ? 'Do not keep it' : 'Stop here'}
        </button>
      </p>
    </section>
  );
}
