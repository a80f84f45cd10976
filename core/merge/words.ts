import { isClock, isIsoDate, toDay } from '../calendar';
import { contentsOf, flatten, stepName } from '../course';
import { type AnyRow, byId, type Household, type Life, type PaceFrom, rowOf, titleOf } from '../household';
import { ruleWords } from '../pace';
import { count, fieldDate, LIFE_WORDS, listing, weekdayWords } from '../words';
import { type AnyTable, WHOLE } from './cells';
import { KEPT_BY_ITSELF } from './itself';
import type { Both, Merged } from './merge';
import type { RowChange } from './trace';

/** What a row of each table is called, one and several. */
const CALLED: Record<AnyTable, readonly [string, string]> = {
  settings: ['the household’s own choices', 'the household’s own choices'],
  children: ['child', 'children'],
  teachers: ['teacher', 'teachers'],
  years: ['school year', 'school years'],
  absences: ['absence', 'absences'],
  aways: ['time away', 'times away'],
  calendars: ['outside calendar', 'outside calendars'],
  feeds: ['copy of an outside calendar', 'copies of outside calendars'],
  attendance: ['day of the register', 'days of the register'],
  courses: ['course', 'courses'],
  enrolments: ['course taken', 'courses taken'],
  loops: ['group that takes turns', 'groups that take turns'],
  links: ['group kept together', 'groups kept together'],
  overlaps: ['pair of lessons that do the same work', 'pairs of lessons that do the same work'],
  rituals: ['everyday thing', 'everyday things'],
  ritualMarks: ['everyday thing done', 'everyday things done'],
  ticks: ['tick of a child', 'ticks of children'],
  marks: ['mark', 'marks'],
  proofs: ['proof of a stretch', 'proofs of stretches'],
  pins: ['moved sitting', 'moved sittings'],
  published: ['published week', 'published weeks'],
  dayLists: ['day’s list', 'days’ lists'],
  materials: ['thing', 'things'],
  movements: ['entry of the inventory', 'entries of the inventory'],
  orders: ['line of an order', 'lines of orders'],
  needs: ['need of a lesson', 'needs of lessons'],
  prepared: ['lesson made ready', 'lessons made ready'],
  pulled: ['thing in the week’s box', 'things in the week’s box'],
  places: ['place', 'places'],
  sitDowns: ['week sat down over', 'weeks sat down over'],
  prompts: ['word put away', 'words put away'],
  readAheads: ['lesson read ahead', 'lessons read ahead'],
  decks: ['deck of cards', 'decks of cards'],
  cards: ['card', 'cards'],
  rounds: ['round of cards', 'rounds of cards'],
  drills: ['drill', 'drills'],
  memory: ['piece of memory work', 'pieces of memory work'],
  recitals: ['piece said by heart', 'pieces said by heart'],
  books: ['book to read', 'books to read'],
  readings: ['sitting with a book', 'sittings with books'],
  milestones: ['milestone', 'milestones'],
  samples: ['sample of work', 'samples of work'],
  pages: ['page of your own words', 'pages of your own words'],
  holds: ['title asked for at the library', 'titles asked for at the library'],
  jottings: ['jotting', 'jottings'],
};

const text = (row: AnyRow, field: string): string => (typeof row[field] === 'string' ? (row[field] as string) : '');
const courseOf = (h: Household, enrolmentId: unknown): string =>
  titleOf(h, byId(h.enrolments, enrolmentId as string)?.courseId ?? '') || 'a course';
const childrenOf = (h: Household, ids: unknown): string =>
  listing(((ids ?? []) as string[]).map((id) => byId(h.children, id)?.name ?? '').filter(Boolean));

