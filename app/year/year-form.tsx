import { yupResolver } from '@hookform/resolvers/yup';
import { useMemo } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { array, boolean, mixed, number, object, type ObjectSchema, string } from 'yup';
import {
  blankYear,
  yearName,
  fromDay,
  isIsoDate,
  plainShape,
  reshaped,
  rhythmFault,
  schoolDays,
  toDay,
  type Weekday,
  yearFault,
} from '../../core/calendar';
import {
  type Household,
  type LightDay,
  type Rhythm,
  same,
  type SchoolYear,
  type YearShape,
} from '../../core/household';
import { useFormCommit, useHousehold } from '../shell/household';
import { WeekdayControl } from '../ui/controls';
import { Fault, InputField, WeekdayPicker } from '../ui/field';
import { WEEKDAY_NAMES } from '../ui/dates';
import { FormDialog } from '../ui/form-dialog';
import { EffectLines, useEffectOf, useReach, useStanding } from './effect-lines';
import { RhythmFields } from './rhythm-fields';
import { newId } from '../ui/id';
import { DateControl } from '../ui/date-control';
import { WholeField } from '../ui/whole-field';

interface Values {
  name: string;
  start: string;
  end: string;
  weekdays: Weekday[];
  light: LightDay[];
  rhythm: Rhythm | null;
  /** From which day on another shape holds; empty: for the whole year. */
  since: string;
  portfolio: boolean;
}

const schema = (id: string, others: readonly SchoolYear[]): ObjectSchema<Values> =>
  object({
    name: string().trim().defined().max(80, 'Keep the name under 80 letters.'),
    start: string()
      .required('Give the first day.')
      .test('day', 'Give the first day as a day that exists.', (v) => isIsoDate(v)),
    end: string()
      .required('Give the last day.')
      .test('day', 'Give the last day as a day that exists.', (v) => isIsoDate(v))
      .test('year', function (v) {
        const { start } = this.parent as Values;
        if (!isIsoDate(start) || !isIsoDate(v)) return true;
        const fault = yearFault({ id, start, end: v }, others);
        return fault ? this.createError({ message: fault }) : true;
      }),
    weekdays: array().of(number<Weekday>().required()).min(1, 'Choose at least one school day.').required(),
    light: array().of(mixed<LightDay>().required()).required(),
    rhythm: mixed<Rhythm>()
      .nullable()
      .defined()
      .test('rhythm', (v, context) => {
        const fault = v && (hasBlankDate(v) ? 'Give every term and block dates that exist.' : rhythmFault(v));
        return !fault || context.createError({ message: fault });
      }),
    since: string().defined(),
    portfolio: boolean().defined(),
  });

const LIGHT_SHARE = 50;

