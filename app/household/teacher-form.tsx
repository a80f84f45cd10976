import { yupResolver } from '@hookform/resolvers/yup';
import type { ReactNode } from 'react';
import { type FieldError, useFieldArray, useForm, type UseFormRegisterReturn, useWatch } from 'react-hook-form';
import { fromDay, minutesTyped, stillToCome } from '../../core/calendar';
import type { Teacher } from '../../core/household';
import { useFormCommit, useHousehold } from '../shell/household';
import { DateControl } from '../ui/date-control';
import { WEEKDAY_NAMES, weekFrom } from '../ui/dates';
import { InputField } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';
import { newId } from '../ui/id';
import { HoldFrom } from './hold-from';
import { Otherwise } from './otherwise';
import { hoursChanged, schema, teacherOf, type Values, valuesOf } from './teacher-values';

/** A teacher's name and hours on each weekday; hours may be fractions ("2.5") and are stored as minutes. */
export function TeacherForm({ teacher, close }: { teacher: Teacher | undefined; close: () => void }) {
  const { household, today } = useHousehold();
  const commit = useFormCommit();
  const { register, handleSubmit, control, formState, getValues } = useForm<Values>({
    resolver: yupResolver(schema),
    defaultValues: valuesOf(teacher, today),
  });
  const { errors } = formState;
  const later = useFieldArray({ control, name: 'later' });
  const values = useWatch({ control }) as Values;
  const { byClock, hours } = values;
  // A name, and the time for making ready, are no matter of the plan.
  const touched = Object.keys(formState.dirtyFields).some((k) => k !== 'name' && k !== 'ready');
  const keep = handleSubmit(async (values) => {
    const put = teacherOf(teacher, teacher?.id ?? newId(), values, household, today);
    if (await commit(`${put.name} ${teacher ? 'changed' : 'added'}`, [{ table: 'teachers', put }])) close();
  });
  return (
    <FormDialog
      title={teacher ? teacher.name : 'A teacher'}
      close={close}
      onSubmit={(e) => void keep(e)}
      remove={teacher && { table: 'teachers', id: teacher.id, name: teacher.name }}
    >
      <InputField label="Name" fault={errors.name?.message} maxLength={80} autoComplete="off" {...register('name')} />
      <WeekLine
        legend="Hours of teaching"
        of="Hours"
        field={(d) => register(`hours.${d}`)}
        faults={errors.hours}
        decimal
      />
      {teacher && hoursChanged(teacher, { hours }, today) && (
        <HoldFrom control={control} name="hoursFrom" fault={errors.hoursFrom?.message} />
      )}
      {later.fields.map((row, i) => (
        <div key={row.id} className="flex flex-col gap-2 border-l-2 border-rule pl-4">
          <div className="flex flex-wrap items-end gap-3">
            <DateControl
              label="Other hours from"
              control={control}
              name={`later.${i}.from`}
              autoFocus={i >= stillToCome(teacher?.later, today).length}
              fault={errors.later?.[i]?.from?.message}
            />
            <button type="button" className="btn btn-quiet" onClick={() => later.remove(i)}>
              Leave these out
            </button>
          </div>
          <WeekLine
            legend="Hours of teaching from then on"
            of="Hours from then"
            field={(d) => register(`later.${i}.hours.${d}`)}
            faults={errors.later?.[i]?.hours}
            decimal
          />
        </div>
      ))}
      {errors.later?.root?.message && (
        <p role="alert" className="font-semibold">
          {errors.later.root.message}
        </p>
      )}
      <div>
        <button
          type="button"
          className="btn"
          onClick={() => later.append({ from: fromDay(today), hours: getValues('hours') }, { shouldFocus: false })}
        >
          Other hours from a date on
        </button>
        <p className="pt-1 text-note text-soft">The days before stay as they were planned and told.</p>
      </div>
      <label className="flex min-h-touch items-center gap-2">
        <input type="checkbox" {...register('byClock')} /> only at certain times of the day
      </label>
      {byClock && (
        <fieldset>
          <legend className="label mb-1">Between which times</legend>
          <div className="grid grid-cols-1 gap-3 sm:grid-cols-2">
            {weekFrom(household.settings.firstDay)
              .filter((d) => later.fields.length > 0 || (minutesTyped(hours[d - 1]!) ?? 0) > 0)
              .map((d) => (
                <InputField
                  key={d}
                  label={WEEKDAY_NAMES[d]}
                  placeholder={`${household.settings.dayFrom}–${household.settings.dayTo}`}
                  maxLength={120}
                  {...register(`clock.${d - 1}`)}
                />
              ))}
          </div>
          <p className="pt-1 text-note text-soft">
            Like 9–12, 14–15:30. Empty: the school’s hours. Nobody beside or near the children outside of them.
          </p>
          <WeekdayFault faults={errors.clock} />
        </fieldset>
      )}
      <Otherwise
        puts={
          teacher !== undefined &&
          touched &&
          schema.isValidSync(values) && [
            { table: 'teachers', put: teacherOf(teacher, teacher.id, values, household, today) },
          ]
        }
      />
      <WeekLine
        legend="Minutes for making lessons ready"
        of="Minutes for making ready"
        field={(d) => register(`ready.${d}`)}
        faults={errors.ready}
      >
        <p className="pt-1 text-note text-soft">
          Reading ahead, cutting, copying: outside the lessons, in breaks as well.
        </p>
      </WeekLine>
      <p className="text-aside text-soft">
        On a day with no hours the teacher is away: no new lesson is planned with them.
      </p>
    </FormDialog>
  );
}

/** What is wrong with a line of weekdays: one entry each, Monday first. */
type Faults = { [d: number]: FieldError | undefined } | undefined;

/** A field for each weekday, in the order of the household’s week. */
function WeekLine({
  legend,
  of,
  field,
  faults,
  decimal,
  children,
}: {
  legend: string;
  /** What each field holds, as it is read out before its weekday. */
  of: string;
  field: (d: number) => UseFormRegisterReturn;
  faults: Faults;
  decimal?: boolean;
  children?: ReactNode;
}) {
  const { household } = useHousehold();
  return (
    <fieldset>
      <legend className="label mb-1">{legend}</legend>
      <div className="grid max-w-[560px] grid-cols-4 gap-3 sm:grid-cols-7">
        {weekFrom(household.settings.firstDay).map((d) => (
          <InputField
            key={d}
            label={WEEKDAY_NAMES[d].slice(0, 3)}
            aria-label={`${of} on ${WEEKDAY_NAMES[d]}`}
            inputMode={decimal ? 'decimal' : 'numeric'}
            className="w-full"
            {...field(d - 1)}
          />
        ))}
      </div>
      {children}
      <WeekdayFault faults={faults} />
    </fieldset>
  );
}

/** The first of the faults, with its weekday. */
function WeekdayFault({ faults }: { faults: Faults }) {
  const at = [0, 1, 2, 3, 4, 5, 6].find((d) => faults?.[d]?.message);
  if (at === undefined) return null;
  return (
    <p role="alert" className="pt-1 font-semibold">
      {WEEKDAY_NAMES[(at + 1) as 1]}: {faults![at]!.message}
    </p>
  );
}
