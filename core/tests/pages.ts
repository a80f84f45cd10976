/** Contents pages of our own invention, each of another shape, with what should come of it. */
export interface Page {
  name: string;
  text: string;
  /** Headings, lessons, tests. */
  count: [number, number, number];
  /** Some titles with their pages, as they should be read. */
  has?: [title: string, pages?: string][];
}

export const PAGES: Page[] = [
  {
    name: 'numbers, dotted leaders, pages',
    text: '1. Boats and oars ........ 4\n2. The towing horse ..... 10\n3. Lock gates . . . . . . 17\n4. Winding gear ......... 24',
    count: [0, 4, 0],
    has: [
      ['1, Boats and oars', '4–9'],
      ['4, Winding gear', '24'],
    ],
  },
  {
    name: 'units with lessons and a test at the end of each',
    text: 'Contents\nUnit 1: Water\nLesson 1: Rain  3\nLesson 2: Springs  7\nUnit 1 Test  11\nUnit 2: Stone\nLesson 3: Chalk  13\nLesson 4: Granite  17\nUnit 2 Test  21\nIndex  23',
    count: [2, 4, 2],
    has: [['Lesson 1, Rain', '3–6']],
  },
  {
    name: 'chapters that are the lessons themselves',
    text: 'Introduction ..... v\nChapter 1 The Ferryman ..... 1\nChapter 2 A Lantern Lost ..... 15\nChapter 3 High Water ..... 31\nGlossary ..... 60',
    count: [0, 3, 0],
    has: [['Chapter 2, A Lantern Lost', '15–30']],
  },
  {
    name: 'chapters over numbered sections',
    text: 'Chapter 1 Whole numbers\n1.1 Counting on  2\n1.2 Place value  6\n1.3 Rounding  11\nChapter 2 Fractions\n2.1 Halves  20\n2.2 Thirds  24\nChapter 2 Review Quiz  29',
    count: [2, 5, 1],
    has: [['1.2, Place value', '6–10']],
  },
  {
    name: 'Roman numerals for parts, figures for lessons, page ranges',
    text: 'Part I. Sounds\n1 The short sounds  pp. 8–12\n2 The long sounds  pp. 13–19\nPart II. Words\n3 Small words  pp. 20–24\n4 Joined words  pp. 25–31',
    count: [2, 4, 0],
    has: [
      ['1, The short sounds', '8–12'],
      ['4, Joined words', '25–31'],
    ],
  },
  {
    name: 'lessons numbered in Roman',
    text: 'I. Nouns\nII. Verbs\nIII. Adjectives\nIV. The sentence\nIX. Letters home',
    count: [0, 5, 0],
    has: [['4, The sentence'], ['9, Letters home']],
  },
  {
    name: 'weeks over days',
    text: 'Week 1\nDay 1 Read chapter one\nDay 2 Copywork\nDay 3 Map\nWeek 2\nDay 4 Read chapter two\nDay 5 Narration\nDay 6 Quiz',
    count: [2, 5, 1],
    has: [['Day 3, Map']],
  },
  {
    name: 'a spreadsheet: tabs between number, title and page',
    text: '1\tSeeds\t5\r\n2\tRoots\t9\r\n3\tLeaves\t15\r\n4\tFruit\t22\r\n',
    count: [0, 4, 0],
    has: [['2, Roots', '9–14']],
  },
  {
    name: 'titles that run over two lines, one broken by a hyphen',
    text: '1. How the keeper of the lock learned\n    to read the river ..... 3\n2. The long and wind-\ning road to town ..... 12\n3. Home again ..... 20',
    count: [0, 3, 0],
    has: [
      ['1, How the keeper of the lock learned to read the river', '3–11'],
      ['2, The long and winding road to town', '12–19'],
    ],
  },
  {
    name: 'headings in capitals, no numbers anywhere',
    text: 'HAND WORK\nA cord of three strands\nA turk’s head\nWOOD WORK\nA cleat\nA peg\nA small box',
    count: [2, 5, 0],
    has: [['A cleat']],
  },
  {
    name: 'bullets',
    text: '• Magnets\n• Levers\n• Pulleys\n• Floating and sinking',
    count: [0, 4, 0],
    has: [['Floating and sinking']],
  },
  {
    name: 'many days in one line',
    text: 'Booklet 1 Days 1–5\nDays 1-5 Reading aloud\nBooklet 2\nDays 6–9 Reading alone',
    count: [2, 9, 0],
    has: [['Day 3, Reading aloud'], ['Day 9, Reading alone']],
  },
  {
    name: 'pages behind a single space, rising',
    text: '1 Numbers to 20 4\n2 Numbers to 100 12\n3 Adding tens 19\n4 Taking tens 27\n5 Shapes 33',
    count: [0, 5, 0],
    has: [
      ['1, Numbers to 20', '4–11'],
      ['5, Shapes', '33'],
    ],
  },
  {
    name: 'numbers in titles that are no pages',
    text: '1. Counting to 20\n2. Counting to 100\n3. The table of 7\n4. Sets of 12\n5. Numbers to 50',
    count: [0, 5, 0],
    has: [['3, The table of 7'], ['5, Numbers to 50']],
  },
  {
    name: 'numbers written as words',
    text: 'Lesson One – The heron\nLesson Two – The kingfisher\nLesson Three – The moorhen\nLesson Twelve – The swan',
    count: [0, 4, 0],
    has: [['Lesson 12, The swan']],
  },
  {
    name: 'parts over chapters over lessons',
    text: 'PART ONE: THE RIVER\nChapter 1: Source\nLesson 1 Springs ... 2\nLesson 2 Becks ... 6\nChapter 2: Mouth\nLesson 3 Delta ... 11\nPART TWO: THE SEA\nChapter 3: Tides\nLesson 4 Ebb ... 15\nLesson 5 Flow ... 19\nFinal Exam ... 24',
    count: [3, 5, 1],
    has: [['Lesson 3, Delta', '11–14']],
  },
  {
    name: 'number signs for headings, checkboxes for lessons',
    text: '# Term 1\n☐ 1. Weaving a mat\n☐ 2. Dyeing wool\n## Term 2\n☐ 3. Spinning',
    count: [2, 3, 0],
    has: [['2, Dyeing wool']],
  },
  {
    name: 'pages in brackets and with a p.',
    text: 'Exercise 1: Straight lines (p. 3)\nExercise 2: Curves (pp. 4-6)\nExercise 3: Loops, p. 7\nQuiz A (p. 9)',
    count: [0, 3, 1],
    has: [
      ['Exercise 2, Curves', '4–6'],
      ['Exercise 3, Loops', '7–8'],
    ],
  },
  {
    name: 'letters of the alphabet',
    text: 'A. Apple and ant\nB. Bear and ball\nC. Cat and cup',
    count: [0, 3, 0],
    has: [['B, Bear and ball']],
  },
];
