import { attendanceRow, childDays } from '../attendance';
import { type Day, fromDay, isIsoDate, toDay } from '../calendar';
import { readTable, type TableFault, writeTable } from '../contents';
import { type Attendance, ATTENDANCE_KINDS, byId, type Household, type Put } from '../household';

/** The columns of the register as a table: `said` is yes where the parent said it, and no where it follows from the marks. */
export const ATTENDANCE_COLUMNS = ['date', 'child', 'status', 'minutes', 'said', 'child id'] as const;
/** What a past day of a child can be in the register. */
const TOLD: readonly string[] = ['taught', 'sick', 'closed', 'away', 'unmarked'];

/** The register of all children up to a day as CSV (RFC 4180): every day that is past and of some year, by date and child. */
export function writeAttendanceCsv(state: Household, today: Day): string {
  const said = new Map(state.attendance.map((a) => [`${a.date} ${a.childId}`, a]));
  const rows = state.years
    .flatMap((year) =>
      state.children.flatMap((child) => childDays(state, year, child, today).map((d) => ({ child, d }))),
    )
    .filter(({ d }) => d.day <= today && TOLD.includes(d.status))
    .sort((a, b) => a.d.day - b.d.day || (a.child.id < b.child.id ? -1 : a.child.id > b.child.id ? 1 : 0))
    .map(({ child, d }) => {
      const own = said.get(`${fromDay(d.day)} ${child.id}`);
      const minutes = own ? own.minutes : d.status === 'taught' ? d.minutes : undefined;
      return [
        ...[fromDay(d.day), child.name, d.status, minutes === undefined ? '' : String(minutes), own ? 'yes' : 'no'],
        child.id,
      ];
    });
  return writeTable(ATTENDANCE_COLUMNS, rows);
}

/**
 * Reads a register: date, child and status at least. What follows from the marks is passed over: it follows again. A child counts by its id,
 * else by its name, which must be one child’s alone. A row with a fault is named and left out.
 */
export function readAttendanceCsv(
  state: Household,
  file: string,
  today: Day,
): { rows: Attendance[]; faults: TableFault[] } {
  const table = readTable(file, ATTENDANCE_COLUMNS, ['date', 'child', 'status']);
  if ('fault' in table) return { rows: [], faults: [table.fault] };
  const rows = new Map<string, Attendance>();
  const faults: TableFault[] = [];
  for (const { row, cell } of table.rows) {
    if (cell('said').toLowerCase() === 'no' || cell('status').toLowerCase() === 'unmarked') continue;
    const fault = (sentence: string) => faults.push({ row, sentence });
    const date = cell('date');
    if (!isIsoDate(date)) fault(`“${date}” is no date: write it like 2026-11-27.`);
    else if (toDay(date) > today) fault(`${date} is to come: only past days are in the register.`);
    else {
      const status = ATTENDANCE_KINDS.find((k) => k === cell('status').toLowerCase());
      const named = state.children.filter((c) => c.name.toLowerCase() === cell('child').toLowerCase());
      const child = byId(state.children, cell('child id')) ?? (named.length === 1 ? named[0] : undefined);
      const minutes = cell('minutes');
      if (!status) fault(`“${cell('status')}” is no word of the register: use ${ATTENDANCE_KINDS.join(', ')}.`);
      else if (!child)
        fault(`${named.length === 0 ? 'No child' : 'More than one child'} is called “${cell('child')}”.`);
      else if (minutes !== '' && !(/^\d{1,4}$/.test(minutes) && Number(minutes) <= 1440))
        fault(`“${minutes}” under “minutes” is no whole number up to 1440.`);
      else {
        const made = attendanceRow(child.id, toDay(date), status, minutes === '' ? undefined : Number(minutes));
        rows.set(made.id, made);
      }
    }
  }
  return { rows: [...rows.values()], faults };
}

/** The rows of a register that say something else than is there. */
export const newAttendance = (now: Household, rows: readonly Attendance[]): Put[] => {
  const known = new Map(now.attendance.map((a) => [a.id, a]));
  return rows
    .filter((r) => {
      const was = known.get(r.id);
      return !was || was.status !== r.status || was.minutes !== r.minutes;
    })
    .map((put): Put => ({ table: 'attendance', put }));
};
