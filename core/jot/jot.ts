import { type Day, fromDay, toDay, type Weekday, weekStart } from '../calendar';
import type { Household, Jotting, JottingKind } from '../household';

/** What a line jotted down says: what it is, the words that remain, and the week it is for. */
export interface Jotted {
  kind: JottingKind;
  text: string;
  /** Weeks from this one: 0 is this week; undefined when the line names none. */
  weeks: number | undefined;
}

const KINDS: [RegExp, JottingKind][] = [
  [/^(?:to )?(?:buy|order|get more)\b[:,]?\s*/i, 'buy'],
  [/^note\b[:,]?\s*/i, 'note'],
  [/^(?:remind(?:er)?(?: me)?(?: to| of)?|remember(?: to)?)\b[:,]?\s*/i, 'reminder'],
  [/^errand\b[:,]?\s*/i, 'errand'],
];
const NUMBERS: Record<string, number> = {
  a: 1,
  one: 1,
  two: 2,
  three: 3,
  four: 4,
  five: 5,
  six: 6,
  seven: 7,
  eight: 8,
};

/**
 * Reads a jotted line: “buy glue sticks” is a thing to buy, “note: asked for one more” a note, “remind me of the dentist
 * in three weeks” a reminder for a later week. A line that names no kind is an errand. Nothing is lost: the words that
 * were not understood stay in the text, and a line of a keyword alone stays whole.
 */
export function readJotting(line: string): Jotted {
  const whole = line.trim().replace(/\s+/g, ' ').slice(0, 500);
  let text = whole;
  let kind: JottingKind = 'errand';
  for (const [pattern, of] of KINDS) {
    if (!pattern.test(text)) continue;
    kind = of;
    text = text.replace(pattern, '');
    break;
  }
  let weeks: number | undefined;
  const when = /[,;]?\s*\b(?:(this|next) week|in (\d{1,2}|[a-z]+) weeks?)\.?$/i.exec(text);
  if (when) {
    const n = when[2] === undefined ? undefined : (NUMBERS[when[2].toLowerCase()] ?? Number(when[2]));
    weeks = when[1] ? (when[1].toLowerCase() === 'next' ? 1 : 0) : n;
    if (weeks !== undefined && weeks >= 0 && weeks <= 52) text = text.slice(0, when.index);
    else weeks = undefined;
  }
  text = text.trim();
  return text ? { kind, text, weeks } : { kind, text: whole, weeks: undefined };
}

/** The row for a jotting; a reminder without a week is for this one. */
export function jottingRow(jotted: Jotted, today: Day, firstDay: Weekday, id: string): Jotting {
  const weeks = jotted.weeks ?? (jotted.kind === 'reminder' ? 0 : undefined);
  return {
    id,
    kind: jotted.kind,
    text: jotted.text,
    date: fromDay(today),
    ...(weeks === undefined ? {} : { week: fromDay(weekStart(today, firstDay) + 7 * weeks) }),
  };
}

const byAge = (a: Jotting, b: Jotting) => (a.date === b.date ? (a.id < b.id ? -1 : 1) : a.date < b.date ? -1 : 1);

/**
 * Errands and reminders of a week, oldest first: those for it, those without a week, those carried from an earlier week,
 * and those ticked off in it. A week still to come shows only its own.
 */
export function errandsOf(state: Household, start: Day, today: Day): Jotting[] {
  const from = fromDay(start);
  const to = fromDay(start + 6);
  const current = start <= today && today <= start + 6;
  return state.jottings
    .filter((j) => {
      if (j.kind !== 'errand' && j.kind !== 'reminder') return false;
      if (j.settled) return j.settled >= from && j.settled <= to;
      // A week is known by any of its days, so that a household may let its week start on another.
      if (j.week !== undefined && j.week >= from && j.week <= to) return true;
      return current && (j.week === undefined || toDay(j.week) < start);
    })
    .sort(byAge);
}

/** Things to buy, those still wanted first, then those ticked off on the day. */
export function toBuy(state: Household, today: Day): Jotting[] {
  return state.jottings
    .filter((j) => j.kind === 'buy' && (!j.settled || j.settled === fromDay(today)))
    .sort((a, b) => Number(Boolean(a.settled)) - Number(Boolean(b.settled)) || byAge(a, b));
}

/** Notes written on a day. */
export function notesOf(state: Household, day: Day): Jotting[] {
  return state.jottings.filter((j) => j.kind === 'note' && j.date === fromDay(day)).sort(byAge);
}

/** A jotting ticked off on a date, or with the tick taken off again. */
export function tick(jotting: Jotting, today: Day): Jotting {
  const { settled, ...rest } = jotting;
  return settled ? rest : { ...rest, settled: fromDay(today) };
}
