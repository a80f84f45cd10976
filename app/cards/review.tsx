import { useState } from 'react';
import { type Sitting, sittingOf, sittingWords } from '../../core/cards';
import { answerCard, takeAnswerBack } from '../../core/deeds';
import { byId, type Child, type Deck, type Saying } from '../../core/household';
import { useHousehold } from '../shell/household';
import { newId } from '../ui/id';
import { count } from '../ui/words';
import { Asking } from './asking';

/** A round of review: the child answers aloud, the parent says how; each answer is kept at once, and can be taken back. */
export function ReviewRound({
  deck,
  child,
  only,
  close,
}: {
  deck: Deck;
  child: Child;
  /** Chosen by hand, in this order; without it the likeliest forgotten. */
  only?: readonly string[] | undefined;
  close: () => void;
}) {
  const { household, today, commit } = useHousehold();
  // What is asked was chosen when the round began; answers do not change it under the child’s eyes.
  const [sitting] = useState((): Sitting => {
    if (!only) return sittingOf(household, deck, child.id, today);
    const cards = only.map((id) => byId(household.cards, id)).filter((c) => c !== undefined);
    return { cards: cards.map((card) => ({ card, why: 'chosen by hand' })), waiting: 0 };
  });
  const [id] = useState(newId);
  const [shown, setShown] = useState(false);
  const answers = byId(household.rounds, id)?.answers ?? [];
  const asked = sitting.cards[answers.length];
  const answer = (said: Saying) => {
    if (!asked) return;
    const { card } = asked;
    setShown(false);
    void commit(`${child.name}, ${deck.name}: ${card.front} ${said}`, (now) =>
      // Pressed twice it is one answer of one card.
      byId(now.rounds, id)?.answers.some((a) => a.cardId === card.id)
        ? []
        : answerCard(now, { id, deckId: deck.id, childId: child.id, kind: 'review', day: today }, card.id, said),
    );
  };
  const right = answers.filter((a) => a.said === 'right').length;
  return (
    <section aria-label={`Review of ${deck.name} with ${child.name}`}>
      <div className="flex flex-wrap items-baseline justify-between gap-3">
        <h1 className="wrap-anywhere">
          {deck.name}, {child.name}
        </h1>
        <span className="text-soft">
          {asked ? `${answers.length + 1} of ${sitting.cards.length}` : `${count(answers.length, 'card')}`}
        </span>
      </div>
      {asked ? (
        <Asking card={asked.card} why={asked.why} shown={shown} show={() => setShown(true)} answer={answer} />
      ) : (
        <p className="py-8 text-center text-part" role="status">
          {answers.length === 0
            ? `${sittingWords(sitting)}.`
            : `${right} of ${count(answers.length, 'card')} right at once. That is all for today.`}
        </p>
      )}
      <p className="flex flex-wrap justify-center gap-2">
        <button type="button" className="btn" autoFocus={!asked} onClick={close}>
          {asked ? 'Stop here' : 'Back to the decks'}
        </button>
        {answers.length > 0 && (
          <button
            type="button"
            className="btn btn-quiet"
            onClick={() =>
              void commit(`${child.name}, ${deck.name}: the last answer taken back`, (now) => takeAnswerBack(now, id))
            }
          >
            Take the last answer back
          </button>
        )}
      </p>
    </section>
  );
}
