import { type Day, fromDay } from '../calendar';
import { type Book, byId, type Household, type Id, ownId, type Put, type Reading } from '../household';
import { nextSitting, type ReadingRow } from '../reading';

/** A book to read is entered, or changed in what is said of it. */
export const saveBook = (book: Book): Put[] =>
  book.title.trim() === '' || book.childIds.length === 0
    ? []
    : [{ table: 'books', put: { ...book, title: book.title.trim().slice(0, 200) } }];

/** A sitting with a book: the next pages and the usual minutes, but for what is said otherwise. */
export function readBook(
  now: Household,
  bookId: Id,
  day: Day,
  newId: () => Id,
  said: { [K in 'kind' | 'minutes' | 'from' | 'to' | 'stages' | 'how' | 'childIds']?: Reading[K] | undefined } = {},
): Put[] {
  const book = byId(now.books, bookId);
  if (!book) return [];
  const row = { id: newId(), bookId, childIds: book.childIds, date: fromDay(day), ...nextSitting(now, book), ...said };
  // What is said to be nothing is not there: a sitting without pages.
  const put = Object.fromEntries(Object.entries(row).filter(([, v]) => v !== undefined)) as unknown as Reading;
  const rows: Put[] = [{ table: 'readings', put }];
  // The last page is the end of it.
  if (book.pages !== undefined && put.to === book.pages && !book.closed)
    rows.push({ table: 'books', put: { ...book, closed: put.date } });
  return rows;
}

/** A sitting is taken back; a book that was ended by it is open again. */
export function takeReadingBack(now: Household, readingId: Id): Put[] {
  const reading = byId(now.readings, readingId);
  const book = reading && byId(now.books, reading.bookId);
  if (!reading) return [];
  const rows: Put[] = [{ table: 'readings', remove: readingId }];
  if (book?.closed === reading.date && reading.to !== undefined && reading.to === book.pages) {
    const { closed: _closed, ...open } = book;
    rows.push({ table: 'books', put: open });
  }
  return rows;
}

/** Sittings of a table: books that are not there yet are entered; what is there already, to the page, stays as it is. */
export function takeReadings(now: Household, rows: readonly ReadingRow[], newId: () => Id): Put[] {
  const books = [...now.books];
  const changed = new Map<Id, Book>();
  const sittings = new Map<string, Reading>();
  const there = new Set(
    now.readings.flatMap((r) =>
      r.childIds.map((c) => JSON.stringify([r.bookId, c, r.date, r.from ?? 0, r.to ?? 0, r.minutes])),
    ),
  );
  for (const { title, author, ...row } of rows) {
    let book = books.find((b) => b.title.toLowerCase() === title.toLowerCase());
    if (!book) {
      book = {
        id: ownId(books, 'by title', title.toLowerCase()),
        title,
        childIds: [...row.childIds],
        kind: row.kind,
        minutes: Math.max(1, row.minutes || 15),
      };
      if (author) book = { ...book, author };
      books.push(book);
      changed.set(book.id, book);
    }
    // A new book is everybody’s who has read in it.
    const own = changed.get(book.id);
    if (own) changed.set(own.id, { ...own, childIds: [...new Set([...own.childIds, ...row.childIds])] });
    const key = JSON.stringify([book.id, row.childIds[0], row.date, row.from ?? 0, row.to ?? 0, row.minutes]);
    if (there.has(key)) continue;
    there.add(key);
    // The rows of several children that say the same are one sitting of them all.
    const { childIds, ...said } = row;
    const as = JSON.stringify([book.id, said.date, said.kind, said.from, said.to, said.minutes, said.how]);
    const before = sittings.get(as) ?? { id: newId(), bookId: book.id, ...said, childIds: [] };
    sittings.set(as, { ...before, childIds: [...before.childIds, ...childIds] });
  }
  return [
    ...[...changed.values()].map((put): Put => ({ table: 'books', put })),
    ...[...sittings.values()].map((put): Put => ({ table: 'readings', put })),
  ];
}
