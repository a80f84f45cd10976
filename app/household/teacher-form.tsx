import { type FormEvent, useState } from 'react';
import { readHours, teacherHours, type Weekday, writeHours } from '../../core/calendar';
import type { Teacher } from '../../core/household';
import { useFormCommit, useHousehold } from '../shell/household';
import { WEEKDAY_NAMES, weekFrom } from '../ui/dates';
import { InputField } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';
import { newId } from '../ui/id';

const DEFAULT_HOURS = ['3', '3', '3', '3', '3', '0', '0'];

/** A teacher's name and hours on each weekday; hours may be fractions ("2.5") and are stored as minutes. */
export function TeacherForm({ teacher, close }: { teacher: Teacher | undefined; close: () => void }) {
  const { household } = useHousehold();
  const commit = useFormCommit();
  const [name, setName] = useState(teacher?.name ?? '');
  const [hours, setHours] = useState(
    () => teacher?.minutes.map((m) => String(Math.round((m / 60) * 100) / 100)) ?? DEFAULT_HOURS,
  );
  const [clock, setClock] = useState(() =>
    Array.from({ length: 7 }, (_, i) => writeHours((teacher && teacherHours(teacher, (i + 1) as Weekday)) ?? [])),
  );
  const [ready, setReady] = useState(() => teacher?.prepares?.map(String) ?? Array.from({ length: 7 }, () => '0'));
  const [byClock, setByClock] = useState(teacher?.hours !== undefined && teacher.hours.length > 0);
  const [fault, setFault] = useState<{ name?: string; day?: number; clock?: number; ready?: number }>({});

  const keep = async (e: FormEvent) => {
    e.preventDefault();
    const minutes = hours.map((h) => Math.round(Number(h.trim().replace(',', '.') || '0') * 60));
    const day = minutes.findIndex((m) => !Number.isFinite(m) || m < 0 || m > 1440);
    const read = clock.map((text) => (byClock ? readHours(text) : []));
    const odd = read.findIndex((h) => h === undefined);
    const prepares = ready.map((m) => Number(m.trim() || '0'));
    const unready = prepares.findIndex((m) => !Number.isInteger(m) || m < 0 || m > 1440);
    if (!name.trim() || day >= 0 || odd >= 0 || unready >= 0) {
      setFault({
        ...(name.trim() ? {} : { name: 'Give the teacher a name.' }),
        ...(day >= 0 ? { day } : {}),
        ...(odd >= 0 ? { clock: odd } : {}),
        ...(unready >= 0 ? { ready: unready } : {}),
      });
      return;
    }
    const own = read.flatMap((list, i) => list!.map((h) => ({ weekday: (i + 1) as Weekday, ...h })));
    const put: Teacher = {
      id: teacher?.id ?? newId(),
      name: name.trim(),
      minutes,
      ...(own.length > 0 ? { hours: own } : {}),
      ...(prepares.some((m) => m > 0) ? { prepares } : {}),
    };
    if (await commit(`${put.name} ${teacher ? 'changed' : 'added'}`, [{ table: 'teachers', put }])) close();
  };

  return (
    <FormDialog
      title={teacher ? teacher.name : 'A teacher'}
      close={close}
      onSubmit={(e) => void keep(e)}
      remove={teacher && { table: 'teachers', id: teacher.id, name: teacher.name }}
    >
      <InputField
        label="Name"
        fault={fault.name}
        value={name}
        maxLength={80}
        autoComplete="off"
        onChange={(e) => setName(e.target.value)}
      />
      <fieldset>
        <legend className="label mb-1">Hours of teaching</legend>
        <div className="flex flex-wrap gap-3">
          {weekFrom(household.settings.firstDay).map((d) => (
            <InputField
              key={d}
              label={WEEKDAY_NAMES[d].slice(0, 3)}
              aria-label={`Hours on ${WEEKDAY_NAMES[d]}`}
              inputMode="decimal"
              className="w-16"
              value={hours[d - 1]}
              onChange={(e) => setHours(hours.with(d - 1, e.target.value))}
            />
          ))}
        </div>
        {fault.day !== undefined && (
          <p role="alert" className="pt-1 font-semibold">
            Hours on {WEEKDAY_NAMES[(fault.day + 1) as 1]} should be a number from 0 to 24, like 2.5.
          </p>
        )}
      </fieldset>
      <label className="flex min-h-[44px] items-center gap-2">
        <input type="checkbox" checked={byClock} onChange={(e) => setByClock(e.target.checked)} /> only at certain times
        of the day
      </label>
      {byClock && (
        <fieldset>
          <legend className="label mb-1">Between which times</legend>
          <div className="grid grid-cols-1 gap-3 sm:grid-cols-2">
            {weekFrom(household.settings.firstDay)
              .filter((d) => Number(hours[d - 1]!.replace(',', '.')) > 0)
              .map((d) => (
                <InputField
                  key={d}
                  label={WEEKDAY_NAMES[d]}
                  placeholder={`${household.settings.dayFrom}–${household.settings.dayTo}`}
                  value={clock[d - 1]}
                  maxLength={120}
                  onChange={(e) => setClock(clock.with(d - 1, e.target.value))}
                />
              ))}
          </div>
          <p className="pt-1 text-[0.9rem] text-soft">
            Like 9–12, 14–15:30. Empty: the school’s hours. Nobody beside or near the children outside of them.
          </p>
          {fault.clock !== undefined && (
            <p role="alert" className="pt-1 font-semibold">
              {WEEKDAY_NAMES[(fault.clock + 1) as 1]}: give times like 9–12, 14–15:30, in order and apart.
            </p>
          )}
        </fieldset>
      )}
      <fieldset>
        <legend className="label mb-1">Minutes for making lessons ready</legend>
        <div className="flex flex-wrap gap-3">
          {weekFrom(household.settings.firstDay).map((d) => (
            <InputField
              key={d}
              label={WEEKDAY_NAMES[d].slice(0, 3)}
              aria-label={`Minutes for making ready on ${WEEKDAY_NAMES[d]}`}
              inputMode="numeric"
              className="w-16"
              value={ready[d - 1]}
              onChange={(e) => setReady(ready.with(d - 1, e.target.value))}
            />
          ))}
        </div>
        <p className="pt-1 text-[0.9rem] text-soft">
          Reading ahead, cutting, copying: outside the lessons, in breaks as well.
        </p>
        {fault.ready !== undefined && (
          <p role="alert" className="pt-1 font-semibold">
            Minutes on {WEEKDAY_NAMES[(fault.ready + 1) as 1]} should be a whole number from 0 to 1440.
          </p>
        )}
      </fieldset>
      <p className="text-[0.95rem] text-soft">
        On a day with no hours the teacher is away: no new lesson is planned with them.
      </p>
    </FormDialog>
  );
}
