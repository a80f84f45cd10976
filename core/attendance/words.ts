import { count, listing, missingHours } from '../words';
import { type ChildCount, isShort } from './attendance';

/** Of so many each is told by itself; of more, what it comes to for the least and the most of them. */
const NAMED = 2;
const fromTo = (figures: readonly number[], word: string): string => {
  const [least, most] = [Math.min(...figures), Math.max(...figures)];
  return least === most ? count(most, word) : `${least} to ${count(most, word)}`;
};

/**
 * What is left to spare of the required days, as a part of a sentence: every child that falls short by name, else the least that is
 * to spare, with a name where others have more. Hours are spoken of only where they cannot be reached. Empty where nothing is
 * required.
 */
export function spareWords(counts: readonly ChildCount[]): string {
  const parts: string[] = [];
  const days = counts.filter((c) => c.days.spare !== undefined);
  const short = days.filter((c) => c.days.spare! < 0);
  const same = short.every((c) => c.days.spare === short[0]!.days.spare && c.days.needed === short[0]!.days.needed);
  if (short.length > NAMED || (short.length === NAMED && same)) {
    const needed = [...new Set(short.map((c) => c.days.needed!))];
    const figures = fromTo(
      short.map((c) => -c.days.spare!),
      'day',
    );
    parts.push(
      `${listing(short.map((c) => c.child.name))} ${figures} short of ${needed.length === 1 ? needed[0] : 'theirs'}`,
    );
  } else if (short.length > 0) {
    parts.push(listing(short.map((c) => `${c.child.name} ${count(-c.days.spare!, 'day')} short of ${c.days.needed}`)));
  } else if (days.length > 0) {
    const least = days.reduce((a, b) => (b.days.spare! < a.days.spare! ? b : a));
    const alike = days.length === counts.length && days.every((c) => c.days.spare === least.days.spare);
    parts.push(`${least.days.spare} to spare${alike ? '' : ` for ${least.child.name}`}`);
  }
  const hours = counts.filter((c) => isShort(c) && (c.minutes.spare ?? 0) < 0);
  const missing = hours.map((c) => missingHours(-c.minutes.spare!));
  if (hours.length > NAMED && hours.length === short.length) parts.push(`${fromTo(missing, 'hour')} short`);
  else if (hours.length > NAMED)
    parts.push(`${listing(hours.map((c) => c.child.name))} ${fromTo(missing, 'hour')} short`);
  else if (hours.length > 0)
    parts.push(listing(hours.map((c) => `${c.child.name} ${count(missingHours(-c.minutes.spare!), 'hour')} short`)));
  return parts.join(' · ');
}
