import type { Course, Household, Id, TableName } from './types';
import { byId, titleOf } from './household';

/**
 * Everything in a household that names something else, told once: reading a backup, taking a row away and storing a change all
 * go by this table. A new field that holds an id is a line here.
 */
export interface Reference {
  table: TableName | 'settings';
  /** Fields to go through; `[]` behind a list: each of its entries. */
  path: string;
  names: Named;
  /**
   * What becomes of it when what it names goes: `holds`: it does not go as long as this names it; `row`: this row goes too;
   * `entry`: the list's entry goes; `field`: the field goes; `stays`: the record keeps the name of what is no longer there.
   */
  gone: 'holds' | 'row' | 'entry' | 'field' | 'stays';
  /** Why what it names cannot be taken away, of a row that holds it. */
  says?: (state: Household, row: never, id: Id) => string;
}
/** A row of a table, or a part of a course: of that of the object around it, or of its enrolment. */
type Named = TableName | 'units' | 'lessons' | 'steps' | 'rhythms';

export type AnyRow = { id: Id } & Record<string, unknown>;
/** Rows as the store changes them: one put in its place, or one taken away. */
export type Change = { table: TableName | 'settings'; put: AnyRow } | { table: TableName | 'settings'; remove: Id };

/** The rows of a table as rows of any fields; of the settings the one there is. */
export const rowsOf = (state: Household, table: TableName | 'settings'): AnyRow[] =>
  (table === 'settings' ? [state.settings] : state[table]) as unknown as AnyRow[];
/** A row of a household by its table and id. */
export const rowOf = (state: Household, table: TableName | 'settings', id: Id): AnyRow | undefined =>
  table === 'settings' ? rowsOf(state, table)[0] : (byId(state[table] as { id: Id }[], id) as AnyRow | undefined);

const title = (state: Household, courseId: Id) => titleOf(state, courseId) || 'a course';
const ofCourse = (state: Household, e: { courseId: Id }) => title(state, e.courseId);
type E = Household['enrolments'][number];

const ref = (
  table: Reference['table'],
  path: string,
  names: Named,
  gone: Reference['gone'],
  says?: (state: Household, row: never, id: Id) => string,
): Reference => ({ table, path, names, gone, ...(says ? { says } : {}) });

const NAMED_ON_SHELF = (h: Household, e: E) => `${ofCourse(h, e)} still names them: change that on the shelf first.`;
const NAMED_BY_RITUAL = (_: Household, r: { title: string }) =>
  `The everyday thing “${r.title}” still names them: change that on the shelf first.`;
const NAMED_BY_AWAY = (_: Household, a: { label: string }) =>
  `“${a.label}” takes them along: change that under Year first.`;
const IN_THE_RECORD = () => 'There are marks in its record, which is kept. Set it to “dropped” instead.';

