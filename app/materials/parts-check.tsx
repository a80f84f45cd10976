import { yupResolver } from '@hookform/resolvers/yup';
import { useForm } from 'react-hook-form';
import { array, object, type ObjectSchema } from 'yup';
import { countParts } from '../../core/deeds';
import type { Material } from '../../core/household';
import { useFormCommit, useHousehold } from '../shell/household';
import { NumberField } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';
import { asNumber, whole } from '../ui/whole';

interface Values {
  have: { n: number }[];
}
const schema: ObjectSchema<Values> = object({
  have: array()
    .of(object({ n: whole(0, 100_000) }))
    .defined(),
});

/** The parts of a kit counted: how many are there of each. */
export function PartsCheck({ material, close }: { material: Material; close: () => void }) {
  const { today } = useHousehold();
  const commit = useFormCommit();
  const parts = material.parts ?? [];
  const { register, handleSubmit, formState } = useForm<Values>({
    resolver: yupResolver(schema),
    defaultValues: { have: parts.map((p) => ({ n: p.have ?? p.count })) },
  });
  const { errors } = formState;
  const keep = handleSubmit(async ({ have }) => {
    const counted = new Map(parts.map((p, i) => [p.id, have[i]!.n]));
    if (await commit(`${material.name}: its parts counted`, (now) => countParts(now, material.id, counted, today)))
      close();
  });
  return (
    <FormDialog title={`The parts of ${material.name}`} close={close} onSubmit={(e) => void keep(e)}>
      {parts.map((p, i) => (
        <NumberField
          key={p.id}
          label={`${p.name}, ${p.count} in all${p.stops ? ' (of no use without)' : ''}`}
          fault={errors.have?.[i]?.n?.message}
          className="w-24"
          {...register(`have.${i}.n`, asNumber)}
        />
      ))}
    </FormDialog>
  );
}
