import { useState } from 'react';
import { Link } from 'react-router';
import { cardStandings, readCardsCsv, writeCardsCsv } from '../../core/cards';
import { lessonsIn } from '../../core/course';
import { addCards, reverseCards } from '../../core/deeds';
import { byId, type Card, type Deck } from '../../core/household';
import { useHousehold } from '../shell/household';
import { SelectField } from '../ui/field';
import { TableFile } from '../ui/table-file';
import { count } from '../ui/words';
import { CardForm } from './card-form';

/** The cards of a deck as they are filed, by lesson or by where they stand; changed, turned, printed, written and read as a table. */
export function DeckCards({ deck }: { deck: Deck }) {
  const { household, today, commit } = useHousehold();
  const [filed, setFiled] = useState('');
  const [open, setOpen] = useState<Card>();
  const own = household.cards.filter((c) => c.deckId === deck.id).sort((a, b) => a.n - b.n);
  const lessons = deck.courseId ? lessonsIn(byId(household.courses, deck.courseId)) : [];
  const child = byId(household.children, filed);
  const states = child
    ? new Map(cardStandings(household, deck, child.id, today).map((x) => [x.card.id, x.state]))
    : undefined;
  const groups = (
    states
      ? (['to review', 'not met', 'mastered'] as const).map((state) => ({
          ...{ key: state, title: state, cards: own.filter((c) => states.get(c.id) === state) },
        }))
      : [
          ...lessons.map((l) => ({ key: l.id, title: l.title, cards: own.filter((c) => c.lessonId === l.id) })),
          { key: '', title: 'Of no lesson', cards: own.filter((c) => !lessons.some((l) => l.id === c.lessonId)) },
        ]
  ).filter((g) => g.cards.length > 0);
  const reversible = own.some((c) => c.back && !c.reverseOf && !own.some((r) => r.reverseOf === c.id));
  const take = async (text: string, file: string) => {
    const { cards, faults } = readCardsCsv(household, deck, text);
    if (cards.length > 0)
      await commit(`${deck.name}: ${count(cards.length, 'card')} from ${file}`, (now) => addCards(now, deck.id, cards));
    return faults;
  };
  return (
    <section aria-label="Its cards" className="border-t border-rule pt-3">
      <h3 className="label">Its cards</h3>
      <div className="flex flex-wrap gap-2 py-2">
        <Link className="btn" to={`/cards/print/${deck.id}`}>
          To print
        </Link>
        <button
          type="button"
          className="btn"
          disabled={!reversible}
          onClick={() =>
            void commit(`${deck.name}: asked the other way round as well`, (now) => reverseCards(now, deck.id))
          }
        >
          The other way round as well
        </button>
        <TableFile
          name={`${deck.name}.csv`}
          write={() => writeCardsCsv(household, deck)}
          take={take}
          empty={own.length === 0}
        />
      </div>
      <SelectField
        label="Filed"
        options={[
          ['', 'by lesson'],
          ...household.children.map((c) => [c.id, `by where they stand with ${c.name}`] as const),
        ]}
        className="self-start"
        value={filed}
        onChange={(e) => setFiled(e.target.value)}
      />
      <div className="max-h-72 overflow-y-auto" tabIndex={0} role="group" aria-label="The cards">
        {groups.map((g) => (
          <section key={g.key} aria-label={g.title}>
            {(states || lessons.length > 0) && <h4 className="pt-2 font-semibold">{g.title}</h4>}
            <ul>
              {g.cards.map((c) => (
                <li key={c.id} className="flex items-center gap-3 border-b border-rule/60">
                  <button
                    type="button"
                    className="press page-link min-w-0 cursor-pointer text-left wrap-anywhere"
                    aria-label={`Change: ${c.front}`}
                    onClick={() => setOpen(c)}
                  >
                    {c.front}
                  </button>
                  <span className="min-w-0 flex-1 text-soft wrap-anywhere">
                    {c.back}
                    {c.reverseOf && ' · turned'}
                    {c.picture && ' · with a picture'}
                  </span>
                  <button
                    type="button"
                    className="press page-link cursor-pointer px-2"
                    aria-label={`Take out: ${c.front}`}
                    onClick={() =>
                      void commit(`${c.front} taken out of ${deck.name}`, [{ table: 'cards', remove: c.id }])
                    }
                  >
                    Take out
                  </button>
                </li>
              ))}
            </ul>
          </section>
        ))}
      </div>
      {open && <CardForm card={open} deck={deck} close={() => setOpen(undefined)} />}
    </section>
  );
}
