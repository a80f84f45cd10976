import { yupResolver } from '@hookform/resolvers/yup';
import { useForm, useWatch } from 'react-hook-form';
import { object, type ObjectSchema, string } from 'yup';
import { fromDay } from '../../core/calendar';
import { MARK_KINDS, type MarkKind, titleOf } from '../../core/household';
import { correctMark, detailsFaults, removeMark } from '../../core/deeds';
import { type EntryText, entryText, type RecordLine } from '../../core/log';
import { useFormCommit, useHousehold } from '../shell/household';
import { DateControl } from '../ui/date-control';
import { EntryFields } from '../ui/entry-fields';
import { byFaults } from '../ui/faults';
import { SelectField } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';
import { newId } from '../ui/id';
import { MARK_WORDS } from '../ui/words';

type Values = EntryText & { kind: MarkKind };
const fields: ObjectSchema<Values> = object({
  kind: string().oneOf(MARK_KINDS).required(),
  ...{ minutes: string().defined(), minutesLeft: string().defined(), left: string().defined() },
  ...{ score: string().defined(), note: string().defined(), date: string().defined() },
});

/** Mends one mark of the record, or takes it out. */
export function MarkForm({ line, close }: { line: RecordLine; close: () => void }) {
  const { household, today } = useHousehold();
  const commit = useFormCommit();
  const { mark, course, words } = line;
  const latest = fromDay(today) > mark.date ? fromDay(today) : mark.date;
  const schema = fields.test(
    'read',
    byFaults<Values>(({ kind, ...text }) => detailsFaults({ ...mark, kind }, text, latest)),
  );
  const { register, handleSubmit, control, formState } = useForm<Values>({
    resolver: yupResolver(schema),
    defaultValues: { kind: mark.kind, ...entryText(mark, mark.date) },
  });
  const { errors } = formState;
  const kind = useWatch({ control, name: 'kind' });
  const what = `${titleOf(household, course.id)} ${words}`;
  const keep = handleSubmit(async ({ kind, ...text }) => {
    if (await commit(`record of ${what} mended`, (now) => correctMark(now, mark.id, kind, text, latest, newId)))
      close();
  });
  const kinds = MARK_KINDS.filter((k) => (mark.childId ? k === 'missed' || k === 'done' : k !== 'missed'));
  return (
    <FormDialog title={what} close={close} onSubmit={(e) => void keep(e)}>
      <SelectField
        label="Mark"
        options={kinds.map((k) => [k, `${MARK_WORDS[k].word} (${MARK_WORDS[k].meaning})`] as const)}
        {...register('kind')}
      />
      <div className="flex flex-wrap items-start gap-3">
        <EntryFields
          of={(name) => ({ fault: errors[name]?.message, ...register(name) })}
          date={<DateControl label="on" max={latest} control={control} name="date" fault={errors.date?.message} />}
          partly={kind === 'partly'}
        />
      </div>
      <button
        type="button"
        className="btn self-start"
        onClick={() =>
          void commit(`mark taken off ${what}`, (now) => removeMark(now, mark.id)).then((done) => done && close())
        }
      >
        Take this mark out of the record
      </button>
    </FormDialog>
  );
}
