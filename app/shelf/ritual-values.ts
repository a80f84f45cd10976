import { array, boolean, number, object, type ObjectSchema, string } from 'yup';
import { isClock, isIsoDate, type IsoDate, type Weekday } from '../../core/calendar';
import { type Presence, PRESENCES, type Ritual, type RitualSort } from '../../core/household';
import { whole } from '../ui/whole';

/** What the form of a ritual, a chore or an extra holds. */
export interface RitualValues {
  title: string;
  childIds: string[];
  teacherId: string;
  weekdays: Weekday[];
  minutes: number;
  presence: Presence;
  /** Empty: where it fits. */
  at: string;
  alone: boolean;
  sheets: string[];
  /** Of an extra. */
  date: string;
  /** Empty: it goes on. */
  until: string;
  secure: boolean;
  /** What comes in its place while it is too hard; empty: nothing. */
  easier: string;
  hard: boolean;
}

const ids = () => array().of(string().required());
/** @param like words for what it may be */
export const ritualSchema = (sort: RitualSort | undefined, like: string): ObjectSchema<RitualValues> =>
  object({
    title: string().trim().required(`Say what it is, like “${like}”.`).max(120, 'Keep it under 120 letters.'),
    childIds: ids().min(1, 'Choose who takes part.').required(),
    teacherId: string().required('Add a teacher under Household first.'),
    weekdays: array().of(number<Weekday>().required()).required(),
    minutes: whole(1, 600, 'whole minutes'),
    presence: string().oneOf(PRESENCES).required(),
    at: string().defined(),
    alone: boolean().defined(),
    sheets: ids().required(),
    date: string()
      .defined()
      .test('day', 'Give the day on which it is.', (v) => sort !== 'extra' || isIsoDate(v)),
    until: string().defined(),
    secure: boolean().defined(),
    easier: string().defined(),
    hard: boolean().defined(),
  });

export const ritualValues = (
  ritual: Ritual | undefined,
  sort: RitualSort | undefined,
  anew: Pick<RitualValues, 'childIds' | 'teacherId' | 'weekdays' | 'date'>,
): RitualValues => ({
  title: ritual?.title ?? '',
  childIds: ritual?.childIds ?? anew.childIds,
  teacherId: ritual?.teacherId ?? anew.teacherId,
  weekdays: ritual?.weekdays ?? anew.weekdays,
  minutes: ritual?.minutes ?? 10,
  presence: ritual?.presence ?? (sort === 'chore' ? 'alone' : 'with'),
  at: ritual?.at ?? '',
  alone: ritual?.alone ?? false,
  sheets: ritual?.sheets ?? [],
  date: ritual?.date ?? anew.date,
  until: ritual?.until ?? '',
  secure: ritual?.secure !== undefined,
  easier: ritual?.easier ?? '',
  hard: ritual?.hard !== undefined,
});

/** A ritual as the form has it; since when it is secure or too hard stays as it was. */
export function ritualOf(
  v: RitualValues,
  id: string,
  before: Ritual | undefined,
  sort: RitualSort | undefined,
  today: IsoDate,
): Ritual {
  const { title, childIds, teacherId, weekdays, minutes, presence, at, alone, sheets, date, until, easier } = v;
  return {
    ...{ id, title, childIds, teacherId, weekdays, minutes, presence },
    ...(isClock(at) ? { at } : {}),
    ...(alone && sort !== 'chore' ? { alone } : {}),
    ...(sort ? { sort } : {}),
    ...(sort === 'extra' && isIsoDate(date) ? { date } : {}),
    ...(sort !== 'extra' && isIsoDate(until) ? { until } : {}),
    ...(v.secure && sort === undefined ? { secure: before?.secure ?? today } : {}),
    ...(sort === undefined && easier ? { easier } : {}),
    ...(sort === undefined && easier && v.hard ? { hard: before?.hard ?? today } : {}),
    ...(sheets.length > 0 ? { sheets } : {}),
  };
}
