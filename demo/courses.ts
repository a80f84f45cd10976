import { type CoursePattern, expandPattern, KIND_DEFAULTS } from '../core/course';
import type { Course, Kind, KindDefault, Lesson, Unit } from '../core/household';

/** The invented curricula on the lock-keepers' shelf, one of every shape that such shelves hold. */

const kinds = (change: Partial<Record<Kind, Partial<KindDefault>>>): Record<Kind, KindDefault> =>
  Object.fromEntries(
    Object.entries(KIND_DEFAULTS).map(([kind, d]) => [kind, { ...d, ...change[kind as Kind] }]),
  ) as Record<Kind, KindDefault>;

const pattern = (p: Partial<CoursePattern> & Pick<CoursePattern, 'lessons' | 'perLesson'>): Unit[] =>
  expandPattern({ word: 'Lesson', testEvery: 0, lessonsPerUnit: 0, firstPage: 0, pagesPerLesson: 1, ...p });

/** Sheets: every lesson the same six, a test after six lessons. */
const sheets = (id: string, level: string, lessons: number, firstPage: number): Course => ({
  id,
  title: 'Sluice Arithmetic',
  level,
  publisher: 'Millrace Schoolbooks',
  edition: 'second edition',
  kinds: kinds({
    introduce: { minutes: 15 },
    practise: { minutes: 12 },
    review: { minutes: 12 },
    assess: { minutes: 15 },
  }),
  countsNew: true,
  units: pattern({
    lessons,
    perLesson: [
      { kind: 'introduce', count: 2 },
      { kind: 'practise', count: 2 },
      { kind: 'review', count: 1 },
      { kind: 'assess', count: 1 },
    ],
    testEvery: 6,
    firstPage,
    pagesPerLesson: 3,
  }),
});

/** Chapters of unequal length: a textbook lesson paired with a workbook exercise, a chapter test at the end. */
function chapters(titles: [string, number][], firstPage: number): Unit[] {
  let page = firstPage;
  return titles.map(([title, count], c) => {
    const lessons: Lesson[] = Array.from({ length: count }, (_, i) => {
      const id = `C${c + 1}L${i + 1}`;
      const pages = `${page}–${page + 2}`;
      page += 3;
      return {
        id,
        title: `${c + 1}.${i + 1}`,
        pages,
        steps: [
          { id: `${id}-1`, kind: 'introduce', label: 'textbook lesson' },
          { id: `${id}-2`, kind: 'apply', label: 'workbook exercise' },
        ],
      };
    });
    const id = `C${c + 1}T`;
    // The book wants its tests on a Friday, with the whole morning for them.
    lessons.push({ id, title: `${c + 1}, chapter test`, steps: [{ id: `${id}-1`, kind: 'assess', weekday: 5 }] });
    return { id: `C${c + 1}`, title, lessons };
  });
}

/** Few, long lessons, each worked at for weeks. */
const longLessons = (titles: string[], practise: number): Unit[] => [
  {
    id: 'U1',
    title: '',
    lessons: titles.map((title, i) => ({
      id: `L${i + 1}`,
      title: `${i + 1}, ${title}`,
      pages: `${12 + i * 8}–${19 + i * 8}`,
      steps: [
        { id: `L${i + 1}-1`, kind: 'introduce' as const },
        ...Array.from({ length: practise }, (_, k) => ({
          id: `L${i + 1}-${k + 2}`,
          kind: k % 4 === 3 ? ('drill' as const) : ('practise' as const),
        })),
        { id: `L${i + 1}-${practise + 2}`, kind: 'assess' as const, label: 'read the whole list aloud' },
      ],
    })),
  },
];

/** A year as a row of thin booklets. */
const booklets = (titles: string[], pages: number): Unit[] =>
  titles.map((title, b) => ({
    id: `B${b + 1}`,
    title,
    lessons: Array.from({ length: pages }, (_, i) => ({
      id: `B${b + 1}P${i + 1}`,
      title: `page ${i + 1}`,
      steps: [{ id: `B${b + 1}P${i + 1}-1`, kind: 'practise' as const, label: 'copy the page' }],
    })),
  }));

