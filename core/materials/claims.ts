import { type FlatStep, lentId } from '../course';
import { byId, type Course, type Enrolment, type Household, type Id, type Need } from '../household';

/** A need as it stands in the contents of an enrolment: a need by rule for every lesson is one for each. */
export interface Claim {
  /** Of the need, and of the lesson where its rule makes several. */
  id: Id;
  need: Need;
  /** The lessons in which it can fall, as their contents name them. */
  lessons: readonly Id[];
  serves: (step: FlatStep) => boolean;
  /** It serves every step of its lessons: nobody has to ask. */
  all: boolean;
  /** One of a consumable serves all of it; without it each step takes its own. */
  once: boolean;
}

/** Needs of each course, by its id; kept for as long as the table is the same. */
const byCourse = new WeakMap<readonly Need[], Map<Id, Need[]>>();
function needsOfCourse(needs: readonly Need[], courseId: Id): readonly Need[] {
  let known = byCourse.get(needs);
  if (!known) {
    known = new Map();
    for (const n of needs) {
      const list = known.get(n.courseId);
      if (list) list.push(n);
      else known.set(n.courseId, [n]);
    }
    byCourse.set(needs, known);
  }
  return known.get(courseId) ?? [];
}

const kept = new WeakMap<Course, WeakMap<readonly Need[], Map<boolean, Claim[]>>>();

/** What the lessons of an enrolment need: those of its own course, and of any unit that another level lends it. */
export function claimsOf(state: Household, enrolment: Enrolment): readonly Claim[] {
  const lenders = new Set((enrolment.units ?? []).map((u) => u.courseId).filter((id) => id !== enrolment.courseId));
  const own = claimsOfCourse(state, enrolment.courseId, false);
  if (lenders.size === 0) return own;
  return [...own, ...[...lenders].flatMap((id) => claimsOfCourse(state, id, true))];
}

function claimsOfCourse(state: Household, courseId: Id, lent: boolean): readonly Claim[] {
  const course = byId(state.courses, courseId);
  if (!course) return [];
  const tables = kept.get(course) ?? new WeakMap<readonly Need[], Map<boolean, Claim[]>>();
  kept.set(course, tables);
  const known = tables.get(state.needs) ?? new Map<boolean, Claim[]>();
  tables.set(state.needs, known);
  let claims = known.get(lent);
  if (!claims) {
    claims = needsOfCourse(state.needs, courseId).flatMap((n) => spread(n, course, lent));
    known.set(lent, claims);
  }
  return claims;
}

/** A need in its claims. A lesson that is no longer there ends a stretch nowhere: it goes to the course's own end. */
function spread(need: Need, course: Course, lent: boolean): Claim[] {
  const name = (id: Id) => (lent ? lentId(course.id, id) : id);
  const { rule, lessonId } = need;
  if (!rule) {
    if (lessonId === undefined) return [];
    const [lesson, stepId] = [name(lessonId), need.stepId === undefined ? undefined : name(need.stepId)];
    const serves = (s: FlatStep) => s.lesson.id === lesson && (stepId === undefined || s.id === stepId);
    return [{ id: need.id, need, lessons: [lesson], serves, all: stepId === undefined, once: stepId === undefined }];
  }
  const all = course.units.flatMap((u) => u.lessons.map((l) => l.id));
  const at = (id: Id | undefined, other: number) => (id !== undefined && all.includes(id) ? all.indexOf(id) : other);
  const lessons = all.slice(at(rule.fromLessonId, 0), at(rule.toLessonId, all.length - 1) + 1).map(name);
  const within = new Set(lessons);
  switch (rule.for) {
    case 'course':
      return [{ id: need.id, need, lessons, serves: (s) => within.has(s.lesson.id), all: true, once: true }];
    case 'kind': {
      const { kind } = rule;
      return [
        {
          id: need.id,
          need,
          lessons,
          serves: (s) => s.kind === kind && within.has(s.lesson.id),
          all: false,
          once: false,
        },
      ];
    }
    case 'lessons': {
      const every = rule.every ?? 1;
      return lessons
        .filter((_, i) => (i + 1) % every === 0)
        .map((id) => ({
          id: `${need.id} ${id}`,
          need,
          lessons: [id],
          serves: (s: FlatStep) => s.lesson.id === id,
          all: true,
          once: true,
        }));
    }
  }
}

/** A claim and where it stands in its list, with what every step of its lesson asks of it: a year asks tens of thousands of times. */
export interface Listed {
  claim: Claim;
  at: number;
  /** Where its need stands in the list of needs. */
  needAt: number;
  all: boolean;
  once: boolean;
}
/** Claims by the lessons in which they can fall, and the needs that they come from. */
export interface ByLesson {
  lessons: ReadonlyMap<Id, readonly Listed[]>;
  needs: readonly Need[];
}
const lessonsKept = new WeakMap<readonly Claim[], ByLesson>();

/** Claims by the lessons in which they can fall; kept with the list. */
export function claimsByLesson(claims: readonly Claim[]): ByLesson {
  const known = lessonsKept.get(claims);
  if (known) return known;
  const lessons = new Map<Id, Listed[]>();
  const needs = new Map<Need, number>();
  claims.forEach((claim, at) => {
    const { need, all, once } = claim;
    if (!needs.has(need)) needs.set(need, needs.size);
    for (const id of claim.lessons) {
      const list = lessons.get(id);
      const listed = { claim, at, needAt: needs.get(need)!, all, once };
      if (list) list.push(listed);
      else lessons.set(id, [listed]);
    }
  });
  // Anew, so that what one lesson asks lies side by side in memory.
  for (const [id, list] of lessons)
    lessons.set(
      id,
      list.map((l) => ({ ...l })),
    );
  const found = { lessons, needs: [...needs.keys()] };
  lessonsKept.set(claims, found);
  return found;
}

/** How many lessons need each thing: a lesson that needs it for several steps, or twice, is one. */
export function lessonsNeeding(state: Pick<Household, 'needs' | 'courses'>): ReadonlyMap<Id, number> {
  const lessons = new Map<Id, Set<string>>();
  for (const n of state.needs) {
    const course = byId(state.courses, n.courseId);
    const set = lessons.get(n.materialId) ?? new Set();
    lessons.set(n.materialId, set);
    for (const claim of course ? spread(n, course, false) : [])
      for (const id of claim.lessons) set.add(JSON.stringify([n.courseId, id]));
  }
  return new Map([...lessons].map(([id, set]) => [id, set.size]));
}
