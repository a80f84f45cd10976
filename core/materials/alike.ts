import type { Day } from '../calendar';
import { asIsbn13 } from '../course';
import { toBuy } from '../jot';
import type { Household, Id, Material } from '../household';
import { stock } from './ledger';
import { openOrders } from './shortages';

const LITTLE = new Set(['a', 'an', 'the', 'of', 'for', 'and']);
/** A title without what does not tell one thing from another: case, marks, small words, the plural. */
const plain = (title: string): string =>
  title
    .toLowerCase()
    .normalize('NFD')
    .replace(/[^\p{Letter}\p{Number} ]/gu, '')
    .split(/\s+/)
    .filter((w) => w && !LITTLE.has(w))
    .map((w) => (w.length > 3 ? w.replace(/s$/, '') : w))
    .join(' ');

/** What the household has already of what it is about to enter or to buy. */
export interface Alike {
  material?: Material;
  text: string;
  is: 'here' | 'on order' | 'listed' | 'on the list to buy' | 'a course on the wish list';
  onHand: number;
}

/** The same ISBN, or a title alike: owned, on order, jotted down to buy, or on the wish list. Said before it is kept twice. */
export function alike(
  state: Household,
  { name, isbn }: { name: string; isbn?: string | undefined },
  today: Day,
  except?: Id,
): Alike[] {
  const title = plain(name);
  const onHand = stock(state);
  const coming = new Set(openOrders(state, today).map((o) => o.material.id));
  const same = (other: string, number?: string) =>
    (isbn !== undefined && number !== undefined && asIsbn13(isbn) === asIsbn13(number)) ||
    (title !== '' && plain(other) === title);
  const found: Alike[] = [];
  for (const m of state.materials) {
    if (m.id === except || m.retired || !same(m.name, m.isbn)) continue;
    const have = onHand.get(m.id) ?? 0;
    found.push({
      ...{ material: m, text: m.name, onHand: have },
      is: coming.has(m.id) ? 'on order' : have > 0 ? 'here' : 'listed',
    });
  }
  for (const j of toBuy(state, today))
    if (!j.settled && same(j.text)) found.push({ text: j.text, is: 'on the list to buy', onHand: 0 });
  for (const c of state.courses)
    if (c.wish && (same(c.title) || c.parts?.some((p) => same(p.title, p.isbn))))
      found.push({ text: c.title, is: 'a course on the wish list', onHand: 0 });
  return found;
}

/** What is alike, in a sentence; empty where nothing is. */
export function alikeWords(list: readonly Alike[]): string {
  const [first] = list;
  if (!first) return '';
  const where = {
    here: `is here already (${first.onHand})`,
    'on order': 'is on order already',
    listed: 'is listed already',
    'on the list to buy': 'is on the list to buy already',
    'a course on the wish list': 'is on the wish list, as a course',
  };
  return `“${first.text}” ${where[first.is]}.`;
}
