import { lessonsIn } from '../course';
import { byId, type Card, type Deck, type Household, titleOf } from '../household';

/** Papers a sheet of cards is printed on, in millimetres: ISO 216 A4, and the Letter of ANSI/ASME Y14.1. */
export const PAPERS = { A4: { width: 210, height: 297 }, Letter: { width: 215.9, height: 279.4 } } as const;
export type Paper = keyof typeof PAPERS;
/** Cards across and down a sheet: small ones for words and facts, large ones for rules. */
export const CARD_SIZES = { small: { across: 3, down: 6 }, large: { across: 2, down: 3 } } as const;
export type CardSize = keyof typeof CARD_SIZES;
/** What no printer reaches, and a little more, all round: alike on both sides, so that the sheet may be turned. */
const MARGIN = 12;

export interface CardSpot {
  /** From the left and upper edge of the paper, in millimetres. */
  x: number;
  y: number;
  text: string;
  /** Deck, level and lesson, small at the foot. */
  label: string;
  picture?: string;
}
export interface CardSheet {
  front: CardSpot[];
  /** As they stand when the sheet is turned about its long edge: each behind its own front. */
  back: CardSpot[];
}

/** Width and height of one card on a paper, in millimetres. */
export const cardSize = (paper: Paper, size: CardSize): { width: number; height: number } => ({
  width: (PAPERS[paper].width - 2 * MARGIN) / CARD_SIZES[size].across,
  height: (PAPERS[paper].height - 2 * MARGIN) / CARD_SIZES[size].down,
});

/** The sheets of a deck’s cards, fronts and backs, in the deck’s order; each label says deck, course and lesson. */
export function cardSheets(
  state: Pick<Household, 'cards' | 'courses'>,
  deck: Deck,
  paper: Paper,
  size: CardSize,
  only: (card: Card) => boolean = () => true,
): CardSheet[] {
  const { across, down } = CARD_SIZES[size];
  const { width, height } = cardSize(paper, size);
  const titles = new Map(lessonsIn(byId(state.courses, deck.courseId ?? '')).map((l) => [l.id, l.title]));
  const cards = state.cards
    .filter((c) => c.deckId === deck.id && only(c))
    .sort((a, b) => a.n - b.n || (a.id < b.id ? -1 : 1));
  const course = deck.courseId ? titleOf(state, deck.courseId) : '';
  const sheets: CardSheet[] = [];
  for (let from = 0; from < cards.length; from += across * down) {
    const sheet: CardSheet = { front: [], back: [] };
    cards.slice(from, from + across * down).forEach((card, i) => {
      const [column, row] = [i % across, Math.floor(i / across)];
      const label = [deck.name, course, titles.get(card.lessonId ?? '')].filter(Boolean).join(' · ');
      const y = MARGIN + row * height;
      const picture = card.picture ? { picture: card.picture } : {};
      sheet.front.push({ x: MARGIN + column * width, y, text: card.front, label, ...picture });
      sheet.back.push({ x: MARGIN + (across - 1 - column) * width, y, text: card.back, label });
    });
    sheets.push(sheet);
  }
  return sheets;
}
