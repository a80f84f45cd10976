import { yupResolver } from '@hookform/resolvers/yup';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { object, type ObjectSchema, string } from 'yup';
import { isIsoDate, type IsoDate } from '../../core/calendar';
import type { MemoryItem } from '../../core/household';
import { useFormCommit, useHousehold } from '../shell/household';
import { DateField } from '../ui/date-field';
import { Field, InputField } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';
import { newId } from '../ui/id';
import { PeoplePicker } from '../ui/people-picker';

interface Values {
  strand: string;
  text: string;
}
const schema: ObjectSchema<Values> = object({
  strand: string().trim().required('Say what it is of, like “verse”.').max(80, 'Keep it under 80 letters.'),
  text: string().trim().required('Write what is said by heart.').max(5000, 'That is longer than 5,000 letters.'),
});

/** A piece that is learnt by heart: of which strand, what, by whom, new in which week. */
export function MemoryForm({ item, week: proposed, close }: { item?: MemoryItem; week: IsoDate; close: () => void }) {
  const { household } = useHousehold();
  const commit = useFormCommit();
  const [childIds, setChildIds] = useState(item?.childIds ?? household.children.map((c) => c.id));
  const [week, setWeek] = useState<string>(item?.week ?? proposed);
  const [fault, setFault] = useState<string>();
  const { register, handleSubmit, formState } = useForm<Values>({
    resolver: yupResolver(schema),
    defaultValues: { strand: item?.strand ?? '', text: item?.text ?? '' },
  });
  const { errors } = formState;
  const keep = async (v: Values) => {
    if (childIds.length === 0) return setFault('Choose who learns it.');
    if (!isIsoDate(week)) return setFault('Give a day of the week in which it is new.');
    const put: MemoryItem = { id: item?.id ?? newId(), strand: v.strand, text: v.text, week, childIds };
    if (await commit(`${v.strand}: memory work kept`, [{ table: 'memory', put }])) close();
  };
  return (
    <FormDialog
      title={item ? item.strand : 'A piece to learn by heart'}
      close={close}
      remove={item && { table: 'memory', id: item.id, name: item.strand }}
      onSubmit={(e) => {
        e.preventDefault();
        void handleSubmit(keep)(e);
      }}
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
      <PeoplePicker legend="By whom" people={household.children} value={childIds} onChange={setChildIds} />
      <DateField label="New in the week of" value={week} onChange={setWeek} />
      {fault && (
        <p role="alert" className="font-semibold">
          {fault}
        </p>
      )}
    </FormDialog>
  );
}