export const REFERENCES: readonly Reference[] = [
  ref('enrolments', 'courseId', 'courses', 'holds', () => 'Somebody takes this course: remove them from it first.'),
  ref('courses', 'follows', 'courses', 'field'),
  ref('enrolments', 'childIds[]', 'children', 'holds', NAMED_ON_SHELF),
  ref('enrolments', 'teacherId', 'teachers', 'holds', NAMED_ON_SHELF),
  ref('enrolments', 'paces[].childIds[]', 'children', 'holds', NAMED_ON_SHELF),
  ref('enrolments', 'paces[].teacherId', 'teachers', 'holds', NAMED_ON_SHELF),
  ref('rituals', 'childIds[]', 'children', 'holds', NAMED_BY_RITUAL),
  ref('rituals', 'teacherId', 'teachers', 'holds', NAMED_BY_RITUAL),
  ref('enrolments', 'helper.childId', 'children', 'holds', (h: Household, e: E) => {
    return `They sit beside a younger one in ${ofCourse(h, e)}: change that on the shelf first.`;
  }),
  ref('ticks', 'childId', 'children', 'holds', () => 'Something they ticked waits for your OK: see Today first.'),
  ref('settings', 'windows[].childIds[]', 'children', 'holds', (_: Household, s: Household['settings'], id) => {
    const own = s.windows?.find((w) => w.childIds.includes(id));
    return `“${own?.label || own?.kind}” still names them: change that under Household, through the day, first.`;
  }),
  ref('aways', 'childIds[]', 'children', 'holds', NAMED_BY_AWAY),
  ref('aways', 'along[]', 'children', 'holds', NAMED_BY_AWAY),
  ref('aways', 'teacherIds[]', 'teachers', 'holds', NAMED_BY_AWAY),
  ref('aways', 'takesDay[]', 'children', 'entry'),
  ref('absences', 'childIds[]', 'children', 'holds', () => {
    return 'Days without school stand in their name: take those out under Year first.';
  }),
  ref('attendance', 'childId', 'children', 'holds', () => {
    return 'Days of their register were said by hand, and the register is kept.';
  }),
  ref('marks', 'childId', 'children', 'holds', () => 'There are marks about them in the record, which is kept.'),
  ref('marks', 'enrolmentId', 'enrolments', 'holds', IN_THE_RECORD),
  ref('marks', 'proofId', 'proofs', 'holds', () => 'Marks in the record name this proof: take it back instead.'),
  ref('marks', 'stepId', 'steps', 'stays'),
  ref('marks', 'was.childIds[]', 'children', 'holds', () => 'There are marks about them in the record, which is kept.'),
  ref('marks', 'was.teacherId', 'teachers', 'field'),
  ref('marks', 'was.used[].materialId', 'materials', 'entry'),
  ref('proofs', 'enrolmentId', 'enrolments', 'holds', IN_THE_RECORD),
  ref('proofs', 'kept[]', 'steps', 'entry'),
  ref('proofs', 'accepted[]', 'steps', 'entry'),
  ref('rituals', 'sheets[]', 'enrolments', 'holds', (_: Household, r: { title: string }) => {
    return `The game “${r.title}” is answered from it: change that on the shelf first.`;
  }),
  ref(
    'ritualMarks',
    'was.childIds[]',
    'children',
    'holds',
    () => 'There are marks about them in the record, which is kept.',
  ),
  ref('rituals', 'easier', 'rituals', 'field'),
  ref('ritualMarks', 'ritualId', 'rituals', 'holds', () => {
    return 'It stands in the record, which is kept. Without any weekday it rests.';
  }),
  ref('links', 'enrolmentIds[]', 'enrolments', 'holds', () => 'It is kept together with others: end that first.'),
  ref('enrolments', 'gates[].until.enrolmentId', 'enrolments', 'holds', (h: Household, e: E) => {
    return `${ofCourse(h, e)} waits for it: change that first.`;
  }),
  ref('enrolments', 'gates[].fillId', 'enrolments', 'holds', (h: Household, e: E) => {
    return `${ofCourse(h, e)} takes it while something else is held: change that first.`;
  }),
  ref('enrolments', 'units[].courseId', 'courses', 'holds', (h: Household, e: E) => {
    return `A unit of it is blended into ${ofCourse(h, e)}: take that out first.`;
  }),
  ref('enrolments', 'rule.loopId', 'loops', 'holds', (h: Household, e: E) => {
    return `${ofCourse(h, e)} takes turns in it: give that another pace first.`;
  }),
  ref('enrolments', 'rule.rhythmId', 'rhythms', 'field'),
  ref('enrolments', 'paces[].rule.rhythmId', 'rhythms', 'field'),
  ref('enrolments', 'fromStepId', 'steps', 'field'),
  ref('enrolments', 'splits[]', 'steps', 'entry'),
  ref('enrolments', 'stretches[].fromLessonId', 'lessons', 'entry'),
  ref('enrolments', 'stretches[].toLessonId', 'lessons', 'entry'),
  ref('enrolments', 'gates[].lessonId', 'lessons', 'entry'),
  ref('enrolments', 'gates[].until.lessonId', 'lessons', 'entry'),
  ref('enrolments', 'units[].unitId', 'units', 'entry'),
  ref('enrolments', 'swappedFor', 'enrolments', 'field'),
  ref('enrolments', 'verdicts[].childId', 'children', 'entry'),
  ref('children', 'yields[]', 'courses', 'entry'),
  ref('years', 'own[].childId', 'children', 'entry'),
  ref('loops', 'order[]', 'enrolments', 'entry'),
  ref('overlaps', 'one.courseId', 'courses', 'row'),
  ref('overlaps', 'one.lessonId', 'lessons', 'row'),
  ref('overlaps', 'other.courseId', 'courses', 'row'),
  ref('overlaps', 'other.lessonId', 'lessons', 'row'),
  ref('ticks', 'of.enrolmentId', 'enrolments', 'row'),
  ref('ticks', 'of.stepId', 'steps', 'row'),
  ref('ticks', 'of.ritualId', 'rituals', 'row'),
  ref('pins', 'enrolmentId', 'enrolments', 'row'),
  ref('pins', 'stepId', 'steps', 'row'),
  ref('published', 'placements[].enrolmentId', 'enrolments', 'entry'),
  ref('published', 'placements[].stepId', 'steps', 'stays'),
  ref('dayLists', 'placements[].enrolmentId', 'enrolments', 'entry'),
  ref('dayLists', 'placements[].stepId', 'steps', 'stays'),
  ref('dayLists', 'carried[].enrolmentId', 'enrolments', 'entry'),
  ref('dayLists', 'carried[].stepId', 'steps', 'stays'),
  ref('calendars', 'decisions[].childIds[]', 'children', 'entry'),
  ref('calendars', 'decisions[].teacherIds[]', 'teachers', 'entry'),
  ref('calendars', 'decisions[].awayId', 'aways', 'entry'),
  ref('feeds', 'id', 'calendars', 'row'),
  ref('movements', 'materialId', 'materials', 'row'),
  ref('movements', 'orderId', 'orders', 'field'),
  ref('orders', 'materialId', 'materials', 'row'),
  ref('materials', 'substitutes[]', 'materials', 'entry'),
  ref('materials', 'copiedOn', 'materials', 'field'),
  ref('needs', 'materialId', 'materials', 'row'),
  ref('needs', 'courseId', 'courses', 'row'),
  ref('needs', 'lessonId', 'lessons', 'row'),
  ref('needs', 'stepId', 'steps', 'field'),
  ref('needs', 'rule.fromLessonId', 'lessons', 'field'),
  ref('needs', 'rule.toLessonId', 'lessons', 'field'),
  ref('prepared', 'courseId', 'courses', 'row'),
  ref('prepared', 'lessonId', 'lessons', 'row'),
  ref('prepared', 'teacherId', 'teachers', 'field'),
  ref('pulled', 'materialId', 'materials', 'row'),
  ref('places', 'childId', 'children', 'field'),
  ref('holds', 'courseId', 'courses', 'field'),
  ref('holds', 'lessonId', 'lessons', 'field'),
  ref('readAheads', 'courseId', 'courses', 'row'),
  ref('readAheads', 'lessonId', 'lessons', 'row'),
  ref('readAheads', 'teacherId', 'teachers', 'row'),
  ref('decks', 'courseId', 'courses', 'field'),
  ref('cards', 'deckId', 'decks', 'row'),
  ref('cards', 'courseId', 'courses', 'field'),
  ref('cards', 'lessonId', 'lessons', 'field'),
  ref('rounds', 'deckId', 'decks', 'holds', () => 'Answers to its cards stand in the record, which is kept.'),
  ref('rounds', 'childId', 'children', 'holds', () => 'There are answers of theirs to cards, and those are kept.'),
  ref('rounds', 'answers[].cardId', 'cards', 'stays'),
  ref('rounds', 'drillId', 'drills', 'field'),
  ref('rounds', 'enrolmentId', 'enrolments', 'field'),
  ref('rounds', 'stepId', 'steps', 'stays'),
  ref('cards', 'reverseOf', 'cards', 'row'),
  ref('drills', 'deckId', 'decks', 'row'),
  ref('drills', 'courseId', 'courses', 'field'),
  ref('drills', 'lessonId', 'lessons', 'field'),
  ref('memory', 'childIds[]', 'children', 'holds', () => 'Memory work names them: change that first.'),
  ref('recitals', 'itemId', 'memory', 'holds', () => 'It was said by heart, and that is kept.'),
  ref('books', 'childIds[]', 'children', 'holds', () => 'Books to read name them: change that first.'),
  ref('readings', 'bookId', 'books', 'holds', () => 'There are sittings with it in the record, which is kept.'),
  ref(
    'readings',
    'childIds[]',
    'children',
    'holds',
    () => 'There are sittings of theirs with books, and those are kept.',
  ),
  ref('milestones', 'childId', 'children', 'row'),
  ref('samples', 'childId', 'children', 'holds', () => 'There are samples of their work, and those are kept.'),
  ref('samples', 'courseId', 'courses', 'field'),
  ref('samples', 'lessonId', 'lessons', 'field'),
  ref('pages', 'childId', 'children', 'row'),
  ref('pages', 'yearId', 'years', 'row'),
  ref('enrolments', 'gates[].until.deckId', 'decks', 'holds', (h: Household, e: E) => {
    return `${ofCourse(h, e)} waits for it: change that first.`;
  }),
  ref('settings', 'order[]', 'enrolments', 'entry'),
  ref('settings', 'restart.asleep[].childId', 'children', 'entry'),
];

