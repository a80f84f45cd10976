import {
  byId,
  type Course,
  type Household,
  type Id,
  type Lesson,
  type Material,
  type Need,
  ownId,
  type Put,
  thingId,
} from '../household';

/** A thing as the contents sheet says it of a lesson. */
export interface LessonThing {
  name: string;
  quantity: number;
  /** One for each child. */
  each: boolean;
}
/** A lesson with its things as the sheet says them; they are no part of the course. */
export type SheetLesson = Lesson & { things?: string };

const MOST = 100_000;

/** Things as typed, between semicolons: “2 × jar; mud; paper each”. @returns them, or a sentence that says what to write instead. */
export function readThings(text: string): LessonThing[] | { sentence: string } {
  const things: LessonThing[] = [];
  for (const part of text.split(/[;\n]/)) {
    const words = part.trim();
    if (words === '') continue;
    const [, number, name = '', each] = /^(?:(\d{1,6}(?:[.,]\d{1,6})?)\s*[x×]?\s+)?(.+?)(\s+each)?$/i.exec(words) ?? [];
    const quantity = number === undefined ? 1 : Number(number.replace(',', '.'));
    if (name === '' || name.length > 200) return { sentence: `“${words.slice(0, 60)}” is no name of a thing.` };
    if (quantity <= 0 || quantity > MOST)
      return { sentence: `“${words.slice(0, 60)}” should ask for a number above 0, at most ${MOST}.` };
    const same = things.find((t) => t.name.toLowerCase() === name.toLowerCase());
    if (same) return { sentence: `“${name}” stands twice; write how many there are of it once.` };
    things.push({ name, quantity, each: each !== undefined });
  }
  return things;
}

/** The same as text. */
export const thingsText = (things: readonly LessonThing[]): string =>
  things
    .map(({ name, quantity, each }) => `${quantity === 1 ? '' : `${quantity} × `}${name}${each ? ' each' : ''}`)
    .join('; ');

/** A need that the sheet can say: of one whole lesson. Rules for many lessons, and needs of one step, stay as they are. */
const isOfLesson = (need: Need, courseId: Id): boolean =>
  need.courseId === courseId && need.lessonId !== undefined && !need.rule && need.stepId === undefined;

/** The needs that the sheet can say, by lesson. */
function needsOf({ needs }: Pick<Household, 'needs'>, courseId: Id): Map<Id, Need[]> {
  const byLesson = new Map<Id, Need[]>();
  for (const n of needs) {
    if (!isOfLesson(n, courseId)) continue;
    const list = byLesson.get(n.lessonId!);
    if (list) list.push(n);
    else byLesson.set(n.lessonId!, [n]);
  }
  return byLesson;
}

const textOf = ({ materials }: Pick<Household, 'materials'>, needs: readonly Need[] = []): string =>
  thingsText(
    needs.flatMap((n): LessonThing[] => {
      const material = byId(materials, n.materialId);
      return material ? [{ name: material.name, quantity: n.quantity, each: n.per === 'child' }] : [];
    }),
  );

/** A course with what each of its lessons needs, as its sheet shows it. */
export function withThings(state: Pick<Household, 'materials' | 'needs'>, course: Course): Course {
  const needs = needsOf(state, course.id);
  if (needs.size === 0) return course;
  const lesson = (l: Lesson): SheetLesson => {
    const things = textOf(state, needs.get(l.id));
    return things ? { ...l, things } : l;
  };
  return { ...course, units: course.units.map((u) => ({ ...u, lessons: u.lessons.map(lesson) })) };
}

/**
 * What storing a course from its sheet changes: the course without its things, and the needs of lessons whose things were written
 * otherwise. A name that is not among the things becomes one, which nobody has counted; what needs nothing of a thing any more keeps it.
 */
export function sheetPuts(now: Household, sheet: Course): Put[] {
  const made: Material[] = [];
  const needs: Put[] = [];
  const before = needsOf(now, sheet.id);
  const lesson = (l: SheetLesson): Lesson => {
    const { things = '', ...rest } = l;
    const had = before.get(l.id) ?? [];
    if (things !== textOf(now, had))
      needs.push(...needPuts(now, made, had, { courseId: sheet.id, lessonId: l.id }, things));
    return rest;
  };
  const course = { ...sheet, units: sheet.units.map((u) => ({ ...u, lessons: u.lessons.map(lesson) })) };
  const things = made.map((put): Put => ({ table: 'materials', put }));
  return [{ table: 'courses', put: course }, ...things, ...needs];
}

function needPuts(
  now: Household,
  made: Material[],
  before: readonly Need[],
  at: { courseId: Id; lessonId: Id },
  text: string,
): Put[] {
  const read = readThings(text);
  if ('sentence' in read) return [];
  const named = (n: Need) => byId(now.materials, n.materialId)?.name.toLowerCase();
  const kept = new Set<Id>();
  const puts = read.flatMap(({ name, quantity, each }, i): Put[] => {
    const per = each ? 'child' : 'shared';
    const known = before.find((n) => named(n) === name.toLowerCase() && !kept.has(n.id));
    if (known) {
      kept.add(known.id);
      const same = known.quantity === quantity && known.per === per;
      return same ? [] : [{ table: 'needs', put: { ...known, quantity, per } }];
    }
    const is = (m: Material) => !m.retired && m.name.toLowerCase() === name.toLowerCase();
    let material = now.materials.find(is) ?? made.find(is);
    if (!material) {
      material = {
        id: thingId([...now.materials, ...made], name),
        name,
        place: '',
        consumable: false,
        unit: '',
        cautions: [],
      };
      made.push(material);
    }
    const id = ownId(now.needs, material.id, at.courseId, at.lessonId, String(i));
    return [{ table: 'needs', put: { id, materialId: material.id, ...at, quantity, per } }];
  });
  const gone = before.filter((n) => !kept.has(n.id)).map((n): Put => ({ table: 'needs', remove: n.id }));
  return [...gone, ...puts];
}
