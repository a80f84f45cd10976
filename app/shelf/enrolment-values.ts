import { array, boolean, mixed, number, object, type ObjectSchema, string } from 'yup';
import { type Day, fromDay, type IsoDate, isIsoDate, type Weekday, usualTeacher } from '../../core/calendar';
import {
  childrenAhead,
  wayOf,
  type Course,
  type Enrolment,
  type Household,
  type Kind,
  KINDS,
  type Life,
  LIVES,
  type PaceFrom,
  PACES_AHEAD,
  type PaceRule,
  type SchoolYear,
} from '../../core/household';
import { lifeEntered, paceEntered } from '../../core/pace';

export interface PaceValues {
  childIds: string[];
  teacherId: string;
  weekdays: Weekday[];
  rule: PaceRule['kind'];
  minutes: number;
  rhythmId: string;
  n: number;
  unit: 'steps' | 'lessons';
  perSitting: number;
  minutesPerSitting: string;
  fromStepId: string;
  firstDate: string;
  target: string;
  life: Life;
  takesOptional: boolean;
  loopId: string;
  loopName: string;
  easy: Kind[];
  splitOver: string;
  fasterFrom: string;
  fasterTo: string;
  fasterTimes: number;
  /** From which day on weekdays, rule and what a sitting holds are as they stand here. */
  paceFrom: string;
  /** What is entered for days to come already. */
  paces: PaceFrom[];
}
/** The choice that makes a new loop. */
export const NEW_LOOP = 'new';

const minutesOrNone = string()
  .defined()
  .test(
    'minutes',
    'Give minutes from 1 to 600, or leave it empty.',
    (v) => v === '' || (/^\d+$/.test(v) && +v >= 1 && +v <= 600),
  );
const dateOrNone = string()
  .defined()
  .test('day', 'Give a day that exists, or leave it empty.', (v) => v === '' || isIsoDate(v));
/** @param today no pace holds from a day before it: what is past was as it was */
export const paceSchema = (today: IsoDate): ObjectSchema<PaceValues> =>
  object({
    childIds: array().of(string().required()).min(1, 'Choose who takes it.').required(),
    teacherId: string().required('Choose who teaches it.'),
    weekdays: array().of(number<Weekday>().required()).min(1, 'Choose at least one weekday.').required(),
    rule: string()
      .oneOf(['even', 'weekly', 'printed', 'minutes', 'loop', 'when'] as const)
      .required(),
    n: number()
      .typeError('Give a whole number.')
      .integer('Give a whole number.')
      .min(1, 'At least 1 a week.')
      .max(100, 'At most 100 a week.')
      .required(),
    unit: string()
      .oneOf(['steps', 'lessons'] as const)
      .required(),
    minutes: number()
      .typeError('Give whole minutes.')
      .integer('Give whole minutes.')
      .min(1, 'At least 1 minute.')
      .max(600, 'At most 600 minutes.')
      .required(),
    rhythmId: string().defined(),
    perSitting: number()
      .typeError('Give a whole number.')
      .integer('Give a whole number.')
      .min(1, 'At least 1.')
      .max(100, 'At most 100.')
      .required(),
    minutesPerSitting: minutesOrNone,
    fromStepId: string().defined(),
    firstDate: dateOrNone,
    target: dateOrNone,
    life: string().oneOf(LIVES).required(),
    takesOptional: boolean().defined(),
    loopId: string().defined(),
    loopName: string()
      .defined()
      .max(80, 'Keep it under 80 letters.')
      .when(['rule', 'loopId'], {
        is: (rule: string, loopId: string) => rule === 'loop' && loopId === NEW_LOOP,
        then: (s) => s.trim().required('Give the group a name, like “afternoons”.'),
      }),
    easy: array().of(string<Kind>().oneOf(KINDS).required()).defined(),
    splitOver: minutesOrNone,
    fasterFrom: string().defined(),
    fasterTo: string().defined(),
    fasterTimes: number()
      .typeError('Give a whole number.')
      .integer('Give a whole number.')
      .min(2, 'From 2 to 6.')
      .max(6, 'From 2 to 6.')
      .required(),
    paceFrom: string()
      .defined()
      .test('day', 'Give today or a day to come.', (v) => isIsoDate(v) && v >= today)
      .when('rule', {
        is: (rule: PaceRule['kind']) => !isAhead(rule),
        then: (s) => s.oneOf([today], 'Turns, and what waits until there is time, change at once: give today.'),
      }),
    paces: array().of(mixed<PaceFrom>().required()).defined(),
  });

/** Whether a rule can be entered for a day to come. */
export const isAhead = (rule: PaceRule['kind']): rule is PaceFrom['rule']['kind'] =>
  (PACES_AHEAD as readonly string[]).includes(rule);

function ruleOf(v: PaceValues): PaceRule {
  switch (v.rule) {
    case 'weekly':
      return { kind: 'weekly', n: v.n, unit: v.unit };
    case 'printed':
      return { kind: 'printed', ...(v.rhythmId ? { rhythmId: v.rhythmId } : {}) };
    case 'minutes':
      return { kind: 'minutes', minutes: v.minutes };
    case 'loop':
      return { kind: 'loop', loopId: v.loopId };
    default:
      return { kind: v.rule };
  }
}

