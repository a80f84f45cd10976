import type { Weekday } from '../calendar/day';
import type { Kind, KindDefault, Lesson, Step, Unit } from '../household/types';

/** How the lessons of a course are laid out. */
export const LAYOUTS = ['same', 'chapters', 'tracks', 'strands'] as const;
export type Layout = (typeof LAYOUTS)[number];

/** A course described by the shape its lessons share. */
export interface CoursePattern {
  /**
   * `same`: lessons one after another, so many in a unit. `chapters`: units of unequal length (chapters, or booklets).
   * `tracks`: numbered lessons on several tracks side by side, whose numbers need not agree. `strands`: topics taken up
   * in turn, left, and taken up again.
   */
  layout?: Layout;
  /** Number of lessons, 1 to 1000; of a `same` course. */
  lessons: number;
  /** What the book calls them: "Lesson", "Chapter", "Day". */
  word: string;
  /** Steps of every lesson in order: so many of each kind, and what the book calls them ("textbook page"). */
  perLesson: { kind: Kind; count: number; label?: string }[];
  /** A test of its own after every so many lessons; 0 for none. */
  testEvery: number;
  /** Tests of their own after just these lessons, as the list at the back of the book has them. */
  testsAfter?: number[];
  /** The weekday on which tests are taken. */
  testWeekday?: Weekday;
  /** Lessons a unit holds; 0 puts all in one unit. Of a `same` course. */
  lessonsPerUnit: number;
  /** What the book calls its units: "Unit", "Chapter", "Booklet". */
  unitWord?: string;
  /** Lessons of each chapter or booklet. */
  chapters?: number[];
  /** Lessons of each track. */
  tracks?: { name: string; lessons: number }[];
  /** The strands in order, how often each comes round, and how many lessons it has each time. */
  strands?: { names: string[]; rounds: number; lessons: number };
  /** A project beside the lessons, worked on so many times, spread over all of them. */
  project?: { title: string; sittings: number };
  /** First manual page of the first lesson; 0 when the manual has no pages to read. */
  firstPage: number;
  /** Manual pages of each lesson. */
  pagesPerLesson: number;
  /** Minutes the teacher needs to prepare each lesson; 0 for none. */
  prepare?: number;
}

export interface PatternCount {
  lessons: number;
  tests: number;
  steps: number;
  /** Minutes of the child over the whole course, by the minutes of each kind. */
  minutes: number;
}

/** Reads a list of whole numbers as a parent types it: "6, 8, 5"; a sentence when it is none. */
export function readNumbers(text: string, most = 1000): number[] | string {
  const parts = text.split(/[\s,;]+/).filter(Boolean);
  const numbers = parts.map(Number);
  const bad = parts.find((p, i) => !/^\d+$/.test(p) || numbers[i]! < 1 || numbers[i]! > most);
  return bad === undefined ? numbers : `“${bad}” is no whole number from 1 to ${most}; write a list like 6, 8, 5.`;
}

/** Reads tracks as a parent types them, "Reading 140, Sums 180"; a sentence when one has no number. */
export function readTracks(text: string): { name: string; lessons: number }[] | string {
  const tracks: { name: string; lessons: number }[] = [];
  for (const part of text.split(/[,;\n]/).map((t) => t.trim())) {
    if (!part) continue;
    const m = /^(.+?)\s+(\d{1,4})$/.exec(part);
    if (!m || Number(m[2]) < 1 || Number(m[2]) > 1000)
      return `“${part}” needs a name and a number of lessons from 1 to 1000, like Reading 140.`;
    tracks.push({ name: m[1]!.slice(0, 60), lessons: Number(m[2]) });
  }
  const twice = tracks.find((t, i) => tracks.findIndex((o) => o.name === t.name) < i);
  return twice ? `Two tracks are called “${twice.name}”; each needs a name of its own.` : tracks;
}

