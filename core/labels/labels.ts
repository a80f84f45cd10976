import { type Day, type IsoDate, toDay } from '../calendar';
import { lessonsIn } from '../course';
import { type Child, type Course, type Household, type Id, type Material, titleOf } from '../household';
import { allIn, type PlaceNode, timesWords } from '../materials';
import { shortDate } from '../words';

/** What stands on one label: a line to be found by, what it is, and what more there is to say. */
export interface Label {
  title: string;
  what: string;
  /** “piece 2 of 5”; what lies in a box, a thing a line. */
  more: string[];
}

/**
 * Labels for the pockets of a course, one a pocket: its title and level, the lesson, and which piece of how many it is; for each
 * child's own set a name stands on it.
 * @param from the first lesson, and `to` the last, by their ids; without them the first and last of the course.
 * @param pieces in how many pockets what is made for a lesson lies, 1 or more.
 */
export function pocketLabels(
  state: Pick<Household, 'courses'>,
  course: Course,
  { from, to, pieces = 1, names = [] }: { from?: Id; to?: Id; pieces?: number; names?: readonly string[] } = {},
): Label[] {
  const lessons = lessonsIn(course);
  const first = Math.max(
    0,
    lessons.findIndex((l) => l.id === from),
  );
  const last = lessons.findIndex((l) => l.id === to);
  const title = [titleOf(state, course.id), course.level].filter(
    (x, i) => x && (i === 0 || !titleOf(state, course.id).includes(x)),
  );
  return lessons.slice(first, last < 0 ? undefined : last + 1).flatMap((l) =>
    (names.length > 0 ? names : ['']).flatMap((name) =>
      Array.from({ length: Math.max(1, pieces) }, (_, i): Label => ({
        ...{ title: title.join(', '), what: l.title },
        more: [pieces > 1 && `piece ${i + 1} of ${pieces}`, name].filter(
          (x) => typeof x === 'string' && x !== '',
        ) as string[],
      })),
    ),
  );
}

/** The label of a box or shelf: its name, where it stands, and what lies in it. */
export const contentsLabel = (node: PlaceNode): Label => ({
  title: node.name,
  what: node.path === node.name ? '' : node.path,
  more: allIn(node).map((m) => m.name),
});

/**
 * The label of a course's own things that wait for the next child: which course, for whom and from about when, and what lies together.
 * @param from the day on which that child is as old as the one before was
 */
export const keptLabel = (
  state: Pick<Household, 'courses' | 'settings'>,
  courseId: Id,
  keepFor: { child: Pick<Child, 'name'>; from: IsoDate },
  things: readonly { material: Pick<Material, 'name'>; onHand: number }[],
  today: Day,
): Label => ({
  title: titleOf(state, courseId),
  what: `for ${keepFor.child.name}, about ${shortDate(state.settings.dateStyle, toDay(keepFor.from), today)}`,
  more: things.map(({ material, onHand }) => timesWords(material, onHand)),
});
