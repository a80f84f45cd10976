import { Plus, X } from 'lucide-react';
import { useMemo, useState } from 'react';
import { awayFault, fromDay } from '../../core/calendar';
import { type AwayBlock, type Household, withRow } from '../../core/household';
import { useFormCommit, useHousehold } from '../shell/household';
import { Field, InputField, WeekdayPicker } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';
import { EffectLines, useEffectOf, useStanding } from './effect-lines';
import { PeoplePicker } from '../ui/people-picker';
import { newId } from '../ui/id';
import { DateField, TimeField } from '../ui/date-field';

/** An outside class, an appointment, a trip: whom it takes away, when, and what that does. */
export function AwayForm({ block, close }: { block: AwayBlock | undefined; close: () => void }) {
  const { household, year, today } = useHousehold();
  const commit = useFormCommit();
  const [draft, setDraft] = useState<AwayBlock>(
    () =>
      block ?? {
        id: newId(),
        label: '',
        childIds: [],
        teacherIds: [],
        from: fromDay(today),
        to: year?.end ?? fromDay(today),
        weekdays: [],
        everyWeeks: 1,
        travel: 0,
        breaks: [],
        takesDay: [],
        counts: false,
      },
  );
  const [recurs, setRecurs] = useState(block ? block.from !== block.to : true);
  const [fault, setFault] = useState<string>();
  const set = (change: Partial<AwayBlock>) => setDraft((d) => ({ ...d, ...change }));
  const without = (field: 'start' | 'end' | 'firstWeek' | 'notes') =>
    setDraft((d) => {
      const { [field]: _gone, ...rest } = d;
      return rest as AwayBlock;
    });
  const text = (field: 'start' | 'end' | 'notes', value: string) =>
    value === '' ? without(field) : set({ [field]: value });
  const made = useMemo(
    (): AwayBlock => ({
      ...draft,
      label: draft.label.trim(),
      to: recurs ? draft.to : draft.from,
      weekdays: recurs ? draft.weekdays : [],
      takesDay: draft.takesDay.filter((id) => draft.childIds.includes(id)),
      ...(draft.along ? { along: draft.along.filter((id) => !draft.childIds.includes(id)) } : {}),
    }),
    [draft, recurs],
  );
  const problem = awayFault(made);
  const before = useStanding(year?.id);
  const after = useMemo(
    (): Household | undefined => (problem ? undefined : { ...household, aways: withRow(household.aways, made) }),
    [problem, household, made],
  );
  const effect = useEffectOf(before, after, year?.id);
  const timed = draft.start !== undefined || draft.end !== undefined;
  const taken = household.children.filter((c) => draft.childIds.includes(c.id));
  return (
    <FormDialog
      title={block ? block.label : 'Away'}
      wide
      close={close}
      onSubmit={(e) => {
        e.preventDefault();
        setFault(problem);
        if (problem) return;
        void commit(`${made.label} ${block ? 'changed' : 'added'}`, [{ table: 'aways', put: made }]).then(
          (done) => done && close(),
        );
      }}
      remove={block && { table: 'aways', id: block.id, name: block.label }}
    >
      <div className="grid gap-x-8 gap-y-4 md:grid-cols-2">
        <div className="flex flex-col gap-4">
          <InputField
            label="What it is"
            fault={fault}
            value={draft.label}
            maxLength={120}
            placeholder="nature class, dentist, trip"
            onChange={(e) => set({ label: e.target.value })}
          />
          <PeoplePicker
            legend="Takes away, of the children"
            people={household.children}
            value={draft.childIds}
            onChange={(childIds) => set({ childIds })}
          />
          <PeoplePicker
            legend="Of the teachers"
            people={household.teachers}
            value={draft.teacherIds}
            onChange={(teacherIds) => set({ teacherIds })}
          />
          <PeoplePicker
            legend="Comes along, and can work on the way"
            people={household.children.filter((c) => !draft.childIds.includes(c.id))}
            value={draft.along ?? []}
            onChange={(along) => set({ along })}
          />
          <fieldset className="flex flex-wrap gap-x-5">
            <legend className="label mb-1">How often</legend>
            <label className="flex min-h-touch items-center gap-2">
              <input type="radio" name="recurs" checked={!recurs} onChange={() => setRecurs(false)} /> once
            </label>
            <label className="flex min-h-touch items-center gap-2">
              <input type="radio" name="recurs" checked={recurs} onChange={() => setRecurs(true)} /> on several days
            </label>
          </fieldset>
          <div className="grid grid-cols-2 gap-4">
            <DateField label={recurs ? 'First day' : 'On'} value={draft.from} onChange={(v) => set({ from: v })} />
            {recurs && <DateField label="Last day" value={draft.to} onChange={(v) => set({ to: v })} />}
          </div>
          {recurs && (
            <>
              <WeekdayPicker
                legend="On (none: every day between)"
                value={draft.weekdays}
                onChange={(weekdays) => set({ weekdays })}
                firstDay={household.settings.firstDay}
              />
              <InputField
                label="Every how many weeks"
                type="number"
                className="w-24"
                min={1}
                value={draft.everyWeeks}
                onChange={(e) => set({ everyWeeks: Number(e.target.value) })}
              />
              <Breaks block={draft} set={set} />
            </>
          )}
        </div>
        <div className="flex flex-col gap-4">
          <div className="grid grid-cols-3 gap-3">
            <TimeField label="Begins" value={draft.start ?? ''} onChange={(v) => text('start', v)} />
            <TimeField label="Ends" value={draft.end ?? ''} onChange={(v) => text('end', v)} />
            <InputField
              label="Travel each way, minutes"
              type="number"
              min={0}
              value={draft.travel}
              onChange={(e) => set({ travel: Number(e.target.value) })}
            />
          </div>
          <p className="text-note text-soft">
            Without times it takes the whole day. The way is counted before and after. School is held{' '}
            {household.settings.dayFrom} to {household.settings.dayTo} (see Household).
          </p>
          {timed && (
            <PeoplePicker
              legend="No other school that day for"
              people={taken}
              value={draft.takesDay}
              onChange={(takesDay) => set({ takesDay })}
            />
          )}
          <label className="flex min-h-touch items-center gap-2">
            <input type="checkbox" checked={draft.counts} onChange={(e) => set({ counts: e.target.checked })} /> time
            there counts as school
          </label>
          <label className="flex min-h-touch items-center gap-2">
            <input
              type="checkbox"
              checked={draft.firstWeek !== undefined}
              onChange={(e) => (e.target.checked ? set({ firstWeek: 1 }) : without('firstWeek'))}
            />{' '}
            a programme with week numbers of its own
          </label>
          {draft.firstWeek !== undefined && (
            <InputField
              label="Its first week has number"
              hint="It counts its own meetings and never slips with your weeks."
              type="number"
              className="w-24"
              min={0}
              value={draft.firstWeek}
              onChange={(e) => set({ firstWeek: Math.max(0, Math.round(Number(e.target.value))) })}
            />
          )}
          <Field label="Notes" hint="Kept for when it comes round again.">
            {(p) => (
              <textarea
                {...p}
                rows={2}
                value={draft.notes ?? ''}
                maxLength={5000}
                onChange={(e) => text('notes', e.target.value)}
              />
            )}
          </Field>
        </div>
      </div>
      {effect && <EffectLines effect={effect} />}
    </FormDialog>
  );
}

