import * as H from '../household';
import { byKind, date, type Fields, id, list, number, oneOf, opt, record, text, whole, yesNo } from './shapes';

const weekday = whole(1, 7);
const kindDefault = record({ minutes: whole(1, 600), presence: oneOf(H.PRESENCES) });
const step = record({
  id,
  kind: oneOf(H.KINDS),
  label: opt(text()),
  minutes: opt(whole(1, 600)),
  presence: opt(oneOf(H.PRESENCES)),
  optional: opt(yesNo),
});
const lesson = record({ id, title: text(), pages: opt(text(60)), steps: list(step) });
const unit = record({ id, title: text(), lessons: list(lesson) });
const placement: Fields = { enrolmentId: id, stepId: id, date };

/** The settings and of the rows of each table: the fields, in the order in which they are written. */
export const SETTINGS_FIELDS: Fields = {
  id: oneOf(['household']),
  name: text(),
  firstDay: weekday,
  dateStyle: oneOf(H.DATE_STYLES),
  startMinutes: whole(1, 60),
  order: list(id),
  scope: oneOf(H.SCOPES),
  mastery: oneOf(H.MASTERIES),
};
export const TABLE_FIELDS: Record<H.TableName, Fields> = {
  children: {
    id,
    name: text(80),
    born: date,
    colour: oneOf(H.COLOURS),
    ornament: oneOf(H.ORNAMENTS),
    minutesPerDay: whole(0, 1440),
  },
  teachers: { id, name: text(80), minutes: list(whole(0, 1440), 7, 7) },
  years: {
    id,
    name: text(80),
    start: date,
    end: date,
    weekdays: list(weekday, 0, 7),
    lightDays: list(weekday, 0, 7),
    lightShare: whole(0, 100),
    targetDays: whole(0, 366),
    closed: list(record({ id, from: date, to: date, label: text(80) })),
  },
  courses: {
    id,
    title: text(),
    level: opt(text()),
    publisher: opt(text()),
    edition: opt(text()),
    kinds: record(Object.fromEntries(H.KINDS.map((k) => [k, kindDefault]))),
    countsNew: yesNo,
    proof: opt(record({ practise: whole(0, 20), review: whole(0, 20), assess: whole(0, 20) })),
    mastery: opt(oneOf(H.MASTERIES)),
    weighByPages: opt(yesNo),
    units: list(unit),
  },
  enrolments: {
    id,
    courseId: id,
    childIds: list(id, 1, 50),
    teacherId: id,
    weekdays: list(weekday, 0, 7),
    rule: byKind({ even: {}, weekly: { n: whole(1, 100), unit: oneOf(['steps', 'lessons']) } }),
    perSitting: whole(1, 100),
    minutesPerSitting: opt(whole(1, 600)),
    fromStepId: opt(id),
    firstDate: opt(date),
    target: opt(date),
    life: oneOf(H.LIVES),
    takesOptional: yesNo,
  },
  marks: {
    id,
    enrolmentId: id,
    stepId: id,
    childId: opt(id),
    date,
    seq: whole(0, Number.MAX_SAFE_INTEGER),
    kind: oneOf(H.MARK_KINDS),
    minutes: opt(whole(1, 600)),
    minutesLeft: opt(whole(1, 600)),
    left: opt(text(300)),
    goOn: opt(yesNo),
    proofId: opt(id),
    score: opt(record({ got: number(0, 10_000), of: number(1, 10_000) })),
    note: opt(text(2000)),
  },
  proofs: { id, enrolmentId: id, date, kept: list(id), failed: opt(date) },
  pins: { id, ...placement },
  published: { id, weekStart: date, placements: list(record(placement)) },
  materials: { id, name: text(), place: text(), consumable: yesNo, unit: text(40), cautions: list(oneOf(H.CAUTIONS)) },
  movements: {
    id,
    materialId: id,
    date,
    seq: whole(0, Number.MAX_SAFE_INTEGER),
    kind: oneOf(['count', 'in', 'out']),
    quantity: number(0, 1_000_000),
    note: opt(text(2000)),
  },
  needs: {
    id,
    materialId: id,
    courseId: id,
    lessonId: id,
    stepId: opt(id),
    quantity: number(0, 100_000),
    per: oneOf(['child', 'shared']),
  },
  pulled: { id, weekStart: date, materialId: id },
  jottings: { id, kind: oneOf(H.JOTTING_KINDS), text: text(500), date, week: opt(date), settled: opt(date) },
};

/** Fields of each table that name a row of another. */
export const REFERENCES: Partial<Record<H.TableName, Record<string, H.TableName>>> = {
  enrolments: { courseId: 'courses', childIds: 'children', teacherId: 'teachers' },
  marks: { enrolmentId: 'enrolments', childId: 'children' },
  proofs: { enrolmentId: 'enrolments' },
  pins: { enrolmentId: 'enrolments' },
  movements: { materialId: 'materials' },
  needs: { materialId: 'materials', courseId: 'courses' },
  pulled: { materialId: 'materials' },
};