/** What one row is, by the name it has in the household: “Pip”, “Sluice Arithmetic for Wren”, “Lesson 4, Sheet 2 of River Reader”. */
export function rowName(h: Household, table: AnyTable, row: AnyRow): string {
  const date = (field: string) =>
    isIsoDate(row[field]) ? fieldDate(h.settings.dateStyle, toDay(row[field] as string)) : '';
  switch (table) {
    case 'settings':
      return CALLED.settings[0];
    case 'courses':
      return titleOf(h, row.id) || text(row, 'title');
    case 'enrolments':
      return `${titleOf(h, text(row, 'courseId')) || 'a course'} for ${childrenOf(h, row['childIds'])}`;
    case 'marks':
      return `${stepWords(h, row)} of ${courseOf(h, row['enrolmentId'])} on ${date('date')}`;
    case 'pins':
    case 'proofs':
      return `${courseOf(h, row['enrolmentId'])} on ${date('date')}`;
    case 'attendance':
      return `${byId(h.children, text(row, 'childId'))?.name ?? ''} on ${date('date')}`;
    case 'ritualMarks':
      return `${byId(h.rituals, text(row, 'ritualId'))?.title ?? ''} on ${date('date')}`;
    case 'ticks':
      return `${byId(h.children, text(row, 'childId'))?.name ?? ''}, ${date('date')}`;
    case 'published':
      return `the week of ${date('weekStart')}`;
    case 'absences':
      return text(row, 'label') || `${childrenOf(h, row['childIds'])}, ${date('from')}`;
    case 'movements':
    case 'orders':
    case 'needs':
    case 'pulled':
      return byId(h.materials, text(row, 'materialId'))?.name ?? '';
    case 'rounds':
      return `${byId(h.decks, text(row, 'deckId'))?.name ?? byId(h.drills, text(row, 'drillId'))?.name ?? 'a drill'}, ${byId(h.children, text(row, 'childId'))?.name ?? ''} on ${date('date')}`;
    case 'readings':
      return `${byId(h.books, text(row, 'bookId'))?.title ?? ''} on ${date('date')}`;
    case 'recitals':
      return `${byId(h.memory, text(row, 'itemId'))?.text ?? ''} on ${date('date')}`;
    case 'milestones':
    case 'samples':
      return text(row, 'words');
    case 'pages':
      return `${byId(h.children, text(row, 'childId'))?.name ?? ''}, ${byId(h.years, text(row, 'yearId'))?.name ?? ''}`;
    case 'cards':
      return text(row, 'front');
    case 'links':
      return listing(((row['enrolmentIds'] ?? []) as string[]).map((id) => courseOf(h, id)));
    case 'feeds':
      return byId(h.calendars, row.id)?.name ?? '';
    case 'overlaps':
      return titleOf(h, (row['one'] as { courseId: string }).courseId);
    default:
      return text(row, 'name') || text(row, 'title') || text(row, 'label') || text(row, 'text') || text(row, 'path');
  }
}

function stepWords(h: Household, row: AnyRow): string {
  const was = row['was'] as { words?: string } | undefined;
  if (was?.words) return was.words;
  const enrolment = byId(h.enrolments, text(row, 'enrolmentId'));
  const course = enrolment && byId(h.courses, enrolment.courseId);
  const step = course && flatten(contentsOf(h, enrolment) ?? course).find((s) => s.id === row['stepId']);
  return step ? `${step.lesson.title}, ${stepName(step)}` : 'a step';
}

/** One line of what a merge brings: “3 new marks”, and of what: “Sluice Arithmetic, River Reader and 1 more”. */
export interface Line {
  what: string;
  names: string;
}
const NAMED = 4;

/** Changes in lines, a line for each table and for what is new, changed and taken out. */
export function changeLines(h: Household, changes: readonly RowChange[]): Line[] {
  const groups = new Map<string, { table: AnyTable; how: string; names: string[] }>();
  for (const { table, before, after } of changes) {
    if (KEPT_BY_ITSELF.has(table)) continue;
    const how = !before ? 'new' : after ? 'changed' : 'taken out';
    const key = `${table} ${how}`;
    const own = groups.get(key) ?? { table, how, names: [] };
    groups.set(key, own);
    const row = (after ?? before)!;
    // Of a hundred marks only their courses are told.
    own.names.push(table === 'marks' ? courseOf(h, row['enrolmentId']) : rowName(h, table, row));
  }
  return [...groups.values()].map(({ table, how, names }) => {
    const [one, many] = CALLED[table];
    const different = [...new Set(names.filter(Boolean))];
    const more = different.length - NAMED;
    const listed = more > 0 ? [...different.slice(0, NAMED), `${more} more`] : different;
    if (table === 'settings') return { what: 'The household’s own choices changed', names: '' };
    return {
      what:
        how === 'new' ? count(names.length, `new ${one}`, `new ${many}`) : `${count(names.length, one, many)} ${how}`,
      names: listing(listed),
    };
  });
}

