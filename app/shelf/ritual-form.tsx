import { useState } from 'react';
import { fromDay, isClock, isIsoDate, type IsoDate, usualTeacher } from '../../core/calendar';
import { easierFor, GAME_KINDS } from '../../core/day';
import { kindName } from '../../core/course';
import { childrenOf, type Presence, PRESENCES, type Ritual, type RitualSort, titleOf } from '../../core/household';
import { isTaken } from '../../core/pace';
import { useFormCommit, useHousehold } from '../shell/household';
import { Field, InputField, WeekdayPicker } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';
import { ChildName } from '../ui/ornament';
import { PeoplePicker } from '../ui/people-picker';
import { listing, PRESENCE_WORDS } from '../ui/words';
import { newId } from '../ui/id';
import { DateField, TimeField } from '../ui/date-field';

/** Each sort by its name, and like what it is. */
const SORTS = {
  school: { title: 'An everyday thing', kept: 'everyday thing', like: 'date, weather, a hymn' },
  chore: { title: 'A chore', kept: 'chore', like: 'feed the hens' },
  extra: { title: 'An extra', kept: 'extra', like: 'the museum of boats' },
} as const;

/** A ritual, a chore or an extra: what, with whom, on which days. */
export function RitualForm({
  ritual,
  sort: wanted,
  date: proposed,
  close,
}: {
  ritual: Ritual | undefined;
  /** Of a new one. */
  sort?: RitualSort | undefined;
  /** Of a new extra. */
  date?: IsoDate | undefined;
  close: () => void;
}) {
  const { household, year, today } = useHousehold();
  const sort = ritual ? ritual.sort : wanted;
  const words = SORTS[sort ?? 'school'];
  const commit = useFormCommit();
  const [title, setTitle] = useState(ritual?.title ?? '');
  const [childIds, setChildIds] = useState(ritual?.childIds ?? household.children.map((c) => c.id));
  const [teacherId, setTeacherId] = useState(ritual?.teacherId ?? usualTeacher(household, undefined, today)?.id ?? '');
  const [weekdays, setWeekdays] = useState(ritual?.weekdays ?? (sort === 'extra' ? [] : (year?.weekdays ?? [])));
  const [minutes, setMinutes] = useState(ritual?.minutes ?? 10);
  const [presence, setPresence] = useState<Presence>(ritual?.presence ?? (sort === 'chore' ? 'alone' : 'with'));
  const [at, setAt] = useState(ritual?.at ?? '');
  const [alone, setAlone] = useState(ritual?.alone ?? false);
  const [sheets, setSheets] = useState(ritual?.sheets ?? []);
  const [date, setDate] = useState<string>(ritual?.date ?? proposed ?? fromDay(today));
  const [until, setUntil] = useState<string>(ritual?.until ?? '');
  const [secure, setSecure] = useState(ritual?.secure !== undefined);
  const [easier, setEasier] = useState(ritual?.easier ?? '');
  const [hard, setHard] = useState(ritual?.hard !== undefined);
  const easierOnes = easierFor(household.rituals, ritual?.id);
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
      title={ritual?.title ?? words.title}
      close={close}
      onSubmit={(e) => {
        e.preventDefault();
        if (!title.trim()) return setFault(`Say what it is, like “${words.like}”.`);
        if (childIds.length === 0) return setFault('Choose who takes part.');
        if (!teacherId) return setFault('Add a teacher under Household first.');
        if (!Number.isInteger(minutes) || minutes < 1 || minutes > 600)
          return setFault('Give whole minutes from 1 to 600.');
        if (sort === 'extra' && !isIsoDate(date)) return setFault('Give the day on which it is.');
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
          ...(alone && sort !== 'chore' ? { alone } : {}),
          ...(sort ? { sort } : {}),
          ...(sort === 'extra' && isIsoDate(date) ? { date } : {}),
          ...(sort !== 'extra' && isIsoDate(until) ? { until } : {}),
          ...(secure && sort === undefined ? { secure: ritual?.secure ?? fromDay(today) } : {}),
          ...(sort === undefined && easier ? { easier } : {}),
          ...(sort === undefined && easier && hard ? { hard: ritual?.hard ?? fromDay(today) } : {}),
          ...(answered.length > 0 ? { sheets: answered } : {}),
        };
        void commit(`${put.title}: ${words.kept} saved`, [{ table: 'rituals', put }]).then((done) => done && close());
      }}
    >
      <InputField
        label="What"
        fault={fault}
        value={title}
        maxLength={120}
        placeholder={words.like}
        onChange={(e) => setTitle(e.target.value)}
      />
      <fieldset>
        <legend className="label mb-1">With whom</legend>
        <div className="flex flex-wrap gap-4">
          {household.children.map((c) => (
            <label key={c.id} className="flex min-h-touch items-center gap-2">
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
      {sort === 'extra' ? (
        <DateField label="On" value={date} onChange={setDate} />
      ) : (
        <div className="flex flex-wrap items-end gap-x-6 gap-y-3">
          <WeekdayPicker
            legend="On"
            value={weekdays}
            onChange={setWeekdays}
            firstDay={household.settings.firstDay}
            {...(year && sort === undefined ? { among: year.weekdays } : {})}
          />
          <DateField label="For the last time on (empty: goes on)" value={until} onChange={setUntil} />
        </div>
      )}
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
      {sort !== 'chore' && (
        <label className="flex min-h-touch items-center gap-2">
          <input type="checkbox" checked={alone} onChange={(e) => setAlone(e.target.checked)} />{' '}
          {sort === 'extra'
            ? 'it counts as school'
            : 'it makes a school day by itself (otherwise it counts only on days with other work)'}
        </label>
      )}
      {sort === 'chore' && (
        <p className="text-note text-soft">
          It comes on its weekdays whether school is held or not, before screens and play, and counts towards no
          requirement.
        </p>
      )}
      {sort === undefined && (
        <>
          <label className="flex min-h-touch items-center gap-2">
            <input type="checkbox" checked={secure} onChange={(e) => setSecure(e.target.checked)} /> it is secure, and
            rests until it is wanted again
          </label>
          {easierOnes.length > 0 && (
            <Field label="While it is too hard, in its place">
              {(p) => (
                <select {...p} value={easier} onChange={(e) => setEasier(e.target.value)}>
                  <option value="">nothing</option>
                  {easierOnes.map((r) => (
                    <option key={r.id} value={r.id}>
                      {r.title}
                    </option>
                  ))}
                </select>
              )}
            </Field>
          )}
          {easier && (
            <label className="flex min-h-touch items-center gap-2">
              <input type="checkbox" checked={hard} onChange={(e) => setHard(e.target.checked)} /> it is too hard for
              now: the easier one comes on its days
            </label>
          )}
          <PeoplePicker
            legend="A game round the table: everybody answers from their own sheet of"
            people={atTable}
            value={sheets}
            onChange={setSheets}
          />
          {sheets.length > 0 && (
            <p className="text-note text-soft">
              The day’s {listing(GAME_KINDS.map(kindName))} of these is done by the game, and takes no time of its own.
            </p>
          )}
        </>
      )}
      {ritual &&
        (marked ? (
          <p className="text-aside text-soft">
            It stands in the record, which is kept.{sort !== 'extra' && ' Without any weekday it rests.'}
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
