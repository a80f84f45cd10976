import type { Kind, KindDefault, Lesson, Step, Unit } from '../household/types';

/** A course described by the shape its lessons share. */
export interface CoursePattern {
  /** Number of lessons, 1 to 1000. */
  lessons: number;
  /** What the book calls them: "Lesson", "Chapter", "Day". */
  word: string;
  /** Steps of every lesson in order: so many of each kind. */
  perLesson: { kind: Kind; count: number }[];
  /** A test of its own after every so many lessons; 0 for none. */
  testEvery: number;
  /** Lessons a unit holds; 0 puts all in one unit. */
  lessonsPerUnit: number;
  /** First manual page of the first lesson; 0 when the manual has no pages to read. */
  firstPage: number;
  /** Manual pages of each lesson. */
  pagesPerLesson: number;
}

export interface PatternCount {
  lessons: number;
  tests: number;
  steps: number;
  /** Minutes of the child over the whole course, by the minutes of each kind. */
  minutes: number;
}

/** Says what is wrong with a pattern, in a sentence for the person who typed it; undefined when it is in order. */
export function patternFault(p: CoursePattern): string | undefined {
  const whole = (n: number, from: number, to: number) => Number.isInteger(n) && n >= from && n <= to;
  if (!whole(p.lessons, 1, 1000)) return 'Give the number of lessons as a whole number from 1 to 1000.';
  if (p.perLesson.some((k) => !whole(k.count, 0, 50))) return 'Give each kind of step as a whole number from 0 to 50.';
  if (p.perLesson.every((k) => k.count === 0)) return 'A lesson needs at least one step.';
  if (!whole(p.testEvery, 0, 1000)) return 'Tests come after a whole number of lessons; 0 means none.';
  if (!whole(p.lessonsPerUnit, 0, 1000)) return 'Units hold a whole number of lessons; 0 means one unit.';
  if (!whole(p.firstPage, 0, 9999)) return 'The first manual page is a whole number; 0 means no pages.';
  if (p.firstPage > 0 && !whole(p.pagesPerLesson, 1, 200)) return 'Pages a lesson is a whole number from 1 to 200.';
  return undefined;
}

/** How many lessons, tests, steps and minutes a pattern makes, without making them. */
export function countPattern(p: CoursePattern, kinds: Record<Kind, KindDefault>): PatternCount {
  const tests = p.testEvery > 0 ? Math.floor(p.lessons / p.testEvery) : 0;
  const steps = p.perLesson.reduce((n, k) => n + k.count, 0);
  const minutes = p.perLesson.reduce((n, k) => n + k.count * kinds[k.kind].minutes, 0);
  return {
    lessons: p.lessons,
    tests,
    steps: p.lessons * steps + tests,
    minutes: p.lessons * minutes + tests * kinds.assess.minutes,
  };
}

/**
 * The units, lessons and steps of a pattern. Ids are made from positions ("L14-3", "T2"), so the same pattern
 * always gives the same contents.
 * @throws RangeError with the sentence of `patternFault`.
 */
export function expandPattern(p: CoursePattern): Unit[] {
  const fault = patternFault(p);
  if (fault) throw new RangeError(fault);
  const units: Unit[] = [];
  for (let n = 1; n <= p.lessons; n++) {
    const unitNumber = p.lessonsPerUnit > 0 ? Math.ceil(n / p.lessonsPerUnit) : 1;
    if (units.length < unitNumber) {
      units.push({ id: `U${unitNumber}`, title: p.lessonsPerUnit > 0 ? `Unit ${unitNumber}` : '', lessons: [] });
    }
    const unit = units[unitNumber - 1]!;
    unit.lessons.push(patternLesson(p, n));
    if (p.testEvery > 0 && n % p.testEvery === 0) {
      const t = n / p.testEvery;
      const title = `Test ${t} (${p.word.toLowerCase()}s ${n - p.testEvery + 1}–${n})`;
      unit.lessons.push({ id: `T${t}`, title, steps: [{ id: `T${t}-1`, kind: 'assess' }] });
    }
  }
  return units;
}

function patternLesson(p: CoursePattern, n: number): Lesson {
  const steps: Step[] = [];
  for (const { kind, count } of p.perLesson) {
    for (let i = 0; i < count; i++) steps.push({ id: `L${n}-${steps.length + 1}`, kind });
  }
  const lesson: Lesson = { id: `L${n}`, title: `${p.word} ${n}`, steps };
  if (p.firstPage > 0) {
    const from = p.firstPage + (n - 1) * p.pagesPerLesson;
    lesson.pages = p.pagesPerLesson > 1 ? `${from}–${from + p.pagesPerLesson - 1}` : `${from}`;
  }
  return lesson;
}
