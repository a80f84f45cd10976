import { type Card, SAYINGS, type Saying } from '../../core/household';
import { useKey } from '../ui/hotkeys';

const WORDS: Record<Saying, string> = { right: 'Right', slow: 'Slow', wrong: 'Wrong' };

/** A card large enough to be read across a table, and what is said of the answer: a press or a key each. */
export function Asking({
  card,
  why,
  shown,
  show,
  answer,
  sayings = SAYINGS,
}: {
  card: Card;
  why?: string;
  /** Whether the back is shown. */
  shown: boolean;
  show: () => void;
  answer: (said: Saying) => void;
  sayings?: readonly Saying[];
}) {
  useKey('r', () => answer('right'), [card.id]);
  useKey('s', () => sayings.includes('slow') && answer('slow'), [card.id]);
  useKey('w', () => answer('wrong'), [card.id]);
  useKey('b', show, [card.id]);
  return (
    <div className="flex flex-col items-center gap-4 py-6">
      <p
        className="min-h-28 text-center text-figure leading-tight wrap-anywhere"
        aria-live="polite"
        data-card={card.id}
      >
        {card.front}
      </p>
      <p className="min-h-9 text-center text-title text-soft wrap-anywhere">
        {shown ? card.back || 'nothing stands on its back' : ''}
      </p>
      {!shown && (
        <button type="button" className="btn btn-quiet" onClick={show}>
          Show the back <kbd>b</kbd>
        </button>
      )}
      <div className="flex flex-wrap justify-center gap-3">
        {SAYINGS.filter((s) => sayings.includes(s)).map((s) => (
          <button
            key={s}
            type="button"
            className={`btn min-h-[64px] min-w-28 text-lead ${s === 'right' ? 'btn-strong' : ''}`}
            onClick={() => answer(s)}
          >
            {WORDS[s]} <kbd>{{ right: 'r', slow: 's', wrong: 'w' }[s]}</kbd>
          </button>
        ))}
      </div>
      {why && <p className="text-soft">{why}</p>}
    </div>
  );
}