/** Words for fields whose own names say too little; of one table alone where its name stands before. */
const FIELDS: Record<string, string> = {
  rule: 'pace',
  perSitting: 'steps a sitting',
  paces: 'pace from a date on',
  life: 'whether it is taken',
  lives: 'whether it is taken from a date on',
  teacherId: 'teacher',
  childIds: 'children',
  teacherIds: 'teachers',
  'teachers.minutes': 'teaching minutes',
  later: 'hours from a date on',
  minutesPerDay: 'minutes a day',
  born: 'birthday',
  'years.start': 'first and last day',
  'years.weekdays': 'weekdays, light days and weeks',
  'aways.start': 'times',
  'aways.from': 'dates',
  dayFrom: 'school hours',
  toolsFrom: 'age for blades and heat',
  sharesMaking: 'whether what would come late is shared out',
  ordersFor: 'how long an order lasts',
  portfolio: 'whether a portfolio is kept',
  dateStyle: 'date style',
  scope: 'whether known work is skipped',
  mastery: 'after work that did not stick',
  'children.from': 'days with the household',
  order: 'order of the day',
  yields: 'what gives way first',
  countsNew: 'whether new lessons count',
  kinds: 'minutes and presence by kind of work',
  units: 'unit',
  lessons: 'lesson',
  closed: 'closed days',
  special: 'special day',
  own: 'requirement of one child',
  windows: 'stretch of the day',
  gates: 'what must come first',
  verdicts: 'verdict',
  decisions: 'decision',
  parts: 'part',
  rhythms: 'printed week',
  breaks: 'break',
};
function fieldWords(table: AnyTable, cell: string): string {
  const field = cell.split('/')[0]!;
  return (
    FIELDS[`${table}.${field}`] ??
    FIELDS[field] ??
    field.replace(/Id$/, '').replace(/([A-Z])/g, (c) => ` ${c.toLowerCase()}`)
  );
}

/** A pace as both sides may have written it; by another number of steps at a sitting alone it would read alike. */
function paceSaid(h: Household, pace: Omit<PaceFrom, 'from' | 'weekdays'> & Partial<PaceFrom>): string {
  const { weekdays, childIds, teacherId, perSitting, minutesPerSitting } = pace;
  return [
    ruleWords(pace),
    weekdays && weekdayWords(weekdays),
    `${perSitting} at a sitting`,
    minutesPerSitting !== undefined && `of at most ${minutesPerSitting} min`,
    childIds && `with ${childrenOf(h, childIds)}`,
    teacherId && `taught by ${byId(h.teachers, teacherId)?.name ?? 'somebody'}`,
  ]
    .filter(Boolean)
    .join(', ');
}

/** What stands in a piece that has words of its own; undefined for any other. */
function ownWords(h: Household, table: AnyTable, cell: string, value: unknown): string | undefined {
  if (value === undefined) return undefined;
  const [field, from] = cell.split('/') as [string, string | undefined];
  const since = (words: string) =>
    from === undefined ? words : `from ${fieldDate(h.settings.dateStyle, toDay(from))}: ${words}`;
  if (table === 'enrolments' && (field === 'rule' || (field === 'paces' && from)))
    return since(paceSaid(h, value as PaceFrom));
  if (table === 'enrolments' && field === 'life') return LIFE_WORDS[value as Life];
  if (table === 'enrolments' && field === 'lives' && from) return since(LIFE_WORDS[(value as { life: Life }).life]);
  if (field !== 'later' || !from) return undefined;
  const { minutes } = value as { minutes: number | number[] };
  return since(
    Array.isArray(minutes) ? `${minutes.join(', ')} minutes from Monday to Sunday` : `${minutes} minutes a day`,
  );
}

