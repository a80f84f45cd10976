import { yupResolver } from '@hookform/resolvers/yup';
import { Plus } from 'lucide-react';
import { useMemo, useState } from 'react';
import { type Control, useFieldArray, useForm, useWatch } from 'react-hook-form';
import { awayFault, fromDay } from '../../core/calendar';
import { childrenAhead, type AwayBlock, type Household, withRow } from '../../core/household';
import { useFormCommit, useHousehold } from '../shell/household';
import { PeopleControl, TimeControl, WeekdayControl } from '../ui/controls';
import { DateControl } from '../ui/date-control';
import { Field, InputField, NumberField, RadioField } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';
import { newId } from '../ui/id';
import { asNumber } from '../ui/whole';
import { TakeOut } from '../ui/take-out';
import { awayOf, type AwayValues, awayValues, schema } from './away-values';
import { EffectLines, useEffectOf, useStanding } from './effect-lines';

/** An outside class, an appointment, a trip: whom it takes away, when, and what that does. */
export function AwayForm({ block, close }: { block: AwayBlock | undefined; close: () => void }) {
  const { household, year, today } = useHousehold();
  const commit = useFormCommit();
  const [id] = useState(() => block?.id ?? newId());
  const { register, handleSubmit, control, formState } = useForm<AwayValues>({
    resolver: yupResolver(schema),
    defaultValues: awayValues(block, fromDay(today), year?.end ?? fromDay(today)),
  });
  const { errors } = formState;
  const values = useWatch({ control }) as AwayValues;
  const { childIds, recurs, start, end, numbered } = values;
  const made = useMemo(() => awayOf(values, id, block), [values, id, block]);
  const problem = awayFault(made);
  const before = useStanding(year?.id);
  const after = useMemo(
    (): Household | undefined => (problem ? undefined : { ...household, aways: withRow(household.aways, made) }),
    [problem, household, made],
  );
  const effect = useEffectOf(before, after, year?.id);
  const keep = handleSubmit(async () => {
    if (await commit(`${made.label} ${block ? 'changed' : 'added'}`, [{ table: 'aways', put: made }])) close();
  });
  return (
    <FormDialog
      title={block ? block.label : 'Away'}
      wide
      close={close}
      onSubmit={(e) => void keep(e)}
      remove={block && { table: 'aways', id: block.id, name: block.label }}
    >
      <div className="grid gap-x-8 gap-y-4 md:grid-cols-2">
        <div className="flex flex-col gap-4">
          <InputField
            label="What it is"
            fault={errors.label?.message}
            maxLength={120}
            placeholder="nature class, dentist, trip"
            {...register('label')}
          />
          <PeopleControl
            legend="Takes away, of the children"
            people={childrenAhead(household, today, childIds)}
            control={control}
            name="childIds"
          />
          <PeopleControl legend="Of the teachers" people={household.teachers} control={control} name="teacherIds" />
          <PeopleControl
            legend="Comes along, and can work on the way"
            people={childrenAhead(household, today, values.along).filter((c) => !childIds.includes(c.id))}
            control={control}
            name="along"
          />
          <RadioField
            row
            legend="How often"
            options={[
              ['once', 'once'],
              ['several', 'on several days'],
            ]}
            {...register('recurs')}
          />
          <div className="grid grid-cols-2 gap-4">
            <DateControl label={recurs === 'several' ? 'First day' : 'On'} control={control} name="from" />
            {recurs === 'several' && <DateControl label="Last day" control={control} name="to" />}
          </div>
          {recurs === 'several' && (
            <>
              <WeekdayControl
                legend="On (none: every day between)"
                firstDay={household.settings.firstDay}
                control={control}
                name="weekdays"
              />
              <NumberField label="Every how many weeks" className="w-24" {...register('everyWeeks', asNumber)} />
              <Breaks control={control} />
            </>
          )}
        </div>
        <div className="flex flex-col gap-4">
          <div className="grid grid-cols-3 gap-3">
            <TimeControl label="Begins" control={control} name="start" />
            <TimeControl label="Ends" control={control} name="end" />
            <NumberField label="Travel each way, minutes" {...register('travel', asNumber)} />
          </div>
          <p className="text-note text-soft">
            Without times it takes the whole day. The way is counted before and after. School is held{' '}
            {household.settings.dayFrom} to {household.settings.dayTo} (see Household).
          </p>
          {(start !== '' || end !== '') && (
            <PeopleControl
              legend="No other school that day for"
              people={household.children.filter((c) => childIds.includes(c.id))}
              control={control}
              name="takesDay"
            />
          )}
          <label className="flex min-h-touch items-center gap-2">
            <input type="checkbox" {...register('counts')} /> time there counts as school
          </label>
          <label className="flex min-h-touch items-center gap-2">
            <input type="checkbox" {...register('numbered')} /> a programme with week numbers of its own
          </label>
          {numbered && (
            <NumberField
              label="Its first week has number"
              hint="It counts its own meetings and never slips with your weeks."
              fault={errors.firstWeek?.message}
              className="w-24"
              {...register('firstWeek', asNumber)}
            />
          )}
          <Field label="Notes" hint="Kept for when it comes round again." fault={errors.notes?.message}>
            {(p) => <textarea {...p} rows={2} maxLength={5000} {...register('notes')} />}
          </Field>
        </div>
      </div>
      {effect && <EffectLines effect={effect} />}
    </FormDialog>
  );
}

function Breaks({ control }: { control: Control<AwayValues> }) {
  const { fields, append, remove } = useFieldArray({ control, name: 'breaks', keyName: 'key' });
  return (
    <fieldset className="flex flex-col gap-2">
      <legend className="label mb-1">Breaks of its own</legend>
      {fields.map((b, i) => (
        <div key={b.key} className="fields-row grid-cols-[1fr_1fr_44px]">
          <DateControl label={`Break ${i + 1} from`} control={control} name={`breaks.${i}.from`} />
          <DateControl label={`Break ${i + 1} to`} control={control} name={`breaks.${i}.to`} />
          <TakeOut label={`Take break ${i + 1} out`} onClick={() => remove(i)} />
        </div>
      ))}
      <button
        type="button"
        className="btn self-start"
        onClick={() => append({ id: newId(), from: '', to: '', label: '' }, { shouldFocus: false })}
      >
        <Plus size={18} aria-hidden="true" /> A break
      </button>
    </fieldset>
  );
}