/** Lists that may not be empty: without its last entry the field goes, or the row where it cannot be without the field. */
export const NEVER_EMPTY: readonly { table: TableName; field: string; then: 'field' | 'row' }[] = [
  { table: 'enrolments', field: 'units', then: 'field' },
];

/** One name that a row holds: where it stands, and the object it stands in. */
export interface Naming {
  ref: Reference;
  id: Id;
  /** “field “gates”, entry 2”. */
  at: string;
  around: Record<string, unknown>;
}

type Segment = { key: string; list: boolean };
const segments = new Map<string, Segment[]>();
function segmentsOf(path: string): Segment[] {
  let known = segments.get(path);
  if (!known) {
    known = path.split('.').map((s) => ({ key: s.replace('[]', ''), list: s.endsWith('[]') }));
    segments.set(path, known);
  }
  return known;
}

const byTable = new Map<string, Reference[]>();
for (const r of REFERENCES) byTable.set(r.table, [...(byTable.get(r.table) ?? []), r]);
/** The references that rows of a table hold. */
export const referencesOf = (table: Reference['table']): readonly Reference[] => byTable.get(table) ?? [];

/** Every name that a row holds by one reference. */
export function namingsOf(reference: Reference, row: AnyRow): Naming[] {
  const found: Naming[] = [];
  const walk = (object: Record<string, unknown>, at: string, left: readonly Segment[]) => {
    const [{ key, list }, ...rest] = left as [Segment, ...Segment[]];
    const value = object[key];
    if (value === undefined || value === null) return;
    const here = at === '' ? `field “${key}”` : at;
    const entries = list ? (Array.isArray(value) ? (value as unknown[]) : []) : [value];
    entries.forEach((entry, i) => {
      const place = list && at === '' && rest.length > 0 ? `${here}, entry ${i + 1}` : here;
      if (rest.length > 0) walk(entry as Record<string, unknown>, place, rest);
      else if (typeof entry === 'string') found.push({ ref: reference, id: entry, at: place, around: object });
    });
  };
  walk(row, '', segmentsOf(reference.path));
  return found;
}

