import { array, mixed, object, type ObjectSchema, string } from 'yup';
import { isClock, isIsoDate } from '../../core/calendar';
import { variantsOf } from '../../core/course';
import { type Course, type Enrolment, type Kind, KINDS, type OwnPresence, type UnitRef } from '../../core/household';

/** How one enrolment takes the book, as its form has it. */
export interface ChoicesValues {
  variant: string;
  /** Kinds of optional steps that are taken. */
  kinds: Kind[];
  presences: OwnPresence[];
  units: UnitRef[];
  /** Empty: where it fits. */
  at: string;
  portable: Kind[];
  /** The older child who helps; empty: nobody. */
  helper: string;
  helps: Kind[];
}

export const sameRef = (a: UnitRef, b: UnitRef) => a.courseId === b.courseId && a.unitId === b.unitId;
/** The units of the book itself, in its order. */
export const bookUnits = (course: Course): UnitRef[] =>
  course.units.map((u) => ({ courseId: course.id, unitId: u.id }));
const stepsOf = (course: Course) => course.units.flatMap((u) => u.lessons.flatMap((l) => l.steps));
export const kindsUsed = (course: Course): Kind[] => KINDS.filter((k) => stepsOf(course).some((s) => s.kind === k));
export const optionalKinds = (course: Course): Kind[] =>
  KINDS.filter((k) => stepsOf(course).some((s) => s.kind === k && s.optional));

export const choicesValues = (course: Course, e: Enrolment): ChoicesValues => ({
  variant: e.variant ?? variantsOf(course)[0] ?? '',
  kinds: e.takesOptional ? (e.optionalKinds ?? optionalKinds(course)) : [],
  presences: e.presences ?? [],
  units: e.units ?? bookUnits(course),
  at: e.at ?? '',
  portable: e.portable ?? [],
  helper: e.helper?.childId ?? '',
  helps: e.helper?.kinds ?? [],
});

const kinds = () => array().of(string<Kind>().oneOf(KINDS).required()).required();
export const choicesSchema: ObjectSchema<ChoicesValues> = object({
  variant: string().defined(),
  kinds: kinds(),
  presences: array()
    .of(mixed<OwnPresence>().required())
    .required()
    .test('days', 'Where the teacher is from a day to come: give a day that exists, or leave it out.', (all) =>
      all.every((p) => p.from === undefined || isIsoDate(p.from)),
    ),
  units: array().of(mixed<UnitRef>().required()).min(1, 'Leave at least one unit in.').required(),
  at: string().defined(),
  portable: kinds(),
  helper: string().defined(),
  helps: kinds().when('helper', {
    is: (helper: string) => helper !== '',
    then: (s) => s.min(1, 'Say at what kinds of work the older one helps.'),
  }),
});

/** What holds always, then what begins later: of those that have begun the last in the list holds. */
const byFrom = (a: OwnPresence, b: OwnPresence) =>
  (a.from ?? '') < (b.from ?? '') ? -1 : (a.from ?? '') > (b.from ?? '') ? 1 : 0;

/** The enrolment as the form has it; while a day is being typed there is none yet. */
export function choosing(enrolment: Enrolment, course: Course, v: ChoicesValues): Enrolment {
  const {
    variant: _v,
    optionalKinds: _o,
    presences: _p,
    units: _u,
    at: _a,
    portable: _w,
    helper: _h,
    ...rest
  } = enrolment;
  const optional = optionalKinds(course);
  const book = bookUnits(course);
  const dated = v.presences.filter((p) => p.from === undefined || isIsoDate(p.from));
  const whole = v.units.length === book.length && v.units.every((u, i) => sameRef(u, book[i]!));
  return {
    ...rest,
    takesOptional: optional.length === 0 ? enrolment.takesOptional : v.kinds.length > 0,
    ...(v.kinds.length > 0 && v.kinds.length < optional.length ? { optionalKinds: v.kinds } : {}),
    ...(variantsOf(course).length > 0 ? { variant: v.variant } : {}),
    ...(dated.length > 0 ? { presences: [...dated].sort(byFrom) } : {}),
    ...(whole ? {} : { units: v.units }),
    ...(isClock(v.at) ? { at: v.at } : {}),
    ...(v.portable.length > 0 ? { portable: v.portable } : {}),
    ...(v.helper && v.helps.length > 0 ? { helper: { childId: v.helper, kinds: v.helps } } : {}),
  };
}
