import { yupResolver } from '@hookform/resolvers/yup';
import { useForm, useWatch } from 'react-hook-form';
import { array, number, object, type ObjectSchema, string } from 'yup';
import { fromDay } from '../../core/calendar';
import { childrenAhead } from '../../core/household';
import { type ReadyMade, readyMadeFault, readyMadeName, readyMadePuts } from '../../core/whatif';
import { takingName } from '../../core/words';
import { beginTrial, type Trial } from '../../store';
import { useHousehold } from '../shell/household';
import { courseOptions } from '../ui/course-options';
import { PeopleControl } from '../ui/controls';
import { DateControl } from '../ui/date-control';
import { Fault, Field, InputField, NumberField, SelectField } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';
import { newId } from '../ui/id';

interface Values {
  kind: ReadyMade['kind'] | 'own';
  name: string;
  from: string;
  weeks: number;
  teacherId: string;
  minutes: number;
  courseId: string;
  childIds: string[];
  enrolmentId: string;
  childId: string;
}
const KINDS: [Values['kind'], string][] = [
  ['own', 'Anything: I change it myself on the ordinary pages'],
  ['away', 'Some weeks without school'],
  ['less', 'A teacher has less time'],
  ['course', 'A course is begun, from the shelf or the wish list'],
  ['join', 'A child joins a course that others take'],
];
const schema: ObjectSchema<Values> = object({
  kind: string()
    .oneOf(KINDS.map(([k]) => k))
    .required(),
  name: string()
    .trim()
    .max(80, 'Keep it under 80 letters.')
    .defined()
    .when('kind', { is: 'own', then: (s) => s.required('Give the trial a name, to tell it from others.') }),
  from: string().defined(),
  weeks: number().typeError('Give a whole number of weeks.').required(),
  teacherId: string().defined(),
  minutes: number().typeError('Give whole minutes.').required(),
  courseId: string().defined(),
  childIds: array().of(string().required()).required(),
  enrolmentId: string().defined(),
  childId: string().defined(),
});

/** What is to be tried, as core knows it; nothing where anything may be. */
function wishOf(v: Values): ReadyMade | undefined {
  switch (v.kind) {
    case 'own':
      return undefined;
    case 'away':
      return { kind: 'away', from: v.from, weeks: v.weeks };
    case 'less':
      return { kind: 'less', teacherId: v.teacherId, minutes: v.minutes };
    case 'course':
      return { kind: 'course', courseId: v.courseId, childIds: v.childIds, from: v.from };
    case 'join':
      return { kind: 'join', enrolmentId: v.enrolmentId, childId: v.childId };
  }
}

/** A trial is made: of what is asked most often at once, or of anything by oneself. */
export function TrialForm({ close, made }: { close: () => void; made: (trial: Trial, enter: boolean) => void }) {
  const { household, today, store, which, say } = useHousehold();
  const { register, handleSubmit, control, setError, formState } = useForm<Values>({
    resolver: yupResolver(schema),
    defaultValues: {
      ...{ kind: 'own', name: '', from: fromDay(today), weeks: 6, minutes: 60, childIds: [] },
      teacherId: household.teachers[0]?.id ?? '',
      ...{ courseId: '', enrolmentId: '', childId: '' },
    },
  });
  const { errors, isSubmitting } = formState;
  const kind = useWatch({ control, name: 'kind' });
  const begin = handleSubmit(async (v) => {
    const wish = wishOf(v);
    const fault = wish && readyMadeFault(household, wish, today);
    if (fault) return setError(fault.field as keyof Values, { message: fault.fault });
    const name = v.name || (wish ? readyMadeName(household, wish, today) : '');
    const trial: Trial = { id: newId(), name, made: fromDay(today) };
    try {
      await beginTrial(store, which, trial, (now) => (wish ? readyMadePuts(now, wish, today, newId) : []));
    } catch (error) {
      return say((error as Error).message, true);
    }
    made(trial, !wish);
  });
  const going = household.enrolments.filter((e) => e.life === 'running' || e.life === 'tried');
  const idle = household.courses.filter((c) => !going.some((e) => e.courseId === c.id));
  return (
    <FormDialog
      title="Try something"
      close={close}
      keep={kind === 'own' ? 'Go into it' : 'Try it'}
      onSubmit={(e) => {
        e.preventDefault();
        if (!isSubmitting) void begin(e);
      }}
    >
      <Field label="What if">
        {(p) => (
          <select {...p} {...register('kind')}>
            {KINDS.map(([k, words]) => (
              <option key={k} value={k}>
                {words}
              </option>
            ))}
          </select>
        )}
      </Field>
      {(kind === 'away' || kind === 'course') && (
        <DateControl label="From" control={control} name="from" fault={errors.from?.message} />
      )}
      {kind === 'away' && (
        <NumberField label="For how many weeks" fault={errors.weeks?.message} {...register('weeks')} />
      )}
      {kind === 'less' && (
        <>
          <SelectField
            label="Who"
            fault={errors.teacherId?.message}
            options={household.teachers.map((t) => [t.id, t.name] as const)}
            {...register('teacherId')}
          />
          <NumberField
            label="Minutes less on each teaching day"
            fault={errors.minutes?.message}
            {...register('minutes')}
          />
        </>
      )}
      {kind === 'course' && (
        <>
          <SelectField
            label="Which course"
            fault={errors.courseId?.message}
            options={[
              ['', 'Choose …'],
              ...courseOptions([...idle, ...household.courses.filter((c) => !idle.includes(c))]),
            ]}
            {...register('courseId')}
          />
          <PeopleControl
            legend="Who would take it"
            people={childrenAhead(household, today)}
            control={control}
            name="childIds"
          />
          <Fault of={errors.childIds} />
        </>
      )}
      {kind === 'join' && (
        <>
          <SelectField
            label="Which course"
            fault={errors.enrolmentId?.message}
            options={[['', 'Choose …'], ...going.map((e) => [e.id, takingName(household, e.id, today)] as const)]}
            {...register('enrolmentId')}
          />
          <SelectField
            label="Who joins"
            fault={errors.childId?.message}
            options={[['', 'Choose …'], ...childrenAhead(household, today).map((c) => [c.id, c.name] as const)]}
            {...register('childId')}
          />
        </>
      )}
      <InputField
        label="Name of the trial"
        hint={kind === 'own' ? undefined : 'Left empty, it is called by what is tried.'}
        fault={errors.name?.message}
        {...register('name')}
      />
    </FormDialog>
  );
}