/** The values with which the form opens: those of the enrolment, or what most begin with. */
export function paceValues(
  household: Household,
  year: SchoolYear | undefined,
  course: Course,
  enrolment: Enrolment | undefined,
  today: Day,
): PaceValues {
  const rule = enrolment?.rule;
  const stretch = enrolment?.stretches?.[0];
  const here = childrenAhead(household, today);
  const all = here.length === 1 || wayOf(household.settings, 'children') === 'together';
  return {
    childIds: enrolment?.childIds ?? (all ? here.map((c) => c.id) : []),
    teacherId: enrolment?.teacherId ?? usualTeacher(household, year?.weekdays, today)?.id ?? '',
    weekdays: enrolment?.weekdays ?? year?.weekdays ?? [1, 2, 3, 4, 5],
    rule: rule?.kind ?? wayOf(household.settings, 'pace'),
    minutes: rule?.kind === 'minutes' ? rule.minutes : 15,
    rhythmId: rule?.kind === 'printed' ? (rule.rhythmId ?? '') : (course.rhythms?.[0]?.id ?? ''),
    n: rule?.kind === 'weekly' ? rule.n : 4,
    unit: rule?.kind === 'weekly' ? rule.unit : 'steps',
    perSitting: enrolment?.perSitting ?? 1,
    minutesPerSitting: enrolment?.minutesPerSitting?.toString() ?? '',
    fromStepId: enrolment?.fromStepId ?? '',
    firstDate: enrolment?.firstDate ?? '',
    target: enrolment?.target ?? '',
    life: enrolment?.life ?? 'running',
    takesOptional: enrolment?.takesOptional ?? true,
    loopId: rule?.kind === 'loop' ? rule.loopId : (household.loops[0]?.id ?? NEW_LOOP),
    loopName: '',
    easy: enrolment?.easy ?? [],
    splitOver: enrolment?.splitOver?.toString() ?? '',
    fasterFrom: stretch?.fromLessonId ?? '',
    fasterTo: stretch?.toLessonId ?? '',
    fasterTimes: stretch?.times ?? 2,
    paceFrom: fromDay(today),
    paces: enrolment?.paces ?? [],
  };
}

/** The pace that the form describes: who takes and teaches it, its weekdays, its rule and what a sitting holds. */
export const paceOf = (
  v: PaceValues,
): Pick<Enrolment, 'childIds' | 'teacherId' | 'weekdays' | 'rule' | 'perSitting' | 'minutesPerSitting'> => ({
  childIds: v.childIds,
  teacherId: v.teacherId,
  weekdays: [...v.weekdays].sort(),
  rule: ruleOf(v),
  perSitting: v.perSitting,
  ...(v.minutesPerSitting ? { minutesPerSitting: Number(v.minutesPerSitting) } : {}),
});

/** The pace that the form enters for a day to come; none where what it shows holds from today. */
export function paceAhead(v: PaceValues, today: Day): PaceFrom | undefined {
  const { rule, ...pace } = paceOf(v);
  const { kind } = rule;
  if (!isIsoDate(v.paceFrom) || v.paceFrom <= fromDay(today) || kind === 'loop' || kind === 'when') return undefined;
  return { from: v.paceFrom, ...pace, rule };
}

/** The enrolment that the form describes; what the form does not show stays as it is in `kept`. */
export function draftOf(
  v: PaceValues,
  id: string,
  courseId: string,
  kept: Enrolment | undefined,
  today: Day,
): Enrolment {
  const {
    minutesPerSitting: _m,
    fromStepId: _s,
    firstDate: _f,
    target: _t,
    easy: _e,
    splitOver: _o,
    stretches,
    paces: _p,
    ...rest
  } = kept ?? ({} as Partial<Enrolment>);
  // The form has room for one stretch; others, from a file, stay behind it.
  const others = (stretches ?? []).slice(1);
  const faster =
    v.fasterFrom && v.fasterTo ? [{ fromLessonId: v.fasterFrom, toLessonId: v.fasterTo, times: v.fasterTimes }] : [];
  const ahead = kept && paceAhead(v, today);
  const { childIds, teacherId, weekdays, rule, perSitting, minutesPerSitting } = ahead ? kept : paceOf(v);
  const put: Enrolment = {
    ...rest,
    id,
    courseId,
    ...{ childIds, teacherId, weekdays, rule, perSitting },
    ...(minutesPerSitting === undefined ? {} : { minutesPerSitting }),
    ...(v.paces.length > 0 && isAhead(rule.kind) ? { paces: v.paces } : {}),
    ...(v.fromStepId ? { fromStepId: v.fromStepId } : {}),
    ...(v.firstDate ? { firstDate: v.firstDate } : {}),
    ...(v.target ? { target: v.target } : {}),
    life: kept?.life ?? v.life,
    takesOptional: v.takesOptional,
    ...(v.easy.length > 0 ? { easy: v.easy } : {}),
    ...(v.splitOver ? { splitOver: Number(v.splitOver) } : {}),
    ...(faster.length + others.length > 0 ? { stretches: [...faster, ...others] } : {}),
  };
  const paced = ahead ? paceEntered(put, ahead) : put;
  return v.life === put.life ? paced : lifeEntered(paced, { from: fromDay(today), life: v.life }, today);
}