/** A topic: a reading, an experiment, a log page, a sheet to colour for those who like. */
const topics = (titles: string[]): Unit[] => [
  {
    id: 'U1',
    title: '',
    lessons: titles.map((title, i) => ({
      id: `L${i + 1}`,
      title: `${i + 1}, ${title}`,
      pages: `${20 + i * 4}–${23 + i * 4}`,
      prepare: 15,
      steps: [
        { id: `L${i + 1}-1`, kind: 'read' as const },
        { id: `L${i + 1}-2`, kind: 'make' as const, label: 'experiment' },
        { id: `L${i + 1}-3`, kind: 'apply' as const, label: 'log page' },
        { id: `L${i + 1}-4`, kind: 'practise' as const, label: 'colouring sheet', optional: true },
      ],
    })),
  },
];

const days = (count: number, firstPage: number): Unit[] =>
  pattern({
    lessons: count,
    word: 'Day',
    perLesson: [{ kind: 'read', count: 1 }],
    lessonsPerUnit: 20,
    firstPage,
    pagesPerLesson: 2,
  });

/** A reading and a map, which the book offers in two ways. */
const rivers = (lessons: number): Unit[] => [
  {
    id: 'U1',
    title: '',
    lessons: Array.from({ length: lessons }, (_, i) => ({
      id: `L${i + 1}`,
      title: `River ${i + 1}`,
      steps: [
        { id: `L${i + 1}-1`, kind: 'read' as const },
        { id: `L${i + 1}-2`, kind: 'apply' as const, label: 'map, traced', variant: 'traced' },
        { id: `L${i + 1}-3`, kind: 'apply' as const, label: 'map, freehand', variant: 'freehand' },
      ],
    })),
  },
];

