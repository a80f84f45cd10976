import { readTable, type TableFault, writeTable } from '../contents';
import { lessonsIn } from '../course';
import { byId, type Card, CARD_KINDS, type Deck, type Household, type Id } from '../household';
import { MOST_CARDS } from './make';

export const CARD_COLUMNS = ['front', 'back', 'kind', 'lesson'] as const;

/** A card of a table: what stands on it, and the lesson that introduces it. */
export interface CardRow {
  front: string;
  back: string;
  kind?: NonNullable<Card['kind']>;
  lessonId?: Id;
}
/** The cards of a deck as a table: CSV as RFC 4180 has it, with a head; lessons by their titles. */
export function writeCardsCsv(state: Pick<Household, 'cards' | 'courses'>, deck: Deck): string {
  const titles = new Map(lessonsIn(byId(state.courses, deck.courseId ?? '')).map((l) => [l.id, l.title]));
  const rows = state.cards
    .filter((c) => c.deckId === deck.id)
    .sort((a, b) => a.n - b.n || (a.id < b.id ? -1 : 1))
    .map((c) => [c.front, c.back, c.kind ?? '', titles.get(c.lessonId ?? '') ?? '']);
  return writeTable(CARD_COLUMNS, rows);
}

/**
 * Reads cards from a table: CSV (RFC 4180; comma, semicolon or tab). With a head its columns stand in any order; without one they are front
 * and back. A row with a fault is named and left out, and the others are taken.
 */
export function readCardsCsv(
  state: Pick<Household, 'courses'>,
  deck: Deck,
  text: string,
): { cards: CardRow[]; faults: TableFault[] } {
  const table = readTable(text, CARD_COLUMNS, ['front'], ['front', 'back']);
  if ('fault' in table) return { cards: [], faults: [table.fault] };
  const lessons = lessonsIn(byId(state.courses, deck.courseId ?? ''));
  const cards: CardRow[] = [];
  const faults: TableFault[] = [];
  const seen = new Map<string, number>();
  table.rows.forEach(({ row, cell }) => {
    const [front, back, kind, lesson] = CARD_COLUMNS.map(cell) as [string, string, string, string];
    const fault = (sentence: string) => void faults.push({ row, sentence });
    if (front === '') return fault('The front is empty.');
    if (front.length > 500 || back.length > 500) return fault('A side of a card holds at most 500 letters.');
    const before = seen.get(front.toLowerCase());
    if (before !== undefined) return fault(`The same front stands in row ${before}.`);
    const known = CARD_KINDS.find((k) => k === kind.toLowerCase());
    if (kind !== '' && !known) return fault(`“${kind}” is no kind of card: use ${CARD_KINDS.join(', ')}, or nothing.`);
    const own = lesson === '' ? [] : lessons.filter((l) => l.title.toLowerCase() === lesson.toLowerCase());
    if (lesson !== '' && own.length === 0) return fault(`No lesson of its course is called “${lesson}”.`);
    if (own.length > 1) return fault(`Several lessons of its course are called “${lesson}”.`);
    if (cards.length >= MOST_CARDS) return fault(`A deck holds at most ${MOST_CARDS} cards.`);
    seen.set(front.toLowerCase(), row);
    cards.push({ front, back, ...(known ? { kind: known } : {}), ...(own[0] ? { lessonId: own[0].id } : {}) });
  });
  return { cards, faults };
}
