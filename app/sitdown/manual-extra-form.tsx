import { yupResolver } from '@hookform/resolvers/yup';
import { useForm, useWatch } from 'react-hook-form';
import { number, object, type ObjectSchema, string } from 'yup';
import { extraOfManual, MANUAL_EXTRAS, type ManualExtra } from '../../core/deeds';
import type { ReadingLine } from '../../core/sitdown';
import { takerNames } from '../../core/words';
import { useFormCommit, useHousehold } from '../shell/household';
import { dayAndDate } from '../ui/dates';
import { InputField, NumberField, RadioField } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';
import { asNumber, whole } from '../ui/whole';

interface Values {
  words: string;
  as: ManualExtra;
  minutes: number;
}
const schema: ObjectSchema<Values> = object({
  words: string()
    .trim()
    .required('Say what it is, like “the boat of a walnut shell”.')
    .max(120, 'Keep it under 120 letters.'),
  as: string().oneOf(MANUAL_EXTRAS).required(),
  minutes: whole(1, 600, 'whole minutes').when('as', { is: 'thing', then: () => number().required() }),
});

/** Something of the manual that is worth doing: what it is, and what it becomes. */
export function ManualExtraForm({ line, close }: { line: ReadingLine; close: () => void }) {
  const { household, today } = useHousehold();
  const commit = useFormCommit();
  const { register, handleSubmit, control, formState } = useForm<Values>({
    resolver: yupResolver(schema),
    defaultValues: { words: '', as: 'step', minutes: 15 },
  });
  const { errors } = formState;
  const as = useWatch({ control, name: 'as' });
  const names = takerNames(household, line.enrolment, line.day);
  const becomes: Record<ManualExtra, string> = {
    step: `a step of ${line.lesson.title} that may be left out, for everybody who takes ${line.title}`,
    extra: `an extra on ${dayAndDate(household.settings.dateStyle, line.day, today)}, for ${names}`,
    thing: `a thing that ${line.lesson.title} needs, for the week’s box`,
  };
  const keep = handleSubmit(async (v) => {
    if (await commit(`${v.words}: chosen from the manual`, (now) => extraOfManual(now, line, v))) close();
  });
  return (
    <FormDialog title={`Worth doing: ${line.title}, ${line.lesson.title}`} close={close} onSubmit={(e) => void keep(e)}>
      <InputField
        label="What the manual has"
        placeholder="the boat of a walnut shell"
        maxLength={120}
        fault={errors.words?.message}
        {...register('words')}
      />
      <RadioField
        legend="It becomes"
        options={MANUAL_EXTRAS.map((x) => [x, becomes[x]] as const)}
        {...register('as')}
      />
      {as !== 'thing' && (
        <NumberField
          label="Minutes"
          className="w-24"
          fault={errors.minutes?.message}
          {...register('minutes', asNumber)}
        />
      )}
    </FormDialog>
  );
}