interface Parts {
  units: ReadonlySet<Id>;
  lessons: ReadonlySet<Id>;
  steps: ReadonlySet<Id>;
  rhythms: ReadonlySet<Id>;
}
const parts = new WeakMap<Course, Parts>();
function partsOf(course: Course): Parts {
  let known = parts.get(course);
  if (!known) {
    const lessons = course.units.flatMap((u) => u.lessons);
    known = {
      units: new Set(course.units.map((u) => u.id)),
      lessons: new Set(lessons.map((l) => l.id)),
      steps: new Set(lessons.flatMap((l) => l.steps.map((s) => s.id))),
      rhythms: new Set((course.rhythms ?? []).map((r) => r.id)),
    };
    parts.set(course, known);
  }
  return known;
}

const PARTS: readonly string[] = ['units', 'lessons', 'steps', 'rhythms'] satisfies (keyof Parts)[];
export const namesPart = (names: Named): names is Exclude<Named, TableName> => PARTS.includes(names);

/** The course in which a name of a part is looked for; a part lent by another level carries that course's id before its own. */
function courseAround(state: Household, row: AnyRow, { around, id }: Naming): [Course | undefined, Id] {
  const plain = id.endsWith('~2') ? id.slice(0, -2) : id;
  const slash = plain.indexOf('/');
  if (slash >= 0) return [byId(state.courses, plain.slice(0, slash)), plain.slice(slash + 1)];
  // The object around it says whose course it is, or else the row as a whole: a need for its rule, an enrolment for its gates.
  const says = (o: Record<string, unknown>) => o['courseId'] !== undefined || o['enrolmentId'] !== undefined;
  const holder = says(around) ? around : row;
  const courseId = (holder['courseId'] ?? byId(state.enrolments, holder['enrolmentId'] as Id)?.courseId) as Id;
  return [byId(state.courses, courseId), plain];
}

