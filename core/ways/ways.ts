import { type Household, type SchoolYear, type Settings, type WayKey, wayOf, type Ways, WAYS } from '../household';

/** One of the questions on which families differ, as the page of them says it. */
export interface Question {
  key: string;
  question: string;
  /** Each school by what it does. */
  schools: readonly string[];
  /** Which of them the program begins with, and why. */
  usual: string;
  why: string;
  /** What another choice changes. */
  changes: string;
  /** Of a question that is answered on this page: its answers, each with its words. */
  way?: { key: WayKey; words: Readonly<Record<string, string>> };
  /** Of one that is answered elsewhere: where, and what is chosen there now. */
  at?: { to: string; name: string; now: (state: Household, year: SchoolYear | undefined) => string };
}

const HOUSEHOLD = { to: '/household', name: 'Household' };

/**
 * The questions on which practitioners disagree (common practice), each once, with what is chosen now. Nobody has to answer any: where
 * nothing is said, the usual holds.
 */
export const QUESTIONS: readonly Question[] = [
  {
    ...{
      key: 'timing',
      question: 'Clock, or order?',
      schools: ['a timetable by the clock', 'an order of the day without times'],
    },
    ...{ usual: 'an order without times', why: 'A day that starts late is not a failed day.' },
    changes: 'How Today is drawn; nothing is planned otherwise.',
    at: {
      to: '/',
      name: 'Today, “how the day is shown”',
      now: ({ settings: { dayShow } }) =>
        ({ list: 'a list in order', order: 'drawn in order', clock: 'drawn by the clock' })[dayShow ?? 'list'],
    },
  },
  {
    ...{
      key: 'planning',
      question: 'A planning evening, or a routine?',
      schools: ['a weekly sit-down', 'a standing routine that needs none'],
    },
    ...{
      usual: 'offered in one line when the week turns',
      why: 'Who wants it has it ready; who does not presses once.',
    },
    changes: 'Whether Today offers to sit down over the week.',
    at: { ...HOUSEHOLD, now: ({ settings }) => (settings.sitDown === false ? 'never offered' : 'offered') },
  },
  {
    ...{
      key: 'planner',
      question: 'School alone, or the house as well?',
      schools: ['school only', 'school, errands and chores in one'],
    },
    ...{ usual: 'school only', why: 'Nobody is shown a chore who did not ask for one.' },
    changes: 'Whether chores are asked for while sitting down over a week.',
    at: { ...HOUSEHOLD, now: ({ settings }) => (settings.home ? 'the house as well' : 'school only') },
  },
  {
    ...{
      key: 'pace',
      question: 'How is a course paced?',
      schools: [
        'even to the end',
        'so many a week',
        'as printed',
        'minutes a day',
        'in turns with others',
        'next when there is time',
      ],
    },
    ...{
      usual: 'even to the last day',
      why: 'It needs nothing but the calendar, and shows at once whether there is room.',
    },
    changes: 'What the form of a new course opens with; each course has its own.',
    way: {
      key: 'pace',
      words: {
        even: 'even to the end',
        weekly: 'so many a week',
        minutes: 'minutes a day',
        when: 'next when there is time',
      },
    },
  },
  {
    ...{ key: 'scope', question: 'Every sheet, or until it is mastered?', schools: ['every sheet', 'until mastered'] },
    ...{ usual: 'until mastered', why: 'What is skipped is the room in which new lessons can be put apart.' },
    changes: 'Whether a stretch can be checked, and skipped where it is known.',
    at: { ...HOUSEHOLD, now: ({ settings }) => (settings.scope === 'mastered' ? 'until mastered' : 'every sheet') },
  },
  {
    ...{
      key: 'mastery',
      question: 'Master it first, or move on?',
      schools: ['master before moving on', 'move on, review returns to it'],
    },
    ...{ usual: 'hold the next lesson', why: 'A lesson on sand costs more later than a day now.' },
    changes: 'What happens after “again”; a course can have its own way.',
    at: { ...HOUSEHOLD, now: ({ settings }) => (settings.mastery === 'hold' ? 'hold the next lesson' : 'move on') },
  },
  {
    ...{ key: 'guide', question: 'The manual to the letter?', schools: ['to the letter', 'pick and choose'] },
    ...{ usual: 'pick and choose', why: 'Manuals offer more than a week holds.' },
    changes: 'Whether optional steps of a week can be left out together while sitting down over it.',
    way: { key: 'guide', words: { choose: 'pick and choose', letter: 'to the letter' } },
  },
  {
    ...{
      key: 'children',
      question: 'Each at their own level, or together?',
      schools: ['each at own level', 'together, family style'],
    },
    ...{ usual: 'each at own level', why: 'Courses are bought by level.' },
    changes: 'Whether a new course opens with all children ticked.',
    way: { key: 'children', words: { own: 'each at own level', together: 'together' } },
  },
  {
    ...{
      key: 'behind',
      question: 'What when a course is behind?',
      schools: ['double', 'carry everything', 'drop what is left', 'accept, and show it'],
    },
    ...{
      usual: 'carry it, and show it',
      why: 'Nothing is lost, and nobody is chased; days in hand say where it stands.',
    },
    changes: 'What is chosen beforehand for a course that is short of days, while sitting down over a week.',
    way: { key: 'behind', words: { carry: 'carry and show', double: 'double', drop: 'leave out what is optional' } },
  },
  {
    ...{
      key: 'detail',
      question: 'Numbers, or full text?',
      schools: ['numbers only, the manual holds the rest', 'full text'],
    },
    ...{ usual: 'numbers are enough', why: 'A lesson needs no more than its number; what else was typed is shown.' },
    changes: 'Whether Today shows the title of a lesson behind its number.',
    way: { key: 'detail', words: { text: 'numbers, and what else was typed', numbers: 'numbers only' } },
  },
  {
    ...{
      key: 'ahead',
      question: 'How far ahead is it made ready?',
      schools: ['a whole level at once', 'a week ahead', 'the next lesson'],
    },
    ...{ usual: 'a week ahead', why: 'A week holds a bad day; a level ahead is lost when a course is dropped.' },
    changes: 'Ready-by and order-by dates of courses that say nothing themselves.',
    way: { key: 'ahead', words: { week: 'a week ahead', level: 'a whole level at once', lesson: 'the next lesson' } },
  },
  {
    ...{
      key: 'writing',
      question: 'Write in the book, or copy it?',
      schools: ['write in the book', 'copy, and keep the original'],
    },
    ...{ usual: 'write in the book', why: 'It is what the book was made for, and many may not be copied.' },
    changes: 'Whether a workbook put among the things is used up by each child, or kept and copied.',
    way: { key: 'writing', words: { book: 'write in the book', copy: 'copy, and keep the original' } },
  },
  {
    ...{
      key: 'cards',
      question: 'Cards by lesson, or by standing?',
      schools: ['filed by lesson', 'filed by standing'],
    },
    ...{ usual: 'by standing', why: 'What wants practice lies in front.' },
    changes: 'How the cards of a deck are listed.',
    at: { to: '/cards', name: 'Cards', now: () => 'by standing' },
  },
  {
    ...{ key: 'letters', question: 'Which letters first?', schools: ['capitals or small letters', 'names or sounds'] },
    ...{ usual: 'as the course has it', why: 'It is a matter of the course; nothing is assumed.' },
    changes: 'Nothing here: the order of its lessons is the book’s.',
    at: { to: '/shelf', name: 'Shelf', now: () => 'as each course has it' },
  },
  {
    ...{ key: 'shelves', question: 'Shelves by child, or by subject?', schools: ['by child', 'by subject'] },
    ...{ usual: 'by child', why: 'A child finds its own.' },
    changes: 'How the places of the inventory open.',
    way: { key: 'shelves', words: { place: 'by place', child: 'by child', course: 'by subject' } },
  },
  {
    ...{
      key: 'after',
      question: 'And when it is finished?',
      schools: ['keep for a younger child', 'sell', 'give away'],
    },
    ...{ usual: 'keep while a younger child will want it', why: 'Buying it a second time costs more than a shelf.' },
    changes: 'What is proposed for a course that everybody has finished.',
    way: { key: 'after', words: { keep: 'keep while a younger child will want it', sell: 'sell', give: 'give away' } },
  },
  {
    ...{ key: 'year', question: 'Terms, or weeks on and off?', schools: ['terms', 'weeks on and off all year'] },
    ...{ usual: 'terms', why: 'Classes outside keep them.' },
    changes: 'On which days school is held.',
    at: {
      to: '/year',
      name: 'Year, “Change the year”',
      now: (_, year) => (year?.rhythm?.kind === 'weeks' ? 'weeks on and off' : 'terms, or one stretch'),
    },
  },
];

/** The settings with another answer; the usual is not written down. */
export function withWay(settings: Settings, key: WayKey, answer: string): Settings {
  const { [key]: _before, ...others } = settings.ways ?? {};
  const usual = WAYS[key][0] === answer;
  const ways = usual ? others : { ...others, [key]: answer };
  const { ways: _ways, ...rest } = settings;
  return Object.keys(ways).length > 0 ? { ...rest, ways: ways as Ways } : rest;
}

/** What is chosen of any question, in words. */
export function chosenWords(question: Question, state: Household, year: SchoolYear | undefined): string {
  if (question.way) return question.way.words[wayOf(state.settings, question.way.key)] ?? '';
  return question.at?.now(state, year) ?? '';
}
