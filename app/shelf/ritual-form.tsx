import { useState } from 'react';
import { isClock } from '../../core/calendar';
import { GAME_KINDS } from '../../core/day';
import { kindName } from '../../core/course';
import { childrenOf, type Presence, PRESENCES, type Ritual, titleOf, usualTeacher } from '../../core/household';
import { isTaken } from '../../core/pace';
import { useFormCommit, useHousehold } from '../shell/household';
import { Field, InputField, WeekdayPicker } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';
import { ChildName } from '../ui/ornament';
import { PeoplePicker } from '../ui/people-picker';
import { listing, PRESENCE_WORDS } from '../ui/words';
import { newId } from '../ui/id';
import { TimeField } from '../ui/date-field';

/** A ritual: what, with whom, on which days. */
export function RitualForm({ ritual, close }: { ritual: Ritual | undefined; close: () => void }) {
  const { household, year } = useHousehold();
  const commit = useFormCommit();
  const [title, setTitle] = useState(ritual?.title ?? '');
  const [childIds, setChildIds] = useState(ritual?.childIds ?? household.children.map((c) => c.id));
  const [teacherId, setTeacherId] = useState(ritual?.teacherId ?? usualTeacher(household, undefined)?.id ?? '');
  const [weekdays, setWeekdays] = useState(ritual?.weekdays ?? year?.weekdays ?? []);
  const [minutes, setMinutes] = useState(ritual?.minutes ?? 10);
  const [presence, setPresence] = useState<Presence>(ritual?.presence ?? 'with');
  const [at, setAt] = useState(ritual?.at ?? '');
  const [alone, setAlone] = useState(ritual?.alone ?? false);
  const [sheets, setSheets] = useState(ritual?.sheets ?? []);
  const [fault, setFault] = useState<string>();
  const atTable = household.enrolments
    .filter((e) => isTaken(e) && e.childIds.every((id) => childIds.includes(id)))
    .map((e) => ({
      id: e.id,
      name: `${titleOf(household, e.courseId)}, ${listing(childrenOf(household, e).map((c) => c.name))}`,
    }));
  const marked = ritual && household.ritualMarks.some((m) => m.ritualId === ritual.id);
  return (
    <FormDialog
      title={ritual?.title ?? 'An everyday thing'}
      close={close}
      onSubmit={(e) => {
        e.preventDefault();
        if (!title.trim()) return setFault('Say what it is, like “date, weather, a hymn”.');
        if (childIds.length === 0) return setFault('Choose who takes part.');
        if (!teacherId) return setFault('Add a teacher under Household first.');
        if (!Number.isInteger(minutes) || minutes < 1 || minutes > 600)
          return setFault('Give whole minutes from 1 to 600.');
        const answered = sheets.filter((id) => atTable.some((e) => e.id === id));
        const put: Ritual = {
          id: ritual?.id ?? newId(),
          title: title.trim(),
          childIds,
          teacherId,
          weekdays,
          minutes,
          presence,
          ...(isClock(at) ? { at } : {}),
          ...(alone ? { alone } : {}),
          ...(answered.length > 0 ? { sheets: answered } : {}),
        };
        void commit(`${put.title}: everyday thing saved`, [{ table: 'rituals', put }]).then((done) => done && close());
      }}
    >
      <InputField
        label="What"
        fault={fault}
        value={title}
        maxLength={120}
        placeholder="date, weather, a hymn"
        onChange={(e) => setTitle(e.target.value)}
      />
      <fieldset>
        <legend className="label mb-1">With whom</legend>
        <div className="flex flex-wrap gap-4">
          {household.children.map((c) => (
            <label key={c.id} className="flex min-h-[44px] items-center gap-2">
              <input
                type="checkbox"
                checked={childIds.includes(c.id)}
                onChange={(e) =>
                  setChildIds(e.target.checked ? [...childIds, c.id] : childIds.filter((id) => id !== c.id))
                }
              />
              <ChildName child={c} />
            </label>
          ))}
        </div>
      </fieldset>
      <WeekdayPicker
        legend="On"
        value={weekdays}
        onChange={setWeekdays}
        firstDay={household.settings.firstDay}
        {...(year ? { among: year.weekdays } : {})}
      />
      <div className="grid gap-4 sm:grid-cols-3">
        <InputField
          label="Minutes"
          type="number"
          value={minutes}
          onChange={(e) => setMinutes(Number(e.target.value))}
        />
        <Field label="Led by">
          {(p) => (
            <select {...p} value={teacherId} onChange={(e) => setTeacherId(e.target.value)}>
              {household.teachers.map((t) => (
                <option key={t.id} value={t.id}>
                  {t.name}
                </option>
              ))}
            </select>
          )}
        </Field>
        <Field label="The teacher is">
          {(p) => (
            <select {...p} value={presence} onChange={(e) => setPresence(e.target.value as Presence)}>
              {PRESENCES.map((w) => (
                <option key={w} value={w}>
                  {PRESENCE_WORDS[w]}
                </option>
              ))}
            </select>
          )}
        </Field>
      </div>
      <TimeField label="At a fixed time (empty: where it fits)" value={at} onChange={(v) => setAt(v)} />
      <label className="flex min-h-[44px] items-center gap-2">
        <input type="checkbox" checked={alone} onChange={(e) => setAlone(e.target.checked)} /> it makes a school day by
        itself (otherwise it counts only on days with other work)
      </label>
      <PeoplePicker
        legend="A game round the table: everybody answers from their own sheet of"
        people={atTable}
        value={sheets}
        onChange={setSheets}
      />
      {sheets.length > 0 && (
        <p className="text-[0.9rem] text-soft">
          The day’s {listing(GAME_KINDS.map(kindName))} of these is done by the game, and takes no time of its own.
        </p>
      )}
      {ritual &&
        (marked ? (
          <p className="text-[0.95rem] text-soft">
            It stands in the record, which is kept. Without any weekday it rests.
          </p>
        ) : (
          <button
            type="button"
            className="btn self-start"
            onClick={() =>
              void commit(`${ritual.title} removed`, [{ table: 'rituals', remove: ritual.id }]).then(
                (done) => done && close(),
              )
            }
          >
            Remove it
          </button>
        ))}
    </FormDialog>
  );
}
