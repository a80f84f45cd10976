import { yupResolver } from '@hookform/resolvers/yup';
import { useMemo } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { object, type ObjectSchema, string } from 'yup';
import { attendanceRow, type ChildDay, heldOn, overruled, workOf } from '../../core/attendance';
import { fromDay } from '../../core/calendar';
import { type Attendance, attendanceId, type Child, type SchoolYear } from '../../core/household';
import type { Put } from '../../store';
import { useFormCommit, useHousehold } from '../shell/household';
import { longDate } from '../ui/dates';
import { NumberField, RadioField } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';
import { DAY_WORDS } from './day-words';

const STATUSES = ['taught', 'sick', 'closed', 'away'] as const;
interface Values {
  /** Empty: as the marks have it. */
  status: Attendance['status'] | '';
  /** Empty: those marked. */
  minutes: string;
}
const schema: ObjectSchema<Values> = object({
  status: string()
    .oneOf(['', ...STATUSES] as const)
    .defined(),
  minutes: string()
    .defined()
    .test('whole', 'Give whole minutes from 0 to 1440.', (v) => /^\d*$/.test(v) && Number(v) <= 1440),
});

/** What a child's day was, whatever the marks say; or back to the marks. */
export default function DayForm({
  year,
  child,
  day,
  close,
}: {
  year: SchoolYear;
  child: Child;
  day: ChildDay;
  close: () => void;
}) {
  const { household } = useHousehold();
  const commit = useFormCommit();
  const said = overruled(household, child.id, day.day);
  const { register, handleSubmit, control, formState, setValue } = useForm<Values>({
    resolver: yupResolver(schema),
    defaultValues: { status: said?.status ?? '', minutes: said?.minutes?.toString() ?? '' },
  });
  const [status, minutes] = useWatch({ control, name: ['status', 'minutes'] });
  const date = longDate(household.settings.dateStyle, day.day);
  const worked = useMemo(() => workOf(household, child.id).has(day.day), [household, child, day]);
  // Where nothing is marked, a day that was taught had the minutes of its list.
  const offer = (next: string) => {
    if (next !== 'taught' || minutes !== '' || worked) return;
    setValue('minutes', String(heldOn(household, year, [child], day.day).get(child.id) ?? 0));
  };
  const keep = handleSubmit(async (v) => {
    const n = v.status !== 'taught' || v.minutes === '' ? undefined : Number(v.minutes);
    const put: Put =
      v.status === ''
        ? { table: 'attendance', remove: attendanceId({ childId: child.id, date: fromDay(day.day) }) }
        : { table: 'attendance', put: attendanceRow(child.id, day.day, v.status, n) };
    const words = v.status === '' ? 'as marked' : DAY_WORDS[v.status];
    if (await commit(`${child.name}, ${date}: ${words}`, [put])) close();
  });
  return (
    <FormDialog title={`${child.name}, ${date}`} close={close} onSubmit={(e) => void keep(e)}>
      <RadioField
        legend="That day was"
        options={[
          ['', `as the marks have it${said ? '' : ` (${DAY_WORDS[day.status]})`}`],
          ...STATUSES.map((s) => [s, DAY_WORDS[s]] as const),
        ]}
        {...register('status', { onChange: (e: { target: { value: string } }) => offer(e.target.value) })}
      />
      {status === 'taught' && (
        <NumberField
          label="Minutes of school"
          hint={worked ? 'Empty: those marked.' : 'As that day’s list had it; change it where it was otherwise.'}
          fault={formState.errors.minutes?.message}
          className="w-32"
          {...register('minutes')}
        />
      )}
    </FormDialog>
  );
}
