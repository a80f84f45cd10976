import type { Kind, Step, Unit } from '../household/types';
import type { LineKind, PastedLine } from './pasted';

/** So many steps of each kind, in order. */
export type StepsOfLesson = readonly { kind: Kind; count: number }[];
/** Most lessons that one line like "Days 1–180" stands for. */
const MOST_IN_A_LINE = 400;

function titlesOf(l: PastedLine): string[] {
  const word = l.label ? `${l.label[0]!.toUpperCase()}${l.label.slice(1)} ` : '';
  const title = (n: string | undefined) =>
    n === undefined ? l.title : l.title ? `${word}${n}, ${l.title}` : word ? `${word}${n}` : `Lesson ${n}`;
  const from = Number(l.number);
  const to = Number(l.to);
  if (
    l.to === undefined ||
    !Number.isInteger(from) ||
    !Number.isInteger(to) ||
    to <= from ||
    to - from > MOST_IN_A_LINE
  )
    return [title(l.number)];
  return Array.from({ length: to - from + 1 }, (_, i) => title(String(from + i)));
}

/** What is no lesson of the pattern has one step of its own. */
const OWN_STEP: Partial<Record<LineKind, { letter: string; kind: Kind }>> = {
  test: { letter: 'T', kind: 'assess' },
  review: { letter: 'R', kind: 'review' },
  project: { letter: 'P', kind: 'make' },
};

/**
 * The units, lessons and steps of the lines as they stand, every lesson with the same steps; a test, a review, a project with one step
 * of its own. Lines before the first heading make a unit without a title. Ids are made from positions and `prefix`.
 */
export function buildUnits(lines: readonly PastedLine[], steps: StepsOfLesson, prefix = ''): Unit[] {
  const units: Unit[] = [];
  let lessons = 0;
  let special = 0;
  const unit = (title: string) => {
    units.push({ id: `${prefix}U${units.length + 1}`, title, lessons: [] });
    return units.at(-1)!;
  };
  for (const l of lines) {
    if (l.kind === 'nothing') continue;
    if (l.kind === 'heading') {
      // A part that only holds chapters gives its name to the first of them.
      const empty = units.at(-1);
      const title = titlesOf(l)[0]!;
      if (empty && empty.lessons.length === 0) empty.title = `${empty.title}: ${title}`;
      else unit(title);
      continue;
    }
    const into = units.at(-1) ?? unit('');
    for (const title of titlesOf(l)) {
      const own = OWN_STEP[l.kind];
      const id = own ? `${prefix}${own.letter}${++special}` : `${prefix}L${++lessons}`;
      into.lessons.push({
        id,
        title: title.slice(0, 500) || id,
        ...(l.pages ? { pages: l.pages.slice(0, 60) } : {}),
        steps: own ? [{ id: `${id}-1`, kind: own.kind }] : stepsOf(id, steps),
      });
    }
  }
  return units.filter((u) => u.lessons.length > 0);
}

/** Fresh steps of a lesson. */
export function stepsOf(lessonId: string, steps: StepsOfLesson): Step[] {
  const made: Step[] = [];
  for (const { kind, count } of steps)
    for (let i = 0; i < count; i++) made.push({ id: `${lessonId}-${made.length + 1}`, kind });
  return made;
}