/** Dates, weekdays, light days and rhythm of a year, with what a change of them does before it is kept. */
export function YearForm({
  year,
  start,
  close,
}: {
  year: SchoolYear | undefined;
  /** What a new year begins with: the shape of the one before it. */
  start: SchoolYear | undefined;
  close: () => void;
}) {
  const { household, today } = useHousehold();
  const commit = useFormCommit();
  const given = year ?? start;
  /** In a year that runs another shape holds from today, unless another day is given. */
  const runs = year !== undefined && today > toDay(year.start) && today <= toDay(year.end);
  const { register, handleSubmit, control, formState, setValue } = useForm<Values>({
    resolver: yupResolver(schema(year?.id ?? '', household.years)),
    defaultValues: {
      name: given?.name ?? '',
      start: given?.start ?? '',
      end: given?.end ?? '',
      weekdays: given?.weekdays ?? [1, 2, 3, 4, 5],
      light: given?.light ?? [],
      rhythm: given?.rhythm ?? null,
      since: runs ? fromDay(today) : '',
      portfolio: given?.portfolio ?? true,
    },
  });
  const { errors } = formState;
  const now = useWatch({ control }) as Values;
  const { light, rhythm, since } = now;
  const setLight = (days: LightDay[]) => setValue('light', days, { shouldDirty: true });
  const made = useMemo((): SchoolYear | undefined => {
    const { start: first, end: last } = now;
    if (!isIsoDate(first) || !isIsoDate(last) || yearFault({ id: year?.id ?? '', start: first, end: last }, []))
      return undefined;
    if (rhythm && (rhythmFault(rhythm) || hasBlankDate(rhythm))) return undefined;
    const base = given ?? {
      ...blankYear({ start: first, end: last, weekdays: now.weekdays }),
      requirement: { days: 170, meets: 'both' as const },
    };
    const { rhythm: _r, ...rest } = base;
    const weekdays = [...(now.weekdays ?? [])].sort((a, b) => a - b);
    const shape = {
      weekdays,
      light: light.filter((l) => weekdays.includes(l.weekday)),
      ...(rhythm ? { rhythm } : {}),
    };
    const named = {
      ...rest,
      id: year?.id ?? start?.id ?? newId(),
      name: now.name.trim() || yearName(now.start, now.end),
      start: now.start,
      end: now.end,
      // As it stands it says nothing of a year of which nobody was asked.
      ...(year && year.portfolio === undefined && now.portfolio ? {} : { portfolio: now.portfolio }),
    };
    if (!year || sameShape(year, shape)) return { ...named, ...(year ? plainShape(year) : shape) };
    const was = { ...named, ...plainShape(year) };
    return reshaped(was, shape, isIsoDate(since) ? toDay(since) : toDay(now.start));
  }, [given, light, now, rhythm, since, start?.id, year]);
  const changed = year !== undefined && made !== undefined && !sameShape(year, made);

  const before = useStanding(year?.id);
  const after = useMemo(
    (): Household | undefined =>
      year && made ? { ...household, years: household.years.map((y) => (y.id === year.id ? made : y)) } : undefined,
    [household, made, year],
  );
  const effect = useEffectOf(before, after, year?.id);
  const reach = useReach(after);

  const keep = handleSubmit(async () => {
    if (!made) return;
    if (await commit(`${made.name} ${year ? 'changed' : 'set up'}`, [{ table: 'years', put: made }])) close();
  });
  return (
    <FormDialog
      title={year ? 'The school year' : 'A school year'}
      close={close}
      onSubmit={(e) => void keep(e)}
      reach={reach}
      remove={year && { table: 'years', id: year.id, name: year.name }}
    >
      <InputField
        label="Name"
        hint={now.name.trim() || !made ? undefined : `Left empty: ${made.name}`}
        fault={errors.name?.message}
        {...register('name')}
      />
      <div className="grid gap-4 sm:grid-cols-2">
        <DateControl label="First day" fault={errors.start?.message} control={control} name="start" />
        <DateControl label="Last day" fault={errors.end?.message} control={control} name="end" />
      </div>
      <WeekdayControl
        legend="School days of the week"
        firstDay={household.settings.firstDay}
        control={control}
        name="weekdays"
      />
      <Fault of={errors.weekdays} />
      <WeekdayPicker
        legend="Light days"
        value={light.map((l) => l.weekday)}
        onChange={(days) =>
          setLight(days.map((weekday) => light.find((l) => l.weekday === weekday) ?? { weekday, share: LIGHT_SHARE }))
        }
        firstDay={household.settings.firstDay}
        among={now.weekdays ?? []}
      />
      {light.length > 0 && (
        <div className="flex flex-wrap gap-4">
          {light.map((l) => (
            <WholeField
              key={l.weekday}
              label={`${WEEKDAY_NAMES[l.weekday]} holds, in %`}
              hint="of a full day’s hours"
              least={0}
              most={100}
              className="w-28"
              value={l.share}
              onChange={(share) => setLight(light.map((x) => (x.weekday === l.weekday ? { ...x, share } : x)))}
            />
          ))}
        </div>
      )}
      <RhythmFields
        value={rhythm ?? undefined}
        onChange={(next) =>
          setValue('rhythm', next ?? null, { shouldDirty: true, shouldValidate: formState.isSubmitted })
        }
        start={now.start}
        end={now.end}
        fault={errors.rhythm?.message}
      />
      {changed && (
        <DateControl
          label="The weekdays, light days and weeks hold from"
          hint="What lies before that day stays as it was; empty: for the whole year."
          control={control}
          name="since"
        />
      )}
      <label className="flex min-h-touch items-center gap-2">
        <input type="checkbox" {...register('portfolio')} /> a portfolio is kept: samples of work are asked for three
        times in the year
      </label>
      {effect && <EffectLines effect={effect} />}
      {!year && (
        <p role="status">
          {made === undefined ? (
            'With both dates in, the school days are counted here.'
          ) : (
            <>
              That makes <b>{schoolDays(made).length} school days</b> before any closed days.
            </>
          )}
        </p>
      )}
    </FormDialog>
  );
}

const sameShape = (a: YearShape, b: YearShape) => same(plainShape(a), plainShape(b));

const hasBlankDate = (r: Rhythm) =>
  r.kind === 'weeks' ? !isIsoDate(r.from) : r.terms.some((t) => !isIsoDate(t.from) || !isIsoDate(t.to));
