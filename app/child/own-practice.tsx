import { useMemo } from 'react';
import { sittingOf } from '../../core/cards';
import { type ChildItem, waits } from '../../core/day';
import type { Child, Deck } from '../../core/household';
import { type DrillOffer, drillOffer, milestonesOn, practises, screenMinutes } from '../../core/practice';
import { useHousehold } from '../shell/household';
import { Picture } from '../ui/picture';
import { count } from '../ui/words';

export type Doing = { what: 'drill'; offer: DrillOffer } | { what: 'cards'; deck: Deck };

/** What a child can practise by itself on its own page: drills of its list, cards of today; and how far its milestones are. */
export default function OwnPractice({
  child,
  items,
  begin,
}: {
  child: Child;
  items: readonly ChildItem[];
  begin: (doing: Doing) => void;
}) {
  const { household, today } = useHousehold();
  const offers = useMemo(
    () =>
      items.flatMap((i) => {
        if (i.mark || waits(i) || i.others.length > 0 || i.of?.kind !== 'step') return [];
        return drillOffer(household, i.of.enrolmentId, i.of.stepId) ?? [];
      }),
    [household, items],
  );
  const decks = useMemo(
    () =>
      household.decks.flatMap((deck) => {
        if (!practises(household, deck.courseId, child.id)) return [];
        const sitting = sittingOf(household, deck, child.id, today);
        return sitting.cards.some(({ card }) => card.back.trim() !== '') ? [{ deck, sitting }] : [];
      }),
    [household, child.id, today],
  );
  const stones = milestonesOn(household, child.id, today);
  const minutes = screenMinutes(household, child.id, today);
  if (offers.length + decks.length + stones.length === 0) return null;
  return (
    <section aria-label="To practise" className="pt-6">
      <ul className="flex flex-col gap-3">
        {offers.map((offer) => (
          <li key={`${offer.enrolment.id} ${offer.step.id}`}>
            <button
              type="button"
              className="btn min-h-[64px] w-full text-left text-lead"
              onClick={() => begin({ what: 'drill', offer })}
            >
              Drill: {offer.drill.name}
            </button>
          </li>
        ))}
        {decks.map(({ deck, sitting }) => (
          <li key={deck.id}>
            <button
              type="button"
              className="btn min-h-[64px] w-full text-left text-lead"
              onClick={() => begin({ what: 'cards', deck })}
            >
              Cards: {deck.name}, {count(sitting.cards.length, 'card')} today
            </button>
          </li>
        ))}
        {stones.map(({ milestone, got, reached, words }) => (
          <li key={milestone.id} className="flex flex-wrap items-center gap-3">
            {milestone.picture && <Picture data={milestone.picture} alt="" className="size-20 object-contain" />}
            <span className="text-lead">{words}</span>
            <span className="flex flex-wrap gap-1" aria-hidden="true">
              {Array.from({ length: milestone.days <= 31 ? milestone.days : 0 }, (_, i) => (
                <span
                  key={i}
                  className={`size-6 rounded-full border-2 border-ink ${i < got || reached ? 'bg-ink' : 'bg-sheet'}`}
                />
              ))}
            </span>
          </li>
        ))}
      </ul>
      {minutes > 0 && <p className="pt-3 text-soft">{count(minutes, 'minute')} of practice on the screen today.</p>}
    </section>
  );
}