/** Whether what a row names is there. */
export function isThere(state: Household, row: AnyRow, naming: Naming): boolean {
  const { names } = naming.ref;
  if (!namesPart(names)) return byId(state[names] as { id: Id }[], naming.id) !== undefined;
  const [course, id] = courseAround(state, row, naming);
  return course !== undefined && partsOf(course)[names].has(id);
}

/**
 * A row without the names for which `keep` says no: the entry, the field or (undefined) the whole row goes with them, as the
 * reference says. The same row where nothing goes.
 */
export function withoutNames(
  reference: Reference,
  row: AnyRow,
  keep: (id: Id, around: Record<string, unknown>) => boolean,
): AnyRow | undefined {
  const GONE = Symbol();
  const walk = (object: Record<string, unknown>, left: readonly Segment[]): Record<string, unknown> | typeof GONE => {
    const [{ key, list }, ...rest] = left as [Segment, ...Segment[]];
    const value = object[key];
    if (value === undefined || value === null) return object;
    const one = (entry: unknown): unknown =>
      rest.length > 0 ? walk(entry as Record<string, unknown>, rest) : keep(entry as Id, object) ? entry : GONE;
    if (list) {
      const was = value as unknown[];
      const now = was.map(one).filter((e) => e !== GONE);
      if (now.length === was.length && now.every((e, i) => e === was[i])) return object;
      return reference.gone === 'row' ? GONE : { ...object, [key]: now };
    }
    const now = one(value);
    if (now === value) return object;
    if (now !== GONE) return { ...object, [key]: now };
    if (reference.gone !== 'field') return GONE;
    const { [key]: _, ...others } = object;
    return others;
  };
  const now = walk(row, segmentsOf(reference.path));
  if (now === GONE) return undefined;
  for (const { table, field, then } of NEVER_EMPTY) {
    const list = (now as AnyRow)[field];
    if (table !== reference.table || !Array.isArray(list) || list.length > 0) continue;
    if (then === 'row') return undefined;
    const { [field]: _, ...others } = now as AnyRow;
    return others as AnyRow;
  }
  return now as AnyRow;
}
