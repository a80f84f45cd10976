import { Plus, X } from 'lucide-react';
import type { IsoDate } from '../../core/calendar';
import type { Rhythm } from '../../core/household';
import { InputField } from '../ui/field';
import { newId } from '../ui/id';
import { DateField } from '../ui/date-field';

type Kind = 'through' | Rhythm['kind'];

/** How the year runs: straight through, in terms, or weeks on and off with exceptions. */
export function RhythmFields({
  value,
  onChange,
  start,
  end,
  fault,
}: {
  value: Rhythm | undefined;
  onChange: (rhythm: Rhythm | undefined) => void;
  start: IsoDate;
  end: IsoDate;
  fault: string | undefined;
}) {
  const kind: Kind = value?.kind ?? 'through';
  const choose = (next: Kind) => {
    if (next === 'through') onChange(undefined);
    if (next === 'weeks') onChange({ kind: 'weeks', from: start, on: 6, off: 1, changes: [] });
    if (next === 'terms')
      onChange({ kind: 'terms', terms: [{ id: newId(), name: 'First term', from: start, to: end }] });
  };
  return (
    <fieldset className="flex flex-col gap-2">
      <legend className="label mb-1">The year runs</legend>
      <div className="flex flex-wrap gap-x-5">
        {(
          [
            ['through', 'straight through'],
            ['terms', 'in terms'],
            ['weeks', 'weeks on and weeks off'],
          ] as const
        ).map(([k, word]) => (
          <label key={k} className="flex min-h-touch items-center gap-2">
            <input type="radio" name="rhythm" checked={kind === k} onChange={() => choose(k)} /> {word}
          </label>
        ))}
      </div>
      {value?.kind === 'terms' && <Terms value={value} onChange={onChange} />}
      {value?.kind === 'weeks' && <Weeks value={value} onChange={onChange} />}
      {fault && (
        <p role="alert" className="font-semibold">
          {fault}
        </p>
      )}
    </fieldset>
  );
}

function Terms({ value, onChange }: { value: Extract<Rhythm, { kind: 'terms' }>; onChange: (r: Rhythm) => void }) {
  const set = (i: number, change: Partial<(typeof value.terms)[number]>) =>
    onChange({ ...value, terms: value.terms.map((t, at) => (at === i ? { ...t, ...change } : t)) });
  return (
    <div className="flex flex-col gap-2">
      {value.terms.map((t, i) => (
        <div key={t.id} className="grid grid-cols-[1fr_44px] items-end gap-2 sm:grid-cols-[1fr_auto_auto_44px]">
          <InputField
            label={`Term ${i + 1}`}
            value={t.name}
            maxLength={80}
            onChange={(e) => set(i, { name: e.target.value })}
          />
          <DateField label={`from, term ${i + 1}`} value={t.from} onChange={(v) => set(i, { from: v })} />
          <DateField label={`to, term ${i + 1}`} value={t.to} onChange={(v) => set(i, { to: v })} />
          <button
            type="button"
            className="btn !px-0"
            aria-label={`Take term ${i + 1} out`}
            onClick={() => onChange({ ...value, terms: value.terms.filter((_, at) => at !== i) })}
          >
            <X size={18} aria-hidden="true" />
          </button>
        </div>
      ))}
      <button
        type="button"
        className="btn self-start"
        onClick={() => onChange({ ...value, terms: [...value.terms, { id: newId(), name: '', from: '', to: '' }] })}
      >
        <Plus size={18} aria-hidden="true" /> Another term
      </button>
    </div>
  );
}

function Weeks({ value, onChange }: { value: Extract<Rhythm, { kind: 'weeks' }>; onChange: (r: Rhythm) => void }) {
  const number = (text: string) => (text === '' ? undefined : Number(text));
  const set = (i: number, change: { block?: number; on?: number | undefined; off?: number | undefined }) =>
    onChange({
      ...value,
      changes: value.changes.map((c, at) => {
        if (at !== i) return c;
        const { block, on, off } = { ...c, ...change };
        return { block, ...(on === undefined ? {} : { on }), ...(off === undefined ? {} : { off }) };
      }),
    });
  return (
    <div className="flex flex-col gap-2">
      <div className="grid grid-cols-2 items-end gap-2 sm:grid-cols-3">
        <InputField
          label="Weeks on"
          type="number"
          min={1}
          value={value.on}
          onChange={(e) => onChange({ ...value, on: Number(e.target.value) })}
        />
        <InputField
          label="Weeks off"
          type="number"
          min={0}
          value={value.off}
          onChange={(e) => onChange({ ...value, off: Number(e.target.value) })}
        />
        <DateField
          label="First day of the first block"
          value={value.from}
          onChange={(v) => onChange({ ...value, from: v })}
        />
      </div>
      {value.changes.map((c, i) => (
        <div key={i} className="grid grid-cols-[1fr_1fr_1fr_44px] items-end gap-2">
          <InputField
            label="Block"
            type="number"
            min={1}
            value={c.block}
            onChange={(e) => set(i, { block: Number(e.target.value) })}
          />
          <InputField
            label="weeks on"
            type="number"
            min={1}
            value={c.on ?? ''}
            placeholder={String(value.on)}
            onChange={(e) => set(i, { on: number(e.target.value) })}
          />
          <InputField
            label="weeks off behind"
            type="number"
            min={0}
            value={c.off ?? ''}
            placeholder={String(value.off)}
            onChange={(e) => set(i, { off: number(e.target.value) })}
          />
          <button
            type="button"
            className="btn !px-0"
            aria-label={`Take exception ${i + 1} out`}
            onClick={() => onChange({ ...value, changes: value.changes.filter((_, at) => at !== i) })}
          >
            <X size={18} aria-hidden="true" />
          </button>
        </div>
      ))}
      <button
        type="button"
        className="btn self-start"
        onClick={() => onChange({ ...value, changes: [...value.changes, { block: 1, on: value.on + 2 }] })}
      >
        <Plus size={18} aria-hidden="true" /> An exception: a longer block, a fortnight off
      </button>
    </div>
  );
}
