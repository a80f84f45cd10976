import { useMemo, useState } from 'react';
import { cardStandings } from '../../core/cards';
import type { Child, Deck } from '../../core/household';
import { useHousehold } from '../shell/household';
import { count } from '../ui/words';

/** Which cards are asked, chosen by hand; where each stands is beside it. */
export function PickCards({
  deck,
  child,
  begin,
  close,
}: {
  deck: Deck;
  child: Child;
  begin: (only: readonly string[]) => void;
  close: () => void;
}) {
  const { household, today } = useHousehold();
  const standings = useMemo(() => cardStandings(household, deck, child.id, today), [household, deck, child.id, today]);
  const [chosen, setChosen] = useState<readonly string[]>(() =>
    standings
      .filter((s) => s.state === 'to review')
      .slice(0, deck.daily)
      .map((s) => s.card.id),
  );
  return (
    <section aria-label={`Cards of ${deck.name} for ${child.name}`}>
      <h1 className="pb-2 wrap-anywhere">
        {deck.name}, {child.name}: which cards
      </h1>
      <ul className="double-rule">
        {standings.map((s) => (
          <li key={s.card.id} className="border-b border-rule/60">
            <label className="flex min-h-touch items-center gap-3">
              <input
                type="checkbox"
                checked={chosen.includes(s.card.id)}
                onChange={(e) =>
                  setChosen(e.target.checked ? [...chosen, s.card.id] : chosen.filter((id) => id !== s.card.id))
                }
              />
              <span className="min-w-0 flex-1 wrap-anywhere">{s.card.front}</span>
              <span className="text-soft">{s.state}</span>
            </label>
          </li>
        ))}
      </ul>
      <p className="flex flex-wrap gap-2 pt-3">
        <button type="button" className="btn btn-strong" disabled={chosen.length === 0} onClick={() => begin(chosen)}>
          Review {count(chosen.length, 'card')}
        </button>
        <button type="button" className="btn" onClick={close}>
          Back to the decks
        </button>
      </p>
    </section>
  );
}