/** Says what is wrong with a pattern, in a sentence for the person who typed it; undefined when it is in order. */
export function patternFault(p: CoursePattern): string | undefined {
  const whole = (n: number, from: number, to: number) => Number.isInteger(n) && n >= from && n <= to;
  const layout = p.layout ?? 'same';
  if (layout === 'same' && !whole(p.lessons, 1, 1000))
    return 'Give the number of lessons as a whole number from 1 to 1000.';
  if (layout === 'chapters' && !p.chapters?.length) return 'Give the number of lessons of each chapter, like 6, 8, 5.';
  if (layout === 'tracks' && !p.tracks?.length)
    return 'Give each track a name and a number of lessons, like Reading 140.';
  if (layout === 'strands') {
    if (!p.strands?.names.length) return 'Name the strands, like Numbers, Shapes, Measures.';
    if (!whole(p.strands.rounds, 1, 50)) return 'A strand comes round a whole number of times, from 1 to 50.';
    if (!whole(p.strands.lessons, 1, 100)) return 'Each time a strand has a whole number of lessons, from 1 to 100.';
  }
  if (p.perLesson.some((k) => !whole(k.count, 0, 50))) return 'Give each kind of step as a whole number from 0 to 50.';
  if (p.perLesson.every((k) => k.count === 0)) return 'A lesson needs at least one step.';
  if (!whole(p.testEvery, 0, 1000)) return 'Tests come after a whole number of lessons; 0 means none.';
  if (!whole(p.lessonsPerUnit, 0, 1000)) return 'Units hold a whole number of lessons; 0 means one unit.';
  if (!whole(p.firstPage, 0, 9999)) return 'The first manual page is a whole number; 0 means no pages.';
  if (p.firstPage > 0 && !whole(p.pagesPerLesson, 1, 200)) return 'Pages a lesson is a whole number from 1 to 200.';
  if (p.project && !whole(p.project.sittings, 1, 500))
    return 'A project is worked on a whole number of times, from 1 to 500.';
  const { lessons } = layoutOf(p);
  if (lessons > MOST_LESSONS) return `That would be ${lessons} lessons; a course holds at most ${MOST_LESSONS}.`;
  const beyond = p.testsAfter?.find((n) => n > lessons);
  if (beyond !== undefined) return `There is no lesson ${beyond} to have a test after; the last is ${lessons}.`;
  return undefined;
}
const MOST_LESSONS = 5000;

/** The units of a pattern before their lessons: what each is called, and how many lessons it has. */
function layoutOf(p: CoursePattern): { units: { title: string; track?: string; lessons: number }[]; lessons: number } {
  const word = p.unitWord?.trim() || 'Unit';
  const all = (): { title: string; track?: string; lessons: number }[] => {
    switch (p.layout ?? 'same') {
      case 'chapters':
        return (p.chapters ?? []).map((lessons, i) => ({ title: `${word} ${i + 1}`, lessons }));
      case 'tracks':
        return (p.tracks ?? []).map((t) => ({ title: t.name, track: t.name, lessons: t.lessons }));
      case 'strands': {
        const { names = [], rounds = 0, lessons = 0 } = p.strands ?? {};
        return Array.from({ length: Math.min(rounds, 50) }, (_, r) =>
          names.map((name) => ({ title: rounds > 1 ? `${name}, part ${r + 1}` : name, lessons })),
        ).flat();
      }
      default: {
        if (p.lessonsPerUnit <= 0) return [{ title: '', lessons: p.lessons }];
        const count = Math.ceil(p.lessons / p.lessonsPerUnit);
        return Array.from({ length: count }, (_, i) => ({
          title: `${word} ${i + 1}`,
          lessons: Math.min(p.lessonsPerUnit, p.lessons - i * p.lessonsPerUnit),
        }));
      }
    }
  };
  const units = all();
  return { units, lessons: units.reduce((n, u) => n + u.lessons, 0) };
}

/** After which lessons a test stands, counted through the whole course; on tracks, through each track. */
function testsOf(p: CoursePattern, lessons: number): Set<number> {
  const every =
    p.testEvery > 0 ? Array.from({ length: Math.floor(lessons / p.testEvery) }, (_, i) => (i + 1) * p.testEvery) : [];
  return new Set([...every, ...(p.testsAfter ?? []).filter((n) => n <= lessons)]);
}

