import { yupResolver } from '@hookform/resolvers/yup';
import { Controller, useForm, useWatch } from 'react-hook-form';
import { contentsOf, kindName, tracksOf, variantsOf } from '../../core/course';
import { helpersFor } from '../../core/day';
import { type Course, type Enrolment } from '../../core/household';
import { takenSteps } from '../../core/pace';
import { takerNames } from '../../core/words';
import { useFormCommit, useHousehold } from '../shell/household';
import { PeopleControl, TimeControl } from '../ui/controls';
import { Fault, SelectField } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';
import { count } from '../ui/words';
import {
  bookUnits,
  choicesSchema,
  type ChoicesValues,
  choicesValues,
  choosing,
  kindsUsed,
  optionalKinds,
} from './choices-values';
import { Otherwise } from '../household/otherwise';
import { PresencesTable } from './presences-table';
import { UnitOrder } from './unit-order';

/** How one enrolment takes the book: which variant and optional parts, with whose help, which units in which order. */
export function ChoicesForm({ course, enrolment, close }: { course: Course; enrolment: Enrolment; close: () => void }) {
  const { household, today } = useHousehold();
  const commit = useFormCommit();
  const { register, handleSubmit, control, formState, setValue } = useForm<ChoicesValues>({
    resolver: yupResolver(choicesSchema),
    defaultValues: choicesValues(course, enrolment),
  });
  const { errors } = formState;
  const values = useWatch({ control }) as ChoicesValues;
  const draft = choosing(enrolment, course, values);
  const taken = takenSteps(household, draft);
  const book = bookUnits(course);
  const used = kindsUsed(course);
  const optional = optionalKinds(course);
  const variants = variantsOf(course);
  const tracks = tracksOf(course);
  const kindChoice = used.map((k) => ({ id: k, name: kindName(k) }));
  // Whoever helps already stays to be chosen, whatever age is set now.
  const offered = helpersFor(household, enrolment.childIds, today);
  const siblings = household.children.filter((c) => offered.includes(c) || c.id === enrolment.helper?.childId);
  const who = takerNames(household, enrolment, today);
  const setUnits = (units: ChoicesValues['units']) => setValue('units', units, { shouldDirty: true });
  const keep = handleSubmit(async (v) => {
    const put = choosing(enrolment, course, v);
    if (await commit(`${course.title}: how ${who} does it`, [{ table: 'enrolments', put }])) close();
  });
  return (
    <FormDialog
      wide
      title={`${course.title}: as ${who} ${enrolment.childIds.length > 1 ? 'take' : 'takes'} it`}
      close={close}
      onSubmit={(e) => void keep(e)}
    >
      <p className="text-soft">The book itself stays as it is for everybody else.</p>
      {variants.length > 0 && (
        <SelectField label="Variant" options={variants.map((v) => [v, v] as const)} {...register('variant')} />
      )}
      {optional.length > 0 && (
        <fieldset>
          <legend className="label mb-1">Optional parts that are taken</legend>
          <div className="flex flex-wrap gap-x-4">
            {optional.map((k) => (
              <label key={k} className="flex min-h-touch items-center gap-2">
                <input type="checkbox" value={k} {...register('kinds')} />
                {kindName(k)}
              </label>
            ))}
          </div>
        </fieldset>
      )}
      <Controller
        control={control}
        name="presences"
        render={({ field }) => (
          <PresencesTable course={course} kinds={used} value={field.value} onChange={field.onChange} today={today} />
        )}
      />
      <Fault of={errors.presences?.root ?? errors.presences} />
      {siblings.length > 0 && (
        <div className="flex flex-col gap-3">
          <SelectField
            label="An older one helps"
            hint="Beside the child in the teacher’s place, who stays in earshot. The helper’s own school day gets no shorter by it."
            options={[['', 'nobody'], ...siblings.map((c) => [c.id, c.name] as const)]}
            {...register('helper')}
          />
          {values.helper && <PeopleControl legend="At" people={kindChoice} control={control} name="helps" />}
          <Fault of={errors.helps?.root ?? errors.helps} />
        </div>
      )}
      <TimeControl
        label="At a fixed time (empty: where it fits)"
        hint="For what has to start on the dot, a lesson over the telephone or before a drop-off."
        control={control}
        name="at"
      />
      {enrolment.childIds.length === 1 && (
        <PeopleControl
          legend="Can be done on the way, in a car or a waiting room"
          people={kindChoice}
          control={control}
          name="portable"
        />
      )}
      {tracks.length > 1 && (
        <div>
          <p className="label mb-1">Take only the track</p>
          <div className="flex flex-wrap gap-2">
            {tracks.map((t) => (
              <button
                key={t}
                type="button"
                className="btn"
                onClick={() => setUnits(book.filter((_, i) => course.units[i]!.track === t))}
              >
                {t}
              </button>
            ))}
            <button type="button" className="btn" onClick={() => setUnits(book)}>
              all of them
            </button>
          </div>
        </div>
      )}
      <UnitOrder course={course} units={values.units} setUnits={setUnits} />
      <Fault of={errors.units?.root ?? errors.units} />
      <Otherwise
        about={enrolment.id}
        puts={formState.isDirty && choicesSchema.isValidSync(values) && [{ table: 'enrolments', put: draft }]}
      />
      <p role="status" className="border border-edge p-3">
        So it is {count(taken.length, 'step')} of the book’s{' '}
        {course.units.reduce((n, u) => n + u.lessons.reduce((m, l) => m + l.steps.length, 0), 0)}, about{' '}
        {Math.round(taken.reduce((n, s) => n + s.minutes, 0) / 60)} hours
        {contentsOf(household, draft) === course && ': just as the book has it'}.
      </p>
    </FormDialog>
  );
}
