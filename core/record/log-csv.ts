import { isIsoDate } from '../calendar';
import { readTable, type TableFault, writeTable } from '../contents';
import { contentsOf, flatten, stepName } from '../course';
import {
  byId,
  childrenOf,
  type Enrolment,
  type Household,
  type Id,
  KINDS,
  type Mark,
  MARK_KINDS,
  PRESENCES,
  titleOf,
} from '../household';
import { compareMarks, nextSeq, recordLines } from '../log';

/** The columns of the record as a table: what a person reads first, then what brings it back as it was. */
export const LOG_COLUMNS = [
  ...(['date', 'children', 'course', 'step', 'kind', 'minutes', 'score', 'note', 'left', 'minutes left'] as const),
  ...(['id', 'enrolment', 'step id', 'child', 'order', 'goes on', 'proof'] as const),
  ...(['planned kind', 'planned minutes', 'planned children', 'teacher was', 'teacher'] as const),
] as const;
type Column = (typeof LOG_COLUMNS)[number];
/** Between names or ids in one cell. */
const BETWEEN = '; ';

/** The record as CSV (RFC 4180), oldest first; of one child where one is named. */
export function writeLogCsv(state: Household, childId?: Id): string {
  const rows = [...recordLines(state, childId ? { childId } : {})]
    .reverse()
    .map(({ mark: m, course, words, children }) => [
      ...[m.date, children.map((c) => c.name).join(BETWEEN), titleOf(state, course.id), words, m.kind],
      ...[
        text(m.minutes),
        m.score ? `${m.score.got}/${m.score.of}` : '',
        m.note ?? '',
        m.left ?? '',
        text(m.minutesLeft),
      ],
      ...[m.id, m.enrolmentId, m.stepId, m.childId ?? '', String(m.seq), m.goOn ? 'yes' : '', m.proofId ?? ''],
      ...[m.was?.kind ?? '', text(m.was?.minutes), (m.was?.childIds ?? []).join(BETWEEN)],
      ...[m.was?.presence ?? '', m.was?.teacherId ?? ''],
    ]);
  return writeTable(LOG_COLUMNS, rows);
}
const text = (n: number | undefined) => (n === undefined ? '' : String(n));

/**
 * Reads a record from a table: columns in any order, date and kind and course at least. Ids count where they are there and known; else
 * names decide, and a name that could be two things is a fault. A row with a fault is named and left out.
 */
export function readLogCsv(state: Household, file: string): { marks: Mark[]; faults: TableFault[] } {
  const table = readTable(file, LOG_COLUMNS, ['date', 'kind', 'course']);
  if ('fault' in table) return { marks: [], faults: [table.fault] };
  const marks: Mark[] = [];
  const faults: TableFault[] = [];
  let seq = nextSeq(state.marks);
  const steps = stepsByWords(state);
  for (const { row, cell } of table.rows) {
    const made = readRow(state, steps, cell, seq);
    if ('fault' in made) {
      faults.push({ row, sentence: made.fault });
      continue;
    }
    seq = Math.max(seq, made.mark.seq + 1);
    marks.push(made.mark);
  }
  return { marks, faults };
}

type Steps = (enrolment: Enrolment) => ReadonlyMap<string, readonly Id[]>;
/** The steps of an enrolment by their words, in small letters. */
function stepsByWords(state: Household): Steps {
  const known = new Map<Id, Map<string, Id[]>>();
  return (enrolment) => {
    let own = known.get(enrolment.id);
    if (!own) {
      own = new Map();
      const course = contentsOf(state, enrolment);
      for (const s of course ? flatten(course) : []) {
        const words = `${s.lesson.title}, ${stepName(s)}`.toLowerCase();
        own.set(words, [...(own.get(words) ?? []), s.id]);
      }
      known.set(enrolment.id, own);
    }
    return own;
  };
}

