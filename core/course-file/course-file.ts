import type { Course, Household, Id, Material, Need } from '../household';
import { TABLE_FIELDS } from '../formats/schema';
import { type Fields, list, oneOf, record, tail, whole } from '../formats/shapes';

export const COURSE_FORMAT = 'olden-primer-course';
export const COURSE_VERSION = 1;
const MOST_CHARACTERS = 20_000_000;

/** What a course on a shelf says of its household rather than of the book: none of it goes into a course file. */
const OWN = ['id', 'bought', 'wish', 'follows'] as const;
const pick = (fields: Fields, without: readonly string[]): Fields =>
  Object.fromEntries(Object.entries(fields).filter(([k]) => !without.includes(k)));
/** The same of a thing: where it lies, what it cost, what of it was counted and what the household puts in its place. */
const OWN_OF_THING = ['id', 'place', 'leadDays', 'price', 'substitutes', 'copiedOn', 'copySheets', 'retired'] as const;
const COURSE_FIELDS = pick(TABLE_FIELDS.courses, OWN);
const THING_FIELDS: Fields = {
  ...pick(TABLE_FIELDS.materials, OWN_OF_THING),
  needs: list(record(pick(TABLE_FIELDS.needs, ['id', 'materialId', 'courseId']))),
};
const FILE: Fields = {
  format: oneOf([COURSE_FORMAT]),
  version: whole(1, COURSE_VERSION),
  course: record(COURSE_FIELDS),
  things: list(record(THING_FIELDS)),
};

type FileNeed = Omit<Need, 'id' | 'materialId' | 'courseId'>;
interface FileThing extends Omit<Material, (typeof OWN_OF_THING)[number]> {
  needs: FileNeed[];
}
export interface CourseFile {
  course: Omit<Course, (typeof OWN)[number]>;
  /** What its lessons need. */
  things: FileThing[];
}

/** A course with what it needs, as a file for another family: nothing of who takes it, what it cost or where it is kept. */
export function writeCourseFile(state: Pick<Household, 'materials' | 'needs'>, course: Course): string {
  const { id: _id, bought: _bought, wish: _wish, follows: _follows, ...book } = course;
  const parts = book.parts?.map(
    ({ price: _price, printedTo: _printed, notWanted: _unwanted, proof: _proof, ...part }) => part,
  );
  const things = state.materials.flatMap((m): FileThing[] => {
    const needs = state.needs
      .filter((n) => n.courseId === course.id && n.materialId === m.id)
      .map(({ id: _n, materialId: _m, courseId: _c, ...need }) => need);
    const {
      id: _i,
      place: _p,
      leadDays: _l,
      price: _e,
      substitutes: _s,
      copiedOn: _c,
      copySheets: _n,
      retired: _r,
      parts: kit,
      ...thing
    } = m;
    const uncounted = kit?.map(({ have: _h, checked: _c, ...part }) => part);
    return needs.length > 0 ? [{ ...thing, ...(uncounted ? { parts: uncounted } : {}), needs }] : [];
  });
  const file = {
    format: COURSE_FORMAT,
    version: COURSE_VERSION,
    course: { ...book, ...(parts ? { parts } : {}) },
    things,
  };
  return `${JSON.stringify(file, null, 1)}\n`;
}

/** Reads a course file: all of it, or one sentence that says what is wrong and where. */
export function readCourseFile(text: string): CourseFile | { fault: string } {
  if (text.length > MOST_CHARACTERS) return { fault: 'The file is far larger than any course; it was not read.' };
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch {
    return { fault: 'The file is damaged or is no course file: it cannot be read to its end. Try another copy of it.' };
  }
  const head = data as { format?: unknown; version?: unknown } | null;
  if (typeof head !== 'object' || head?.format !== COURSE_FORMAT)
    return { fault: `This is no course file of Olden Primer. One starts with "format": "${COURSE_FORMAT}".` };
  if (typeof head.version === 'number' && head.version > COURSE_VERSION)
    return { fault: 'The file was written by a newer version of this program. Bring the program up to date first.' };
  const fault = record(FILE)(data);
  if (fault) return { fault: `In the file${tail(fault)}.` };
  const { course, things } = data as CourseFile;
  const ids = course.units.flatMap((u) => u.lessons.flatMap((l) => l.steps.map((s) => s.id)));
  if (new Set(ids).size < ids.length)
    return { fault: 'In the file two steps have the same id; each needs one of its own.' };
  return { course, things };
}

/**
 * The rows that put a course file on the shelf. Things the household has by the same name are used; others come in with
 * no place yet. `newId` gives a fresh id at every call.
 */
export function courseFileRows(
  state: Pick<Household, 'materials'>,
  file: CourseFile,
  newId: () => Id,
): { course: Course; materials: Material[]; needs: Need[] } {
  const course: Course = { ...file.course, id: newId() };
  const materials: Material[] = [];
  const needs: Need[] = [];
  for (const { needs: wanted, ...thing } of file.things) {
    let material = state.materials.find((m) => m.name.toLowerCase() === thing.name.toLowerCase());
    if (!material) {
      material = { ...thing, id: newId(), place: '' };
      materials.push(material);
    }
    const materialId = material.id;
    needs.push(...wanted.map((n) => ({ ...n, id: newId(), materialId, courseId: course.id })));
  }
  return { course, materials, needs };
}
