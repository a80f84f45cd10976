import type { DayStatus } from '../../core/attendance';

/** A day of the register in words. */
export const DAY_WORDS: Record<DayStatus, string> = {
  taught: 'taught',
  sick: 'sick',
  closed: 'no school',
  away: 'away',
  unmarked: 'nothing marked',
  'to come': 'to come',
  free: 'no school weekday',
  outside: 'not at school here',
};
