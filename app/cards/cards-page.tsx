import { lazy, Suspense, useMemo, useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { deckView, deckWords, minuteWords, runsOf, runWords, sittingWords } from '../../core/cards';
import { byId, type Child, type Deck, type Drill, type Household, titleOf } from '../../core/household';
import { coursesOver } from '../../core/pace';
import { practises } from '../../core/practice';
import { useHousehold } from '../shell/household';
import { Fold } from '../ui/fold';
import { ChildName } from '../ui/ornament';
import { count } from '../ui/words';
import { PracticeLinks } from '../practice/practice-links';
import { DeckForm } from './deck-form';
import { DrillRound } from './drill-round';
import { Drills } from './drills';
import { Milestones } from './milestones';
import { Minute } from './minute';
import { PickCards } from './pick-cards';
import { ReviewRound } from './review';
import { RunRound } from './run-round';

const Chart = lazy(() => import('./minutes-chart'));

type Doing =
  | { what: 'review' | 'minute' | 'run' | 'pick'; deck: Deck; childId: string; only?: readonly string[]; back?: true }
  | { what: 'drill'; drill: Drill; childId: string; step?: { enrolmentId: string; stepId: string }; back?: true };

/** A drill that Today asks for by its address: for a child, and for the step it is held for. */
function askedFor(h: Household, params: URLSearchParams): Doing | undefined {
  const drill = byId(h.drills, params.get('drill') ?? '');
  const [childId, enrolmentId, stepId] = ['child', 'enrolment', 'step'].map((k) => params.get(k) ?? '');
  if (!byId(h.children, childId!)) return undefined;
  const deck = byId(h.decks, params.get('review') ?? '');
  if (deck) return { what: deck.byHand ? 'pick' : 'review', deck, childId: childId!, back: true };
  if (!drill) return undefined;
  const step = enrolmentId && stepId ? { step: { enrolmentId, stepId } } : {};
  return { what: 'drill', drill, childId: childId!, ...step, back: true };
}

/** The card box: each deck with each child, what is asked today, one minute against the clock; decks are made here. */
export default function CardsPage() {
  const { household, today } = useHousehold();
  const over = useMemo(() => coursesOver(household, today), [household, today]);
  const past = household.decks.filter((d) => d.courseId !== undefined && over.has(d.courseId));
  const [params] = useSearchParams();
  const navigate = useNavigate();
  const [doing, setDoing] = useState<Doing | undefined>(() => askedFor(household, params));
  const [form, setForm] = useState<Deck | 'new'>();
  const child = doing && household.children.find((c) => c.id === doing.childId);
  if (doing && child) {
    const end = () => {
      if (doing.back) void navigate(-1);
      else setDoing(undefined);
    };
    switch (doing.what) {
      case 'drill':
        return <DrillRound drill={doing.drill} child={child} step={doing.step} close={end} />;
      case 'minute':
        return <Minute deck={doing.deck} child={child} close={end} />;
      case 'run':
        return <RunRound deck={doing.deck} child={child} close={end} />;
      case 'pick':
        return (
          <PickCards
            deck={doing.deck}
            child={child}
            begin={(only) => setDoing({ ...doing, what: 'review', only })}
            close={end}
          />
        );
      case 'review':
        return <ReviewRound deck={doing.deck} child={child} only={doing.only} close={end} />;
    }
  }
  const section = (deck: Deck) => {
    const cards = household.cards.filter((c) => c.deckId === deck.id).length;
    return (
      <section key={deck.id} aria-labelledby={`deck-${deck.id}`} className="border-b border-rule py-3">
        <div className="flex flex-wrap items-baseline gap-x-3">
          <h2 id={`deck-${deck.id}`} className="wrap-anywhere">
            {deck.name}
          </h2>
          <span className="text-soft">
            {count(cards, 'card')}
            {deck.courseId && `, of ${titleOf(household, deck.courseId)}`}, {deck.daily} a day
          </span>
          <button
            type="button"
            className="press page-link ml-auto cursor-pointer px-2"
            aria-label={`Its cards: ${deck.name}`}
            onClick={() => setForm(deck)}
          >
            Its cards
          </button>
        </div>
        <WithChildren
          deck={deck}
          among={household.children.filter((c) => practises(household, deck.courseId, c.id))}
          empty={cards === 0}
          begin={(what, childId) => setDoing({ what: what === 'review' && deck.byHand ? 'pick' : what, deck, childId })}
        />
      </section>
    );
  };
  return (
    <>
      <div className="flex flex-wrap items-baseline justify-between gap-3 pb-2">
        <h1>Cards</h1>
        <span className="flex flex-wrap items-center gap-3">
          <PracticeLinks here="/cards" />
          <button type="button" className="btn btn-strong" onClick={() => setForm('new')}>
            Add a deck
          </button>
        </span>
      </div>
      <div className="double-rule">
        {household.decks.length === 0 && (
          <p className="py-3">
            Sounds, rules, words, facts: a deck is pasted in a minute, or made from a grid of facts. Each child has its
            own standing with it; what is asked today is what is likeliest forgotten.
          </p>
        )}
        {household.decks.filter((d) => !past.includes(d)).map(section)}
        {past.length > 0 && (
          <Fold words={`${count(past.length, 'deck')} of courses that are over`}>{past.map(section)}</Fold>
        )}
      </div>
      <Drills begin={(drill, c) => setDoing({ what: 'drill', drill, childId: c.id })} />
      <Milestones />
      {household.decks.length > 0 && (
        <p className="pt-3 text-soft">Lasting trouble with reading or number deserves a professional’s look.</p>
      )}
      {form && <DeckForm {...(form === 'new' ? {} : { deck: form })} close={() => setForm(undefined)} />}
    </>
  );
}

/** The children who practise a deck; those who never did, where others do, in one line. */
function WithChildren({
  deck,
  among,
  empty,
  begin,
}: {
  deck: Deck;
  among: readonly Child[];
  empty: boolean;
  begin: (what: 'review' | 'minute' | 'run', childId: string) => void;
}) {
  const { household } = useHousehold();
  const [added, setAdded] = useState<readonly string[]>([]);
  const practised = new Set(household.rounds.filter((r) => r.deckId === deck.id).map((r) => r.childId));
  const shown = among.filter((c) => practised.size === 0 || practised.has(c.id) || added.includes(c.id));
  const others = among.filter((c) => !shown.includes(c));
  return (
    <>
      <ul aria-label={deck.name}>
        {shown.map((c) => (
          <WithChild key={c.id} deck={deck} child={c} empty={empty} begin={(what) => begin(what, c.id)} />
        ))}
      </ul>
      {others.length > 0 && (
        <p className="flex flex-wrap items-baseline gap-x-3 border-t border-rule/60 text-soft">
          Not begun with
          {others.map((c) => (
            <button
              key={c.id}
              type="button"
              className="press page-link cursor-pointer"
              aria-label={`Begin ${deck.name} with ${c.name}`}
              onClick={() => setAdded([...added, c.id])}
            >
              {c.name}
            </button>
          ))}
        </p>
      )}
    </>
  );
}

/** Where a deck stands with one child, what is asked today, and what can be begun. */
function WithChild({
  deck,
  child,
  empty,
  begin,
}: {
  deck: Deck;
  child: Child;
  empty: boolean;
  begin: (what: 'review' | 'minute' | 'run') => void;
}) {
  const { household, today } = useHousehold();
  const [charted, setCharted] = useState(false);
  const {
    count: cards,
    sitting,
    minutes,
  } = useMemo(() => deckView(household, deck, child.id, today), [household, deck, child.id, today]);
  return (
    <li className="flex flex-wrap items-center gap-x-3 border-t border-rule/60 py-1">
      <span className="w-28">
        <ChildName child={child} size={16} />
      </span>
      <span className="min-w-48 flex-1">
        {deckWords(cards)}
        <span className="block text-aside text-soft">
          {[sittingWords(sitting), minuteWords(minutes), runWords(runsOf(household, deck, child.id))]
            .filter(Boolean)
            .join(' · ')}
        </span>
      </span>
      <button
        type="button"
        className="btn"
        disabled={deck.byHand ? empty : sitting.cards.length === 0}
        aria-label={`Review ${deck.name} with ${child.name}`}
        onClick={() => begin('review')}
      >
        Review
      </button>
      <button
        type="button"
        className="btn"
        disabled={empty}
        aria-label={`One minute of ${deck.name} with ${child.name}`}
        onClick={() => begin('minute')}
      >
        One minute
      </button>
      {household.cards.some((x) => x.deckId === deck.id && x.kind === 'word') && (
        <button
          type="button"
          className="btn"
          aria-label={`Read through: ${deck.name}, ${child.name}`}
          onClick={() => begin('run')}
        >
          Read through
        </button>
      )}
      {minutes.length > 1 && (
        <button
          type="button"
          className="press page-link cursor-pointer px-2"
          aria-expanded={charted}
          aria-label={`All minutes of ${child.name} with ${deck.name}`}
          onClick={() => setCharted(!charted)}
        >
          All minutes
        </button>
      )}
      {charted && (
        <Suspense>
          <Chart minutes={minutes} name={child.name} />
        </Suspense>
      )}
    </li>
  );
}
