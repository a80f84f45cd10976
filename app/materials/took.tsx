import { yupResolver } from '@hookform/resolvers/yup';
import { useForm } from 'react-hook-form';
import { object, type ObjectSchema } from 'yup';
import { prepareLine } from '../../core/deeds';
import { lineName, type PrepLine } from '../../core/prepare';
import { useFormCommit, useHousehold } from '../shell/household';
import { NumberField } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';
import { newId } from '../ui/id';
import { asNumber, whole } from '../ui/whole';

const schema: ObjectSchema<{ minutes: number }> = object({ minutes: whole(0, 1440, 'whole minutes') });

/** Made ready, in other minutes than were thought. */
export default function Took({ line, close }: { line: PrepLine; close: () => void }) {
  const { today } = useHousehold();
  const commit = useFormCommit();
  const { register, handleSubmit, formState } = useForm({
    resolver: yupResolver(schema),
    defaultValues: { minutes: line.minutes + (line.begun ?? 0) },
  });
  const keep = handleSubmit(async ({ minutes }) => {
    const words = `${lineName(line)}: done in ${minutes} min`;
    if (await commit(words, (now) => prepareLine(now, line, today, newId, minutes))) close();
  });
  return (
    <FormDialog title={lineName(line)} close={close} keep="Made ready" onSubmit={(e) => void keep(e)}>
      <NumberField
        label="How many minutes it took"
        hint={`${line.begun ? `The ${line.begun} min of before among them. ` : ''}From the third time on, the next ones are reckoned by it.`}
        className="w-24"
        fault={formState.errors.minutes?.message}
        {...register('minutes', asNumber)}
      />
    </FormDialog>
  );
}