function Breaks({ block, set }: { block: AwayBlock; set: (change: Partial<AwayBlock>) => void }) {
  const change = (i: number, to: Partial<AwayBlock['breaks'][number]>) =>
    set({ breaks: block.breaks.map((b, at) => (at === i ? { ...b, ...to } : b)) });
  return (
    <fieldset className="flex flex-col gap-2">
      <legend className="label mb-1">Breaks of its own</legend>
      {block.breaks.map((b, i) => (
        <div key={b.id} className="grid grid-cols-[1fr_1fr_44px] items-end gap-2">
          <DateField label={`Break ${i + 1} from`} value={b.from} onChange={(v) => change(i, { from: v })} />
          <DateField label={`Break ${i + 1} to`} value={b.to} onChange={(v) => change(i, { to: v })} />
          <button
            type="button"
            className="btn !px-0"
            aria-label={`Take break ${i + 1} out`}
            onClick={() => set({ breaks: block.breaks.filter((_, at) => at !== i) })}
          >
            <X size={18} aria-hidden="true" />
          </button>
        </div>
      ))}
      <button
        type="button"
        className="btn self-start"
        onClick={() => set({ breaks: [...block.breaks, { id: newId(), from: '', to: '', label: '' }] })}
      >
        <Plus size={18} aria-hidden="true" /> A break
      </button>
    </fieldset>
  );
}
