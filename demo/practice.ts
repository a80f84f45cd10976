import { toDay, weekdayOf } from '../core/calendar';
import type { Book, Drill, Household, MemoryItem, Milestone, Reading, Recital } from '../core/household';
import { factsIn, gridOf } from '../core/practice';
import { seeded } from '../core/stagger';

/** What is drilled at the lock: sums within ten with Wren, the tables of seven and eight with Jory. */
const DRILLS: Drill[] = [
  {
    ...{ id: 'drill-sums', name: 'Sums within ten', n: 12, courseId: 'arith-b', lessonId: 'L4' },
    facts: factsIn(gridOf('+')).filter((f) => Number(f.answer) <= 10 && Number(f.answer) >= 3),
  },
  {
    ...{ id: 'drill-sevens', name: 'Sevens and eights', n: 20, courseId: 'arith-e', lessonId: 'L6' },
    facts: factsIn(gridOf('×')).filter((f) => /^[78] × ([2-9]|1[0-2])$/.test(f.ask)),
  },
];

const PIECES: [strand: string, text: string][] = [
  ['verse', 'Slow goes the water, slow goes the barge,\nslow swings the gate with the moon at large.'],
  ['rivers', 'From the spring to the sea: the Ash, the Withy, the Lode, the Tarn, the Broadwater.'],
  ['Latin', 'flumen, fluminis, flumini, flumen, flumine'],
  ['verse', 'Three herons stood on a lock beam once,\none was wise and one was a dunce.'],
  ['sums', 'Seven eights are fifty-six, eight eights are sixty-four.'],
  ['history', 'The first flash lock, the pound lock, the staircase of five.'],
  ['rivers', 'Left bank and right bank are said by one who looks downstream.'],
  ['verse', 'Ice on the towpath, frost on the rope,\na kettle, a lantern, a handful of hope.'],
  ['sums', 'A gill, a pint, a quart, a gallon: four, two, four.'],
];

const BOOKS: Book[] = [
  {
    ...{ id: 'book-barge', title: 'Tam and the Barge', author: 'E. Quill', level: 'fourth reader', pages: 48 },
    ...{ childIds: ['wren'], kind: 'matched', minutes: 10 },
    regular: 'rope\nstone\nwake\ntide\nslope\nhome',
    irregular: 'said\nwater\nwere\ncaught',
    questions: 'Why does Tam wait at the gate?\nWho was on the barge?\nWhat would you have done?',
  },
  {
    ...{ id: 'book-otters', title: 'Six Otters', author: 'M. Sedge', pages: 32, childIds: ['wren'] },
    ...{ kind: 'free', minutes: 10 },
  },
  {
    ...{ id: 'book-survey', title: 'The Surveyor’s Daughter', author: 'H. Marl', pages: 210, childIds: ['jory'] },
    ...{ kind: 'free', minutes: 20 },
  },
  {
    ...{ id: 'book-winter', title: 'A Winter on the Cut', author: 'J. Tallow', pages: 180 },
    ...{ childIds: ['wren', 'jory', 'oda'], kind: 'aloud', minutes: 25 },
  },
  {
    ...{ id: 'book-stars', title: 'Stars for Steerers', author: 'P. Vane', childIds: ['oda', 'jory'] },
    ...{ kind: 'listened', minutes: 30 },
  },
];

const MILESTONES: Milestone[] = [
  { id: 'stone-ferry', childId: 'wren', words: 'a ride on the ferry', days: 4, span: 'week', from: '2026-09-07' },
  {
    id: 'stone-knife',
    childId: 'jory',
    words: 'the good knife, to whittle with',
    days: 60,
    span: 'ever',
    from: '2026-09-07',
  },
];

/** Memory work and sittings with books on most school days of two months. */
export function practiceAtTheLock(
  dates: readonly string[],
): Pick<Household, 'drills' | 'memory' | 'recitals' | 'books' | 'readings' | 'milestones'> {
  const random = seeded(53);
  const memory = PIECES.map(([strand, text], i): MemoryItem => ({
    ...{ id: `piece-${i + 1}`, strand, text, childIds: ['wren', 'jory', 'oda'] },
    week: dates.filter((d) => weekdayOf(toDay(d)) === 1)[i] ?? dates[Math.min(i * 5, dates.length - 1)]!,
  }));
  const recitals: Recital[] = [];
  const readings: Reading[] = [];
  const at = new Map<string, number>();
  const read = (id: string, date: string, pages: number) => {
    const book = BOOKS.find((b) => b.id === id)!;
    const from = (at.get(id) ?? 0) + 1;
    const to = Math.min(book.pages ?? 0, from + pages - 1);
    if (book.pages !== undefined && from > book.pages - pages) return;
    at.set(id, to);
    const span = book.pages === undefined ? {} : { from, to };
    const how = random() < 0.1 ? { how: 'asked for one page more' } : {};
    const { childIds, kind, minutes } = book;
    readings.push({ id: `${id} ${date}`, bookId: id, childIds, date, kind, minutes, ...span, ...how });
  };
  dates.forEach((date, i) => {
    const so = memory.filter((m) => m.week <= date);
    const newest = so.at(-1);
    for (const m of [newest, ...[0, 1, 2].map((k) => so[(i * 3 + k) % Math.max(1, so.length - 1)])])
      if (m && random() > 0.15 && !recitals.some((r) => r.itemId === m.id && r.date === date))
        recitals.push({ id: `${m.id} ${date}`, itemId: m.id, date });
    if (random() > 0.3) read('book-barge', date, 2);
    if (i % 3 === 0) read('book-otters', date, 2);
    if (i % 2 === 0) read('book-survey', date, 7);
    if (random() > 0.4) read('book-winter', date, 4);
    if (i % 5 === 2) read('book-stars', date, 0);
  });
  return { drills: DRILLS, memory, recitals, books: BOOKS, readings, milestones: MILESTONES };
}