function readRow(
  state: Household,
  steps: Steps,
  cell: (column: Column) => string,
  seq: number,
): { mark: Mark } | { fault: string } {
  const date = cell('date');
  if (!isIsoDate(date)) return { fault: `“${date}” is no date: write it like 2026-11-27.` };
  const kind = MARK_KINDS.find((k) => k === cell('kind').toLowerCase());
  if (!kind) return { fault: `“${cell('kind')}” is no kind of mark: use ${MARK_KINDS.join(', ')}.` };
  const enrolment =
    byId(state.enrolments, cell('enrolment')) ?? enrolmentNamed(state, cell('course'), cell('children'));
  if ('fault' in enrolment) return enrolment;
  let stepId = cell('step id');
  if (stepId === '') {
    const found = steps(enrolment).get(cell('step').toLowerCase()) ?? [];
    if (found.length === 0) return { fault: `No step of ${cell('course')} is called “${cell('step')}”.` };
    if (found.length > 1) return { fault: `Several steps of ${cell('course')} are called “${cell('step')}”.` };
    stepId = found[0]!;
  }
  const childId = cell('child');
  if (childId !== '' && !byId(state.children, childId)) return { fault: `No child has the id “${childId}”.` };
  const whole = (c: 'minutes' | 'minutes left' | 'planned minutes' | 'order') => {
    const t = cell(c);
    return t === '' ? undefined : /^\d{1,15}$/.test(t) ? Number(t) : NaN;
  };
  const [minutes, minutesLeft, planned, order] = (['minutes', 'minutes left', 'planned minutes', 'order'] as const).map(
    whole,
  );
  const wrong = (['minutes', 'minutes left', 'planned minutes', 'order'] as const).find((c) => Number.isNaN(whole(c)));
  if (wrong || (minutes ?? 0) > 1440)
    return { fault: `“${cell(wrong ?? 'minutes')}” under “${wrong ?? 'minutes'}” is no whole number up to 1440.` };
  const score = /^(\d+(?:\.\d+)?)\/(\d+(?:\.\d+)?)$/.exec(cell('score'));
  if (cell('score') !== '' && (!score || Number(score[1]) > Number(score[2]) || Number(score[2]) === 0))
    return { fault: `“${cell('score')}” is no score: write it like 17/20.` };
  const was = KINDS.find((k) => k === cell('planned kind'));
  const presence = PRESENCES.find((p) => p === cell('teacher was'));
  const teacher = byId(state.teachers, cell('teacher'));
  const mark: Mark = {
    ...{ id: cell('id') || '', enrolmentId: enrolment.id, stepId, date, seq: order ?? seq, kind },
    ...(childId ? { childId } : {}),
    ...(minutes === undefined ? {} : { minutes }),
    ...(minutesLeft === undefined ? {} : { minutesLeft }),
    ...(cell('left') ? { left: cell('left') } : {}),
    ...(cell('goes on') === 'yes' ? { goOn: true } : {}),
    ...(cell('proof') && byId(state.proofs, cell('proof')) ? { proofId: cell('proof') } : {}),
    ...(score ? { score: { got: Number(score[1]), of: Number(score[2]) } } : {}),
    ...(cell('note') ? { note: cell('note').slice(0, 2000) } : {}),
    ...(was
      ? {
          was: {
            ...{ kind: was, words: cell('step'), minutes: planned ?? 0 },
            childIds: cell('planned children')
              .split(BETWEEN.trim())
              .map((t) => t.trim())
              .filter(Boolean),
            ...(presence ? { presence } : {}),
            ...(presence && teacher ? { teacherId: teacher.id } : {}),
          },
        }
      : {}),
  };
  return { mark };
}

/** The enrolment that names alone mean: its course by title, and the children who take it. */
function enrolmentNamed(state: Household, course: string, children: string): Enrolment | { fault: string } {
  const names = children
    .split(BETWEEN.trim())
    .map((t) => t.trim().toLowerCase())
    .filter(Boolean);
  const found = state.enrolments.filter((e) => {
    if (titleOf(state, e.courseId).toLowerCase() !== course.toLowerCase()) return false;
    const own = childrenOf(state, e).map((c) => c.name.toLowerCase());
    return names.length === 0 || names.every((n) => own.includes(n));
  });
  if (found.length === 1) return found[0]!;
  const who = names.length > 0 ? ` for ${children}` : '';
  return {
    fault:
      found.length === 0
        ? `Nobody takes “${course}”${who}.`
        : `“${course}”${who} could be ${found.length} different takings: name the children, or the id under “enrolment”.`,
  };
}

/** The marks of a table that a household does not hold yet, in their order; what is there already is as it is. */
export function newOf(state: Household, marks: readonly Mark[]): Mark[] {
  const there = new Set(state.marks.map((m) => m.id));
  const same = (m: Mark) => JSON.stringify([m.enrolmentId, m.stepId, m.childId ?? '', m.date, m.kind]);
  const said = new Set(state.marks.map(same));
  return marks.filter((m) => (m.id ? !there.has(m.id) : !said.has(same(m)))).sort(compareMarks);
}