/** What stands in a piece of a row, shortly. */
function valueWords(h: Household, table: AnyTable, value: unknown): string {
  if (value === undefined) return 'nothing';
  if (value === true) return 'yes';
  if (value === false) return 'no';
  if (typeof value === 'number') return String(value);
  if (typeof value === 'string') {
    if (isIsoDate(value)) return fieldDate(h.settings.dateStyle, toDay(value));
    if (isClock(value)) return value;
    const named = byId(h.teachers, value)?.name ?? byId(h.children, value)?.name;
    return named ?? `“${value}”`;
  }
  if (Array.isArray(value)) {
    const all = value.map((v) => (typeof v === 'object' ? '' : valueWords(h, table, v))).filter(Boolean);
    return all.length === value.length && all.length > 0 ? listing(all) : count(value.length, 'entry', 'entries');
  }
  const o = value as Record<string, unknown>;
  if (table === 'marks' && 'kind' in o)
    return [
      String(o['kind']),
      o['minutes'] === undefined ? '' : `${String(o['minutes'])} min`,
      text(o as AnyRow, 'note'),
    ]
      .filter(Boolean)
      .join(', ');
  const name = ['title', 'name', 'label', 'text', 'status', 'kind'].map((f) => text(o as AnyRow, f)).find(Boolean);
  const days = ['start', 'end', 'from', 'to', 'dayFrom', 'dayTo'].flatMap((f) =>
    typeof o[f] === 'string' ? [valueWords(h, table, o[f])] : [],
  );
  const steps = Array.isArray(o['steps']) ? count(o['steps'].length, 'step') : '';
  const inside = [name ?? '', days.join(' to '), steps].filter(Boolean).join(', ');
  return inside || 'its own setting';
}

/** A piece that both sides wrote, in words: what it is of, what each has there. */
export interface BothWords {
  of: string;
  what: string;
  ours: string;
  theirs: string;
}
export function bothWords(h: Household, theirs: Household, both: Both): BothWords {
  const { table, cell } = both;
  const [here, there] = [rowOf(h, table, both.id), rowOf(theirs, table, both.id)];
  const own = here ?? there;
  const whole = cell === WHOLE;
  const away = both.ours === undefined || both.theirs === undefined;
  const words = (side: Household, value: unknown) =>
    whole && away
      ? value === undefined
        ? 'taken out'
        : 'still used'
      : (ownWords(side, table, cell, value) ?? valueWords(side, table, value));
  return {
    of: own ? rowName(here ? h : theirs, table, own) : CALLED[table][0],
    what: whole || table === 'marks' ? CALLED[table][0] : fieldWords(table, cell),
    ours: words(h, both.ours),
    theirs: words(theirs, both.theirs),
  };
}

/** What comes back, and what was mended, each in a sentence. */
export function mergeNotes({ side, back, mends }: Pick<Merged, 'side' | 'back' | 'mends'>): string[] {
  const h = side.household;
  const date = (iso: string) => fieldDate(h.settings.dateStyle, toDay(iso));
  return [
    ...back.map(
      ({ table, row, by }) =>
        `${rowName(h, table, row)} is back: it was taken out on one side, and ${CALLED[by][1]} of the other side still use it.`,
    ),
    ...mends.years.map(
      (y) =>
        `The school year “${y.name}” (${date(y.start)} to ${date(y.end)}) is put aside: its days run into another year that was made first. Change the dates of one of them and merge again to have both.`,
    ),
    ...mends.gates.map(({ enrolmentId }) => {
      const e = byId(h.enrolments, enrolmentId);
      return `${titleOf(h, e?.courseId ?? '')} would have waited for itself by what both sides said; what was said last of what must come first is let go.`;
    }),
    ...mends.left
      .filter((m) => m.reference.gone !== 'stays')
      .map(
        ({ reference, rows }) =>
          `${count(rows, CALLED[reference.table][0], CALLED[reference.table][1])}: what ${rows === 1 ? 'it was' : 'they were'} of was taken out on one side, and is let go.`,
      ),
  ];
}
