import { factOf, type Operation } from '../cards';
import type { Fact } from '../household';

export const GRIDS = ['+', '−', '×', '÷', 'skip', 'double', 'letters'] as const;
export type GridKind = (typeof GRIDS)[number];
/** What each grid is called. */
export const GRID_WORDS: Record<GridKind, string> = {
  '+': 'sums to 20',
  '−': 'differences to 20',
  '×': 'products to 12 × 12',
  '÷': 'quotients to 144 ÷ 12',
  skip: 'counting in steps',
  double: 'doubles and halves',
  letters: 'letters, capital to small',
};

/** A grid of facts: a fact in each cell that has one. */
export interface FactGrid {
  rows: readonly string[];
  columns: readonly string[];
  fact: (row: number, column: number) => Fact | undefined;
}

const numbers = (from: number, to: number): string[] =>
  Array.from({ length: to - from + 1 }, (_, i) => String(from + i));
const sum = (operation: Operation, x: number, y: number): Fact | undefined => {
  const fact = factOf(operation, x, y);
  return fact && { ask: fact.front, answer: fact.back };
};
const ALPHABET = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';
const LETTERS_A_ROW = 7;
/** Counting in steps is asked up to the twelfth. */
const STEPS_TO = 12;

/**
 * The facts of a kind laid out in a grid. Sums and differences stay within 20, products within 12 × 12; a quotient has no remainder, and
 * nothing is divided by nought. Counting in steps names the three numbers before; doubles go to 20, halves come out even.
 */
export function gridOf(kind: GridKind): FactGrid {
  switch (kind) {
    case '+':
      return {
        ...{ rows: numbers(0, 20), columns: numbers(0, 20) },
        fact: (a, b) => (a + b <= 20 ? sum('+', a, b) : undefined),
      };
    case '−':
      return {
        ...{ rows: numbers(0, 20), columns: numbers(0, 20) },
        fact: (a, b) => (b <= a ? sum('−', a, b) : undefined),
      };
    case '×':
      return {
        ...{ rows: numbers(0, 12), columns: numbers(0, 12) },
        fact: (a, b) => sum('×', a, b),
      };
    case '÷':
      return {
        ...{ rows: numbers(0, 12), columns: numbers(1, 12) },
        fact: (a, b) => sum('÷', a * (b + 1), b + 1),
      };
    case 'skip':
      return {
        ...{ rows: numbers(2, 12), columns: numbers(4, STEPS_TO) },
        fact: (r, c) => {
          const [by, nth] = [r + 2, c + 4];
          const before = [nth - 3, nth - 2, nth - 1].map((i) => by * i);
          return { ask: `${before.join(', ')}, …`, answer: String(by * nth) };
        },
      };
    case 'double':
      return {
        ...{ rows: ['double', 'half of'], columns: numbers(1, 20) },
        fact: (r, c) =>
          r === 0
            ? { ask: `double ${c + 1}`, answer: String(2 * (c + 1)) }
            : { ask: `half of ${2 * (c + 1)}`, answer: String(c + 1) },
      };
    case 'letters':
      return {
        rows: numbers(1, Math.ceil(ALPHABET.length / LETTERS_A_ROW)),
        columns: numbers(1, LETTERS_A_ROW),
        fact: (r, c) => {
          const letter = ALPHABET[r * LETTERS_A_ROW + c];
          return letter === undefined ? undefined : { ask: letter, answer: letter.toLowerCase() };
        },
      };
  }
}

/** All facts of a grid, row by row; some of them stand in two cells (counting in steps), and are there once. */
export function factsIn({ rows, columns, fact }: FactGrid): Fact[] {
  const found = new Map<string, Fact>();
  rows.forEach((_, r) =>
    columns.forEach((_c, c) => {
      const f = fact(r, c);
      if (f && !found.has(f.ask)) found.set(f.ask, f);
    }),
  );
  return [...found.values()];
}

/**
 * Whether what was typed is the answer: signs, spaces and capitals aside. A number is compared as a number, so that 07 is 7.
 */
export function isAnswer(fact: Fact, given: string): boolean {
  const plain = (t: string) => t.trim().toLowerCase().replace(/\s+/g, ' ').replace(/[–—−]/g, '-').replace(/,/g, '.');
  const [a, b] = [plain(fact.answer), plain(given)];
  if (b === '') return false;
  const number = (t: string) => (/^-?\d+(\.\d+)?$/.test(t) ? Number(t) : undefined);
  return a === b || (number(a) !== undefined && number(a) === number(b));
}
