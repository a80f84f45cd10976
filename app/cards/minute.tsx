import { useEffect, useRef, useState } from 'react';
import { minutesOf, minuteWords, stackOf } from '../../core/cards';
import { answerCard, endRound } from '../../core/deeds';
import { byId, type Child, type Deck, type Saying } from '../../core/household';
import { seeded, seedOf } from '../../core/stagger';
import { useHousehold } from '../shell/household';
import { newId } from '../ui/id';
import { Asking } from './asking';
import { chime, chimes, setChimes } from './chime';

const SECONDS = 60;
/** Seventy in a minute are more than anybody answers. */
const MOST = 400;

/** A stack against the clock: the parent says right or wrong; the child’s own best, never another’s. */
export function Minute({ deck, child, close }: { deck: Deck; child: Child; close: () => void }) {
  const { household, today, commit } = useHousehold();
  const [id] = useState(newId);
  const [left, setLeft] = useState<number>();
  const started = useRef(0);
  // As many as anybody answers in a minute and more; the order is chance’s, and stays while the minute runs.
  const [stack] = useState(() => {
    const cards = household.cards.filter((c) => c.deckId === deck.id);
    const drawn = stackOf(cards, seeded(seedOf(id)));
    return Array.from({ length: MOST }, () => drawn.next().value).filter((c) => c !== undefined);
  });
  const [at, setAt] = useState(0);
  const [heard, setHeard] = useState(chimes);
  const round = byId(household.rounds, id);
  const over = left === 0;
  useEffect(() => {
    if (left === undefined || over) return;
    const timer = setInterval(() => {
      const rest = Math.max(0, SECONDS - Math.floor((performance.now() - started.current) / 1000));
      setLeft(rest);
    }, 200);
    return () => clearInterval(timer);
  }, [left, over]);
  useEffect(() => {
    if (over && chimes()) chime();
  }, [over]);
  useEffect(() => {
    if (over && round && round.seconds === undefined)
      void commit(`${child.name}, ${deck.name}: the minute is over`, (now) => endRound(now, id, SECONDS));
  }, [over, round, commit, child.name, deck.name, id]);
  const begin = () => {
    started.current = performance.now();
    setLeft(SECONDS);
  };
  const answer = (said: Saying) => {
    const card = stack[at];
    if (!card || over || left === undefined) return;
    setAt(at + 1);
    void commit(`${child.name}, ${deck.name}: ${card.front} ${said}`, (now) =>
      answerCard(now, { id, deckId: deck.id, childId: child.id, kind: 'minute', day: today }, card.id, said),
    );
  };
  const minutes = minutesOf(household, deck.id, child.id);
  const card = stack[at];
  return (
    <section aria-label={`One minute of ${deck.name} with ${child.name}`}>
      <div className="flex flex-wrap items-baseline justify-between gap-3">
        <h1 className="wrap-anywhere">
          {deck.name}, {child.name}
        </h1>
        {left !== undefined && (
          <span className="text-title tabular-nums" role="timer">
            {left} s
          </span>
        )}
      </div>
      {left === undefined ? (
        <div className="py-10 text-center">
          <button type="button" className="btn btn-strong min-h-[64px] px-8 text-part" autoFocus onClick={begin}>
            Begin the minute
          </button>
          <label className="flex min-h-touch items-center justify-center gap-2 pt-3">
            <input
              type="checkbox"
              checked={heard}
              onChange={() => {
                setChimes(!heard);
                setHeard(!heard);
              }}
            />
            a quiet sound at the end, on this device
          </label>
        </div>
      ) : over || !card ? (
        <p className="py-8 text-center text-part" role="status">
          {minuteWords(minutes) || 'Nothing was answered.'}
        </p>
      ) : (
        <Asking card={card} shown={false} show={() => undefined} answer={answer} sayings={['right', 'wrong']} />
      )}
      <p className="flex justify-center">
        <button type="button" className="btn" onClick={close}>
          {over ? 'Back to the decks' : 'Stop here'}
        </button>
      </p>
    </section>
  );
}
