import { yupResolver } from '@hookform/resolvers/yup';
import { Controller, useForm, useWatch } from 'react-hook-form';
import { array, number, object, type ObjectSchema, string } from 'yup';
import { isIsoDate, schoolDays, toDay, type Weekday } from '../../core/calendar';
import type { SchoolYear } from '../../core/household';
import { useHousehold } from '../shell/household';
import { Field, WeekdayPicker } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';

interface Values {
  name: string;
  start: string;
  end: string;
  weekdays: Weekday[];
  lightDays: Weekday[];
  lightShare: number;
  targetDays: number;
}

const whole = (what: string, max: number) =>
  number()
    .typeError(`Give ${what} as a number.`)
    .integer(`Give ${what} as a whole number.`)
    .min(0, `${what} cannot be below 0.`)
    .max(max, `${what} cannot be above ${max}.`)
    .required(`Give ${what}.`);

const schema: ObjectSchema<Values> = object({
  name: string().trim().required('Give the year a name.').max(80, 'Keep the name under 80 letters.'),
  start: string()
    .required('Give the first day.')
    .test('day', 'Give the first day as a day that exists.', (v) => isIsoDate(v)),
  end: string()
    .required('Give the last day.')
    .test('day', 'Give the last day as a day that exists.', (v) => isIsoDate(v))
    .test('after', 'The last day comes before the first.', (v, { parent }) => v >= (parent as Values).start)
    .test('length', 'A school year of more than 400 days is too long: make two.', (v, { parent }) => {
      const { start } = parent as Values;
      return !isIsoDate(start) || !isIsoDate(v) || toDay(v) - toDay(start) <= 400;
    }),
  weekdays: array().of(number<Weekday>().required()).min(1, 'Choose at least one school day.').required(),
  lightDays: array().of(number<Weekday>().required()).required(),
  lightShare: whole('the share', 100),
  targetDays: whole('the target', 366),
});

export function YearForm({ year, close }: { year: SchoolYear | undefined; close: () => void }) {
  const { household, commit } = useHousehold();
  const { register, handleSubmit, control, formState } = useForm<Values>({
    resolver: yupResolver(schema),
    defaultValues: year ?? {
      name: 'This school year',
      start: '',
      end: '',
      weekdays: [1, 2, 3, 4, 5],
      lightDays: [],
      lightShare: 50,
      targetDays: 170,
    },
  });
  const { errors } = formState;
  const now = useWatch({ control });
  const usable =
    isIsoDate(now.start) && isIsoDate(now.end) && now.start <= now.end && toDay(now.end) - toDay(now.start) <= 400;
  const days = usable ? schoolDays({ ...(now as Values), id: '', closed: year?.closed ?? [] }).length : undefined;
  const keep = handleSubmit(async (v) => {
    const put: SchoolYear = {
      id: year?.id ?? crypto.randomUUID(),
      closed: year?.closed ?? [],
      ...v,
      weekdays: [...v.weekdays].sort(),
      lightDays: v.lightDays.filter((d) => v.weekdays.includes(d)),
    };
    if (await commit(`${put.name} ${year ? 'changed' : 'set up'}`, [{ table: 'years', put }])) close();
  });
  return (
    <FormDialog
      title={year ? 'The school year' : 'A school year'}
      close={close}
      onSubmit={(e) => void keep(e)}
      remove={year && { table: 'years', id: year.id, name: year.name }}
    >
      <Field label="Name" fault={errors.name?.message}>
        {(p) => <input {...p} {...register('name')} />}
      </Field>
      <div className="grid gap-4 sm:grid-cols-2">
        <Field label="First day" fault={errors.start?.message}>
          {(p) => <input {...p} type="date" {...register('start')} />}
        </Field>
        <Field label="Last day" fault={errors.end?.message}>
          {(p) => <input {...p} type="date" {...register('end')} />}
        </Field>
      </div>
      <Controller
        control={control}
        name="weekdays"
        render={({ field }) => (
          <WeekdayPicker
            legend="School days of the week"
            value={field.value}
            onChange={field.onChange}
            firstDay={household.settings.firstDay}
          />
        )}
      />
      {errors.weekdays && (
        <p role="alert" className="font-semibold">
          {errors.weekdays.message}
        </p>
      )}
      <Controller
        control={control}
        name="lightDays"
        render={({ field }) => (
          <WeekdayPicker
            legend="Light days"
            value={field.value}
            onChange={field.onChange}
            firstDay={household.settings.firstDay}
            among={(now.weekdays ?? []) as Weekday[]}
          />
        )}
      />
      <div className="grid gap-4 sm:grid-cols-2">
        <Field label="A light day holds, in %" hint="of a full day’s hours" fault={errors.lightShare?.message}>
          {(p) => <input {...p} type="number" {...register('lightShare', { valueAsNumber: true })} />}
        </Field>
        <Field
          label="School days wanted"
          hint="Your own number: check your own law."
          fault={errors.targetDays?.message}
        >
          {(p) => <input {...p} type="number" {...register('targetDays', { valueAsNumber: true })} />}
        </Field>
      </div>
      <p role="status">
        {days === undefined ? (
          'With both dates in, the school days are counted here.'
        ) : (
          <>
            That makes <b>{days} school days</b>
            {year && year.closed.length > 0 ? ' with the closed days taken out' : ' before any closed days'}.
          </>
        )}
      </p>
    </FormDialog>
  );
}
