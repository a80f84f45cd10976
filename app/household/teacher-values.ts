import { array, bool, object, type ObjectSchema, string } from 'yup';
import {
  beganOn,
  type Day,
  fromDay,
  heldAfter,
  hoursTyped,
  isIsoDate,
  minutesTyped,
  readHours,
  stillToCome,
  teacherHours,
  type Weekday,
  weeklyMinutes,
  writeHours,
} from '../../core/calendar';
import type { Household, Id, Teacher } from '../../core/household';

/** A teacher as the form holds it: a line a weekday, Monday first. */
export interface Values {
  name: string;
  /** As they hold today. */
  hours: string[];
  /** Where those are changed: from which day on. */
  hoursFrom: string;
  /** What holds from days still to come. */
  later: { from: string; hours: string[] }[];
  byClock: boolean;
  clock: string[];
  ready: string[];
}

const WEEK = Array.from({ length: 7 }, (_, i) => i);
const DEFAULT_HOURS = ['3', '3', '3', '3', '3', '0', '0'];
const MOST_MINUTES = 1440;

const readyIn = (minutes: string): number => Number(minutes.trim() || '0');

/** What is wrong with a line is told behind its weekday. */
const hoursLine = array(
  string()
    .defined()
    .test('hours', 'hours should be a number from 0 to 24, like 2.5.', (v) => minutesTyped(v) !== undefined),
).defined();
const dayFrom = string()
  .defined()
  .test('day', 'Give the day from which they hold.', (v) => isIsoDate(v));
const dated = object({ from: dayFrom, hours: hoursLine });

export const schema: ObjectSchema<Values> = object({
  name: string().trim().required('Give the teacher a name.').max(80, 'Keep the name under 80 letters.'),
  hours: hoursLine,
  hoursFrom: dayFrom,
  later: array(dated)
    .defined()
    .test('once', 'Two of them hold from the same day.', (all) => new Set(all.map((l) => l.from)).size === all.length),
  byClock: bool().defined(),
  clock: array(string().defined())
    .defined()
    .when('byClock', {
      is: true,
      then: () =>
        array(
          string()
            .defined()
            .test('times', 'give times like 9–12, 14–15:30, in order and apart.', (v) => readHours(v) !== undefined),
        ).defined(),
    }),
  ready: array(
    string()
      .defined()
      .test(
        'ready',
        'minutes should be a whole number from 0 to 1440.',
        (v) => Number.isInteger(readyIn(v)) && readyIn(v) >= 0 && readyIn(v) <= MOST_MINUTES,
      ),
  ).defined(),
});

export function valuesOf(teacher: Teacher | undefined, today: Day): Values {
  return {
    name: teacher?.name ?? '',
    hours: teacher ? weeklyMinutes(teacher, today).map(hoursTyped) : DEFAULT_HOURS,
    hoursFrom: fromDay(today),
    later: stillToCome(teacher?.later, today).map((l) => ({ from: l.from, hours: l.minutes.map(hoursTyped) })),
    byClock: (teacher?.hours ?? []).length > 0,
    clock: WEEK.map((i) => writeHours((teacher && teacherHours(teacher, (i + 1) as Weekday)) ?? [])),
    ready: teacher?.prepares?.map(String) ?? WEEK.map(() => '0'),
  };
}

/** Whether the hours of today were changed; what is no hours yet is a change too. */
export const hoursChanged = (teacher: Teacher, { hours }: Pick<Values, 'hours'>, today: Day): boolean =>
  weeklyMinutes(teacher, today).some((m, i) => minutesTyped(hours[i]!) !== m);

/** The teacher that these values say; they have been found in order. */
export function teacherOf(
  teacher: Teacher | undefined,
  id: Id,
  values: Values,
  { years }: Household,
  today: Day,
): Teacher {
  const hours = values.byClock
    ? values.clock.flatMap((text, i) => readHours(text)!.map((h) => ({ weekday: (i + 1) as Weekday, ...h })))
    : [];
  const prepares = values.ready.map(readyIn);
  const minutes = values.hours.map((h) => minutesTyped(h)!);
  const coming = values.later.map((l) => ({ from: l.from, minutes: l.hours.map((h) => minutesTyped(h)!) }));
  const was = { first: teacher?.minutes ?? minutes, later: teacher?.later ?? [] };
  const changed = teacher && hoursChanged(teacher, values, today);
  const change = changed ? { from: values.hoursFrom, minutes } : undefined;
  const held = heldAfter(was, change, coming, today, beganOn(years));
  return {
    id,
    name: values.name.trim(),
    minutes: held.first,
    ...(held.later.length > 0 ? { later: [...held.later] } : {}),
    ...(hours.length > 0 ? { hours } : {}),
    ...(prepares.some((m) => m > 0) ? { prepares } : {}),
  };
}
