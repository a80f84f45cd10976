import { useMemo, useState } from 'react';
import { type Day, fromDay, rangeFault } from '../../core/calendar';
import { type Absence, type Household, withRow } from '../../core/household';
import { useFormCommit, useHousehold } from '../shell/household';
import { InputField } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';
import { listing } from '../ui/words';
import { EffectLines, useEffectOf, useStanding } from './effect-lines';
import { PeoplePicker } from '../ui/people-picker';
import { newId } from '../ui/id';
import { DateField } from '../ui/date-field';

export const WHY_WORDS: Record<Absence['why'], string> = {
  sick: 'sick',
  closed: 'days off of their own',
  interruption: 'an interruption (illness, a move, a newborn)',
};

/** Sick days, days of a child's own, weeks that fall out: what it does to every course is shown before it is kept. */
export function AbsenceForm({
  absence,
  on,
  close,
}: {
  absence: Absence | undefined;
  /** The day it begins on, where none is stored yet; today unless said. */
  on?: Day;
  close: () => void;
}) {
  const { household, year, today } = useHousehold();
  const commit = useFormCommit();
  const [id] = useState(() => absence?.id ?? newId());
  const [childIds, setChildIds] = useState(absence?.childIds ?? []);
  const [from, setFrom] = useState(absence?.from ?? fromDay(on ?? today));
  const [to, setTo] = useState(absence?.to ?? '');
  const [why, setWhy] = useState<Absence['why']>(absence?.why ?? 'sick');
  const [label, setLabel] = useState(absence?.label ?? '');
  const [fault, setFault] = useState<string>();
  const draft = useMemo(
    (): Absence => ({ id, childIds: [...childIds], from, to: to || from, why, label: label.trim() }),
    [id, childIds, from, to, why, label],
  );
  const problem = childIds.length === 0 ? 'Say which child.' : rangeFault(draft);
  const before = useStanding(year?.id);
  const after = useMemo(
    (): Household | undefined => (problem ? undefined : { ...household, absences: withRow(household.absences, draft) }),
    [problem, household, draft],
  );
  const effect = useEffectOf(before, after, year?.id);
  const names = listing(household.children.filter((c) => childIds.includes(c.id)).map((c) => c.name));
  return (
    <FormDialog
      title={absence ? 'Days without school' : 'Sick, or without school'}
      close={close}
      onSubmit={(e) => {
        e.preventDefault();
        setFault(problem);
        if (problem) return;
        void commit(`${names}: ${label.trim() || WHY_WORDS[why]}`, [{ table: 'absences', put: draft }]).then(
          (done) => done && close(),
        );
      }}
      remove={absence && { table: 'absences', id: absence.id, name: absence.label || WHY_WORDS[absence.why] }}
    >
      <PeoplePicker legend="Who" people={household.children} value={childIds} onChange={setChildIds} />
      <fieldset className="flex flex-col">
        <legend className="label mb-1">Why</legend>
        {Object.entries(WHY_WORDS).map(([w, word]) => (
          <label key={w} className="flex min-h-touch items-center gap-2">
            <input type="radio" name="why" checked={why === w} onChange={() => setWhy(w as Absence['why'])} /> {word}
          </label>
        ))}
      </fieldset>
      <div className="grid gap-4 sm:grid-cols-2">
        <DateField label="From" fault={fault} value={from} onChange={(v) => setFrom(v)} />
        <DateField label="To, if more than one day" value={to} min={from} onChange={(v) => setTo(v)} />
      </div>
      <InputField label="In your words" value={label} maxLength={120} onChange={(e) => setLabel(e.target.value)} />
      {effect && <EffectLines effect={effect} />}
    </FormDialog>
  );
}
