import { useState } from 'react';
import { fromDay } from '../../core/calendar';
import { byId, type Material } from '../../core/household';
import { useFormCommit, useHousehold } from '../shell/household';
import { InputField } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';

/** The parts of a kit counted: how many are there of each. */
export function PartsCheck({ material, close }: { material: Material; close: () => void }) {
  const { today } = useHousehold();
  const commit = useFormCommit();
  const parts = material.parts ?? [];
  const [have, setHave] = useState(() => parts.map((p) => String(p.have ?? p.count)));
  const [fault, setFault] = useState<string>();
  const keep = async () => {
    const counted = have.map((h) => Number(h.trim()));
    const bad = counted.findIndex((n) => !(Number.isInteger(n) && n >= 0 && n <= 100_000));
    if (bad >= 0) return setFault(`Give a whole number of ${parts[bad]!.name}, 0 or more.`);
    const done = await commit(`${material.name}: its parts counted`, (now) => {
      const row = byId(now.materials, material.id);
      if (!row?.parts) return [];
      const checked = new Map(parts.map((p, i) => [p.id, counted[i]!]));
      const put = {
        ...row,
        parts: row.parts.map((p) =>
          checked.has(p.id) ? { ...p, have: checked.get(p.id)!, checked: fromDay(today) } : p,
        ),
      };
      return [{ table: 'materials', put }];
    });
    if (done) close();
  };
  return (
    <FormDialog
      title={`The parts of ${material.name}`}
      close={close}
      onSubmit={(e) => {
        e.preventDefault();
        void keep();
      }}
    >
      {parts.map((p, i) => (
        <InputField
          key={p.id}
          label={`${p.name}, ${p.count} in all${p.stops ? ' (of no use without)' : ''}`}
          inputMode="numeric"
          className="w-24"
          value={have[i]}
          onChange={(e) => {
            const { value } = e.target;
            setHave(have.map((h, k) => (k === i ? value : h)));
          }}
        />
      ))}
      {fault && (
        <p role="alert" className="font-semibold">
          {fault}
        </p>
      )}
    </FormDialog>
  );
}
