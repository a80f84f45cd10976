import { array, boolean, object, type ObjectSchema, string } from 'yup';
import { isIsoDate } from '../../core/calendar';
import { readIsbn } from '../../core/course';
import { type Course, type CoursePart, PART_KINDS, type Purchase } from '../../core/household';
import { money, readPrice, readTogether, togetherText } from '../../core/materials';
import { byFaults } from '../ui/faults';

/** A part of a course, as its form has it. */
export interface PartValues {
  id: string;
  kind: CoursePart['kind'];
  title: string;
  isbn: string;
  edition: string;
  price: string;
  notWanted: boolean;
  outOfPrint: boolean;
  /** Empty: no download. */
  printedTo: string;
  proof: string;
}
export interface BoughtValues {
  parts: PartValues[];
  from: string;
  date: string;
  used: boolean;
  exchangeUntil: string;
  wish: boolean;
  /** Editions that go together, a line for each set. */
  together: string;
}

export const boughtValues = (course: Course): BoughtValues => ({
  parts: (course.parts ?? []).map((p) => ({
    id: p.id,
    kind: p.kind,
    title: p.title,
    isbn: p.isbn ?? '',
    edition: p.edition ?? '',
    price: p.price === undefined ? '' : money(p.price),
    notWanted: p.notWanted ?? false,
    outOfPrint: p.outOfPrint ?? false,
    printedTo: p.printedTo?.toString() ?? '',
    proof: p.proof ?? '',
  })),
  from: course.bought?.from ?? '',
  date: course.bought?.date ?? '',
  used: course.bought?.used ?? false,
  exchangeUntil: course.bought?.exchangeUntil ?? '',
  wish: course.wish ?? false,
  together: togetherText(course),
});

/** A part as it is stored; what cannot be read of it is left out. */
function partOf(p: PartValues): CoursePart {
  const isbn = p.isbn.trim() ? readIsbn(p.isbn) : undefined;
  const price = readPrice(p.price);
  const printed = p.printedTo.trim();
  return {
    id: p.id,
    kind: p.kind,
    title: p.title.trim(),
    ...(isbn && 'isbn' in isbn ? { isbn: isbn.isbn } : {}),
    ...(p.edition.trim() ? { edition: p.edition.trim() } : {}),
    ...(price === undefined ? {} : { price }),
    ...(p.notWanted ? { notWanted: true } : {}),
    ...(p.outOfPrint ? { outOfPrint: true } : {}),
    ...(printed === '' ? {} : { printedTo: Number(printed) }),
    ...(p.proof.trim() ? { proof: p.proof.trim() } : {}),
  };
}

/** A course with its parts and its purchase as the form has them. */
export function withBought(stored: Course, v: BoughtValues): Course {
  const { parts: _p, bought: _b, wish: _w, together: _t, ...rest } = stored;
  const parts = v.parts.map(partOf);
  const sets = readTogether(v.together, parts);
  const purchase: Purchase = {
    ...(v.from.trim() ? { from: v.from.trim() } : {}),
    ...(v.date ? { date: v.date } : {}),
    ...(v.used ? { used: true } : {}),
    ...(v.exchangeUntil ? { exchangeUntil: v.exchangeUntil } : {}),
  };
  return {
    ...rest,
    ...(parts.length > 0 ? { parts } : {}),
    ...('sentence' in sets || sets.length === 0 ? {} : { together: sets }),
    ...(Object.keys(purchase).length > 0 ? { bought: purchase } : {}),
    ...(v.wish ? { wish: true } : {}),
  };
}

const dateOrNone = string()
  .defined()
  .test('day', 'Give a day that exists, or leave it empty.', (v) => v === '' || isIsoDate(v));
const isbnOrNone = string()
  .defined()
  .test('isbn', (v, context) => {
    const read = v.trim() ? readIsbn(v) : undefined;
    return !read || 'isbn' in read || context.createError({ message: read.fault });
  });
const part: ObjectSchema<PartValues> = object({
  id: string().required(),
  kind: string().oneOf(PART_KINDS).required(),
  title: string().max(200, 'Keep it under 200 letters.').defined(),
  isbn: isbnOrNone,
  edition: string().max(120, 'Keep it under 120 letters.').defined(),
  price: string()
    .defined()
    .test('price', 'Give a price like 24.50.', (v) => v.trim() === '' || readPrice(v) !== undefined),
  notWanted: boolean().defined(),
  outOfPrint: boolean().defined(),
  printedTo: string()
    .defined()
    .test('page', 'Give a page, 0 before the first, or leave it empty.', (v) => /^\d{0,5}$/.test(v.trim())),
  proof: string().max(200, 'Keep it under 200 letters.').defined(),
});
export const boughtSchema: ObjectSchema<BoughtValues> = object({
  parts: array().of(part).required(),
  from: string().max(200, 'Keep it under 200 letters.').defined(),
  date: dateOrNone,
  used: boolean().defined(),
  exchangeUntil: dateOrNone,
  wish: boolean().defined(),
  together: string().max(10_000, 'That is longer than 10,000 letters.').defined(),
}).test(
  'together',
  byFaults<BoughtValues>(({ together, parts }) => {
    const sets = readTogether(together, parts.map(partOf));
    return { together: 'sentence' in sets ? sets.sentence : undefined };
  }),
);
