import type { Requirement } from '../household';
import { count, listing, missingHours, wholeHours } from '../words';
import { type ChildCount, isShort } from './attendance';

/** Of so many each is told by itself; of more, what it comes to for the least and the most of them. */
const NAMED = 2;
const fromTo = (figures: readonly number[], word: string): string => {
  const [least, most] = [Math.min(...figures), Math.max(...figures)];
  return least === most ? count(most, word) : `${least} to ${count(most, word)}`;
};

/** What is required, in words: “172 days and 688 hours”. */
export function requirementWords({ days, hours, meets }: Requirement): string {
  const parts = [days === undefined ? [] : count(days, 'day'), hours === undefined ? [] : count(hours, 'hour')].flat();
  return parts.length === 0 ? 'nothing' : parts.join(meets === 'both' ? ' and ' : ' or ');
}

/**
 * What one child has to spare of what is required, or lacks: “26 days”, “4 days short, 12 hours”. Where either days or hours will do, what
 * does it is told alone. Empty where nothing is required, and of hours as long as no plan says what is to come.
 */
export function toSpare({ requirement, met, days, minutes }: ChildCount): string {
  const told: { words: string; held: boolean }[] = [];
  const tell = (held: boolean, n: number, unit: string) =>
    told.push({ words: `${count(n, unit)}${held ? '' : ' short'}`, held });
  const [d, m] = [days.spare, minutes.spare];
  if (d !== undefined) tell(d >= 0, Math.abs(d), 'day');
  if (m !== undefined) tell(m >= 0, m < 0 ? missingHours(-m) : wholeHours(m), 'hour');
  const held = told.filter((t) => t.held);
  return (requirement.meets === 'either' && met !== undefined && held.length > 0 ? held : told)
    .map((t) => t.words)
    .join(', ');
}

/**
 * What is left to spare of the required days, as a part of a sentence: every child that falls short by name, else the least that is
 * to spare, with a name where others have more. Hours are spoken of only where they cannot be reached. Empty where nothing is
 * required.
 */
export function spareWords(counts: readonly ChildCount[]): string {
  const parts: string[] = [];
  // Where hours will do instead, and do, no day is missing.
  const days = counts.filter((c) => c.days.spare !== undefined && (c.days.spare >= 0 || isShort(c)));
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