/** How many lessons, tests, steps and minutes a pattern makes; nothing as long as there is something wrong with it. */
export function countPattern(p: CoursePattern, kinds: Record<Kind, KindDefault>): PatternCount {
  if (patternFault(p)) return { lessons: 0, tests: 0, steps: 0, minutes: 0 };
  const made = expandPattern(p).flatMap((u) => u.lessons);
  const steps = made.flatMap((l) => l.steps);
  const { lessons } = layoutOf(p);
  return {
    lessons,
    tests: made.length - lessons,
    steps: steps.length,
    minutes: steps.reduce((n, s) => n + kinds[s.kind].minutes, 0),
  };
}

/**
 * The units, lessons and steps of a pattern. Ids are made from positions ("L14-3", "T2"; "U2L14-3" on a second track),
 * so the same pattern always gives the same contents.
 * @throws RangeError with the sentence of `patternFault`.
 */
export function expandPattern(p: CoursePattern): Unit[] {
  const fault = patternFault(p);
  if (fault) throw new RangeError(fault);
  const { units, lessons: all } = layoutOf(p);
  const tracks = p.layout === 'tracks';
  let n = 0;
  let test = 0;
  let since = 1;
  let done = 0;
  return units.map(({ title, track, lessons }, u) => {
    // Tracks count for themselves; everywhere else the numbers run on.
    if (tracks) [n, test, since] = [0, 0, 1];
    const tests = testsOf(p, tracks ? lessons : all);
    const prefix = tracks && u > 0 ? `U${u + 1}` : '';
    const made: Lesson[] = [];
    for (let i = 0; i < lessons; i++) {
      n++;
      const lesson = patternLesson(p, n, prefix);
      const project = projectSteps(p, done, all);
      done++;
      for (const k of project)
        lesson.steps.push({ id: `${lesson.id}-${lesson.steps.length + 1}`, kind: 'make', label: k });
      made.push(lesson);
      if (!tests.has(n)) continue;
      test++;
      const range = since === n ? `${p.word.toLowerCase()} ${n}` : `${p.word.toLowerCase()}s ${since}–${n}`;
      const step: Step = {
        id: `${prefix}T${test}-1`,
        kind: 'assess',
        ...(p.testWeekday ? { weekday: p.testWeekday } : {}),
      };
      made.push({ id: `${prefix}T${test}`, title: `Test ${test} (${range})`, steps: [step] });
      since = n + 1;
    }
    return { id: `U${u + 1}`, title, ...(track ? { track } : {}), lessons: made };
  });
}

/** The sittings of the project that fall to one lesson, when they are spread evenly over all of them. */
function projectSteps({ project }: CoursePattern, lesson: number, lessons: number): string[] {
  if (!project) return [];
  const upTo = (k: number) => Math.floor((k * project.sittings) / lessons);
  const labels: string[] = [];
  for (let k = upTo(lesson) + 1; k <= upTo(lesson + 1); k++)
    labels.push(`${project.title || 'project'}, ${k} of ${project.sittings}`);
  return labels;
}

function patternLesson(p: CoursePattern, n: number, prefix: string): Lesson {
  const steps: Step[] = [];
  for (const { kind, count, label } of p.perLesson) {
    for (let i = 0; i < count; i++) {
      const name = label?.trim() ? { label: count > 1 ? `${label.trim()} ${i + 1}` : label.trim() } : {};
      steps.push({ id: `${prefix}L${n}-${steps.length + 1}`, kind, ...name });
    }
  }
  const lesson: Lesson = { id: `${prefix}L${n}`, title: `${p.word} ${n}`, steps };
  if (p.prepare) lesson.prepare = p.prepare;
  if (p.firstPage > 0) {
    const from = p.firstPage + (n - 1) * p.pagesPerLesson;
    lesson.pages = p.pagesPerLesson > 1 ? `${from}–${from + p.pagesPerLesson - 1}` : `${from}`;
  }
  return lesson;
}
