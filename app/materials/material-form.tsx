import { type FormEvent, useState } from 'react';
import { fromDay } from '../../core/calendar';
import { CAUTIONS, type Caution, type Material, type Movement } from '../../core/household';
import { nextSeq } from '../../core/log';
import { LEAD_DAYS } from '../../core/materials';
import type { Put } from '../../store';
import { useFormCommit, useHousehold } from '../shell/household';
import { Field, InputField } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';
import { newId } from '../ui/id';

const CAUTION_WORDS: Record<Caution, string> = {
  'small parts': 'small parts (not for under-threes)',
  magnets: 'loose magnets (dangerous if swallowed)',
  blades: 'blades (for adults)',
  heat: 'heat or flame (for adults)',
  allergens: 'food that can meet an allergy',
};

/** A thing: what it is, where it lies, how many were counted. A new count is a movement; the old ones stay in the record. */
export function MaterialForm({
  material,
  onHand,
  close,
}: {
  material: Material | undefined;
  onHand: number;
  close: () => void;
}) {
  const { household, today, remove: takeAway } = useHousehold();
  const commit = useFormCommit();
  const [name, setName] = useState(material?.name ?? '');
  const [place, setPlace] = useState(material?.place ?? '');
  const [unit, setUnit] = useState(material?.unit ?? '');
  const [consumable, setConsumable] = useState(material?.consumable ?? false);
  const [cautions, setCautions] = useState<Caution[]>(material?.cautions ?? []);
  const [quantity, setQuantity] = useState(String(material ? onHand : 1));
  const [leadDays, setLeadDays] = useState(material?.leadDays === undefined ? '' : String(material.leadDays));
  const [fault, setFault] = useState<{ name?: string; quantity?: string; lead?: string }>({});
  const places = [...new Set(household.materials.map((m) => m.place).filter(Boolean))];

  const keep = async (e: FormEvent) => {
    e.preventDefault();
    const n = Number(quantity.trim().replace(',', '.'));
    const bad = {
      ...(name.trim() ? {} : { name: 'Give the thing a name.' }),
      ...(quantity.trim() && n >= 0 && n <= 1_000_000 ? {} : { quantity: 'Give a number, 0 or more.' }),
      ...(leadDays.trim() === '' ||
      (Number.isInteger(Number(leadDays)) && Number(leadDays) >= 0 && Number(leadDays) <= 365)
        ? {}
        : { lead: 'Give whole days from 0 to 365, or leave it empty.' }),
    };
    if (bad.name || bad.quantity || bad.lead) return setFault(bad);
    const put: Material = {
      id: material?.id ?? newId(),
      name: name.trim(),
      place: place.trim(),
      consumable,
      unit: unit.trim(),
      cautions,
      ...(leadDays.trim() === '' ? {} : { leadDays: Number(leadDays) }),
    };
    const puts: Put[] = [{ table: 'materials', put }];
    if (!material || n !== onHand) {
      const seq = nextSeq([...household.marks, ...household.movements]);
      const count: Movement = {
        id: newId(),
        materialId: put.id,
        date: fromDay(today),
        seq,
        kind: 'count',
        quantity: n,
      };
      puts.push({ table: 'movements', put: count });
    }
    if (await commit(`${put.name} ${material ? 'changed' : 'added'}`, puts)) close();
  };
  const remove = async () => {
    if (material && (await takeAway(`${material.name} removed`, 'materials', material.id))) close();
  };

  return (
    <FormDialog title={material ? material.name : 'A thing'} close={close} onSubmit={(e) => void keep(e)}>
      <InputField
        label="Name"
        fault={fault.name}
        value={name}
        maxLength={200}
        onChange={(e) => setName(e.target.value)}
      />
      <div className="grid gap-4 sm:grid-cols-2">
        <Field label="Where it lies">
          {(p) => (
            <>
              <input {...p} list="places" value={place} maxLength={200} onChange={(e) => setPlace(e.target.value)} />
              <datalist id="places">
                {places.map((x) => (
                  <option key={x} value={x} />
                ))}
              </datalist>
            </>
          )}
        </Field>
        <InputField
          label="One of it is called"
          hint="sheet, cup … or leave it empty"
          value={unit}
          maxLength={40}
          onChange={(e) => setUnit(e.target.value)}
        />
        <InputField
          label="How many are there now"
          hint={material ? 'Marked work has been taken off.' : undefined}
          fault={fault.quantity}
          inputMode="decimal"
          className="w-32"
          value={quantity}
          onChange={(e) => setQuantity(e.target.value)}
        />
        <InputField
          label="Days from ordering to having it"
          hint={`Empty: ${LEAD_DAYS}.`}
          fault={fault.lead}
          inputMode="numeric"
          className="w-32"
          value={leadDays}
          onChange={(e) => setLeadDays(e.target.value)}
        />
        <label className="flex min-h-[44px] items-center gap-2 self-center">
          <input type="checkbox" checked={consumable} onChange={(e) => setConsumable(e.target.checked)} /> it is used up
          by a lesson
        </label>
      </div>
      <fieldset>
        <legend className="label mb-1">Caution</legend>
        {CAUTIONS.map((c) => (
          <label key={c} className="flex min-h-[36px] items-center gap-2">
            <input
              type="checkbox"
              checked={cautions.includes(c)}
              onChange={(e) => setCautions(e.target.checked ? [...cautions, c] : cautions.filter((x) => x !== c))}
            />{' '}
            {CAUTION_WORDS[c]}
          </label>
        ))}
      </fieldset>
      {material && (
        <button type="button" className="btn self-start" onClick={() => void remove()}>
          Remove it, with what needs it
        </button>
      )}
    </FormDialog>
  );
}
