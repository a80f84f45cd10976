import { yupResolver } from '@hookform/resolvers/yup';
import { putChild } from '../../core/deeds';
import { useMemo } from 'react';
import { useFieldArray, useForm, useWatch } from 'react-hook-form';
import { fromDay, fullDay, isIsoDate } from '../../core/calendar';
import { type Child, COLOURS, type Household, ORNAMENTS, withRow } from '../../core/household';
import { toolsFrom } from '../../core/materials';
import { useFormCommit, useHousehold } from '../shell/household';
import { useReach } from '../year/effect-lines';
import { shortDate } from '../ui/dates';
import { InputField, NumberField, SelectField } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';
import { Ornament } from '../ui/ornament';
import { COLOUR_WORDS } from '../ui/words';
import { newId } from '../ui/id';
import { DateControl } from '../ui/date-control';
import { tip } from '../ui/tip';
import { childOf, MOUTHS, type Mouths, schema, type Values, valuesOf } from './child-values';
import { HoldFrom } from './hold-from';

const STAY = [
  { name: 'from', label: 'With you from', hint: 'Empty: from the start. No day before it is asked about.' },
  { name: 'until', label: 'With you until', hint: 'A last day ends its own courses; every record is kept.' },
] as const;

export function ChildForm({ child, close }: { child: Child | undefined; close: () => void }) {
  const { household, today } = useHousehold();
  const commit = useFormCommit();
  const { register, handleSubmit, control, formState } = useForm<Values>({
    resolver: yupResolver(schema(fromDay(today))),
    defaultValues: valuesOf(child, household, today),
  });
  const { errors } = formState;
  const [colour, ornament] = useWatch({ control, name: ['colour', 'ornament'] });
  const coming = useFieldArray({ control, name: 'coming' });
  const values = useWatch({ control }) as Values;
  const after = useMemo((): Household | undefined => {
    const { born, from, until, minutesFrom, minutesPerDay } = values;
    if (!child || !isIsoDate(born) || [from, until, minutesFrom].some((d) => d && !isIsoDate(d))) return undefined;
    const typed = { ...values, minutesPerDay: minutesPerDay || 0 };
    return { ...household, children: withRow(household.children, childOf(child, child.id, typed, household, today)) };
  }, [values, child, household, today]);
  const reach = useReach(after);
  const keep = handleSubmit(async (v) => {
    const put = childOf(child, child?.id ?? newId(), v, household, today);
    if (await commit(`${put.name} ${child ? 'changed' : 'added'}`, (now) => putChild(now, put, today))) close();
  });
  return (
    <FormDialog
      title={child ? child.name : 'A child'}
      close={close}
      onSubmit={(e) => void keep(e)}
      reach={reach}
      remove={child && { table: 'children', id: child.id, name: child.name }}
    >
      <InputField label="Name" fault={errors.name?.message} {...register('name')} autoComplete="off" />
      <DateControl label="Born" fault={errors.born?.message} control={control} name="born" />
      <fieldset>
        <legend className="label mb-1">Sign</legend>
        <div className="flex flex-wrap gap-1">
          {ORNAMENTS.map((o) => (
            <label
              key={o}
              className="btn !px-2.5 has-checked:border-2 has-checked:border-ink has-focus-visible:outline-3"
              {...tip(o)}
            >
              <input type="radio" value={o} {...register('ornament')} className="sr-only" aria-label={o} />
              <Ornament name={o} colour={colour} size={24} />
            </label>
          ))}
        </div>
      </fieldset>
      <fieldset>
        <legend className="label mb-1">Colour</legend>
        <div className="flex flex-wrap gap-1">
          {COLOURS.map((c) => (
            <label
              key={c}
              className="btn !px-2.5 has-checked:border-2 has-checked:border-ink has-focus-visible:outline-3"
            >
              <input type="radio" value={c} {...register('colour')} className="sr-only" aria-label={COLOUR_WORDS[c]} />
              <Ornament name={ornament} colour={c} size={20} /> {COLOUR_WORDS[c]}
            </label>
          ))}
        </div>
      </fieldset>
      <NumberField
        label="Minutes of school on a full day"
        hint="The plan tries not to ask for more."
        fault={errors.minutesPerDay?.message}
        className="w-32"
        {...register('minutesPerDay', { valueAsNumber: true })}
      />
      {child && values.minutesPerDay !== fullDay(child, today) && (
        <HoldFrom control={control} name="minutesFrom" fault={errors.minutesFrom?.message} />
      )}
      {coming.fields.map((row, i) => (
        <p key={row.id} className="flex flex-wrap items-center gap-3">
          From {shortDate(household.settings.dateStyle, row.from, today)}: {row.minutes} minutes
          <button type="button" className="btn btn-quiet" onClick={() => coming.remove(i)}>
            Leave this out
          </button>
        </p>
      ))}
      <NumberField
        label="Minutes of attention at one go"
        hint="Longer work is cut into pieces. Empty: years of age and two up to the age of eight, then no limit."
        fault={errors.attention?.message}
        className="w-32"
        {...register('attention', { setValueAs: (v) => (v === '' || v === undefined ? undefined : Number(v)) })}
      />
      <div className="grid gap-4 sm:grid-cols-2">
        {STAY.map(({ name, label, hint }) => (
          <DateControl
            key={name}
            label={label}
            hint={hint}
            fault={errors[name]?.message}
            control={control}
            name={name}
          />
        ))}
      </div>
      <fieldset className="flex flex-col gap-3 border-t border-rule pt-3">
        <legend className="label">Near the things of the shelf</legend>
        <SelectField
          label="Puts things in the mouth"
          hint="Small parts and magnets are kept away from a child who does."
          options={(Object.keys(MOUTHS) as Mouths[]).map((m) => [m, MOUTHS[m]] as const)}
          {...register('mouths')}
        />
        <InputField label="Allergic to" hint="Between commas. Always read the label too." {...register('allergies')} />
        <label className="flex min-h-touch items-center gap-2">
          <input type="checkbox" {...register('tools')} /> may use blades and heat with an adult near, from{' '}
          {toolsFrom(household.settings)} years on
        </label>
      </fieldset>
    </FormDialog>
  );
}
