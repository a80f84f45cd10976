/** "1 day", "2 days". */
export const count = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`;

/** "Pip", "Pip and Wren", "Pip, Wren and Jory". */
export function listing(words: readonly string[]): string {
  if (words.length <= 1) return words[0] ?? '';
  return `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`;
}

/** "leave parts out", "leave parts out, or run on". */
export const either = (words: readonly string[]): string =>
  words.length <= 1 ? (words[0] ?? '') : `${words.slice(0, -1).join(', ')}, or ${words.at(-1)}`;

/** Whole hours of what has been done: never more than there were, so that no figure claims an hour that was not held. */
export const wholeHours = (minutes: number): number => Math.floor(minutes / 60);
/** Whole hours of what is missing: never fewer than are. */
export const missingHours = (minutes: number): number => Math.ceil(minutes / 60);

/** Days in hand in words: "18 days in hand", "no day in hand", "3 days short". */
export function inHand(days: number): string {
  if (days === 0) return 'no day in hand';
  return days > 0 ? `${count(days, 'day')} in hand` : `${count(-days, 'day')} short`;
}

/** Hours to spare, whole ones: "12", or "3 short". */
export const hoursWord = (minutes: number): string =>
  minutes < 0 ? `${missingHours(-minutes)} short` : String(wholeHours(minutes));

/** A time as a column of figures has it, so that what stands in it adds up: “2:05”. */
export const clockHours = (minutes: number): string =>
  `${Math.floor(minutes / 60)}:${String(minutes % 60).padStart(2, '0')}`;

/** A time to the minute: “40 min”, “4 h 10 min”, “2 h”. */
export function hoursAndMinutes(minutes: number): string {
  const [h, m] = [Math.floor(minutes / 60), minutes % 60];
  return h === 0 ? `${m} min` : m === 0 ? `${h} h` : `${h} h ${m} min`;
}
