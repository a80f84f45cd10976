import { yupResolver } from '@hookform/resolvers/yup';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { object, type ObjectSchema, string } from 'yup';
import type { Child } from '../../core/household';
import { useHousehold } from '../shell/household';
import { NumberField } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';
import { handOver } from './handed';

const schema: ObjectSchema<{ code: string }> = object({
  code: string()
    .matches(/^\d{4}$/, 'Choose four figures, like 4711.')
    .defined(),
});

/** Gives the device to a child: it sees its own page and nothing else until the code is typed. */
export function HandOver({ child }: { child: Child }) {
  const { household } = useHousehold();
  const [open, setOpen] = useState(false);
  const { register, handleSubmit, formState } = useForm({ resolver: yupResolver(schema), defaultValues: { code: '' } });
  const give = handleSubmit(({ code }) => handOver(child.id, code));
  return (
    <>
      <button type="button" className="btn" onClick={() => setOpen(true)}>
        Give this page to {child.name}
      </button>
      {open && (
        <FormDialog
          title={`This page for ${child.name}`}
          keep="Hand over"
          close={() => setOpen(false)}
          onSubmit={(e) => void give(e)}
        >
          <p>
            {child.name} sees what is for today and ticks it. Nothing else of the program can be reached on this device
            until you type a code, or until midnight.{' '}
            {household.settings.nod === false
              ? 'What is ticked is marked done at once.'
              : 'What is ticked waits on Today for your OK.'}
          </p>
          <NumberField
            label="A code of four figures, for coming back"
            hint="Kept on this device alone. It keeps a child from wandering; it does not keep a secret."
            fault={formState.errors.code?.message}
            autoComplete="off"
            maxLength={4}
            className="w-28"
            {...register('code')}
          />
        </FormDialog>
      )}
    </>
  );
}
