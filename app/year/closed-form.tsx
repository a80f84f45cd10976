import { yupResolver } from '@hookform/resolvers/yup';
import { useMemo } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { object, type ObjectSchema, string } from 'yup';
import {
  closedRange,
  fromDay,
  isClock,
  paintDays,
  partShare,
  rangeFault,
  toDay,
  withoutRange,
} from '../../core/calendar';
import {
  byId,
  type ClosedRange,
  type Household,
  type SchoolYear,
  type SpecialDay,
  withRow,
} from '../../core/household';
import { useFormCommit, useHousehold } from '../shell/household';
import { TimeControl } from '../ui/controls';
import { DateControl } from '../ui/date-control';
import { byFaults } from '../ui/faults';
import { InputField, NumberField, SelectField } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';
import { EffectLines, useEffectOf, useReach, useStanding } from './effect-lines';
import { asNumber, whole } from '../ui/whole';

type What = 'closed' | SpecialDay['kind'];
const WHATS: [What, string][] = [
  ['closed', 'closed: no school'],
  ['part', 'part of a day, between two times'],
  ['light', 'light: fewer hours'],
  ['extra', 'an extra school day'],
  ['catch-up', 'kept free to catch up on'],
];

interface Values {
  what: What;
  from: string;
  /** Empty: the first day alone. */
  to: string;
  label: string;
  share: number;
  hours: { from: string; to: string };
}
const schema = (year: SchoolYear): ObjectSchema<Values> =>
  object({
    what: string()
      .oneOf(WHATS.map(([w]) => w))
      .required(),
    from: string().defined(),
    to: string().defined(),
    label: string().trim().max(80, 'Keep it under 80 letters.').defined(),
    share: whole(0, 99),
    hours: object({ from: string().defined(), to: string().defined() }),
  }).test(
    'days',
    byFaults<Values>((v) => faultIn(v, year)),
  );

