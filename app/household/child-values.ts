import { boolean, array, mixed, number, object, type ObjectSchema, string } from 'yup';
import { ageOn, beganOn, type Day, fromDay, fullDay, heldAfter, isIsoDate, stillToCome } from '../../core/calendar';
import { stayFault } from '../../core/deeds';
import {
  type Child,
  COLOURS,
  type Colour,
  type Household,
  type Id,
  ORNAMENTS,
  type Ornament as OrnamentName,
} from '../../core/household';
import { readTags } from '../../core/materials';

/** A child as the form holds it. */
export interface Values {
  name: string;
  born: string;
  colour: Colour;
  ornament: OrnamentName;
  /** As they hold today. */
  minutesPerDay: number;
  /** Where they are changed: from which day on. */
  minutesFrom: string;
  /** What holds from days still to come. */
  coming: { from: string; minutes: number }[];
  attention?: number | undefined;
  from?: string | undefined;
  until?: string | undefined;
  mouths: Mouths;
  allergies: string;
  tools: boolean;
}
export const MOUTHS = { usual: 'as is usual for the age', yes: 'yes', no: 'no longer' } as const;
export type Mouths = keyof typeof MOUTHS;

const stayDay = string().test('day', 'Give a day that exists, or leave it empty.', (v) => !v || isIsoDate(v));
export const schema = (today: string): ObjectSchema<Values> =>
  object({
    name: string().trim().required('Give the child a name.').max(80, 'Keep the name under 80 letters.'),
    born: string()
      .required('Give the birth date.')
      .test('day', 'Give the birth date as a day that exists.', (v) => isIsoDate(v))
      .test('past', 'The birth date lies in the future.', (v) => v <= today)
      .test('old', 'The birth date lies more than 30 years back.', (v) => !isIsoDate(v) || ageOn(v, today) <= 30),
    colour: string().oneOf(COLOURS).required(),
    ornament: string().oneOf(ORNAMENTS).required(),
    minutesPerDay: number()
      .typeError('Give the minutes as a number.')
      .integer('Give whole minutes.')
      .min(0, 'Minutes cannot be below 0.')
      .max(720, 'A school day of more than 720 minutes is not planned.')
      .required('Give the minutes.'),
    minutesFrom: string()
      .defined()
      .test('day', 'Give the day from which the minutes hold.', (v) => isIsoDate(v)),
    coming: array(object({ from: string().required(), minutes: number().required() })).defined(),
    from: stayDay,
    until: stayDay.test('order', 'The last day comes before the first.', function (until) {
      return stayFault({ from: (this.parent as Values).from, until }) === undefined;
    }),
    attention: number()
      .typeError('Give the minutes as a number.')
      .integer('Give whole minutes.')
      .min(1, 'Minutes of attention cannot be below 1.')
      .max(600, 'More than 600 minutes is no limit: leave it empty.')
      .optional(),
    mouths: mixed<Mouths>().defined(),
    allergies: string().defined().max(2000),
    tools: boolean().defined(),
  });

export function valuesOf(child: Child | undefined, { children }: Household, today: Day): Values {
  const free = <T extends string>(all: readonly T[], used: T[]) => all.find((x) => !used.includes(x)) ?? all[0]!;
  return {
    name: child?.name ?? '',
    born: child?.born ?? '',
    colour:
      child?.colour ??
      free(
        COLOURS,
        children.map((c) => c.colour),
      ),
    ornament:
      child?.ornament ??
      free(
        ORNAMENTS,
        children.map((c) => c.ornament),
      ),
    minutesPerDay: child ? fullDay(child, today) : 180,
    minutesFrom: fromDay(today),
    coming: stillToCome(child?.later, today),
    attention: child?.attention,
    from: child?.from,
    until: child?.until,
    mouths: child?.mouths === undefined ? 'usual' : child.mouths ? 'yes' : 'no',
    allergies: (child?.allergies ?? []).join(', '),
    tools: child?.tools ?? false,
  };
}

/** The child that these values say; they have been found in order. */
export function childOf(child: Child | undefined, id: Id, values: Values, household: Household, today: Day): Child {
  const { name, born, colour, ornament, minutesPerDay, minutesFrom, coming, attention, from, until, mouths, tools } =
    values;
  const { yields } = child ?? {};
  const allergies = readTags(values.allergies);
  const was = { first: child?.minutesPerDay ?? minutesPerDay, later: child?.later ?? [] };
  const changed = child && minutesPerDay !== fullDay(child, today);
  const change = changed ? { from: minutesFrom, minutes: minutesPerDay } : undefined;
  const held = heldAfter(was, change, coming, today, beganOn(household.years));
  return {
    id,
    ...(yields ? { yields } : {}),
    ...{ name: name.trim(), born, colour, ornament },
    minutesPerDay: held.first,
    ...(held.later.length > 0 ? { later: [...held.later] } : {}),
    ...(attention === undefined ? {} : { attention }),
    ...(from ? { from } : {}),
    ...(until ? { until } : {}),
    ...(mouths === 'usual' ? {} : { mouths: mouths === 'yes' }),
    ...(allergies.length > 0 ? { allergies } : {}),
    ...(tools ? { tools } : {}),
  };
}
