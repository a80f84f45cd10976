import { yupResolver } from '@hookform/resolvers/yup';
import { useMemo, useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { object, type ObjectSchema, string } from 'yup';
import { fromDay } from '../../core/calendar';
import { INVENTORY_COLUMNS, readInventory, takeInventory, writeInventory } from '../../core/inventory-file';
import { decode } from '../../worker/decode';
import { useFormCommit, useHousehold } from '../shell/household';
import { download } from '../ui/download';
import { FileButton } from '../ui/file-button';
import { Field } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';
import { newId } from '../ui/id';
import { count } from '../ui/words';

/** So small a file is read at once; no inventory is longer. */
const MOST_BYTES = 4_000_000;

const schema: ObjectSchema<{ text: string }> = object({
  text: string()
    .defined()
    .test(
      'rows',
      'Nothing can be taken in yet: paste rows, or choose a file.',
      (v) => readInventory(v).rows.length > 0,
    ),
});

/** An inventory pasted from a spreadsheet or read from CSV, looked at before it is taken in; and the whole of it as CSV. */
export default function InventoryFile({ close }: { close: () => void }) {
  const { household, today } = useHousehold();
  const commit = useFormCommit();
  const { register, handleSubmit, control, formState, setValue } = useForm({
    resolver: yupResolver(schema),
    defaultValues: { text: '' },
  });
  const text = useWatch({ control, name: 'text' });
  const [note, setNote] = useState('');
  const { rows, faults } = useMemo(() => readInventory(text), [text]);
  const names = new Set(household.materials.map((m) => m.name.toLowerCase()));
  const fresh = rows.filter((r) => !names.has(r.name.toLowerCase())).length;
  const file = async (chosen: File) => {
    if (chosen.size > MOST_BYTES) return setNote('The file is far longer than any inventory; it was not read.');
    const { text: read, encoding } = decode(new Uint8Array(await chosen.arrayBuffer()));
    setNote(encoding === 'UTF-8' ? '' : `Read as ${encoding}: look whether its letters are right.`);
    setValue('text', read, { shouldValidate: true });
  };
  const keep = handleSubmit(async () => {
    const done = await commit(`${count(rows.length, 'thing')} taken in`, (now) =>
      takeInventory(now, rows, today, newId),
    );
    if (done) close();
  });
  return (
    <FormDialog
      wide
      title="The inventory as a table"
      close={close}
      keep={rows.length > 0 ? `Take in ${count(rows.length, 'thing')}` : 'Take it in'}
      onSubmit={(e) => void keep(e)}
    >
      <Field
        label="Rows from a spreadsheet"
        hint={`Thing, how many, where; or with a first row that names the columns: ${INVENTORY_COLUMNS.join(', ')}.`}
        fault={formState.errors.text?.message}
      >
        {(p) => <textarea {...p} rows={8} spellCheck={false} className="font-mono text-note" {...register('text')} />}
      </Field>
      <div className="flex flex-wrap gap-2">
        <FileButton accept=".csv,.tsv,.txt,text/csv" onFile={file}>
          Choose a CSV file
        </FileButton>
        <button
          type="button"
          className="btn"
          onClick={() => download(`inventory ${fromDay(today)}.csv`, writeInventory(household), 'text/csv')}
        >
          Download it all as CSV
        </button>
      </div>
      {note && <p role="status">{note}</p>}
      {rows.length > 0 && (
        <p>
          {fresh} new, {rows.length - fresh} here already: those are changed in what the table says.
        </p>
      )}
      {faults.length > 0 && (
        <ul aria-label="Rows left out" role="alert" className="max-h-48 overflow-y-auto" tabIndex={0}>
          {faults.slice(0, 50).map((f) => (
            <li key={`${f.row} ${f.sentence}`}>
              Row {f.row}: {f.sentence}
            </li>
          ))}
        </ul>
      )}
    </FormDialog>
  );
}
