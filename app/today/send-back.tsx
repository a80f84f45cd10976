import { yupResolver } from '@hookform/resolvers/yup';
import { useForm } from 'react-hook-form';
import { object, type ObjectSchema, string } from 'yup';
import type { WaitingTick } from '../../core/day';
import { sendBack } from '../../core/deeds';
import { useFormCommit } from '../shell/household';
import { InputField } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';

const schema: ObjectSchema<{ why: string }> = object({
  why: string().max(200, 'Keep it under 200 letters.').defined(),
});

/** What a child has ticked goes back, with a word why. */
export default function SendBack({ tick, what, close }: { tick: WaitingTick; what: string; close: () => void }) {
  const commit = useFormCommit();
  const { register, handleSubmit, formState } = useForm({ resolver: yupResolver(schema), defaultValues: { why: '' } });
  const keep = handleSubmit(async ({ why }) => {
    if (await commit(`${what}: not yet`, (now) => sendBack(now, tick.tick.id, why))) close();
  });
  return (
    <FormDialog title={`Not yet: ${what}`} keep="Send it back" close={close} onSubmit={(e) => void keep(e)}>
      <InputField
        label="Why, in a word or two"
        hint={`${tick.child.name} reads it beside the thing; it may stay empty.`}
        maxLength={200}
        fault={formState.errors.why?.message}
        {...register('why')}
      />
    </FormDialog>
  );
}
