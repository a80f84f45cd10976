import { type Control, Controller, type FieldErrors, type UseFormRegister } from 'react-hook-form';
import { kindName } from '../../core/course';
import { type Course, type Kind, KINDS } from '../../core/household';
import { useHousehold } from '../shell/household';
import { NumberField } from '../ui/field';
import { count } from '../ui/words';
import { NEW_LOOP, type PaceValues } from './enrolment-values';
import { ChoiceField, lessonOptions } from '../ui/choice';

interface Parts {
  course: Course;
  register: UseFormRegister<PaceValues>;
  errors: FieldErrors<PaceValues>;
  now: PaceValues;
}

/** The pace rules, one to be chosen. */
export function PaceFields({ course, register, errors, now }: Parts) {
  const { household } = useHousehold();
  return (
    <fieldset>
      <legend className="label mb-1">Pace</legend>
      <label className="flex min-h-touch items-center gap-2">
        <input type="radio" value="even" {...register('rule')} /> even: spread over the year, done by the last day
      </label>
      <div className="flex flex-wrap items-center gap-2">
        <label className="flex min-h-touch items-center gap-2">
          <input type="radio" value="weekly" {...register('rule')} /> so many a week:
        </label>
        <input
          inputMode="numeric"
          aria-label="how many a week"
          className="w-20"
          {...register('n', { valueAsNumber: true })}
          disabled={now.rule !== 'weekly'}
        />
        <select aria-label="steps or lessons" {...register('unit')} disabled={now.rule !== 'weekly'}>
          <option value="steps">steps</option>
          <option value="lessons">lessons</option>
        </select>
      </div>
      {errors.n && (
        <p role="alert" className="font-semibold">
          {errors.n.message}
        </p>
      )}
      <div className="flex flex-wrap items-center gap-2">
        <label className="flex min-h-touch items-center gap-2">
          <input type="radio" value="printed" {...register('rule')} /> as the book has it, one book day a sitting:
        </label>
        {(course.rhythms ?? []).length > 0 ? (
          <select aria-label="which rhythm" {...register('rhythmId')} disabled={now.rule !== 'printed'}>
            {course.rhythms!.map((r) => (
              <option key={r.id} value={r.id}>
                {r.name}: {count(r.lessons, 'lesson')} on {count(r.days, 'day')} a week
              </option>
            ))}
          </select>
        ) : (
          <span className="text-soft">a lesson a day</span>
        )}
      </div>
      <div className="flex flex-wrap items-center gap-2">
        <label className="flex min-h-touch items-center gap-2">
          <input type="radio" value="minutes" {...register('rule')} /> so many minutes a sitting, however far it gets:
        </label>
        <input
          inputMode="numeric"
          aria-label="how many minutes"
          className="w-20"
          {...register('minutes', { valueAsNumber: true })}
          disabled={now.rule !== 'minutes'}
        />
      </div>
      {errors.minutes && (
        <p role="alert" className="font-semibold">
          {errors.minutes.message}
        </p>
      )}
      <div className="flex flex-wrap items-center gap-2">
        <label className="flex min-h-touch items-center gap-2">
          <input type="radio" value="loop" {...register('rule')} /> taking turns with others, in the group
        </label>
        <select aria-label="which group takes turns" {...register('loopId')} disabled={now.rule !== 'loop'}>
          {household.loops.map((l) => (
            <option key={l.id} value={l.id}>
              {l.name}
            </option>
          ))}
          <option value={NEW_LOOP}>a new group</option>
        </select>
        {now.rule === 'loop' && now.loopId === NEW_LOOP && (
          <input
            aria-label="name of the group"
            aria-invalid={errors.loopName ? true : undefined}
            placeholder="afternoons"
            {...register('loopName')}
          />
        )}
      </div>
      {errors.loopName && (
        <p role="alert" className="font-semibold">
          {errors.loopName.message}
        </p>
      )}
      <label className="flex min-h-touch items-center gap-2">
        <input type="radio" value="when" {...register('rule')} /> when there is time: no timetable, the next step waits
      </label>
    </fieldset>
  );
}

/** What changes the size of a sitting: easy kinds, tiring steps, a stretch that goes faster. */
export function SittingFields({ course, register, control, errors, now }: Parts & { control: Control<PaceValues> }) {
  const lessons = course.units.flatMap((u) => u.lessons);
  const used = new Set(lessons.flatMap((l) => l.steps.map((s) => s.kind)));
  return (
    <details
      className="border-t border-rule pt-2"
      open={now.easy.length > 0 || now.splitOver !== '' || now.fasterFrom !== ''}
    >
      <summary className="min-h-touch cursor-pointer py-2.5 font-semibold">
        Easy steps, tiring steps, a faster stretch
      </summary>
      <div className="flex flex-col gap-4 pt-2">
        <Controller
          control={control}
          name="easy"
          render={({ field }) => (
            <fieldset>
              <legend className="label mb-1">Easy: two count as one</legend>
              <div className="flex flex-wrap gap-x-4">
                {KINDS.filter((k) => used.has(k)).map((k: Kind) => (
                  <label key={k} className="flex min-h-touch items-center gap-2">
                    <input
                      type="checkbox"
                      checked={field.value.includes(k)}
                      onChange={(e) =>
                        field.onChange(e.target.checked ? [...field.value, k] : field.value.filter((x) => x !== k))
                      }
                    />
                    {kindName(k)}
                  </label>
                ))}
              </div>
            </fieldset>
          )}
        />
        <NumberField
          label="Split a step over two days when it is longer than"
          hint="minutes; empty: never"
          fault={errors.splitOver?.message}
          className="w-28"
          {...register('splitOver')}
        />
        <fieldset className="flex flex-wrap items-end gap-3">
          <legend className="label mb-1">A stretch that goes faster</legend>
          {(['fasterFrom', 'fasterTo'] as const).map((name) => (
            <ChoiceField
              key={name}
              label={name === 'fasterFrom' ? 'From' : 'to'}
              className="max-w-56"
              control={control}
              name={name}
              options={lessonOptions(lessons, 'none')}
            />
          ))}
          <NumberField
            label="so many times the pace"
            fault={errors.fasterTimes?.message}
            className="w-20"
            {...register('fasterTimes', { valueAsNumber: true })}
          />
        </fieldset>
      </div>
    </details>
  );
}
