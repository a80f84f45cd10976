import { Plus } from 'lucide-react';
import type { IsoDate } from '../../core/calendar';
import type { Rhythm } from '../../core/household';
import { InputField } from '../ui/field';
import { newId } from '../ui/id';
import { DateField } from '../ui/date-field';
import { WholeField } from '../ui/whole-field';
import { TakeOut } from '../ui/take-out';

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
        <div key={t.id} className="fields-row grid-cols-[1fr_44px] sm:grid-cols-[1fr_auto_auto_44px]">
          <InputField
            label={`Term ${i + 1}`}
            value={t.name}
            maxLength={80}
            onChange={(e) => set(i, { name: e.target.value })}
          />
          <DateField label={`from, term ${i + 1}`} value={t.from} onChange={(v) => set(i, { from: v })} />
          <DateField label={`to, term ${i + 1}`} value={t.to} onChange={(v) => set(i, { to: v })} />
          <TakeOut
            label={`Take term ${i + 1} out`}
            onClick={() => onChange({ ...value, terms: value.terms.filter((_, at) => at !== i) })}
          />
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
      <div className="fields-row grid-cols-2 sm:grid-cols-3">
        <WholeField
          label="Weeks on"
          least={1}
          most={52}
          value={value.on}
          onChange={(on) => onChange({ ...value, on })}
        />
        <WholeField
          label="Weeks off"
          least={0}
          most={52}
          value={value.off}
          onChange={(off) => onChange({ ...value, off })}
        />
        <DateField
          label="First day of the first block"
          value={value.from}
          onChange={(v) => onChange({ ...value, from: v })}
        />
      </div>
      {value.changes.map((c, i) => (
        <div key={i} className="fields-row grid-cols-[1fr_1fr_1fr_44px]">
          <WholeField label="Block" least={1} most={100} value={c.block} onChange={(block) => set(i, { block })} />
          <WholeField
            label="weeks on"
            least={1}
            most={52}
            value={c.on}
            placeholder={String(value.on)}
            onChange={(on) => set(i, { on })}
            empty={() => set(i, { on: undefined })}
          />
          <WholeField
            label="weeks off behind"
            least={0}
            most={52}
            value={c.off}
            placeholder={String(value.off)}
            onChange={(off) => set(i, { off })}
            empty={() => set(i, { off: undefined })}
          />
          <TakeOut
            label={`Take exception ${i + 1} out`}
            onClick={() => onChange({ ...value, changes: value.changes.filter((_, at) => at !== i) })}
          />
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
