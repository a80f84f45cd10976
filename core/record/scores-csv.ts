import { readTable, type TableFault, writeTable } from '../contents';
import { byId, type Household, type Id, type Mark, type Put, titleOf } from '../household';
import { readScore, recordLines, writeScore } from '../log';

/** The columns of the scores as a table; `per cent` is for the reader's eye and is passed over when it comes back. */
export const SCORE_COLUMNS = ['date', 'children', 'course', 'step', 'score', 'per cent', 'id'] as const;
const BETWEEN = '; ';

/** Every score as CSV (RFC 4180), oldest first; of one child where one is named. */
export function writeScoresCsv(state: Household, childId?: Id): string {
  const rows = [...recordLines(state, childId ? { childId } : {})]
    .reverse()
    .flatMap(({ mark, course, words, children }) => {
      if (!mark.score) return [];
      const { got, of } = mark.score;
      const names = children.map((c) => c.name).join(BETWEEN);
      const percent = of > 0 ? String(Math.round((100 * got) / of)) : '';
      return [[mark.date, names, titleOf(state, course.id), words, writeScore(mark.score), percent, mark.id]];
    });
  return writeTable(SCORE_COLUMNS, rows);
}

/**
 * Reads scores from a table. Each belongs to a mark that is there: by its id, else by date, course and step (and children, where two take
 * the same), of which there must be one alone. A row with a fault is named and left out; what is there already is no change.
 */
export function readScoresCsv(state: Household, file: string): { puts: Put[]; faults: TableFault[] } {
  const table = readTable(file, SCORE_COLUMNS, ['date', 'course', 'step', 'score']);
  if ('fault' in table) return { puts: [], faults: [table.fault] };
  const lines = new Map<string, { mark: Mark; names: string }[]>();
  const key = (date: string, course: string, step: string) => JSON.stringify([date, course, step]).toLowerCase();
  for (const { mark, course, words, children } of recordLines(state)) {
    const k = key(mark.date, titleOf(state, course.id), words);
    lines.set(k, [...(lines.get(k) ?? []), { mark, names: children.map((c) => c.name).join(BETWEEN) }]);
  }
  const puts = new Map<Id, Put>();
  const faults: TableFault[] = [];
  for (const { row, cell } of table.rows) {
    const fault = (sentence: string) => faults.push({ row, sentence });
    const score = readScore(cell('score'));
    const named = lines.get(key(cell('date'), cell('course'), cell('step'))) ?? [];
    const own =
      cell('children') === '' ? named : named.filter((l) => l.names.toLowerCase() === cell('children').toLowerCase());
    const mark = byId(state.marks, cell('id')) ?? (own.length === 1 ? own[0]!.mark : undefined);
    const what = `${cell('course')}, ${cell('step')}`;
    if (typeof score === 'string') fault(score);
    else if (score === null) fault(`There is no score of ${what}: write it like 17/20.`);
    else if (own.length > 1 && !mark)
      fault(`${what} has several marks on ${cell('date')}: name the children, or give the id.`);
    else if (!mark) fault(`${what} has no mark on ${cell('date')}: mark it first.`);
    else if (mark.score?.got !== score.got || mark.score.of !== score.of)
      puts.set(mark.id, { table: 'marks', put: { ...mark, score } });
  }
  return { puts: [...puts.values()], faults };
}
