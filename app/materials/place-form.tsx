import { yupResolver } from '@hookform/resolvers/yup';
import { useForm } from 'react-hook-form';
import { object, type ObjectSchema, string } from 'yup';
import { removePlace, savePlace } from '../../core/deeds';
import { REACHES } from '../../core/household';
import { placePath, type PlaceNode, readAmount } from '../../core/materials';
import { useFormCommit, useHousehold } from '../shell/household';
import { InputField, NumberField, SelectField } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';

interface Values {
  path: string;
  reach: string;
  childId: string;
  room: string;
  boxes: string;
}
const schema: ObjectSchema<Values> = object({
  path: string()
    .defined()
    .trim()
    .max(200, 'Keep the place under 200 letters.')
    .test('place', 'Say what the place is called.', (v) => placePath(v) !== ''),
  reach: string().defined(),
  childId: string().defined(),
  room: string()
    .defined()
    .trim()
    .test('room', 'Give centimetres of shelf, or leave it empty.', (v) => {
      const n = v === '' ? 0 : readAmount(v);
      return n !== undefined && n <= 100_000;
    }),
  boxes: string()
    .defined()
    .trim()
    .test(
      'boxes',
      'Give a whole number of boxes up to 1000, or leave it empty.',
      (v) => v === '' || (/^\d+$/.test(v) && Number(v) <= 1000),
    ),
});

/** What is said of a place; under another name all that lies in it goes with it. */
export function PlaceForm({ node, close }: { node?: PlaceNode; close: () => void }) {
  const { household } = useHousehold();
  const commit = useFormCommit();
  const { register, handleSubmit, formState } = useForm<Values>({
    resolver: yupResolver(schema),
    defaultValues: {
      ...{ path: node?.path ?? '', reach: node?.place?.reach ?? '', childId: node?.place?.childId ?? '' },
      room: node?.place?.room?.toString() ?? '',
      boxes: node?.place?.boxes?.toString() ?? '',
    },
  });
  const { errors } = formState;
  const keep = async (v: Values) => {
    const path = placePath(v.path);
    const wish = {
      ...{ path, reach: REACHES.find((r) => r === v.reach), childId: v.childId || undefined },
      room: v.room === '' ? undefined : readAmount(v.room),
      boxes: v.boxes === '' ? undefined : Number(v.boxes),
    };
    const kept = await commit(`${path} ${node ? 'changed' : 'added'}`, (now) => savePlace(now, node?.path, wish));
    if (kept) close();
  };
  const take = async () => {
    if (node && (await commit(`The place ${node.path} taken away`, (now) => removePlace(now, node.path)))) close();
  };
  return (
    <FormDialog
      title={node ? node.path : 'A place'}
      close={close}
      onSubmit={(e) => {
        e.preventDefault();
        void handleSubmit(keep)(e);
      }}
    >
      <InputField
        label="Called"
        hint="The outer place first, with a stroke between: “Loft / blue box”. What lies in it goes with it."
        fault={errors.path?.message}
        {...register('path')}
      />
      <div className="grid gap-4 sm:grid-cols-2">
        <SelectField
          label="How often it is reached into"
          options={[
            ['', 'not said'],
            ['daily', 'daily'],
            ['weekly', 'every week'],
            ['monthly', 'seldom'],
          ]}
          {...register('reach')}
        />
        <SelectField
          label="Whose it is"
          options={[['', 'everybody’s'], ...household.children.map((c) => [c.id, c.name] as const)]}
          {...register('childId')}
        />
        <NumberField
          decimal
          label="Its room, in cm of shelf"
          hint="Empty: not measured."
          className="w-32"
          fault={errors.room?.message}
          {...register('room')}
        />
        <NumberField
          label="Boxes that have room in it"
          hint="Each a place of its own, with a stroke between."
          className="w-32"
          fault={errors.boxes?.message}
          {...register('boxes')}
        />
      </div>
      {node && (
        <button type="button" className="btn self-start" onClick={() => void take()}>
          There is no such place any more
        </button>
      )}
    </FormDialog>
  );
}
