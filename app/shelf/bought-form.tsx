import { yupResolver } from '@hookform/resolvers/yup';
import { Plus, X } from 'lucide-react';
import { useFieldArray, useForm } from 'react-hook-form';
import { byId, type Course, PART_KINDS } from '../../core/household';
import { useFormCommit } from '../shell/household';
import { DateControl } from '../ui/date-control';
import { Field, InputField, NumberField, SelectField } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';
import { newId } from '../ui/id';
import { boughtSchema, type BoughtValues, boughtValues, type PartValues, withBought } from './bought-values';

const newPart = (): PartValues => ({
  ...{ id: newId(), kind: 'manual', title: '', isbn: '', edition: '', price: '' },
  ...{ notWanted: false, outOfPrint: false, printedTo: '', proof: '' },
});

/** The parts of a course as they were bought, with where and when, and until when they can be sent back. */
export function BoughtForm({ course, close }: { course: Course; close: () => void }) {
  const commit = useFormCommit();
  const { register, handleSubmit, control, formState } = useForm<BoughtValues>({
    resolver: yupResolver(boughtSchema),
    defaultValues: boughtValues(course),
  });
  const { errors } = formState;
  const { fields, append, remove } = useFieldArray({ control, name: 'parts', keyName: 'key' });
  const keep = handleSubmit(async (v) => {
    const done = await commit(`${course.title}: as bought`, (now) => {
      const stored = byId(now.courses, course.id);
      return stored ? [{ table: 'courses', put: withBought(stored, v) }] : [];
    });
    if (done) close();
  });
  return (
    <FormDialog title={`${course.title}, as bought`} wide close={close} onSubmit={(e) => void keep(e)}>
      {fields.length > 0 && (
        <p className="text-aside text-soft">
          The pages of a download are those that its lessons name: 0 before any is printed.
        </p>
      )}
      {fields.map((p, i) => {
        const wrong = errors.parts?.[i];
        return (
          <div
            key={p.key}
            className="grid grid-cols-2 items-start gap-2 border-b border-rule pb-3 sm:grid-cols-[130px_1fr_170px_110px_90px_44px]"
          >
            <SelectField
              label={`Part ${i + 1}`}
              options={PART_KINDS.map((k) => [k, k] as const)}
              {...register(`parts.${i}.kind`)}
            />
            <InputField label="Title" fault={wrong?.title?.message} maxLength={200} {...register(`parts.${i}.title`)} />
            <InputField label="ISBN" fault={wrong?.isbn?.message} maxLength={20} {...register(`parts.${i}.isbn`)} />
            <InputField
              label="Edition"
              fault={wrong?.edition?.message}
              maxLength={120}
              {...register(`parts.${i}.edition`)}
            />
            <NumberField decimal label="Price" fault={wrong?.price?.message} {...register(`parts.${i}.price`)} />
            <button
              type="button"
              className="btn mt-5 !px-0"
              aria-label={`Take part ${i + 1} out`}
              onClick={() => remove(i)}
            >
              <X size={18} aria-hidden="true" />
            </button>
            <span className="col-span-2 flex flex-wrap gap-x-6">
              <label className="flex min-h-touch items-center gap-2">
                <input type="checkbox" {...register(`parts.${i}.notWanted`)} />
                left out on purpose
              </label>
              <label className="flex min-h-touch items-center gap-2">
                <input type="checkbox" {...register(`parts.${i}.outOfPrint`)} />
                no longer sold new
              </label>
            </span>
            <label className="col-span-2 flex min-h-touch flex-wrap items-center gap-2 sm:col-span-4">
              a download, printed up to page
              <input
                className="w-20"
                inputMode="numeric"
                maxLength={5}
                aria-invalid={wrong?.printedTo !== undefined}
                {...register(`parts.${i}.printedTo`)}
              />
              {wrong?.printedTo && (
                <span role="alert" className="font-semibold">
                  {wrong.printedTo.message}
                </span>
              )}
            </label>
            <label className="col-span-2 flex min-h-touch flex-wrap items-center gap-2 sm:col-span-6">
              proof of its edition
              <input
                className="min-w-0 flex-1"
                maxLength={200}
                placeholder="a picture of the imprint, in folder 3"
                {...register(`parts.${i}.proof`)}
              />
            </label>
          </div>
        );
      })}
      <button type="button" className="btn self-start" onClick={() => append(newPart(), { shouldFocus: false })}>
        <Plus size={18} aria-hidden="true" /> A part
      </button>
      {fields.length > 1 && (
        <Field
          label="Editions that go together, a line for each set"
          hint="“manual 2nd + workbook 3rd”: a step that refers to another edition is flagged."
          fault={errors.together?.message}
        >
          {(f) => <textarea {...f} rows={2} maxLength={10_000} {...register('together')} />}
        </Field>
      )}
      <div className="grid gap-4 sm:grid-cols-3">
        <InputField label="Bought from" fault={errors.from?.message} maxLength={200} {...register('from')} />
        <DateControl label="On" fault={errors.date?.message} control={control} name="date" />
        <DateControl
          label="Can be exchanged until"
          fault={errors.exchangeUntil?.message}
          control={control}
          name="exchangeUntil"
        />
      </div>
      <div className="flex flex-wrap gap-x-6">
        <label className="flex min-h-touch items-center gap-2">
          <input type="checkbox" {...register('used')} /> bought used
        </label>
        <label className="flex min-h-touch items-center gap-2">
          <input type="checkbox" {...register('wish')} /> only on the wish list
        </label>
      </div>
    </FormDialog>
  );
}
