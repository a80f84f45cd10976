import { array, boolean, number, object, type ObjectSchema, string } from 'yup';
import { awayFault, type IsoDate, type Weekday } from '../../core/calendar';
import type { AwayBlock } from '../../core/household';
import { byFaults } from '../ui/faults';
import { whole } from '../ui/whole';

/** What the form of a block that takes people away holds. */
export interface AwayValues {
  label: string;
  childIds: string[];
  teacherIds: string[];
  along: string[];
  recurs: 'once' | 'several';
  from: string;
  to: string;
  weekdays: Weekday[];
  everyWeeks: number;
  breaks: { id: string; from: string; to: string; label: string }[];
  /** Empty, both of them: the whole day. */
  start: string;
  end: string;
  travel: number;
  takesDay: string[];
  counts: boolean;
  /** It has week numbers of its own, from `firstWeek` on. */
  numbered: boolean;
  firstWeek: number;
  notes: string;
}

/** A block as the form has it; what the form does not show stays as it was in `before`. */
export function awayOf(v: AwayValues, id: string, before: AwayBlock | undefined): AwayBlock {
  const { start: _s, end: _e, firstWeek: _f, notes: _n, along: _a, ...rest } = before ?? ({} as Partial<AwayBlock>);
  const several = v.recurs === 'several';
  const along = v.along.filter((child) => !v.childIds.includes(child));
  const { childIds, teacherIds, from, travel, breaks, counts } = v;
  return {
    ...rest,
    ...{ id, label: v.label.trim(), childIds, teacherIds, from, travel, breaks, counts },
    to: several ? v.to : from,
    weekdays: several ? v.weekdays : [],
    everyWeeks: v.everyWeeks,
    takesDay: v.takesDay.filter((child) => childIds.includes(child)),
    ...(along.length > 0 || before?.along ? { along } : {}),
    ...(v.start === '' ? {} : { start: v.start }),
    ...(v.end === '' ? {} : { end: v.end }),
    ...(v.numbered ? { firstWeek: v.firstWeek } : {}),
    ...(v.notes === '' ? {} : { notes: v.notes }),
  };
}

const ids = () => array().of(string().required()).required();
export const schema: ObjectSchema<AwayValues> = object({
  label: string().max(120, 'Keep it under 120 letters.').defined(),
  ...{ childIds: ids(), teacherIds: ids(), along: ids(), takesDay: ids() },
  recurs: string()
    .oneOf(['once', 'several'] as const)
    .required(),
  ...{ from: string().defined(), to: string().defined(), start: string().defined(), end: string().defined() },
  weekdays: array().of(number<Weekday>().required()).required(),
  everyWeeks: number().typeError('Every how many weeks: a whole number from 1 to 52.').required(),
  breaks: array()
    .of(
      object({
        id: string().required(),
        from: string().defined(),
        to: string().defined(),
        label: string().defined(),
      }),
    )
    .required(),
  travel: number().typeError('Minutes of travel each way: a whole number from 0 to 600.').required(),
  counts: boolean().defined(),
  numbered: boolean().defined(),
  firstWeek: whole(0, 1000),
  notes: string().max(5000, 'That is longer than 5,000 letters.').defined(),
}).test(
  'block',
  byFaults<AwayValues>((v) => ({ label: awayFault(awayOf(v, '', undefined)) })),
);

export function awayValues(block: AwayBlock | undefined, today: IsoDate, yearEnd: IsoDate): AwayValues {
  const { label = '', childIds = [], teacherIds = [], along = [], weekdays = [], breaks = [] } = block ?? {};
  const { everyWeeks = 1, travel = 0, takesDay = [], counts = false, firstWeek, start, end, notes } = block ?? {};
  return {
    ...{ label, childIds, teacherIds, along, weekdays, breaks, everyWeeks, travel, takesDay, counts },
    recurs: block && block.from === block.to ? 'once' : 'several',
    from: block?.from ?? today,
    to: block?.to ?? yearEnd,
    start: start ?? '',
    end: end ?? '',
    numbered: firstWeek !== undefined,
    firstWeek: firstWeek ?? 1,
    notes: notes ?? '',
  };
}
