import { yupResolver } from '@hookform/resolvers/yup';
import { useForm } from 'react-hook-form';
import { array, object, type ObjectSchema, string } from 'yup';
import { isIsoDate, type IsoDate } from '../../core/calendar';
import { type MemoryItem, childrenAhead } from '../../core/household';
import { useFormCommit, useHousehold } from '../shell/household';
import { DateControl } from '../ui/date-control';
import { Fault, Field, InputField } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';
import { newId } from '../ui/id';
import { PeopleControl } from '../ui/controls';

interface Values {
  strand: string;
  text: string;
  childIds: string[];
  week: string;
}
const schema: ObjectSchema<Values> = object({
  strand: string().trim().required('Say what it is of, like “verse”.').max(80, 'Keep it under 80 letters.'),
  text: string().trim().required('Write what is said by heart.').max(5000, 'That is longer than 5,000 letters.'),
  childIds: array().of(string().required()).min(1, 'Choose who learns it.').required(),
  week: string().defined().test('day', 'Give a day of the week in which it is new.', isIsoDate),
});

/** A piece that is learnt by heart: of which strand, what, by whom, new in which week. */
export function MemoryForm({ item, week: proposed, close }: { item?: MemoryItem; week: IsoDate; close: () => void }) {
  const { household, today } = useHousehold();
  const commit = useFormCommit();
  const { register, handleSubmit, control, formState } = useForm<Values>({
    resolver: yupResolver(schema),
    defaultValues: {
      strand: item?.strand ?? '',
      text: item?.text ?? '',
      childIds: item?.childIds ?? childrenAhead(household, today).map((c) => c.id),
      week: item?.week ?? proposed,
    },
  });
  const { errors } = formState;
  const keep = handleSubmit(async (v) => {
    const put: MemoryItem = { id: item?.id ?? newId(), ...v };
    if (await commit(`${v.strand}: memory work kept`, [{ table: 'memory', put }])) close();
  });
  return (
    <FormDialog
      title={item ? item.strand : 'A piece to learn by heart'}
      close={close}
      remove={item && { table: 'memory', id: item.id, name: item.strand }}
      onSubmit={(e) => void keep(e)}
    >
      <InputField
        label="Strand"
        placeholder="verse, history, a table"
        list="strands-there"
        fault={errors.strand?.message}
        {...register('strand')}
      />
      <datalist id="strands-there">
        {[...new Set(household.memory.map((m) => m.strand))].map((s) => (
          <option key={s} value={s} />
        ))}
      </datalist>
      <Field label="What is said" fault={errors.text?.message}>
        {(p) => <textarea {...p} rows={5} {...register('text')} />}
      </Field>
      <PeopleControl
        legend="By whom"
        people={childrenAhead(household, today, item?.childIds)}
        control={control}
        name="childIds"
      />
      <Fault of={errors.childIds} />
      <DateControl label="New in the week of" control={control} name="week" fault={errors.week?.message} />
    </FormDialog>
  );
}
