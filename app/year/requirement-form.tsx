import { type FormEvent, useState } from 'react';
import { PRESETS, presetOf, requirementOf } from '../../core/attendance';
import { byId, type Requirement, type SchoolYear } from '../../core/household';
import { useFormCommit, useHousehold } from '../shell/household';
import { Field, InputField } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';
import { requirementWords } from './requirement-words';

const LIMITS = { days: 366, hours: 8784 };

/** Many laws begin at five or six; until a figure is entered the youngest are left out of it (common practice). */
const firstWish = (stored: Requirement): Requirement =>
  stored.days === undefined && stored.hours === undefined && stored.fromAge === undefined
    ? { ...stored, fromAge: 5 }
    : stored;

/** What a year must hold, for everybody or for one child: a preset that names its rule, or the household's own figure. */
export function RequirementForm({ year, close }: { year: SchoolYear; close: () => void }) {
  const { household } = useHousehold();
  const commit = useFormCommit();
  const [who, setWho] = useState('');
  const [wish, setWish] = useState<Requirement>(() => firstWish(year.requirement));
  const [fault, setFault] = useState<string>();
  const [ageFault, setAgeFault] = useState<string>();
  const choose = (childId: string) => {
    setWho(childId);
    const child = byId(household.children, childId);
    setWish(child ? requirementOf(year, child) : firstWish(year.requirement));
    setFault(undefined);
  };
  const preset = presetOf(wish);
  const number = (field: 'days' | 'hours' | 'fromAge', text: string) => {
    const { [field]: _old, ...rest } = wish;
    const next: Requirement = text === '' ? rest : { ...rest, [field]: Number(text) };
    // With another figure it is no longer the published rule's; the age is the household's own in any case.
    if (field !== 'fromAge') delete next.preset;
    setWish(next);
  };
  const name = byId(household.children, who)?.name;
  const store = async (make: (stored: SchoolYear) => SchoolYear, words: string) => {
    const done = await commit(words, (now) => {
      const stored = byId(now.years, year.id);
      return stored ? [{ table: 'years', put: make(stored) }] : [];
    });
    if (done) close();
  };
  const keep = (e: FormEvent) => {
    e.preventDefault();
    for (const field of ['days', 'hours'] as const) {
      const n = wish[field];
      if (n !== undefined && (!Number.isInteger(n) || n < 0 || n > LIMITS[field]))
        return setFault(`Give the ${field} as a whole number from 0 to ${LIMITS[field]}.`);
    }
    const { fromAge } = wish;
    if (fromAge !== undefined && (!Number.isInteger(fromAge) || fromAge < 0 || fromAge > 18))
      return setAgeFault('Give the age in whole years, from 0 to 18.');
    void store(
      (stored) =>
        who
          ? { ...stored, own: [...stored.own.filter((o) => o.childId !== who), { childId: who, requirement: wish }] }
          : { ...stored, requirement: wish },
      `required${name ? ` of ${name}` : ''}: ${requirementWords(wish)}`,
    );
  };
  return (
    <FormDialog title="What is required" close={close} onSubmit={keep}>
      <Field label="Of whom">
        {(p) => (
          <select {...p} value={who} onChange={(e) => choose(e.target.value)}>
            <option value="">everybody without a figure of their own</option>
            {household.children.map((c) => (
              <option key={c.id} value={c.id}>
                {c.name}
                {year.own.some((o) => o.childId === c.id) && ' (own figure)'}
              </option>
            ))}
          </select>
        )}
      </Field>
      <Field
        label="By a published rule"
        hint={
          preset
            ? `${preset.source}${preset.note ? `: ${preset.note}` : ''}. From memory: check your own law.`
            : 'All of them from memory: check your own law. Many places ask for nothing.'
        }
      >
        {(p) => (
          <select
            {...p}
            value={preset?.id ?? ''}
            onChange={(e) => {
              const chosen = e.target.value;
              const found = PRESETS.find((x) => x.id === chosen);
              const { fromAge } = wish;
              const asked: Requirement = found ? { ...found.requirement, preset: found.id } : { meets: 'both' };
              setWish(fromAge === undefined ? asked : { ...asked, fromAge });
            }}
          >
            <option value="">our own figure, or none</option>
            {PRESETS.map((x) => (
              <option key={x.id} value={x.id}>
                {x.name}: {requirementWords(x.requirement)}
              </option>
            ))}
          </select>
        )}
      </Field>
      <div className="grid gap-4 sm:grid-cols-2">
        <InputField
          label="School days"
          hint="Empty: not counted against anything."
          fault={fault}
          type="number"
          value={wish.days ?? ''}
          onChange={(e) => number('days', e.target.value)}
        />
        <InputField
          label="Hours"
          type="number"
          value={wish.hours ?? ''}
          onChange={(e) => number('hours', e.target.value)}
        />
      </div>
      {!who && (
        <InputField
          label="Of children from this age on, years"
          hint="Age on the first day of the year. Empty: of everybody, the youngest too."
          fault={ageFault}
          type="number"
          min={0}
          max={18}
          className="w-28"
          value={wish.fromAge ?? ''}
          onChange={(e) => number('fromAge', e.target.value)}
        />
      )}
      {wish.days !== undefined && wish.hours !== undefined && (
        <fieldset className="flex flex-wrap gap-x-5">
          <legend className="label mb-1">Of the two</legend>
          {(['both', 'either'] as const).map((m) => (
            <label key={m} className="flex min-h-touch items-center gap-2">
              <input
                type="radio"
                name="meets"
                checked={wish.meets === m}
                onChange={() => {
                  const { preset: _preset, ...rest } = wish;
                  setWish({ ...rest, meets: m });
                }}
              />
              {m === 'both' ? 'both must be met' : 'either will do'}
            </label>
          ))}
        </fieldset>
      )}
      <p className="text-aside text-soft">
        A day counts once something is marked on it. Hours are the minutes marked, else those planned for the step.
      </p>
      {who && year.own.some((o) => o.childId === who) && (
        <button
          type="button"
          className="btn self-start"
          onClick={() =>
            void store(
              (stored) => ({ ...stored, own: stored.own.filter((o) => o.childId !== who) }),
              `${name}: the same is required as of everybody`,
            )
          }
        >
          The same as everybody
        </button>
      )}
    </FormDialog>
  );
}
