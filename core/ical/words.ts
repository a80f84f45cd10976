import { type Day, toDay } from '../calendar';
import type { DateStyle, OutsideEvent } from '../household';
import { dayAndDate } from '../words';
import type { Moved } from './compare';

/** When an event is: "Thu 12 Nov, 09:00 to 12:00", "Mon 23 Nov – Fri 27 Nov". */
export function eventWhen(style: DateStyle, event: OutsideEvent, near?: Day): string {
  const from = dayAndDate(style, toDay(event.from), near);
  const span = event.to === event.from ? from : `${from} – ${dayAndDate(style, toDay(event.to), near)}`;
  return event.start === undefined && event.end === undefined ? span : `${span}, ${event.start} to ${event.end}`;
}

/** A change of a newer copy: "Day class: Thu 12 Nov, 09:00 to 12:00 → Fri 13 Nov, 09:00 to 12:00"; "… is gone"; "new: …". */
export function movedWords(style: DateStyle, { title, before, after }: Moved, near?: Day): string {
  if (!before) return `new: ${title}, ${eventWhen(style, after!, near)}`;
  if (!after) return `${title}, ${eventWhen(style, before, near)}: no longer there`;
  const [was, is] = [eventWhen(style, before, near), eventWhen(style, after, near)];
  return was === is ? `${before.title} on ${was} is now called ${title}` : `${title}: ${was} → ${is}`;
}
