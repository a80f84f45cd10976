import { yupResolver } from '@hookform/resolvers/yup';
import { useMemo, useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { array, boolean, object, type ObjectSchema, string } from 'yup';
import { readIsbn } from '../../core/course';
import { moveThing } from '../../core/deeds';
import { fromDay } from '../../core/calendar';
import { byId, CAUTIONS, type Caution, type Household, type Id, type Material, type Put } from '../../core/household';
import {
  alike,
  alikeWords,
  knownThings,
  LEAD_DAYS,
  money,
  partsText,
  placePath,
  readAmount,
  readParts,
  readPrice,
  readTags,
  stock,
} from '../../core/materials';
import { useFormCommit, useHousehold } from '../shell/household';
import { Field, InputField, NumberField, SelectField } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';
import { newId } from '../ui/id';

const CAUTION_WORDS: Record<Caution, string> = {
  'small parts': 'small parts (not for under-threes)',
  magnets: 'loose magnets (dangerous if swallowed)',
  blades: 'blades (for adults)',
  heat: 'heat or flame (for adults)',
  allergens: 'food that can meet an allergy',
};

interface Values {
  name: string;
  place: string;
  unit: string;
  /** Empty: nobody counted, and nothing is said of it. */
  quantity: string;
  leadDays: string;
  pack: string;
  price: string;
  width: string;
  isbn: string;
  edition: string;
  tags: string;
  parts: string;
  consumable: boolean;
  copied: boolean;
  cautions: Caution[];
  substitutes: Id[];
  /** Empty: its copies take nothing that is counted. */
  copiedOn: string;
  copySheets: string;
}

const whole = (least: number, most: number, words: string) =>
  string()
    .defined()
    .trim()
    .test('whole', words, (v) => {
      return v === '' || (/^\d+$/.test(v) && Number(v) >= least && Number(v) <= most);
    });
const schema: ObjectSchema<Values> = object({
  name: string().trim().required('Give the thing a name.').max(200, 'Keep the name under 200 letters.'),
  place: string().defined().trim().max(200),
  unit: string().defined().trim().max(40),
  quantity: string()
    .defined()
    .trim()
    .test('number', 'Give a number, 0 or more, or leave it empty while nobody has counted.', (v) => {
      return v === '' || readAmount(v) !== undefined;
    }),
  leadDays: whole(0, 365, 'Give whole days from 0 to 365, or leave it empty.'),
  pack: whole(1, 100_000, 'Give how many are in a pack, or leave it empty.'),
  price: string()
    .defined()
    .trim()
    .test('price', 'Give a price like 24.50, or leave it empty.', (v) => v === '' || readPrice(v) !== undefined),
  isbn: string()
    .defined()
    .trim()
    .test('isbn', function (v) {
      const read = v === '' ? undefined : readIsbn(v);
      return read && 'fault' in read ? this.createError({ message: read.fault }) : true;
    }),
  width: string()
    .defined()
    .trim()
    .test(
      'width',
      'Give centimetres of shelf, or leave it empty.',
      (v) => v === '' || (readAmount(v) ?? 10_001) <= 10_000,
    ),
  edition: string().defined().trim().max(200),
  tags: string().defined().max(2000),
  parts: string().defined().max(20_000),
  consumable: boolean().defined(),
  copied: boolean().defined(),
  cautions: array().of(string<Caution>().defined()).defined(),
  substitutes: array().of(string().defined()).defined(),
  copiedOn: string().defined(),
  copySheets: whole(1, 1000, 'Give whole sheets from 1 to 1000, or leave it empty.'),
});

/** A thing: what it is, where it lies, how many were counted. A new count is an entry of its own; the old ones stay. */
export function MaterialForm({
  material,
  close,
  gone = close,
}: {
  material?: Material;
  close: () => void;
  /** Once it has been removed. */
  gone?: () => void;
}) {
  const { household, today, remove: takeAway } = useHousehold();
  const commit = useFormCommit();
  const counted = useMemo(
    () => (material && knownThings(household).has(material.id) ? String(stock(household).get(material.id) ?? 0) : ''),
    [household, material],
  );
  const { register, handleSubmit, control, formState } = useForm<Values>({
    resolver: yupResolver(schema),
    defaultValues: {
      ...{ name: material?.name ?? '', place: material?.place ?? '', unit: material?.unit ?? '', quantity: counted },
      ...{ leadDays: String(material?.leadDays ?? ''), pack: String(material?.pack ?? '') },
      price: material?.price === undefined ? '' : money(material.price),
      width: material?.width?.toString() ?? '',
      ...{ isbn: material?.isbn ?? '', edition: material?.edition ?? '', tags: (material?.tags ?? []).join(', ') },
      ...{ parts: partsText(material?.parts), consumable: material?.consumable ?? false },
      ...{ copied: material?.copied ?? false, cautions: material?.cautions ?? [] },
      substitutes: material?.substitutes ?? [],
      ...{ copiedOn: material?.copiedOn ?? '', copySheets: material?.copySheets?.toString() ?? '' },
    },
  });
  const { errors } = formState;
  const now = useWatch({ control }) as Values;
  const [more, setMore] = useState(
    material !== undefined &&
      [
        material.pack,
        material.price,
        material.isbn,
        material.edition,
        material.parts,
        material.tags,
        material.width,
      ].some((x) => x !== undefined),
  );
  // What is here already is said while it is typed; it is kept a second time only if that is meant.
  const isbn = readIsbn(now.isbn ?? '');
  const same = alikeWords(
    alike(household, { name: now.name ?? '', isbn: 'isbn' in isbn ? isbn.isbn : undefined }, today, material?.id),
  );
  const places = [...new Set(household.materials.map((m) => m.place).filter(Boolean))].sort();
  const others = household.materials
    .filter((m) => m.id !== material?.id && !m.retired)
    .sort((a, b) => a.name.localeCompare(b.name));

  const keep = async (v: Values) => {
    const number = readIsbn(v.isbn);
    const { parts: _p, substitutes: _s, tags: _t, retired } = material ?? {};
    const parts = readParts(v.parts, material?.parts ?? [], newId);
    const tags = readTags(v.tags);
    const price = readPrice(v.price);
    const put: Material = {
      ...{ id: material?.id ?? newId(), name: v.name, place: placePath(v.place), unit: v.unit },
      ...{ consumable: v.consumable, cautions: CAUTIONS.filter((c) => v.cautions.includes(c)) },
      ...(v.leadDays === '' ? {} : { leadDays: Number(v.leadDays) }),
      ...(v.pack === '' ? {} : { pack: Number(v.pack) }),
      ...(price === undefined ? {} : { price }),
      ...(v.width === '' ? {} : { width: readAmount(v.width)! }),
      ...('isbn' in number ? { isbn: number.isbn } : {}),
      ...(v.edition === '' ? {} : { edition: v.edition }),
      ...(parts.length > 0 ? { parts } : {}),
      ...(v.substitutes.length > 0 ? { substitutes: v.substitutes } : {}),
      ...(v.copied ? { copied: true } : {}),
      ...(v.copied && v.copiedOn ? { copiedOn: v.copiedOn } : {}),
      ...(v.copied && v.copiedOn && v.copySheets !== '' ? { copySheets: Number(v.copySheets) } : {}),
      ...(tags.length > 0 ? { tags } : {}),
      ...(retired ? { retired } : {}),
    };
    const kept = await commit(`${put.name} ${material ? 'changed' : 'added'}`, (state: Household): Put[] => {
      const puts: Put[] = [{ table: 'materials', put }];
      const quantity = readAmount(v.quantity);
      if (quantity === undefined || v.quantity === counted) return puts;
      const withIt = { ...state, materials: [...state.materials.filter((m) => m.id !== put.id), put] };
      const wish = { materialId: put.id, kind: 'count' as const, quantity, day: today };
      return [...puts, ...moveThing(withIt, wish, newId)];
    });
    if (kept) close();
  };
  // What was ever entered of a thing stays: it leaves the house, and nothing asks for it any more.
  const entered = material && knownThings(household).has(material.id);
  const retire = async () => {
    if (!material) return;
    const done = await commit(
      material.retired ? `${material.name} is in the house again` : `${material.name} is no longer in the house`,
      (state: Household): Put[] => {
        const row = byId(state.materials, material.id);
        if (!row) return [];
        const { retired: was, ...rest } = row;
        return [{ table: 'materials', put: was ? rest : { ...rest, retired: fromDay(today) } }];
      },
    );
    if (done) gone();
  };
  const remove = async () => {
    if (material && (await takeAway(`${material.name} removed`, 'materials', material.id))) gone();
  };

  return (
    <FormDialog
      title={material ? material.name : 'A thing'}
      close={close}
      onSubmit={(e) => {
        e.preventDefault();
        void handleSubmit(keep)(e);
      }}
    >
      <InputField label="Name" fault={errors.name?.message} hint={same || undefined} {...register('name')} />
      <div className="grid gap-4 sm:grid-cols-2">
        <InputField
          label="Where it lies"
          hint="The outer place first: Loft / blue box."
          list="places"
          maxLength={200}
          {...register('place')}
        />
        <datalist id="places">
          {places.map((x) => (
            <option key={x} value={x} />
          ))}
        </datalist>
        <InputField
          label="Counted in"
          hint="sheet, cup … or leave it empty"
          maxLength={40}
          fault={errors.unit?.message}
          {...register('unit')}
        />
        <NumberField
          decimal
          label="How many are there now"
          hint={material ? 'Marked work has been taken off.' : 'Empty: not counted, and never called missing.'}
          fault={errors.quantity?.message}
          className="w-32"
          {...register('quantity')}
        />
        <NumberField
          label="Days from ordering to having it"
          hint={`Empty: ${LEAD_DAYS}.`}
          fault={errors.leadDays?.message}
          className="w-32"
          {...register('leadDays')}
        />
        <label className="flex min-h-touch items-center gap-2">
          <input type="checkbox" {...register('consumable')} /> it is used up by a lesson
        </label>
        <label className="flex min-h-touch items-center gap-2">
          <input type="checkbox" {...register('copied')} /> it can be copied at home
        </label>
        {now.copied && others.length > 0 && (
          <>
            <SelectField
              label="Copied on"
              hint="Its copies take of that."
              options={[['', 'nothing that is counted'], ...others.map((m) => [m.id, m.name] as const)]}
              {...register('copiedOn')}
            />
            <NumberField
              label="How many of that a copy takes"
              hint="Empty: 1."
              fault={errors.copySheets?.message}
              className="w-32"
              {...register('copySheets')}
            />
          </>
        )}
      </div>
      <fieldset>
        <legend className="label mb-1">Caution</legend>
        {CAUTIONS.map((c) => (
          <label key={c} className="flex min-h-[36px] items-center gap-2">
            <input type="checkbox" value={c} {...register('cautions')} /> {CAUTION_WORDS[c]}
          </label>
        ))}
      </fieldset>
      {!more && (
        <button type="button" className="btn self-start" onClick={() => setMore(true)}>
          Packs, price, ISBN, parts, what serves instead …
        </button>
      )}
      {more && (
        <div className="grid gap-4 border-t border-rule pt-3 sm:grid-cols-2">
          <NumberField
            label="In packs of"
            hint="Empty: sold singly."
            fault={errors.pack?.message}
            className="w-32"
            {...register('pack')}
          />
          <NumberField
            decimal
            label="Price of one, or of a pack"
            fault={errors.price?.message}
            className="w-32"
            {...register('price')}
          />
          <InputField label="ISBN" fault={errors.isbn?.message} {...register('isbn')} />
          <InputField label="Edition" maxLength={200} {...register('edition')} />
          <NumberField
            decimal
            label="Takes so many cm of its place"
            hint="One of it. Empty: not measured."
            fault={errors.width?.message}
            className="w-32"
            {...register('width')}
          />
          <InputField
            label="Words to find it by"
            hint="Skill, age, season; between commas."
            box="sm:col-span-2"
            {...register('tags')}
          />
          <Field
            label="Parts of the kit, a line each"
            hint="“6 dice”; a ! at the end: of no use without it."
            fault={errors.parts?.message}
          >
            {(p) => <textarea {...p} rows={4} {...register('parts')} />}
          </Field>
          {others.length > 0 && (
            <SelectField
              label="What serves instead"
              hint="The best first; several with Ctrl."
              options={others.map((m) => [m.id, m.name] as const)}
              multiple
              size={4}
              {...register('substitutes')}
            />
          )}
        </div>
      )}
      {material && (
        <button type="button" className="btn self-start" onClick={() => void (entered ? retire() : remove())}>
          {!entered
            ? 'Remove it, with what needs it'
            : material.retired
              ? 'It is in the house again'
              : 'It is no longer in the house'}
        </button>
      )}
    </FormDialog>
  );
}