/** Closes days, opens them again, or makes them special; says what that does before it is kept. */
export function ClosedForm({
  year,
  range,
  close,
}: {
  year: SchoolYear;
  range: ClosedRange | undefined;
  close: () => void;
}) {
  const { household, today } = useHousehold();
  const commit = useFormCommit();
  const { dayFrom, dayTo } = household.settings;
  const { register, handleSubmit, control, formState } = useForm<Values>({
    resolver: yupResolver(schema(year)),
    defaultValues: {
      what: 'closed',
      from: range?.from ?? fromDay(Math.min(Math.max(today, toDay(year.start)), toDay(year.end))),
      to: range?.to ?? '',
      label: range?.label ?? '',
      share: 50,
      hours: { from: dayFrom, to: '12:00' },
    },
  });
  const { errors } = formState;
  const values = useWatch({ control }) as Values;
  const { what, from, to, label, share, hours } = values;
  const last = to || from;
  const problem = faultIn(values, year) !== undefined || !isShare(share);
  const id = range?.id;
  const change = useMemo(
    () =>
      (stored: SchoolYear): SchoolYear => {
        const others = stored.closed.filter((c) => c.id !== id);
        const [a, b] = [toDay(from), toDay(last)];
        if (what === 'closed') {
          const made = closedRange(others, a, b, label.trim());
          return { ...stored, closed: withRow(stored.closed, id ? { ...made, id } : made) };
        }
        if (what === 'catch-up' || what === 'extra') {
          const painted = paintDays({ ...stored, closed: others }, a, b, { kind: what === 'extra' ? 'open' : what });
          return labelled(painted, from, last, label.trim());
        }
        const portion = what === 'light' ? share : partShare(hours, { from: dayFrom, to: dayTo });
        const light = paintDays({ ...stored, closed: withoutRange(others, a, b) }, a, b, {
          kind: 'light',
          share: portion,
        });
        const special = light.special.map((s): SpecialDay =>
          what === 'part' && s.date >= from && s.date <= last ? { ...s, kind: 'part', ...hours } : s,
        );
        return labelled({ ...light, special }, from, last, label.trim());
      },
    [what, from, last, label, share, hours, id, dayFrom, dayTo],
  );

  const before = useStanding(year.id);
  const after = useMemo(
    (): Household | undefined =>
      problem ? undefined : { ...household, years: household.years.map((y) => (y.id === year.id ? change(y) : y)) },
    [problem, household, change, year.id],
  );
  const effect = useEffectOf(before, after, year.id);
  const reach = useReach(after);

  const store = async (make: (stored: SchoolYear) => SchoolYear, words: string) => {
    const done = await commit(words, (now) => {
      const stored = byId(now.years, year.id);
      return stored ? [{ table: 'years', put: make(stored) }] : [];
    });
    if (done) close();
  };
  const keep = handleSubmit((v) => store(change, `${v.label || 'days'}: ${WHATS.find(([w]) => w === v.what)![1]}`));
  return (
    <FormDialog
      title={range ? 'Closed days' : 'Days unlike the others'}
      close={close}
      onSubmit={(e) => void keep(e)}
      reach={reach}
      keep={range || what !== 'closed' ? 'Save' : 'Close them'}
    >
      {!range && <SelectField label="They are" options={WHATS} {...register('what')} />}
      <div className="grid gap-4 sm:grid-cols-2">
        <DateControl
          label="From"
          fault={errors.from?.message}
          min={year.start}
          max={year.end}
          control={control}
          name="from"
        />
        <DateControl label="To, if more than one day" min={from} max={year.end} control={control} name="to" />
      </div>
      {what === 'light' && (
        <NumberField
          label="Hours, in %"
          hint="of a full day’s"
          className="w-28"
          fault={errors.share?.message}
          {...register('share', asNumber)}
        />
      )}
      {what === 'part' && (
        <div className="grid gap-4 sm:grid-cols-2">
          <TimeControl label="School from" control={control} name="hours.from" fault={errors.hours?.from?.message} />
          <TimeControl
            label="School until"
            hint={
              isClock(hours.from) && isClock(hours.to)
                ? `${partShare(hours, { from: dayFrom, to: dayTo })}% of ${dayFrom} to ${dayTo}`
                : undefined
            }
            control={control}
            name="hours.to"
          />
        </div>
      )}
      <InputField
        label="What for"
        maxLength={80}
        placeholder={what === 'closed' ? 'winter break' : what === 'part' ? 'dentist in the afternoon' : ''}
        fault={errors.label?.message}
        {...register('label')}
      />
      {effect && <EffectLines effect={effect} />}
      {range && (
        <button
          type="button"
          className="btn self-start"
          onClick={() =>
            void store(
              (stored) => ({ ...stored, closed: stored.closed.filter((c) => c.id !== range.id) }),
              `${range.label || 'days'} opened again`,
            )
          }
        >
          Open these days again
        </button>
      )}
    </FormDialog>
  );
}

const labelled = (year: SchoolYear, from: string, to: string, label: string): SchoolYear => ({
  ...year,
  special: year.special.map((s) => (s.date >= from && s.date <= to && label ? { ...s, label } : s)),
});

const isShare = (share: number) => Number.isInteger(share) && share >= 0 && share <= 99;

function faultIn(
  { what, from, to, hours }: Values,
  year: SchoolYear,
): { from?: string; 'hours.from'?: string } | undefined {
  const last = to || from;
  const range = rangeFault({ from, to: last });
  if (range) return { from: range };
  if (last < year.start || from > year.end) return { from: `These days lie outside ${year.name}.` };
  if (what !== 'part') return undefined;
  if (!isClock(hours.from) || !isClock(hours.to)) return { 'hours.from': 'Give both times, like 09:30.' };
  return hours.to <= hours.from ? { 'hours.from': 'School ends before it begins.' } : undefined;
}
