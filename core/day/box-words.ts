import { lessonName, stepName } from '../course';
import { fitting } from '../words';
import type { DayTask } from './tasks';

/** What a box of the day's drawing says of its task. */
export interface BoxWords {
  title: string;
  /** Lesson and step, as much as there is room for, then what else there is to say; whole wordings only. */
  said: string[];
}

/** Lines break at words, so that not every letter of several lines is to be had. */
const BROKEN = 0.85;

/** Lesson and step in ever fewer letters: "Lesson 6, practise 1 of 2", "6, practise 1 of 2", "6 · 2/6", "6". */
export function detailWordings(task: Pick<DayTask, 'detail' | 'row'>, part: string): string[] {
  const whole = task.detail + part;
  const step = task.row?.step;
  if (!step) return [whole, task.detail];
  const { numeral } = lessonName(step.lesson.title);
  const steps = step.lesson.steps;
  const at = steps.findIndex((s) => s.id === step.id) + 1;
  if (numeral === undefined) return [whole, task.detail, stepName(step)];
  const short = `${numeral}, ${stepName(step)}`;
  return [whole, task.detail, short, ...(steps.length > 1 ? [`${numeral} · ${at}/${steps.length}`] : []), numeral];
}

/**
 * The words of a box that holds `lines` of about `letters` letters each (both at least 1): what has no room is left out whole, so that
 * no word is cut; the rest is what a press or a pointer on the box says. Lesson and step come before the whole name of the course,
 * whose short name (`shortNames`) stands where the whole has no room.
 */
export function boxWords(
  of: { title: string; short: string; details: readonly string[]; more: readonly string[] },
  letters: number,
  lines: number,
): BoxWords {
  const { title, short, details, more } = of;
  if (lines <= 1) {
    for (const detail of details)
      for (const name of [title, short])
        if (name.length + 1 + detail.length <= letters) return { title: name, said: detail ? [detail] : [] };
    return { title: short, said: [] };
  }
  const room = Math.floor(lines * letters * BROKEN);
  const longest = Math.max(...title.split(/\s+/).map((w) => w.length));
  const own = lines <= 3 ? title.length <= letters : longest <= letters && title.length <= room / 2;
  const name = own ? title : short;
  let left = lines <= 3 ? Math.floor((lines - 1) * letters * (lines === 2 ? 1 : BROKEN)) : room - name.length - 1;
  const detail = fitting(details, left);
  if (detail.length > left) return { title: name, said: [] };
  const said = detail ? [detail] : [];
  left -= detail.length;
  for (const words of more) {
    if (words.length + 3 > left) continue;
    said.push(words);
    left -= words.length + 3;
  }
  return { title: name, said };
}
