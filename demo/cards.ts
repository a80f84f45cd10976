import { factsOf } from '../core/cards';
import type { Card, Deck, Household, Round, Saying } from '../core/household';
import { seeded } from '../core/stagger';

/** What is practised at the lock every day: sounds with Wren, facts with Jory, words of a dead language with Oda. */
const DECKS: Deck[] = [
  { id: 'deck-sounds', name: 'Sounds', courseId: 'letters', daily: 4 },
  { id: 'deck-times', name: 'Times tables, two to six', daily: 5 },
  { id: 'deck-words', name: 'River words', courseId: 'latin', daily: 4 },
];
const SOUNDS: [front: string, back: string, lesson: number][] = [
  ['a', 'as in anchor', 1],
  ['m', 'as in mooring', 1],
  ['s', 'as in sluice', 1],
  ['t', 'as in towpath', 1],
  ['e', 'as in ebb', 2],
  ['ee', 'as in weed', 2],
  ['ea', 'as in weather, or as in heath', 2],
  ['sh', 'as in shallow', 3],
  ['ch', 'as in channel', 3],
  ['th', 'as in path', 3],
  ['wh', 'as in wharf', 4],
];
const WORDS: [front: string, back: string][] = [
  ['flumen', 'river'],
  ['pons', 'bridge'],
  ['navis', 'boat'],
  ['ripa', 'bank of a river'],
  ['porta', 'gate'],
  ['unda', 'wave'],
];

const cards: Card[] = [
  ...SOUNDS.map(([front, back, lesson], n): Card => ({
    ...{
      id: `sound-${n + 1}`,
      deckId: 'deck-sounds',
      front,
      back,
      kind: 'sound',
      courseId: 'letters',
      lessonId: `L${lesson}`,
      n,
    },
  })),
  ...factsOf('×', [2, 6], [2, 9]).map((f, n): Card => ({
    ...{ id: `times-${n + 1}`, deckId: 'deck-times', ...f, kind: 'fact', n },
  })),
  ...WORDS.map(([front, back], n): Card => ({
    id: `word-${n + 1}`,
    deckId: 'deck-words',
    front,
    back,
    kind: 'word',
    n,
  })),
];

/** Two months of answers: a few on most school days, missed now and then, and a minute on Fridays. */
function rounds(dates: readonly string[]): Round[] {
  const random = seeded(41);
  const list: Round[] = [];
  const ask = (deckId: string, childId: string, date: string, known: number, kind: Round['kind'], n: number) => {
    const own = cards.filter((c) => c.deckId === deckId).slice(0, known);
    const said = (): Saying => {
      const x = random();
      return x < 0.12 ? 'wrong' : x < 0.25 && kind === 'review' ? 'slow' : 'right';
    };
    const from = Math.floor(random() * own.length);
    const answers = Array.from({ length: Math.min(n, own.length) }, (_, i) => ({
      cardId: own[(from + i) % own.length]!.id,
      said: said(),
    }));
    const seconds = kind === 'minute' ? { seconds: 60 } : {};
    list.push({ id: `${kind}-${deckId}-${date}`, deckId, childId, date, seq: list.length, kind, answers, ...seconds });
  };
  dates.forEach((date, i) => {
    if (random() < 0.15) return;
    ask('deck-sounds', 'wren', date, Math.min(10, 4 + Math.floor(i / 5)), 'review', 4);
    ask('deck-times', 'jory', date, Math.min(40, 8 + i), 'review', 5);
    if (i % 2 === 0) ask('deck-words', 'oda', date, 6, 'review', 4);
    if (i % 5 === 4) ask('deck-times', 'jory', date, Math.min(40, 8 + i), 'minute', 10 + Math.floor(i / 4));
  });
  return list;
}

export const cardBox = (dates: readonly string[]): Pick<Household, 'decks' | 'cards' | 'rounds'> => ({
  decks: DECKS,
  cards,
  rounds: rounds(dates),
});
