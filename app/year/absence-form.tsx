import { yupResolver } from '@hookform/resolvers/yup';
import { useMemo, useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { array, object, type ObjectSchema, string } from 'yup';
import { type Day, fromDay, rangeFault } from '../../core/calendar';
import { type Absence, type Household, withRow } from '../../core/household';
import { useFormCommit, useHousehold } from '../shell/household';
import { byFaults } from '../ui/faults';
import { Fault, InputField, RadioField } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';
import { listing } from '../ui/words';
import { EffectLines, useEffectOf, useStanding } from './effect-lines';
import { PeopleControl } from '../ui/controls';
import { newId } from '../ui/id';
import { DateControl } from '../ui/date-control';

export const WHY_WORDS: Record<Absence['why'], string> = {
  sick: 'sick',
  closed: 'days off of their own',
  interruption: 'an interruption (illness, a move, a newborn)',
};

interface Values {
  childIds: string[];
  why: Absence['why'];
  from: string;
  /** Empty: the first day alone. */
  to: string;
  label: string;
}
const schema = (known: readonly string[]): ObjectSchema<Values> =>
  object({
    childIds: array().of(string().oneOf(known).required()).min(1, 'Say which child.').required(),
    why: string()
      .oneOf(Object.keys(WHY_WORDS) as Absence['why'][])
      .required(),
    from: string().defined(),
    to: string().defined(),
    label: string().trim().max(120, 'Keep it under 120 letters.').defined(),
  }).test(
    'range',
    byFaults<Values>(({ from, to }) => ({ from: rangeFault({ from, to: to || from }) })),
  );

/** Sick days, days of a child's own, weeks that fall out: what it does to every course is shown before it is kept. */
export function AbsenceForm({
  absence,
  on,
  close,
}: {
  absence: Absence | undefined;
  /** The day it begins on, where none is stored yet; today unless said. */
  on?: Day;
  close: () => void;
}) {
  const { household, year, today } = useHousehold();
  const commit = useFormCommit();
  const [id] = useState(() => absence?.id ?? newId());
  const { register, handleSubmit, control, formState } = useForm<Values>({
    resolver: yupResolver(schema(household.children.map((c) => c.id))),
    defaultValues: {
      childIds: absence?.childIds ?? [],
      why: absence?.why ?? 'sick',
      from: absence?.from ?? fromDay(on ?? today),
      to: absence?.to ?? '',
      label: absence?.label ?? '',
    },
  });
  const { errors } = formState;
  const [childIds, why, from, to, label] = useWatch({ control, name: ['childIds', 'why', 'from', 'to', 'label'] });
  const draft = useMemo(
    (): Absence => ({ id, childIds: [...childIds], from, to: to || from, why, label: label.trim() }),
    [id, childIds, from, to, why, label],
  );
  const problem = childIds.length === 0 || rangeFault(draft) !== undefined;
  const before = useStanding(year?.id);
  const after = useMemo(
    (): Household | undefined => (problem ? undefined : { ...household, absences: withRow(household.absences, draft) }),
    [problem, household, draft],
  );
  const effect = useEffectOf(before, after, year?.id);
  const names = listing(household.children.filter((c) => childIds.includes(c.id)).map((c) => c.name));
  const keep = handleSubmit(async (v) => {
    if (await commit(`${names}: ${v.label || WHY_WORDS[v.why]}`, [{ table: 'absences', put: draft }])) close();
  });
  return (
    <FormDialog
      title={absence ? 'Days without school' : 'Sick, or without school'}
      close={close}
      onSubmit={(e) => void keep(e)}
      remove={absence && { table: 'absences', id: absence.id, name: absence.label || WHY_WORDS[absence.why] }}
    >
      <PeopleControl legend="Who" people={household.children} control={control} name="childIds" />
      <Fault of={errors.childIds} />
      <RadioField legend="Why" options={Object.entries(WHY_WORDS)} {...register('why')} />
      <div className="grid gap-4 sm:grid-cols-2">
        <DateControl label="From" control={control} name="from" fault={errors.from?.message} />
        <DateControl label="To, if more than one day" control={control} name="to" min={from} />
      </div>
      <InputField label="In your words" maxLength={120} fault={errors.label?.message} {...register('label')} />
      {effect && <EffectLines effect={effect} />}
    </FormDialog>
  );
}