export const COURSES: Course[] = [
  sheets('arith-b', 'Level B', 26, 8),
  {
    ...sheets('arith-e', 'Level E', 27, 10),
    // The manual came with another textbook's edition, and one part never came.
    parts: [
      {
        id: 'ae-1',
        kind: 'manual',
        title: 'teacher’s manual',
        isbn: '9780000000002',
        edition: '2nd edition',
        price: 2650,
      },
      { id: 'ae-2', kind: 'textbook', title: 'textbook', isbn: '9780000000019', edition: '3rd edition', price: 3100 },
      { id: 'ae-3', kind: 'workbook', title: 'workbook', edition: '3rd edition', price: 1400 },
    ],
    bought: { from: 'a family upstream', date: '2026-07-18', used: true },
  },
  {
    id: 'algebra',
    title: 'Weights and Windlasses',
    level: 'before algebra',
    publisher: 'Millrace Schoolbooks',
    kinds: kinds({
      introduce: { minutes: 25, presence: 'start' },
      apply: { minutes: 30, presence: 'alone' },
      assess: { minutes: 40 },
    }),
    countsNew: true,
    units: chapters(
      [
        ['Whole numbers afresh', 6],
        ['Fractions of a pound', 9],
        ['Ratio and gearing', 7],
        ['Below zero', 5],
        ['The unknown weight', 11],
        ['Areas and volumes', 8],
      ],
      14,
    ),
  },
  {
    id: 'letters',
    title: 'Letters at the Lockside',
    level: 'second year of reading',
    publisher: 'Towpath Primers',
    kinds: kinds({
      introduce: { minutes: 12 },
      practise: { minutes: 10, presence: 'with' },
      drill: { minutes: 6, presence: 'with' },
      assess: { minutes: 10, presence: 'with' },
    }),
    countsNew: true,
    units: longLessons(
      [
        'the sounds of a',
        'the sounds of e',
        'sh, ch and th',
        'silent e',
        'oo and ou',
        'the bossy r',
        'soft c and g',
        'ai, ay and eigh',
        'words that break the rules',
        'two syllables',
      ],
      14,
    ),
  },
  {
    id: 'reader',
    title: 'The Reading Barge',
    level: 'Book 4',
    publisher: 'Towpath Primers',
    edition: 'revised',
    rhythms: [
      { id: 'four', name: 'four days', days: 4, lessons: 4 },
      { id: 'two', name: 'two days', days: 2, lessons: 4 },
    ],
    parts: [
      { id: 'p1', kind: 'readers', title: 'The Reading Barge, Book 4', price: 1850 },
      { id: 'p2', kind: 'manual', title: 'Notes for the one who listens', price: 1200 },
      { id: 'p3', kind: 'cards', title: 'Word cards, set of 90', price: 900 },
    ],
    bought: { from: 'the spring fair', date: '2026-05-16', used: true },
    kinds: kinds({ read: { minutes: 20, presence: 'near' } }),
    countsNew: false,
    units: days(120, 6),
  },
  {
    id: 'history',
    title: 'Tideways',
    level: 'a history in forty evenings',
    publisher: 'Quill and Ferry',
    kinds: kinds({ introduce: { minutes: 25 }, apply: { minutes: 20, presence: 'near' }, make: { minutes: 30 } }),
    countsNew: true,
    units: pattern({
      lessons: 40,
      word: 'Evening',
      perLesson: [
        { kind: 'introduce', count: 1 },
        { kind: 'apply', count: 1 },
      ],
      lessonsPerUnit: 10,
      firstPage: 5,
      pagesPerLesson: 6,
    }),
  },
  {
    id: 'science',
    title: 'Pond and Sky',
    publisher: 'Quill and Ferry',
    kinds: kinds({
      read: { minutes: 15 },
      make: { minutes: 30 },
      apply: { minutes: 15, presence: 'near' },
      practise: { minutes: 10, presence: 'alone' },
    }),
    countsNew: true,
    tasks: [
      { kind: 'copy', minutes: 2, for: 'lesson' },
      { kind: 'cut', minutes: 4, for: 'lesson', each: true, tool: 'paper cutter' },
      { kind: 'laminate', minutes: 3, for: 'lesson' },
    ],
    units: topics([
      'what floats',
      'still water',
      'pond skaters',
      'newts and frogs',
      'reeds',
      'mud under the glass',
      'the heron’s neck',
      'locks and levels',
      'siphons',
      'ice',
      'fog',
      'cloud shapes',
      'wind on a sail',
      'magnets and the compass',
      'the moon and the tide that does not come',
      'stars over the cut',
      'seeds that travel',
      'bulbs',
      'the swallow’s return',
      'a year in a jar',
    ]),
  },
  {
    id: 'grammar',
    title: 'Grammar by Lantern',
    level: 'Second Lantern',
    publisher: 'Quill and Ferry',
    kinds: kinds({ introduce: { minutes: 15, presence: 'start' }, practise: { minutes: 15 } }),
    countsNew: true,
    units: pattern({
      lessons: 60,
      perLesson: [
        { kind: 'introduce', count: 1 },
        { kind: 'practise', count: 1 },
      ],
      testEvery: 10,
      lessonsPerUnit: 20,
      firstPage: 3,
      pagesPerLesson: 1,
    }),
  },
  {
    id: 'hand',
    title: 'The Copybook Row',
    level: 'six booklets',
    publisher: 'Towpath Primers',
    kinds: kinds({ practise: { minutes: 8, presence: 'near' } }),
    countsNew: false,
    units: booklets(['Strokes', 'Small letters', 'Capitals', 'Joins', 'Words', 'Letters home'], 24),
  },
  {
    id: 'latin',
    title: 'Lingua Fluminis',
    level: 'first year',
    publisher: 'Quill and Ferry',
    kinds: kinds({
      introduce: { minutes: 30 },
      practise: { minutes: 20, presence: 'alone' },
      drill: { minutes: 10, presence: 'alone' },
    }),
    countsNew: true,
    units: longLessons(
      [
        'rivers and islands',
        'the farmer gives',
        'many boats',
        'to be',
        'the good bridge',
        'yesterday',
        'tomorrow',
        'I can, I wish',
        'the king of the river',
        'by night and on foot',
      ],
      10,
    ),
  },
  {
    id: 'baskets',
    title: 'Basket Mornings',
    level: 'for the very small',
    publisher: 'Towpath Primers',
    kinds: kinds({ make: { minutes: 8, presence: 'with' } }),
    countsNew: false,
    units: pattern({ lessons: 110, word: 'Basket', perLesson: [{ kind: 'make', count: 1 }], lessonsPerUnit: 22 }),
  },
  {
    id: 'aloud',
    title: 'The Children of the Last Barge',
    level: 'to read aloud',
    publisher: 'Quill and Ferry',
    kinds: kinds({ read: { minutes: 15 } }),
    countsNew: false,
    units: pattern({
      lessons: 24,
      layout: 'chapters',
      unitWord: 'Part',
      chapters: [5, 8, 4, 7],
      word: 'Chapter',
      perLesson: [{ kind: 'read', count: 1 }],
    }),
  },
  {
    id: 'songs',
    title: 'Songs of the Cut',
    level: 'three strands, taken up in turn',
    publisher: 'Millrace Schoolbooks',
    kinds: kinds({ practise: { minutes: 15, presence: 'with' } }),
    countsNew: false,
    units: pattern({
      lessons: 1,
      layout: 'strands',
      strands: { names: ['Singing', 'Listening', 'Rhythm'], rounds: 2, lessons: 3 },
      perLesson: [{ kind: 'practise', count: 1 }],
    }),
  },
  {
    id: 'pictures',
    title: 'Looking at Pictures',
    publisher: 'Millrace Schoolbooks',
    kinds: kinds({ read: { minutes: 10, presence: 'with' }, make: { minutes: 20, presence: 'near' } }),
    countsNew: false,
    units: pattern({
      lessons: 14,
      word: 'Picture',
      perLesson: [{ kind: 'make', count: 1 }],
      project: { title: 'a panel for the cottage door', sittings: 4 },
    }),
  },
  {
    id: 'daybook',
    title: 'The Daybook',
    level: 'numbered days on two tracks',
    publisher: 'Towpath Primers',
    kinds: kinds({ practise: { minutes: 5, presence: 'alone' } }),
    countsNew: false,
    units: pattern({
      lessons: 1,
      layout: 'tracks',
      tracks: [
        { name: 'Spelling', lessons: 140 },
        { name: 'Copying', lessons: 105 },
      ],
      word: 'Day',
      perLesson: [{ kind: 'practise', count: 1 }],
    }),
  },
  {
    id: 'between',
    title: 'Between Two Primers',
    level: 'small readers for the time in between',
    publisher: 'Towpath Primers',
    kinds: kinds({ read: { minutes: 8, presence: 'with' } }),
    countsNew: false,
    units: pattern({ lessons: 60, word: 'Story', perLesson: [{ kind: 'read', count: 1 }] }),
  },
  {
    id: 'rivers-1',
    title: 'Rivers and Their Towns',
    level: 'first volume',
    publisher: 'Quill and Ferry',
    kinds: kinds({ read: { minutes: 10, presence: 'near' }, apply: { minutes: 15, presence: 'near' } }),
    countsNew: false,
    units: rivers(12),
  },
  {
    id: 'rivers-2',
    title: 'Rivers and Their Towns',
    level: 'second volume',
    follows: 'rivers-1',
    publisher: 'Quill and Ferry',
    kinds: kinds({ read: { minutes: 10, presence: 'near' }, apply: { minutes: 15, presence: 'near' } }),
    countsNew: false,
    units: rivers(10),
  },
  {
    id: 'knots',
    title: 'Forty Knots',
    level: 'with a rope of its own',
    publisher: 'Quill and Ferry',
    kinds: kinds({ make: { minutes: 20, presence: 'near' } }),
    countsNew: false,
    units: pattern({ lessons: 40, word: 'Knot', perLesson: [{ kind: 'make', count: 1 }] }),
  },
  {
    id: 'stars',
    title: 'Stars over the Towpath',
    level: 'for a winter',
    publisher: 'Millrace Schoolbooks',
    kinds: kinds({}),
    countsNew: true,
    wish: true,
    units: pattern({
      lessons: 12,
      word: 'Evening',
      perLesson: [
        { kind: 'read', count: 1 },
        { kind: 'make', count: 1 },
      ],
    }),
  },
];
