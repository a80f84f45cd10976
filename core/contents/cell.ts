import { KINDS, type Kind, PRESENCES, type Presence } from '../household/types';
import { readThings, thingsText } from './things';
import { WEEKDAY_NAMES, type Weekday } from '../calendar/day';

/** Columns of a course's contents, one row a step, in a file and on the sheet. Only `title` must be there. */
export const COURSE_COLUMNS = [
  'unit',
  'title',
  'pages',
  'step',
  'label',
  'minutes',
  'presence',
  'optional',
  'prepare',
  'variant',
  'weekday',
  'track',
] as const;
export type CourseColumn = (typeof COURSE_COLUMNS)[number];
/** On the sheet a lesson says its things as well; they are kept with the inventory, not with the course. */
export const SHEET_COLUMNS = [...COURSE_COLUMNS, 'things'] as const;
export type SheetColumn = (typeof SHEET_COLUMNS)[number];

/** What a cell holds once it is read; undefined for an empty one. */
export interface CellValues {
  unit: string;
  title: string;
  pages: string | undefined;
  step: Kind;
  label: string | undefined;
  minutes: number | undefined;
  presence: Presence | undefined;
  optional: true | undefined;
  prepare: number | undefined;
  variant: string | undefined;
  weekday: Weekday | undefined;
  track: string | undefined;
}
/** The same of the sheet. */
export interface SheetValues extends CellValues {
  things: string | undefined;
}

const WEEKDAYS: Weekday[] = [1, 2, 3, 4, 5, 6, 7];
const text = (t: string, most: number) => t.slice(0, most) || undefined;
const minutes = (t: string) => {
  if (!t) return { value: undefined };
  return /^\d+$/.test(t) && Number(t) >= 1 && Number(t) <= 600
    ? { value: Number(t) }
    : { sentence: `“${t}” is no whole number of minutes from 1 to 600.` };
};

/**
 * Reads what is written in one cell. A kind may be called "test"; a weekday by its first three letters; yes and no in
 * several ways. @returns the value, or a sentence that says what to write instead.
 */
export function readCell<C extends SheetColumn>(
  column: C,
  written: string,
): { value: SheetValues[C] } | { sentence: string } {
  const t = written.trim();
  const low = t.toLowerCase();
  const read = (): { value: SheetValues[SheetColumn] } | { sentence: string } => {
    switch (column) {
      case 'unit':
        return { value: t.slice(0, 500) };
      case 'title':
        return t ? { value: t.slice(0, 500) } : { sentence: 'The lesson has no title.' };
      case 'step': {
        const kind = low === '' ? 'introduce' : low === 'test' ? 'assess' : low;
        return KINDS.includes(kind as Kind)
          ? { value: kind as Kind }
          : { sentence: `“${t}” is no kind of step; write one of ${KINDS.join(', ')}.` };
      }
      case 'presence':
        return low === '' || PRESENCES.includes(low as Presence)
          ? { value: (low || undefined) as Presence | undefined }
          : { sentence: `“${low}” is not one of ${PRESENCES.join(', ')}.` };
      case 'optional':
        return low === '' || ['yes', 'no', 'true', 'false', 'x'].includes(low)
          ? { value: ['yes', 'true', 'x'].includes(low) ? true : undefined }
          : { sentence: `“${t}” should be yes or no.` };
      case 'weekday': {
        const at = WEEKDAYS.findIndex((d) => low.length >= 3 && WEEKDAY_NAMES[d].toLowerCase().startsWith(low));
        return low === '' || at >= 0
          ? { value: low === '' ? undefined : WEEKDAYS[at] }
          : { sentence: `“${t}” is no weekday; write one like Friday.` };
      }
      case 'minutes':
      case 'prepare':
        return minutes(t);
      case 'things': {
        const things = readThings(t);
        return 'sentence' in things ? things : { value: thingsText(things) || undefined };
      }
      case 'pages':
      case 'variant':
      case 'track':
        return { value: text(t, 60) };
      default:
        return { value: text(t, 500) };
    }
  };
  return read() as { value: SheetValues[C] } | { sentence: string };
}
