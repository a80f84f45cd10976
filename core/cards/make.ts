/** A card as it was typed or made: what is asked, and what is answered. */
export interface CardLine {
  front: string;
  back: string;
}
/** What is longer is no deck. */
export const MOST_CARDS = 2000;

/**
 * Cards from lines: front and back with a tab, an equals sign, a semicolon or a dash between spaces between them; a line without any is a card
 * that is only read (its back is empty). Empty lines are passed over; of two with one front the first counts.
 */
export function readCards(text: string): CardLine[] {
  const seen = new Set<string>();
  return text.split(/\r?\n/).flatMap((line): CardLine[] => {
    const [front = '', ...rest] = line.split(/\t|\s=\s|;|\s[–—-]\s/);
    const [f, b] = [front.trim().slice(0, 500), rest.join(' ').trim().slice(0, 500)];
    if (f === '' || seen.has(f.toLowerCase()) || seen.size >= MOST_CARDS) return [];
    seen.add(f.toLowerCase());
    return [{ front: f, back: b }];
  });
}

export const OPERATIONS = ['+', '−', '×', '÷'] as const;
export type Operation = (typeof OPERATIONS)[number];

/** One fact of an operation; undefined where nothing can be divided. */
export function factOf(operation: Operation, x: number, y: number): CardLine | undefined {
  if (operation === '÷' && y === 0) return undefined;
  const answers: Record<Operation, number> = { '+': x + y, '−': x - y, '×': x * y, '÷': x / y };
  return { front: `${x} ${operation} ${y}`, back: String(answers[operation]) };
}

/**
 * The facts of a grid: each first number with each second. A difference is a sum taken apart (a + b − b), a quotient a product (a × b ÷ b), so
 * that nothing comes out below nought or broken; nothing is divided by nought.
 * @param first numbers from…to, 0 to 20; likewise `second`.
 */
export function factsOf(
  operation: Operation,
  first: readonly [number, number],
  second: readonly [number, number],
): CardLine[] {
  const lines: CardLine[] = [];
  for (let a = first[0]; a <= first[1]; a++)
    for (let b = second[0]; b <= second[1]; b++) {
      const x = operation === '−' ? a + b : operation === '÷' ? a * b : a;
      const fact = factOf(operation, x, b);
      if (fact) lines.push(fact);
    }
  return lines.slice(0, MOST_CARDS);
}

/**
 * A stack against the clock: every card once before any twice, in an order of chance, never one directly after itself unless there is but
 * one.
 * @param random numbers in [0, 1).
 */
export function* stackOf<T>(cards: readonly T[], random: () => number): Generator<T> {
  let last: T | undefined;
  while (cards.length > 0) {
    const round = [...cards];
    for (let i = round.length - 1; i > 0; i--) {
      const j = Math.floor(random() * (i + 1));
      [round[i], round[j]] = [round[j]!, round[i]!];
    }
    // The first of a new turn is not the last of the one before it.
    if (round.length > 1 && round[0] === last) {
      const other = 1 + Math.floor(random() * (round.length - 1));
      [round[0], round[other]] = [round[other]!, round[0]!];
    }
    for (const card of round) yield (last = card);
  }
}
